<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Capacitor\CapacitorContext;
use Yew\Core\Capacitor\CapacitorJudge;
use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Capacitor\Replacement;
use Yew\Core\Codec\Fields;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Station\Leakage;
use Yew\Core\Station\School;
use Yew\Core\Test\Reason;
use Yew\Core\Version;

/** A capacitor judged from its tests, and what to fit in its place (CAP-1 to CAP-9). */
final class JudgeCapacitor implements ComputeForm
{
    public function name(): string
    {
        return 'judge-capacitor/1';
    }

    public function summary(): string
    {
        return 'verdict on a capacitor from its tests, and what to fit in its place';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $drawn = new DrawnCapacitor('it', $fields->positive('farads'), $fields->optionalPositive('ratedVolts'), $fields->optionalString('does', 20) ?? 'other', null, null, $fields->optionalNumber('worstVolts'), $fields->optionalNumber('workingVolts'), $fields->optionalPositive('gridOhms'), $fields->optionalString('rectifierTube', 20), $fields->optionalPositive('rectifierFarads'));
        $school = $fields->has('school') ? $fields->oneOf('school', School::class) : School::MeasureFirst;
        $grade = $fields->has('grade') ? $fields->oneOf('grade', Leakage::class) : Leakage::General;
        $fields->raw('school');
        $fields->raw('grade');
        $built = $fields->optionalNumber('builtYear', 1900, 2200);
        $year = $fields->optionalNumber('thisYear', 1945, 2200);
        if (null !== $built && null === $year) {
            throw $fields->fault('thisYear', 'its age needs the year of today, too');
        }
        $context = new CapacitorContext($school, null === $built ? null : (int) $built, null === $year ? null : (int) $year, $grade);
        $tests = TypedTests::decode($fields, 'it', CapacitorTestKind::class);
        $fields->done();
        $judged = CapacitorJudge::judge($drawn, $tests, $context);

        return ['word' => $judged->outcome->value, 'verdict' => $judged->verdict->value, 'reasons' => array_map(static fn (Reason $r): array => $r->toArray(), $judged->reasons), 'window' => ['lowFarads' => $judged->lowFarads, 'highFarads' => $judged->highFarads], 'replacement' => Replacement::propose($drawn)->toArray(), 'coreVersion' => Version::CORE];
    }
}
