<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Quantity\Unit;
use Yew\Core\Test\Grammar;
use Yew\Core\Test\TestDefinition;
use Yew\Core\Test\TestFigure;
use Yew\Core\Test\TestKind;

/** The tests of capacitors (CAP). */
enum CapacitorTestKind: string implements TestKind
{
    case Capacitor = 'capacitor';
    case CapacitorMark = 'capacitor-mark';
    case Reform = 'reform';
    case Polarity = 'polarity';
    case Ripple = 'ripple';

    public function name(): string
    {
        return $this->value;
    }

    public function definition(): TestDefinition
    {
        return match ($this) {
            self::Capacitor => TestDefinition::written(Grammar::Capacitor, ['farads' => TestFigure::orLess(Unit::Farads), 'esrOhms' => TestFigure::bounded(Unit::Ohms), 'leakAmperes' => TestFigure::bounded(Unit::Amperes)], ChassisState::Dead, ChassisState::Driven)->liftable(),
            self::CapacitorMark => TestDefinition::figures(['farads' => TestFigure::of(Unit::Farads), 'volts' => TestFigure::source(Unit::Volts)], ChassisState::Dead, ChassisState::Discharging)->withOptional(1),
            self::Reform => TestDefinition::figures(['volts' => TestFigure::source(Unit::Volts), 'leakAmperes' => TestFigure::orLess(Unit::Amperes)], ChassisState::Driven),
            self::Polarity => TestDefinition::question(['right', 'reversed'], ChassisState::Dead),
            self::Ripple => TestDefinition::figures(['volts' => TestFigure::of(Unit::Volts)], ChassisState::Energised, ChassisState::Ramping),
        };
    }
}
