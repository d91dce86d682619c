<?php

declare(strict_types=1);

namespace Yew\Server\Station;

use Yew\Core\Bias\BalanceAdvice;
use Yew\Core\Bias\BeforeChange;
use Yew\Core\Bias\BiasBench;
use Yew\Core\Bias\BiasHandle;
use Yew\Core\Bias\BiasSweep;
use Yew\Core\Bias\BiasTestKind;
use Yew\Core\Bias\BiasTube;
use Yew\Core\Bias\ExchangeAdvice;
use Yew\Core\Bias\Oscillation;
use Yew\Core\Bias\PartToFit;
use Yew\Core\Bias\RangeAdvice;
use Yew\Core\Bias\TrimEnd;
use Yew\Core\Bias\TrimReach;
use Yew\Core\Job\Bench;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Station\BenchFacts;
use Yew\Server\Http\Refused;
use Yew\Server\Wording\Wording;

/** What sets the bias of one output stage, as the page gets it: how far it reaches, what belongs there instead, what is to be known before, and by whose wish. */
final readonly class SettingView
{
    public function __construct(private Wording $wording)
    {
    }

    /**
     * What is turned or changed, chosen by name; the first where none is said.
     *
     * @param non-empty-list<BiasTube> $tubes
     */
    public static function handle(BenchFacts $facts, array $tubes, ?string $part): ?BiasHandle
    {
        $all = BiasHandle::ofStage($facts, $tubes);

        return null === $part ? array_values($all)[0] ?? null : $all[$part] ?? throw Refused::badData('part', \sprintf('“%s” does not move the bias of this stage', $part));
    }

    /** @return array<string, mixed> the schema BiasSetting of docs/api/openapi.yaml */
    public function of(Bench $bench, string $stage, ?string $part): array
    {
        $bias = new BiasBench($bench->facts());
        $tubes = $bias->tubesOf($stage);
        if ([] === $tubes) {
            throw Refused::notFound('output stage with tubes in');
        }
        $handle = self::handle($bias->facts, $tubes, $part);
        $sweep = null === $handle ? null : BiasSweep::of($bias, $handle->moved($bias->facts, $tubes)[0] ?? $tubes[0], $handle);
        $range = null === $sweep ? null : RangeAdvice::of($bias, $sweep, $stage);
        $exchange = null === $sweep ? null : ExchangeAdvice::of($bias, $sweep, $stage);
        $seen = static fn (BiasTestKind $kind): ?string => Oscillation::seen($bias->facts, $stage, $kind)?->choice();

        return [
            'stage' => $stage, 'part' => $handle?->part, 'kind' => true === $handle?->isBalance ? 'balance' : $handle?->kind,
            'parts' => array_map(static fn (BiasHandle $h): array => ['part' => $h->part, 'isBalance' => $h->isBalance, 'positions' => array_map(static fn (BiasTube $t): string => $t->drawn->position, $h->moved($bias->facts, $tubes))], array_values(BiasHandle::ofStage($bias->facts, $tubes))),
            'target' => $this->target($tubes[0]),
            ...match (true) {
                null !== $range => $this->range($range),
                null !== $exchange => $this->exchange($exchange, $sweep->handle->part ?? ''),
                default => ['isMeasured' => false, 'isEnough' => false, 'now' => null, 'then' => null, 'fits' => [], 'sentences' => null === $sweep || !$handle->isBalance ? [] : $this->balance(BalanceAdvice::of($sweep, $tubes), $handle->part)],
            },
            'before' => array_map($this->wording->told(...), BeforeChange::of($bias->facts, $tubes)),
            'look' => ['output' => $seen(BiasTestKind::OutputLook), 'probe' => $seen(BiasTestKind::ProbeTouch)],
        ];
    }

    /** @return array<string, mixed> */
    private function target(BiasTube $tube): array
    {
        $target = $tube->target();

        return ['school' => $target->school->value, 'low' => $target->low, 'high' => $target->high, 'isBand' => $target->school->isBand(), 'setBy' => $target->setBy, 'reason' => $target->reason, 'range' => ['low' => $tube->range()->low, 'high' => $tube->range()->high]];
    }

    /** @return array<string, mixed> */
    private function range(RangeAdvice $advice): array
    {
        $part = ['part' => $advice->trim->id];
        $told = static fn (TrimReach $r): array => ['position' => $r->hot->position, 'coldVolts' => $r->cold->gridVolts, 'coldPercent' => 100 * $r->cold->share, 'hotVolts' => $r->hot->gridVolts, 'hotPercent' => 100 * $r->hot->share, 'highPercent' => 100 * $r->hot->highShare, 'openVolts' => $r->open->gridVolts ?? 0.0, 'openPercent' => 100 * max($r->open->share ?? 0.0, $r->open->highShare ?? 0.0)];
        [$now, $then] = [$told($advice->now), null === $advice->then ? [] : $told($advice->then)];
        $ranging = array_filter($advice->parts, static fn (PartToFit $p): bool => null === $p->between);
        $holding = array_values(array_filter($advice->parts, static fn (PartToFit $p): bool => null !== $p->between));
        $codes = [
            ['range-now', $now],
            ...($advice->isEnough ? [['range-enough', []]] : []),
            ...($advice->now->hot->isAllowed() ? [] : [['range-over', $now]]),
            ...([] === $ranging ? ($advice->isEnough ? [] : [['range-none', []]]) : [['range-fit', [...$then, 'parts' => implode(', ', array_map(static fn (PartToFit $p): string => $p->id.' '.Engineering::text($p->ohms, 'Ω'), $ranging))]]]),
            [null === $advice->now->open ? 'wiper-unknown' : ($advice->now->failsSafe() ? 'wiper-holds' : 'wiper-lost'), $now],
            ...([] === $holding ? [] : [['wiper-hold', [...$then, 'fitOhms' => $holding[0]->ohms]]]),
            ...($advice->isMeasured ? [] : [['range-by-circuit', []]]),
        ];

        return [
            'isMeasured' => $advice->isMeasured, 'isEnough' => $advice->isEnough, 'now' => self::reach($advice->now), 'then' => null === $advice->then ? null : self::reach($advice->then),
            'fits' => array_map($this->fit(...), $advice->parts), 'sentences' => array_map(fn (array $c): string => $this->wording->cold($c[0], [...$part, ...$c[1]]), $codes),
        ];
    }

    /** @return array<string, mixed> */
    private function exchange(ExchangeAdvice $advice, string $part): array
    {
        $told = static fn (TrimEnd $e): array => ['part' => $part, 'position' => $e->position, 'hotPercent' => 100 * $e->share, 'highPercent' => 100 * $e->highShare];
        $at = static fn (TrimEnd $e): array => ['cold' => self::end($e), 'hot' => self::end($e), 'open' => null, 'isSafe' => null];
        $codes = [
            ['exchange-now', $told($advice->now)],
            ...($advice->isEnough ? [['exchange-enough', []]] : []),
            ...(null === $advice->part || null === $advice->then ? ($advice->isEnough ? [] : [[$advice->isMeasured ? 'exchange-none' : 'exchange-unread', []]]) : [['exchange-fit', [...$told($advice->then), 'fitOhms' => $advice->part->ohms, 'fitWatts' => $advice->part->watts ?? 0.0]]]),
        ];

        return [
            'isMeasured' => $advice->isMeasured, 'isEnough' => $advice->isEnough, 'now' => $at($advice->now), 'then' => null === $advice->then ? null : $at($advice->then),
            'fits' => null === $advice->part ? [] : [$this->fit($advice->part)], 'sentences' => array_map(fn (array $c): string => $this->wording->cold($c[0], $c[1]), $codes),
        ];
    }

    /** @return list<string> */
    private function balance(?BalanceAdvice $advice, string $part): array
    {
        if (null === $advice) {
            return [$this->wording->cold('balance-unread', ['part' => $part])];
        }
        $grids = implode(', ', array_map(static fn (string $p, float $v): string => $p.' '.Engineering::plain($v, 0.1).' V', array_keys($advice->grids), $advice->grids));
        $figures = ['part' => $part, 'grids' => $grids, 'settingPercent' => 100 * $advice->setting, 'heavySide' => $advice->heavySide, 'apartAmperes' => $advice->apartAmperes];

        return [$this->wording->cold([] === $advice->grids ? 'balance-turn' : 'balance-turn-to', $figures), ...($advice->reaches ? [] : [$this->wording->cold('balance-short', $figures)])];
    }

    /** @return array<string, mixed> a resistor to fit, with the line that says that it is in */
    private function fit(PartToFit $part): array
    {
        return ['text' => $part->text(), 'words' => $this->wording->cold(null === $part->between ? 'fit-part' : 'fit-hold', ['part' => $part->id, 'fitOhms' => $part->ohms, 'wasOhms' => $part->was ?? 0.0]), 'ohms' => $part->ohms, 'was' => $part->was, 'watts' => $part->watts];
    }

    /** @return array<string, mixed> */
    private static function reach(TrimReach $reach): array
    {
        return ['cold' => self::end($reach->cold), 'hot' => self::end($reach->hot), 'open' => null === $reach->open ? null : self::end($reach->open), 'isSafe' => $reach->failsSafe()];
    }

    /** @return array{position: string, gridVolts: float, share: float, highShare: float} */
    private static function end(TrimEnd $end): array
    {
        return ['position' => $end->position, 'gridVolts' => $end->gridVolts, 'share' => $end->share, 'highShare' => $end->highShare];
    }
}
