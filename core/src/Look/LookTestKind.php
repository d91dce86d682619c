<?php

declare(strict_types=1);

namespace Yew\Core\Look;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Quantity\Unit;
use Yew\Core\Test\Grammar;
use Yew\Core\Test\TestDefinition;
use Yew\Core\Test\TestFigure;
use Yew\Core\Test\TestKind;

/** The tests of the walk round the cold amplifier (LOOK-1 to LOOK-3, FUSE-1, EARTH). */
enum LookTestKind: string implements TestKind
{
    case Fuse = 'fuse';
    case Cord = 'cord';
    case LiveLead = 'live-lead';
    case LineCapacitor = 'line-capacitor';
    case Primary = 'primary';
    case EarthBond = 'earth-bond';
    case MainsInsulation = 'mains-insulation';
    case TubeLook = 'tube-look';
    case CanLook = 'can-look';
    case AreaLook = 'area-look';
    case DateCode = 'date-code';

    public function name(): string
    {
        return $this->value;
    }

    public function definition(): TestDefinition
    {
        return match ($this) {
            self::Fuse => TestDefinition::written(Grammar::Fuse, [], ChassisState::Dead, ChassisState::Discharging),
            self::Cord => TestDefinition::question(['three-wire', 'two-wire', 'damaged'], ChassisState::Dead, ChassisState::Discharging),
            self::LiveLead => TestDefinition::question(['fuse-and-switch-live', 'fuse-in-neutral', 'switch-in-neutral'], ChassisState::Dead),
            self::LineCapacitor => TestDefinition::question(['none', 'class-y', 'other'], ChassisState::Dead, ChassisState::Discharging),
            self::Primary => TestDefinition::question(['two-equal', 'tapped', 'single'], ChassisState::Dead, ChassisState::Discharging),
            self::EarthBond => TestDefinition::figures(['ohms' => TestFigure::bounded(Unit::Ohms)], ChassisState::Dead),
            self::MainsInsulation => TestDefinition::figures(['volts' => TestFigure::source(Unit::Volts), 'leak' => TestFigure::leak()], ChassisState::Driven),
            self::TubeLook => TestDefinition::question(['silvery', 'faded', 'white', 'cracked', 'rattles', 'loose-base', 'missing'], ChassisState::Dead, ChassisState::Discharging),
            self::CanLook => TestDefinition::question(['sound', 'bulged', 'leaking', 'loose'], ChassisState::Dead, ChassisState::Discharging),
            self::AreaLook => TestDefinition::question(['sound', 'found-something'], ChassisState::Dead, ChassisState::Discharging),
            self::DateCode => TestDefinition::written(Grammar::DateCode, [], ChassisState::Dead, ChassisState::Discharging),
        };
    }
}
