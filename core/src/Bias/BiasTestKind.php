<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Test\TestDefinition;
use Yew\Core\Test\TestKind;

/** What is looked at before a bias is believed, besides its readings (BIAS-4d). */
enum BiasTestKind: string implements TestKind
{
    /** The output on a scope, up to 1 MHz, with no signal. */
    case OutputLook = 'output-look';
    /** Whether the bias moves when a probe touches the grid. */
    case ProbeTouch = 'probe-touch';

    public function name(): string
    {
        return $this->value;
    }

    public function definition(): TestDefinition
    {
        return match ($this) {
            self::OutputLook => TestDefinition::question(['clean', 'oscillates'], ChassisState::Energised),
            self::ProbeTouch => TestDefinition::question(['steady', 'moves'], ChassisState::Energised),
        };
    }
}
