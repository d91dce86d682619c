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
    case FeedbackLifted = 'feedback-lifted';
    case FeedbackOpenLevel = 'feedback-open-level';
    case FeedbackClosed = 'feedback-closed';
    case FeedbackClosedLevel = 'feedback-closed-level';
    case FeedbackHowl = 'feedback-howl';
    case FeedbackReled = 'feedback-reled';

    /** @return non-empty-list<self> what tells the phase of a feedback loop (PWR-8) */
    public static function ofFeedback(): array
    {
        return [self::FeedbackLifted, self::FeedbackOpenLevel, self::FeedbackClosed, self::FeedbackClosedLevel, self::FeedbackHowl, self::FeedbackReled];
    }

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
            self::FeedbackLifted => TestDefinition::question(['lifted', 'none'], ChassisState::Dead),
            self::FeedbackClosed => TestDefinition::question(['closed'], ChassisState::Dead),
            self::FeedbackReled => TestDefinition::question(['plates', 'plates-and-screens', 'drives', 'secondary'], ChassisState::Dead),
            self::FeedbackOpenLevel, self::FeedbackClosedLevel => TestDefinition::figures(['volts' => TestFigure::of(Unit::Volts)], ChassisState::Ramping, ChassisState::Energised),
            self::FeedbackHowl => TestDefinition::question(['steady', 'howls'], ChassisState::Ramping, ChassisState::Energised, ChassisState::Discharging, ChassisState::Dead),
            self::LightsOut => TestDefinition::question(['none', 'faint-blue', 'red-plate', 'red-screen'], ChassisState::Energised, ChassisState::Ramping),
        };
    }
}
