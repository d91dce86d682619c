<?php

declare(strict_types=1);

namespace Yew\Core\Work;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Quantity\Unit;
use Yew\Core\Test\Grammar;
use Yew\Core\Test\TestDefinition;
use Yew\Core\Test\TestFigure;
use Yew\Core\Test\TestKind;

/** What is measured, read back and told around the exchange of a part (WORK-1 to WORK-3, CAP-10). */
enum WorkTestKind: string implements TestKind
{
    case NewCapacitor = 'new-capacitor';
    case NewResistor = 'new-resistor';
    case NewPart = 'new-part';
    case Fit = 'fit';
    case ReadBack = 'read-back';
    case InPlace = 'in-place';
    case Removed = 'removed';
    case Joints = 'joints';
    case LeadBack = 'lead-back';

    public function name(): string
    {
        return $this->value;
    }

    public function definition(): TestDefinition
    {
        // A part on the bench is not in the chassis: its state is no matter.
        return match ($this) {
            self::NewCapacitor => TestDefinition::written(Grammar::Capacitor, ['farads' => TestFigure::orLess(Unit::Farads), 'esrOhms' => TestFigure::bounded(Unit::Ohms), 'leakAmperes' => TestFigure::bounded(Unit::Amperes)], ...ChassisState::cases())->ofExchange(),
            self::NewResistor => TestDefinition::figures(['ohms' => TestFigure::of(Unit::Ohms)], ...ChassisState::cases())->ofExchange(),
            self::NewPart => TestDefinition::question(['good', 'doubtful'], ...ChassisState::cases())->ofExchange(),
            self::Fit => TestDefinition::change(Grammar::Fitted, ChassisState::Dead)->asDone(),
            self::ReadBack => TestDefinition::figures(['ohms' => TestFigure::bounded(Unit::Ohms)], ChassisState::Dead),
            self::InPlace => TestDefinition::question(['leads-right', 'open', 'joined'], ChassisState::Dead),
            self::Removed => TestDefinition::question(['to-the-owner', 'kept', 'scrapped-as-agreed'], ...ChassisState::cases())->ofExchange(),
            self::Joints => TestDefinition::question(['sound-after-cleaning', 'trouble'], ChassisState::Dead),
            self::LeadBack => TestDefinition::question(['as-before', 'elsewhere'], ChassisState::Dead),
        };
    }
}
