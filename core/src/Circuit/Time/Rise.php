<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tube\TubeCatalogue;

/** How places of an amplifier come up after it is switched on, cold and empty (PWR-9). */
final readonly class Rise
{
    /** So long it is followed: every cathode is hot by then. */
    public const SECONDS = 40.0;
    /** A cathode gives something from this share of its heat on. */
    private const DRAWS_SHARE = 0.5;
    /** Moments kept of each tenfold of time. */
    private const KEPT = 16;
    private const FIRST_SECONDS = 0.01;

    /**
     * @param list<float>                     $seconds
     * @param array<string, list<float|null>> $volts   by place, at each of these moments; null where it floats
     * @param array<string, float>            $draws   seconds after which each of the tubes asked for begins to draw; none where it never does
     */
    private function __construct(public array $seconds, public array $volts, public array $draws)
    {
    }

    /**
     * @throws BadCircuit
     * @throws DidNotConverge
     */
    public static function of(AsFitted $fitted, TubeCatalogue $tubes, SolveConditions $conditions, RiseAsked $asked): self
    {
        foreach ($asked->farads as $id => $farads) {
            $fitted = $fitted->withFarads($id, $farads);
        }
        $time = AmplifierInTime::cold($fitted, $tubes, $conditions);
        $seconds = $volts = $draws = [];
        $next = self::FIRST_SECONDS;
        $time->run(self::SECONDS, static function (Instant $now) use ($asked, &$seconds, &$volts, &$draws, &$next): bool {
            foreach ($asked->tubes as $position) {
                if (($now->warm[$position] ?? 0.0) >= self::DRAWS_SHARE) {
                    $draws[$position] ??= $now->seconds;
                }
            }
            if ($now->seconds >= $next || $now->seconds >= self::SECONDS - 1e-6) {
                $seconds[] = $now->seconds;
                foreach ($asked->places as $place) {
                    $volts[$place][] = $now->volts($place);
                }
                $next = $now->seconds * 10.0 ** (1.0 / self::KEPT);
            }

            return true;
        });

        return new self($seconds, $volts, $draws);
    }

    /** Seconds after which a place has this share of its last volts for good; null where it never has. */
    public function secondsTo(string $place, float $share): ?float
    {
        $volts = $this->volts[$place] ?? [];
        $last = $volts[\count($volts) - 1] ?? null;
        $at = null;
        foreach ($volts as $n => $v) {
            $isUp = null !== $last && 0.0 !== $last && null !== $v && $v / $last >= $share;
            $at = $isUp ? $at ?? $this->seconds[$n] : null;
        }

        return $at;
    }

    /** Seconds at which a place passes a share of its last volts first; null where it never does. */
    public function firstSecondsTo(string $place, float $share): ?float
    {
        $volts = $this->volts[$place] ?? [];
        $last = $volts[\count($volts) - 1] ?? null;
        foreach ($volts as $n => $v) {
            if (null !== $last && 0.0 !== $last && null !== $v && $v / $last >= $share) {
                return $this->seconds[$n];
            }
        }

        return null;
    }

    /** @return array{seconds: list<float>, volts: array<string, list<float|null>>, draws: array<string, float>} for a cache */
    public function toArray(): array
    {
        return ['seconds' => $this->seconds, 'volts' => $this->volts, 'draws' => $this->draws];
    }

    /** @param array{seconds: list<float>, volts: array<string, list<float|null>>, draws: array<string, float>} $data as toArray() gave it */
    public static function fromArray(array $data): self
    {
        return new self($data['seconds'], $data['volts'], $data['draws']);
    }
}
