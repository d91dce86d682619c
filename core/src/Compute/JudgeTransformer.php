<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\Fields;
use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Drawn\DrawnWinding;
use Yew\Core\Iron\Choke;
use Yew\Core\Iron\IronContext;
use Yew\Core\Iron\IronTestKind;
use Yew\Core\Iron\OutputTransformer;
use Yew\Core\Iron\PowerTransformer;
use Yew\Core\Station\Practice;
use Yew\Core\Test\Reason;
use Yew\Core\Tube\OutputLoad;
use Yew\Core\Version;

/** A transformer or choke judged from its tests (IRON-1 to IRON-13). */
final class JudgeTransformer implements ComputeForm
{
    public function name(): string
    {
        return 'judge-transformer/1';
    }

    public function summary(): string
    {
        return 'verdict on a transformer or choke from its tests';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $role = $fields->string('role', 10);
        $windings = [];
        foreach ($fields->objects('windings', 20) as $w) {
            $windings[] = new DrawnWinding($w->string('id', 40), $w->string('id', 40), $w->positive('resistanceOhms'), $w->optionalPositive('offLoadVolts'), $w->optionalBoolean('centreTapped', false));
            $w->done();
        }
        if (!\in_array($role, ['power', 'output', 'choke'], true)) {
            throw $fields->fault('role', 'power, output or choke');
        }
        $drawn = new DrawnTransformer('it', $role, $windings, $fields->optionalPositive('ratedVolts'), $fields->optionalPositive('primaryOhms'), $fields->optionalPositive('tapOhms'), $fields->optionalPositive('henries'), $fields->optionalBoolean('singleEnded', false), $fields->strings('tubes', 12));
        $loads = [];
        foreach ($fields->objects('loads', 20) as $load) {
            $loads[] = new OutputLoad($load->boolean('pushPull'), $load->positive('plateVolts'), $load->positive('ohms'), $load->optionalString('source') ?? 'given');
            $load->done();
        }
        $context = new IronContext($fields->optionalPositive('mainsHertz') ?? 60.0, $fields->optionalPositive('bPlusVolts'), $fields->optionalPositive('mainsRatio') ?? 1.0, $loads, $fields->optionalPositive('sisterOhms'), $fields->optionalPositive('lastVisitOhms'), $fields->optionalPositive('insulationGoodOhms') ?? Practice::INSULATION_GOOD_OHMS, $fields->optionalPositive('insulationVolts') ?? Practice::INSULATION_VOLTS);
        $tests = TypedTests::decode($fields, 'it', IronTestKind::class);
        $fields->done();
        $verdict = match ($role) {
            'power' => PowerTransformer::judge($drawn, $tests, $context),
            'output' => OutputTransformer::judge($drawn, $tests, $context),
            default => Choke::judge($drawn, $tests, $context),
        };

        return ['word' => $verdict->outcome->value, 'verdict' => $verdict->verdict->value, 'reasons' => array_map(static fn (Reason $r): array => $r->toArray(), $verdict->reasons), 'measured' => (object) $verdict->measured->toArray($role), 'notAsked' => $verdict->notAsked, 'notTested' => $verdict->notTested, 'coreVersion' => Version::CORE];
    }
}
