<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Quantity\Unit;
use Yew\Core\Test\TestDefinition;
use Yew\Core\Test\TestFigure;
use Yew\Core\Test\TestKind;

/** What is tested, seen and said while an amplifier is brought up, besides its readings (PWR). */
enum PowerTestKind: string implements TestKind
{
    case SupplyOhms = 'supply-ohms';
    case TrimColdest = 'trim-coldest';
    case AmmeterOhms = 'ammeter-ohms';
    case StopSeen = 'stop-seen';
    case LampGlow = 'lamp-glow';
    case MainsDraw = 'mains-draw';
    case Decay = 'decay';
    case CanHeat = 'can-heat';
    case LightsOut = 'lights-out';
    case SignalProof = 'signal-proof';

    public function name(): string
    {
        return $this->value;
    }

    public function definition(): TestDefinition
    {
        return match ($this) {
            self::SupplyOhms, self::AmmeterOhms => TestDefinition::figures(['ohms' => TestFigure::bounded(Unit::Ohms)], ChassisState::Dead),
            self::TrimColdest => TestDefinition::question(['coldest', 'elsewhere'], ChassisState::Dead, ChassisState::Discharging),
            self::StopSeen => TestDefinition::question(['quiet', 'hum', 'smell', 'smoke', 'arcing'], ChassisState::Ramping, ChassisState::Energised),
            self::LampGlow => TestDefinition::question(['dark', 'glow', 'half', 'bright'], ChassisState::Ramping, ChassisState::Energised),
            self::MainsDraw => TestDefinition::figures(['amperes' => TestFigure::of(Unit::Amperes)], ChassisState::Ramping, ChassisState::Energised),
            self::Decay => TestDefinition::figures(['startVolts' => TestFigure::source(Unit::Volts), 'seconds' => TestFigure::source(Unit::Seconds), 'volts' => TestFigure::of(Unit::Volts)], ChassisState::Discharging),
            self::CanHeat => TestDefinition::figures(['celsius' => TestFigure::of(Unit::Celsius), 'neighbourCelsius' => TestFigure::of(Unit::Celsius)], ChassisState::Discharging, ChassisState::Dead),
            self::SignalProof => TestDefinition::question(['passes', 'weak', 'nothing'], ChassisState::Energised, ChassisState::Ramping),
            self::LightsOut => TestDefinition::question(['none', 'faint-blue', 'red-plate', 'red-screen'], ChassisState::Energised, ChassisState::Ramping),
        };
    }
}
