<?php

declare(strict_types=1);

namespace Yew\Core\Resistor;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Quantity\Unit;
use Yew\Core\Test\Grammar;
use Yew\Core\Test\TestDefinition;
use Yew\Core\Test\TestFigure;
use Yew\Core\Test\TestKind;

/** The tests of resistors, sockets and heater wiring (RES, SOCK). */
enum ResistorTestKind: string implements TestKind
{
    case Resistor = 'resistor';
    case Path = 'path';
    case Contacts = 'contacts';
    case PinShort = 'pin-short';
    case HeaterReference = 'heater-reference';
    case HeaterLegs = 'heater-legs';

    public function name(): string
    {
        return $this->value;
    }

    public function definition(): TestDefinition
    {
        return match ($this) {
            self::Resistor => TestDefinition::figures(['ohms' => TestFigure::bounded(Unit::Ohms)], ChassisState::Dead)->liftable(),
            self::Path, self::PinShort => TestDefinition::figures(['ohms' => TestFigure::bounded(Unit::Ohms)], ChassisState::Dead)->ofSocket(),
            self::Contacts => TestDefinition::written(Grammar::Contacts, [], ChassisState::Dead)->ofSocket(),
            self::HeaterReference => TestDefinition::question(['winding-tap', 'two-resistors', 'hum-pot', 'elevated', 'capacitor', 'none'], ChassisState::Dead),
            self::HeaterLegs => TestDefinition::figures(['firstVolts' => TestFigure::of(Unit::Volts), 'secondVolts' => TestFigure::of(Unit::Volts)], ChassisState::Energised, ChassisState::Ramping),
        };
    }
}
