<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Extension;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Quantity\Unit;
use Yew\Core\Test\TestDefinition;
use Yew\Core\Test\TestFigure;
use Yew\Core\Test\TestKind;

/** The one test of a made-up station. */
enum BatteryTestKind: string implements TestKind
{
    case BatteryVolts = 'battery-volts';

    public function name(): string
    {
        return $this->value;
    }

    public function definition(): TestDefinition
    {
        return TestDefinition::figures(['volts' => TestFigure::bounded(Unit::Volts)], ChassisState::Discharging, ChassisState::Dead);
    }
}
