<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Bench\Conditions;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Output\DrawnStage;
use Yew\Core\Output\ExpectedPower;
use Yew\Core\Output\PowerAsked;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Tube\TubeType;

/** What an output stage should give today, into the load that is said to be on it or into another, with its tubes or with others (BIAS-7). */
final readonly class StagePower
{
    /**
     * @param list<BiasLimit> $limits     of what stands in the sockets, the first to judge by; none where the type is not known exactly
     * @param float|null      $mainsVolts at which it is foretold, where that is not as the unit stands now: what it is wired for, and nothing in the way
     */
    private function __construct(public ExpectedPower $power, public array $limits, public ?float $mainsVolts)
    {
    }

    /**
     * As it stands now; where nobody said at which mains, or a limiter holds it back, at the mains that it is wired for. Null where no
     * circuit tells.
     *
     * @param list<BiasTube> $tubes    of the stage, those that are in
     * @param float|null     $loadOhms another load than the one on it
     * @param TubeType|null  $type     another type in all its sockets: one of others()
     */
    public static function of(BiasBench $bench, array $tubes, ?float $loadOhms = null, ?TubeType $type = null): ?self
    {
        $conditions = $bench->facts->readings?->contextNow()->conditions;
        if (null === $conditions || [] === $tubes) {
            return null;
        }
        $isAsItStands = null !== $conditions->mainsVolts() && false === $conditions->limited();
        $conditions = $isAsItStands ? $conditions : Conditions::decode([...BiasSweep::wall($bench, $conditions, 1.0)->toArray(), 'limiters' => ['value' => [], 'how' => 'assumed'], 'standby' => ['value' => 'play', 'how' => 'assumed']]);
        $outputs = array_column(array_map(static fn (BiasTube $t): array => [$t->drawn->position, $t->drawn], $tubes), 1, 0);
        $power = $bench->facts->expectedPower(null === $type ? $conditions : self::with($conditions, $outputs, $type), new PowerAsked($outputs, ExpectedPower::feedsBack($bench->facts->drawn->loops, $tubes[0]->drawn->stage), $loadOhms ?? self::loadOn($conditions)));
        $limits = null === $type ? ($tubes[0]->isOfUnknownSuffix() ? [] : $tubes[0]->limits()) : BiasLimit::ofType($type);

        return null === $power ? null : new self($power, $limits, $isAsItStands ? null : $bench->facts->wiredForVolts);
    }

    /** The load that is said to be on the output, ohms; null where nobody said, or none that a stage could drive. */
    public static function loadOn(Conditions $conditions): ?float
    {
        $ohms = $conditions->loadOhms();

        return null !== $ohms && DrawnStage::isLoad($ohms) ? $ohms : null;
    }

    /**
     * Types that would go into the sockets of a stage as they are wired.
     *
     * @param list<BiasTube> $tubes of the stage
     *
     * @return list<TubeType>
     */
    public static function others(BiasBench $bench, array $tubes): array
    {
        $fitted = $tubes[0]->types[0] ?? null;

        return null === $fitted ? [] : array_values(array_filter($bench->facts->tubes->types(), static fn (TubeType $type): bool => $type->name !== $fitted->name && $type->isWiredAs($fitted) && [] !== BiasLimit::ofType($type)));
    }

    /** @return list<Reason> what is to be said of it, worst first */
    public function reasons(): array
    {
        return Reason::worstFirst(array_values(array_filter([$this->clean(), $this->mains(), $this->load(), $this->side(), $this->most('screen'), $this->most('plate'), $this->sag()])));
    }

    private function clean(): Reason
    {
        $limit = $this->power->limit();

        return new Reason('power-clean-'.$limit, 'crossover' === $limit ? Verdict::Watch : Verdict::Within, [
            'cleanWatts' => $this->power->cleanWatts(), 'loadOhms' => $this->power->loadOhms, 'driveVolts' => $this->power->clean->driveVolts,
            'distortionPercent' => 100 * $this->power->clean->distortion, 'atGridWatts' => $this->power->full()->watts, 'atGridPercent' => 100 * $this->power->full()->distortion,
        ]);
    }

    private function mains(): ?Reason
    {
        return null === $this->mainsVolts ? null : new Reason('power-at-wired-mains', Verdict::Within, ['mainsVolts' => $this->mainsVolts]);
    }

    private function load(): ?Reason
    {
        return $this->power->isDrawnLoad() ? null : new Reason('power-other-load', Verdict::Watch, ['loadOhms' => $this->power->loadOhms, 'drawnOhms' => $this->power->drawnLoadOhms, 'primaryOhms' => $this->power->primaryOhms]);
    }

    /** Which half clips first; a single-ended stage’s halves are never alike. */
    private function side(): ?Reason
    {
        $side = $this->power->clipsFirst();
        if (null === $side) {
            return null;
        }
        if ($this->power->isSingleEnded) {
            return new Reason('a' === $side ? 'power-knee-first' : 'power-cut-off-first', Verdict::Within, []);
        }
        ['a' => $a, 'b' => $b] = $this->power->full()->peaks;

        return new Reason('power-side-first', Verdict::Watch, ['positions' => implode(', ', array_keys($this->power->sides, $side, true)), 'shortPercent' => 100 * (1 - min($a, $b) / max($a, $b))]);
    }

    /** @param 'plate'|'screen' $electrode */
    private function most(string $electrode): ?Reason
    {
        $limit = $this->limits[0] ?? null;
        $allowed = 'screen' === $electrode ? $limit?->screenWatts : $limit?->plateWatts;
        $most = $this->power->most($electrode);
        if (null === $most || null === $allowed) {
            return null;
        }
        [$position, $point, $watts] = $most;

        return new Reason('power-'.$electrode.($watts > $allowed ? '-over' : '-holds'), $watts > $allowed ? Verdict::Watch : Verdict::Within, ['position' => $position, $electrode.'Watts' => $watts, 'limitWatts' => $allowed, 'limitPercent' => 100 * $watts / $allowed, 'outputWatts' => $point->watts, 'system' => $limit->system]);
    }

    private function sag(): Reason
    {
        $idle = $this->power->points[0];
        $full = $this->power->full();

        return new Reason('power-sag', Verdict::Within, ['idleVolts' => $idle->supplyVolts, 'fullVolts' => $full->supplyVolts, 'peakVolts' => $full->peakPlateVolts]);
    }

    /**
     * The same conditions with another type in the sockets of a stage.
     *
     * @param array<string, DrawnOutput> $outputs
     */
    private static function with(Conditions $conditions, array $outputs, TubeType $type): Conditions
    {
        $facts = $conditions->toArray();
        $tubes = \is_array($facts['tubes']['value'] ?? null) ? $facts['tubes']['value'] : [];
        foreach (array_keys($outputs) as $position) {
            $tubes[$position] = ['type' => $type->name, 'tubeId' => null];
        }

        return Conditions::decode([...$facts, 'tubes' => ['value' => $tubes, 'how' => 'assumed']]);
    }
}
