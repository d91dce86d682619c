<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Look\FuseCheck;
use Yew\Core\Look\LookTestKind;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Board;
use Yew\Core\Station\Gauge;
use Yew\Core\Station\Item;
use Yew\Core\Station\Station;
use Yew\Core\Test\Reason;

/** Transformers and chokes with their verdicts. */
final class IronStation implements Station
{
    public function id(): string
    {
        return 'iron';
    }

    public function order(): int
    {
        return 20;
    }

    public function tests(): array
    {
        return IronTestKind::cases();
    }

    public function board(BenchFacts $facts): Board
    {
        return new Board($this->id(), self::items($facts));
    }

    /** @return list<Item> */
    private static function items(BenchFacts $facts): array
    {
        return array_map(static fn (DrawnTransformer $t): Item => self::item($facts, $t), $facts->drawn->iron);
    }

    private static function item(BenchFacts $facts, DrawnTransformer $drawn): Item
    {
        $tests = $facts->tests->of($drawn->id);
        $context = self::context($facts, $drawn);
        $verdict = match ($drawn->role) {
            'power' => PowerTransformer::judge($drawn, $tests, $context),
            'output' => OutputTransformer::judge($drawn, $tests, $context),
            default => Choke::judge($drawn, $tests, $context),
        };

        $detail = new IronDetail($drawn->role, $drawn->channel, $verdict->notAsked, $verdict->notTested, self::windings($facts, $drawn, $verdict));

        return new Item($drawn->id, 'iron-'.$drawn->role, 'iron-'.$drawn->role, self::detail($drawn), $verdict, IronPlan::steps($drawn, $facts->tests, $facts->practice->mainsHertz, $facts->mainsRatio()), self::gauges($drawn, $verdict), $detail);
    }

    /** Primary impedance of the other channel's transformer; where none was measured, of the same one in the other unit (JUDGE-6). */
    private static function sisterOhms(BenchFacts $facts, DrawnTransformer $drawn): ?float
    {
        if ('output' !== $drawn->role) {
            return null;
        }
        $ohms = null;
        foreach ($facts->drawn->iron as $other) {
            if ('output' === $other->role && $other->id !== $drawn->id) {
                $ohms = RatioTest::of($facts->tests->of($other->id), $other->tapOhms)->impedanceOhms() ?? $ohms;
            }
        }

        return $ohms ?? RatioTest::of($facts->otherUnit->of($drawn->id), $drawn->tapOhms)->impedanceOhms();
    }

    private static function context(BenchFacts $facts, DrawnTransformer $drawn): IronContext
    {
        $rail = $drawn->supply ?? array_key_first($facts->drawn->rails);
        $volts = null === $rail ? null : $facts->drawn->supplyVolts[$rail] ?? null;
        $loads = [];
        foreach (array_unique($drawn->tubes) as $type) {
            array_push($loads, ...($facts->tubes->find($type)->loads ?? []));
        }

        return new IronContext($facts->practice->mainsHertz, $volts, $facts->mainsRatio(), $loads, self::sisterOhms($facts, $drawn), RatioTest::of($facts->lastVisit->of($drawn->id), $drawn->tapOhms)->impedanceOhms(), $facts->practice->insulationOhms, $facts->practice->insulationVolts, self::fuseAmperes($facts), $facts->wiredForVolts);
    }

    /** The mains fuse as it is fitted, else as it is drawn for this unit's mains. */
    private static function fuseAmperes(BenchFacts $facts): ?float
    {
        $sheet = $facts->sheet;
        foreach ($sheet->fuses ?? [] as $fuse) {
            if (null !== $sheet && 'mains' === $fuse->place) {
                $fitted = $facts->tests->of($fuse->id)->latest(LookTestKind::Fuse)->said['amperes'] ?? null;

                return is_numeric($fitted) ? (float) $fitted : FuseCheck::scaled($fuse->printedAmperes, $sheet->printedMains[0], $facts->wiredForVolts);
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

    /** @return list<WindingPicture> */
    private static function windings(BenchFacts $facts, DrawnTransformer $drawn, TransformerVerdict $verdict): array
    {
        $tests = $facts->tests->of($drawn->id);
        $windings = [];
        foreach ($drawn->windings as $w) {
            $judged = Reason::worst(array_values(array_filter($verdict->reasons, static fn (Reason $r): bool => \in_array($r->figures['winding'] ?? null, [$w->id, $w->name], true))));
            $ohms = $tests->latest(IronTestKind::WindingOhms, $w->id);
            $windings[] = new WindingPicture($w->id, $w->name, Engineering::text($w->ohms, 'Ω'), $ohms?->shown('ohms'), $tests->latest(IronTestKind::OffLoad, $w->id)?->text, $judged);
        }

        return $windings;
    }

    /** @return list<Gauge> each with the verdict of the ground that was made of the same figure */
    private static function gauges(DrawnTransformer $drawn, TransformerVerdict $verdict): array
    {
        $known = $drawn->primaryOhms;
        $share = RatioTest::KNOWN_PERCENT / 100;
        $gauges = [];
        foreach ($verdict->measured->taps as $tap) {
            $gauges[] = new Gauge(\sprintf('tap %s Ω, %.1f : 1', $tap->tap, $tap->ratio), $tap->impedanceOhms, 'Ω', $known, null === $known ? null : (1 - $share) * $known, null === $known ? null : (1 + $share) * $known, $verdict->of('impedance-as-drawn', 'impedance-unas-drawn', 'impedance-too-coarse', 'taps-') ?? Verdict::CannotSay);
        }
        $share = PowerTransformer::LIKE_DRAWN_PERCENT / 100;
        foreach ($verdict->measured->offLoad as $w) {
            $expected = $w->expectedVolts;
            $gauges[] = new Gauge($w->winding.' at '.Engineering::plain($w->mainsVolts, 0.1).' V', $w->volts, 'V', $expected, null === $expected ? null : (1 - $share) * $expected, null === $expected ? null : (1 + $share) * $expected, self::offLoad($w, $verdict));
        }
        if (null !== $verdict->measured->primaryHenries) {
            $gauges[] = new Gauge('primary inductance', $verdict->measured->primaryHenries, 'H', null, null, null, $verdict->of('magnetising-') ?? Verdict::CannotSay);
        }
        if (null !== $verdict->measured->henries) {
            $gauges[] = new Gauge('inductance', $verdict->measured->henries, 'H', $drawn->henries, null, null, $verdict->of('choke-') ?? Verdict::CannotSay);
        }

        return $gauges;
    }

    /** What is said of a winding's volts; where all are off alike, of the mains that they were made for. */
    private static function offLoad(OffLoadVolts $volts, TransformerVerdict $verdict): Verdict
    {
        $own = array_filter($verdict->reasons, static fn (Reason $r): bool => 'made-for-other-mains' === $r->code || (str_starts_with($r->code, 'off-load-') && ($r->figures['winding'] ?? null) === $volts->winding));

        return Reason::worst(array_values($own)) ?? Verdict::CannotSay;
    }
}
