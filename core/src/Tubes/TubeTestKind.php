<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Quantity\Unit;
use Yew\Core\Test\Grammar;
use Yew\Core\Test\TestDefinition;
use Yew\Core\Test\TestFigure;
use Yew\Core\Test\TestKind;

/** The tests of tubes (TUBE-1): what is printed on one, what a tester shows of it, and where a fault stands after a swap. */
enum TubeTestKind: string implements TestKind
{
    case Type = 'tube-type';
    case Tester = 'tester';
    case Shorts = 'tube-shorts';
    case Heater = 'tube-heater';
    case Figures = 'tube-figures';
    case Gas = 'tube-gas';
    case Noise = 'tube-noise';
    case FaultAt = 'fault-at';

    public function name(): string
    {
        return $this->value;
    }

    public function definition(): TestDefinition
    {
        // A tube on the tester is out of the chassis: its state is no matter.
        return match ($this) {
            self::Type => TestDefinition::change(Grammar::Designation, ...ChassisState::cases()),
            self::Tester => TestDefinition::written(Grammar::Tester, [
                'plateVolts' => TestFigure::source(Unit::Volts), 'gridVolts' => TestFigure::of(Unit::Volts), 'screenVolts' => TestFigure::source(Unit::Volts), 'heaterVolts' => TestFigure::source(Unit::Volts), 'warmMinutes' => TestFigure::of(null),
            ], ...ChassisState::cases()),
            self::Shorts => TestDefinition::written(Grammar::Shorts, ['leak' => TestFigure::leak()], ...ChassisState::cases()),
            self::Heater => TestDefinition::question(['continuous', 'half-open', 'open'], ...ChassisState::cases()),
            self::Figures => TestDefinition::written(Grammar::TubeFigures, ['plateAmperes' => TestFigure::of(Unit::Amperes), 'siemens' => TestFigure::of(Unit::Siemens), 'percent' => TestFigure::of(Unit::Percent)], ...ChassisState::cases()),
            self::Gas => TestDefinition::written(Grammar::Gas, ['gridAmperes' => TestFigure::orLess(Unit::Amperes)], ...ChassisState::cases()),
            self::Noise => TestDefinition::question(['quiet', 'microphonic', 'crackles', 'hums', 'hisses'], ...ChassisState::cases()),
            self::FaultAt => TestDefinition::question(['at-the-first', 'at-the-second', 'gone', 'at-both'], ...ChassisState::cases())->ofSocket(),
        };
    }
}
