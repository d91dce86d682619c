<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Reading\JudgedBench;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/**
 * Two tubes that changed places, and where the fault stood before and after each swap (JUDGE-6).
 *
 * What follows the tube there **and back** is the tube; once is only suspected, since a swap wipes the contacts too; what stays is the
 * stage. Where the fault stands is read off the readings at both sockets; where they do not tell, it is asked.
 */
final readonly class SwapLog
{
    /**
     * @param list<array{bool, bool}|null> $faults at the first and at the second socket, before the swaps and after each; null where not known
     * @param list<bool>                   $told   whether the readings say so
     */
    private function __construct(public string $first, public string $second, public array $faults, public array $told)
    {
    }

    /** The name of the pair on the board. */
    public function part(): string
    {
        return $this->first.'+'.$this->second;
    }

    public function count(): int
    {
        return \count($this->faults) - 1;
    }

    /**
     * Every pair that was swapped on this job and that still stands as it was swapped.
     *
     * @param FittedChanges $changed by this job, in the order of its readings
     *
     * @return list<self>
     */
    public static function all(FittedChanges $changed, ?JudgedBench $readings, TestRecord $tests): array
    {
        $swaps = [];
        foreach ($changed->all as $number => $change) {
            $pair = $change->swapped();
            if (null === $pair) {
                $swaps = array_filter($swaps, static fn (array $s): bool => !self::isOver($change, $s['pair']));
                continue;
            }
            $pair = [min($pair), max($pair)];
            $key = implode('+', $pair);
            // A tube that goes on to a third socket takes the comparison of the first two along.
            $swaps = array_filter($swaps, static fn (array $s): bool => $s['pair'] === $pair || [] === array_intersect($s['pair'], $pair));
            $swaps[$key] ??= ['pair' => $pair, 'at' => []];
            $swaps[$key]['at'][] = $number;
        }

        return array_values(array_map(static fn (array $s): self => self::of($s['pair'], $s['at'], $readings, $tests), $swaps));
    }

    /** @param array{string, string} $pair */
    private static function isOver(FittedChange $change, array $pair): bool
    {
        return [] !== array_filter($pair, static fn (string $p): bool => $change->renews($p, false));
    }

    /**
     * @param array{string, string} $pair
     * @param non-empty-list<int>   $at   numbers of the swaps among the changes
     */
    private static function of(array $pair, array $at, ?JudgedBench $readings, TestRecord $tests): self
    {
        $faults = $told = [];
        $answers = $tests->of($pair[0].'+'.$pair[1]);
        foreach (range(0, \count($at)) as $epoch) {
            // A reading belongs to the epoch in which it was taken: after so many changes of the unit.
            $from = 0 === $epoch ? 0 : $at[$epoch - 1] + 1;
            $to = $at[$epoch] ?? \PHP_INT_MAX;
            $read = [self::isOff($pair[0], $from, $to, $readings), self::isOff($pair[1], $from, $to, $readings)];
            $known = null !== $read[0] && null !== $read[1];
            $told[] = $known;
            $faults[] = $known ? [$read[0], $read[1]] : self::answered($answers->latest(TubeTestKind::FaultAt, (string) $epoch));
        }

        return new self($pair[0], $pair[1], $faults, $told);
    }

    /** Whether any pin of a socket read out; null where none was read. */
    private static function isOff(string $position, int $from, int $to, ?JudgedBench $readings): ?bool
    {
        $off = null;
        foreach ($readings?->points() ?? [] as $judged) {
            $point = $judged->point;
            if (MeterFunction::DcVolts !== $point->function || Place::pin($point->place)?->tube !== $position) {
                continue;
            }
            $newest = null;
            foreach ($readings?->history(TestPoint::keyOf($point->place, $point->function)) ?? [] as [$reading, $verdict]) {
                $newest = $reading->fittedThen >= $from && $reading->fittedThen <= $to ? $verdict : $newest;
            }
            if (null !== $newest && Verdict::CannotSay !== $newest) {
                $off = ($off ?? false) || Verdict::Out === $newest || Verdict::Danger === $newest;
            }
        }

        return $off;
    }

    /** @return array{bool, bool}|null */
    private static function answered(?TakenTest $test): ?array
    {
        return match ($test?->choice()) {
            'at-the-first' => [true, false],
            'at-the-second' => [false, true],
            'at-both' => [true, true],
            'gone' => [false, false],
            default => null,
        };
    }

    public function reason(): Reason
    {
        $figures = ['first' => $this->first, 'second' => $this->second, 'swaps' => $this->count()];
        $before = $this->faults[0];
        if (null === $before || $before[0] === $before[1]) {
            return new Reason(null === $before ? 'swap-not-said-before' : ([true, true] === $before ? 'swap-both-before' : 'swap-none-before'), Verdict::CannotSay, $figures);
        }
        $origin = $before[0] ? 0 : 1;
        $figures['origin'] = $before[0] ? $this->first : $this->second;
        $steps = [];
        foreach (\array_slice($this->faults, 1) as $i => $faults) {
            $steps[] = self::step($faults, 0 === $i % 2 ? 1 - $origin : $origin);
        }
        [$once, $back] = [$steps[0] ?? null, $steps[1] ?? null];
        $figures['now'] = $this->standsAt($origin);

        return match (true) {
            null === $once => new Reason('swap-not-said-after', Verdict::CannotSay, $figures),
            'stayed' === $once => new Reason('swap-stayed', Verdict::Watch, $figures),
            'gone' === $once => new Reason('swap-gone', Verdict::CannotSay, $figures),
            'both' === $once => new Reason('swap-both', Verdict::CannotSay, $figures),
            null === $back => new Reason(1 === $this->count() ? 'swap-followed-once' : 'swap-not-said-back', 1 === $this->count() ? Verdict::Watch : Verdict::CannotSay, $figures),
            'followed' === $back => new Reason('swap-proven', Verdict::Out, $figures),
            'gone' === $back => new Reason('swap-gone-back', Verdict::CannotSay, $figures),
            default => new Reason('swap-not-back', Verdict::Watch, $figures),
        };
    }

    /** Where the tube is now that the fault was proved to follow; null while it is not proved. */
    public function provenAt(): ?string
    {
        $reason = $this->reason();
        $now = $reason->figures['now'] ?? null;

        return 'swap-proven' === $reason->code && \is_string($now) ? $now : null;
    }

    /** @param int $origin socket of the tube before the first swap */
    private function standsAt(int $origin): string
    {
        return 0 === ($origin + $this->count()) % 2 ? $this->first : $this->second;
    }

    /**
     * @param array{bool, bool}|null $faults
     * @param int                    $expected socket of the fault where it goes with the tube
     *
     * @return 'followed'|'stayed'|'gone'|'both'|null
     */
    private static function step(?array $faults, int $expected): ?string
    {
        return match (true) {
            null === $faults => null,
            $faults[0] && $faults[1] => 'both',
            !$faults[0] && !$faults[1] => 'gone',
            default => $faults[$expected] ? 'followed' : 'stayed',
        };
    }
}
