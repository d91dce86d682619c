<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Quantity\Unit;
use Yew\Core\Test\Grammar;
use Yew\Core\Test\TestDefinition;
use Yew\Core\Test\TestFigure;
use Yew\Core\Test\TestKind;

/** The tests of transformers and chokes (IRON). */
enum IronTestKind: string implements TestKind
{
    case WindingOhms = 'winding-ohms';
    case OutputOhms = 'output-ohms';
    case InsulationOhms = 'insulation-ohms';
    case Insulation = 'insulation';
    case Ratio = 'ratio';
    case Halves = 'halves';
    case Magnetising = 'magnetising';
    case OffLoad = 'off-load';
    case ChokeInductance = 'choke-inductance';
    case Surface = 'surface';
    case ResistanceRise = 'resistance-rise';
    case OverStress = 'over-stress';

    public function name(): string
    {
        return $this->value;
    }

    public function definition(): TestDefinition
    {
        return match ($this) {
            self::WindingOhms, self::OutputOhms => TestDefinition::figures(['ohms' => TestFigure::bounded(Unit::Ohms)], ChassisState::Dead),
            self::InsulationOhms => TestDefinition::figures(['ohms' => TestFigure::bounded(Unit::Ohms)], ChassisState::Dead)->liftable(),
            self::Insulation => TestDefinition::figures(['volts' => TestFigure::source(Unit::Volts), 'leak' => TestFigure::leak()], ChassisState::Driven)->liftable(),
            self::Ratio => TestDefinition::written(Grammar::TapAndFigures, ['primaryVolts' => TestFigure::source(Unit::Volts), 'secondaryVolts' => TestFigure::of(Unit::Volts)], ChassisState::Driven),
            self::Halves => TestDefinition::figures(['firstVolts' => TestFigure::of(Unit::Volts), 'secondVolts' => TestFigure::of(Unit::Volts)], ChassisState::Driven),
            self::Magnetising => TestDefinition::figures(self::inductance(), ChassisState::Driven)->withOptional(1),
            self::ChokeInductance => TestDefinition::figures(self::inductance(), ChassisState::Driven)->withOptional(1)->liftable(),
            self::OffLoad => TestDefinition::figures(['mainsVolts' => TestFigure::source(Unit::Volts), 'volts' => TestFigure::source(Unit::Volts), 'otherHalfVolts' => TestFigure::of(Unit::Volts)], ChassisState::Ramping, ChassisState::Energised)->withOptional(1),
            self::Surface => TestDefinition::figures(['surfaceCelsius' => TestFigure::of(Unit::Celsius), 'ambientCelsius' => TestFigure::of(Unit::Celsius)], ...ChassisState::cases()),
            self::ResistanceRise => TestDefinition::figures(['coldOhms' => TestFigure::source(Unit::Ohms), 'coldCelsius' => TestFigure::of(Unit::Celsius), 'hotOhms' => TestFigure::source(Unit::Ohms)], ChassisState::Dead),
            self::OverStress => TestDefinition::question(['quiet', 'spark', 'smoke', 'smell'], ChassisState::Energised, ChassisState::Ramping),
        };
    }

    /** @return array<string, TestFigure> volts across a winding, amperes into it, hertz where it is not the mains */
    private static function inductance(): array
    {
        return ['volts' => TestFigure::source(Unit::Volts), 'amperes' => TestFigure::source(Unit::Amperes), 'hertz' => TestFigure::source(Unit::Hertz)];
    }
}
