<?php

declare(strict_types=1);

namespace Yew\Server\Cold;

use Yew\Core\Iron\Choke;
use Yew\Core\Iron\DrawnTransformer;
use Yew\Core\Iron\IronContext;
use Yew\Core\Iron\IronPlan;
use Yew\Core\Iron\OutputTransformer;
use Yew\Core\Iron\PowerTransformer;
use Yew\Core\Iron\RatioTest;
use Yew\Core\Iron\TransformerVerdict;
use Yew\Core\Look\FuseCheck;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TrialKind;

/** Transformers and chokes with their verdicts. */
final class IronBoard
{
    /** @return list<ColdItem> */
    public static function items(ColdBench $bench): array
    {
        return array_map(static fn (DrawnTransformer $t): ColdItem => self::item($bench, $t), $bench->iron);
    }

    private static function item(ColdBench $bench, DrawnTransformer $drawn): ColdItem
    {
        $tests = $bench->tests()->of($drawn->id);
        $context = self::context($bench, $drawn);
        $verdict = match ($drawn->role) {
            'power' => PowerTransformer::judge($drawn, $tests, $context),
            'output' => OutputTransformer::judge($drawn, $tests, $context),
            default => Choke::judge($drawn, $tests, $context),
        };

        return new ColdItem($drawn->id, 'iron-'.$drawn->role, 'iron-'.$drawn->role, self::detail($drawn), $verdict->word, $verdict->verdict, $verdict->reasons, IronPlan::steps($drawn, $bench->tests(), $bench->practice->mainsHertz, $bench->mainsRatio()), self::gauges($drawn, $verdict), ['notAsked' => $verdict->notAsked, 'notTested' => $verdict->notTested, 'role' => $drawn->role, 'channel' => $drawn->channel, 'windings' => self::windings($bench, $drawn, $verdict)]);
    }

    private static function context(ColdBench $bench, DrawnTransformer $drawn): IronContext
    {
        $rail = $drawn->supply ?? array_key_first($bench->circuit?->drawn->rails() ?? []);
        $volts = null === $rail ? null : $bench->circuit?->working->at($rail);
        $loads = [];
        foreach (array_unique($drawn->tubes) as $type) {
            array_push($loads, ...($bench->tubes->find($type)->loads ?? []));
        }
        $sister = null;
        foreach ($bench->iron as $other) {
            if ('output' === $other->role && $other->id !== $drawn->id && 'output' === $drawn->role) {
                $sister = RatioTest::of($bench->tests()->of($other->id), $other->tapOhms)->impedanceOhms() ?? $sister;
            }
        }

        return new IronContext($bench->practice->mainsHertz, $volts, $bench->mainsRatio(), $loads, $sister, RatioTest::of($bench->lastVisit->of($drawn->id), $drawn->tapOhms)->impedanceOhms(), $bench->practice->insulationOhms, $bench->practice->insulationVolts, self::fuseAmperes($bench), $bench->wiredFor);
    }

    /** The mains fuse as it is fitted, else as it is drawn for this unit's mains. */
    private static function fuseAmperes(ColdBench $bench): ?float
    {
        $sheet = $bench->sheet;
        foreach ($sheet->fuses ?? [] as $fuse) {
            if (null !== $sheet && 'mains' === $fuse->place) {
                $fitted = $bench->tests()->of($fuse->id)->latest(TrialKind::Fuse)->said['amperes'] ?? null;

                return is_numeric($fitted) ? (float) $fitted : FuseCheck::scaled($fuse->printedAmperes, $sheet->printedMains[0], $bench->wiredFor);
            }
        }

        return null;
    }

    private static function detail(DrawnTransformer $drawn): string
    {
        return match ($drawn->role) {
            'output' => null === $drawn->primaryOhms || null === $drawn->tapOhms ? '' : \sprintf('%s to %s', Engineering::text($drawn->primaryOhms, 'Ω'), Engineering::text($drawn->tapOhms, 'Ω', 0.1)).([] === $drawn->tubes ? '' : ', '.implode(' and ', array_unique($drawn->tubes))),
            'power' => null === $drawn->ratedVolts ? '' : \sprintf('for %g V', $drawn->ratedVolts),
            default => null === $drawn->henries ? '' : Engineering::text($drawn->henries, 'H').', '.Engineering::text($drawn->ohms('winding') ?? 0.0, 'Ω'),
        };
    }

    /** @return list<array{id: string, name: string, drawn: string, shown: string|null, volts: string|null, verdict: string|null}> for the picture of the transformer */
    private static function windings(ColdBench $bench, DrawnTransformer $drawn, TransformerVerdict $verdict): array
    {
        $tests = $bench->tests()->of($drawn->id);
        $windings = [];
        foreach ($drawn->windings as $w) {
            $ohms = $tests->latest(TrialKind::WindingOhms, $w['id']);
            $volts = $tests->latest(TrialKind::OffLoad, $w['id']);
            $judged = Reason::worst(array_values(array_filter($verdict->reasons, static fn (Reason $r): bool => \in_array($r->figures['winding'] ?? null, [$w['id'], $w['name']], true))));
            $windings[] = ['id' => $w['id'], 'name' => $w['name'], 'drawn' => Engineering::text($w['ohms'], 'Ω'), 'shown' => null === $ohms ? null : $ohms->text.' Ω', 'volts' => $volts?->text, 'verdict' => $judged?->value];
        }

        return $windings;
    }

    /** @return list<Gauge> */
    private static function gauges(DrawnTransformer $drawn, TransformerVerdict $verdict): array
    {
        $gauges = [];
        $m = $verdict->measured;
        /** @var list<array{tap: string, ohms: float, ratio: float, impedanceOhms: float, bandOhms: float}> $taps */
        $taps = $m['taps'] ?? [];
        foreach ($taps as $tap) {
            $known = $drawn->primaryOhms;
            $inside = null === $known || abs($tap['impedanceOhms'] / $known - 1) <= 0.1;
            $gauges[] = new Gauge(\sprintf('tap %s Ω, %.1f : 1', $tap['tap'], $tap['ratio']), $tap['impedanceOhms'], 'Ω', $known, null === $known ? null : 0.9 * $known, null === $known ? null : 1.1 * $known, $inside ? Verdict::Within : Verdict::Watch);
        }
        /** @var list<array{winding: string, volts: float, mainsVolts: float, expectedVolts: float|null, deviationPercent: float|null}> $windings */
        $windings = $m['windings'] ?? [];
        foreach ($windings as $w) {
            $expected = $w['expectedVolts'];
            $gauges[] = new Gauge($w['winding'].' at '.Engineering::plain($w['mainsVolts'], 0.1).' V', $w['volts'], 'V', $expected, null === $expected ? null : 0.95 * $expected, null === $expected ? null : 1.05 * $expected, null === $expected || abs($w['volts'] / $expected - 1) <= 0.05 ? Verdict::Within : Verdict::Watch);
        }
        foreach (['primaryHenries' => 'primary inductance', 'henries' => 'inductance'] as $name => $label) {
            if (\is_float($m[$name] ?? null)) {
                $gauges[] = new Gauge($label, $m[$name], 'H', 'henries' === $name ? $drawn->henries : null, null, null, Verdict::Within);
            }
        }

        return $gauges;
    }
}
