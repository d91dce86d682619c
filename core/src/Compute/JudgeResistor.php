<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\Fields;
use Yew\Core\Drawn\DrawnResistor;
use Yew\Core\Resistor\ResistorJudge;
use Yew\Core\Resistor\ResistorTestKind;
use Yew\Core\Station\Practice;
use Yew\Core\Test\Reason;
use Yew\Core\Version;

/** A resistor judged in place or lifted (JUDGE-8, JUDGE-9). */
final class JudgeResistor implements ComputeForm
{
    public function name(): string
    {
        return 'judge-resistor/1';
    }

    public function summary(): string
    {
        return 'verdict on a resistor from its ohms, in place or lifted';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $drawn = new DrawnResistor('it', $fields->positive('resistanceOhms'), 'a', 'b', $fields->optionalNumber('tolerancePercent', 0.01, 50) ?? 10.0, $fields->optionalPositive('ratedWatts'), $fields->optionalPositive('inCircuitOhms'), $fields->optionalString('does', 20) ?? 'other', [], null, $fields->optionalNumber('watts', 0, 1e4));
        $damage = $fields->optionalString('damage', 40);
        $grace = $fields->optionalNumber('gracePercent', 0, 50) ?? Practice::RESISTOR_GRACE_PERCENT;
        $tests = TypedTests::decode($fields, 'it', ResistorTestKind::class);
        $fields->done();
        $judged = ResistorJudge::judge($drawn, $tests, null, $damage, $grace);

        return ['word' => $judged->outcome->value, 'verdict' => $judged->verdict->value, 'reasons' => array_map(static fn (Reason $r): array => $r->toArray(), $judged->reasons), 'expectedOhms' => $judged->expectedOhms, 'lowOhms' => $judged->lowOhms, 'highOhms' => $judged->highOhms, 'ownOhms' => $judged->ownOhms, 'coreVersion' => Version::CORE];
    }
}
