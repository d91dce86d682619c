<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\DischargeNetwork;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Quantity\ErrorSource;
use Yew\Core\Quantity\Figure;
use Yew\Core\Sheet\Part;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TestPoint;

/** Two nodes and the part between them give a current (JUDGE-7d), with its 95 % band (JUDGE-7b). */
final readonly class BranchCurrent
{
    /** A derived current this far from expected is out, percent (our choice: twice the window of a rail). */
    private const WINDOW_PERCENT = 20.0;

    private function __construct(
        public Part $part,
        public float $amperes,
        public float $halfWidth95Volts,
        public ?float $expectedAmperes,
        public float $watts,
        public Verdict $verdict,
        public string $reasonCode,
    ) {
    }

    /**
     * @param array<string, JudgedPoint> $points by point key
     *
     * @return list<self> one for each part with both ends read under the same conditions
     */
    public static function all(Sheet $sheet, array $points): array
    {
        $currents = [];
        foreach ($sheet->parts as $part) {
            $current = self::through($part, $points);
            if (null !== $current) {
                $currents[] = $current;
            }
        }

        return $currents;
    }

    /** @param array<string, JudgedPoint> $points by point key */
    private static function through(Part $part, array $points): ?self
    {
        $from = self::end($part->from, $points);
        $to = self::end($part->to, $points);
        if (null === $from || null === $to) {
            return null;
        }
        $drop = $from[0]->minus($to[0]);
        $resistance = Figure::with($part->ohms, new ErrorSource('part:'.$part->id, $part->ohms * $part->tolerancePercent / 100));
        $current = $drop->dividedBy($resistance);
        $expected = null === $from[1] || null === $to[1] ? null : ($from[1] - $to[1]) / $part->ohms;
        // The part's tolerance moves the current that flows, not the comparison with the print: the same part is meant in both.
        $band = $drop->halfWidth95() / $part->ohms;
        [$verdict, $reason] = self::verdict($current->value, $band, $expected);

        return new self($part, $current->value, $current->halfWidth95(), $expected, $current->value ** 2 * $part->ohms, $verdict, $reason);
    }

    /** @return array{Verdict, string} */
    private static function verdict(float $amperes, float $band, ?float $expected): array
    {
        if (null === $expected || 0.0 === $expected) {
            return [Verdict::CannotSay, 'nothing-to-compare'];
        }
        if (abs($amperes) <= $band) {
            return abs($expected) > 2 * $band ? [Verdict::Out, 'no-drop'] : [Verdict::CannotSay, 'drop-too-small'];
        }
        $limit = abs($expected) * self::WINDOW_PERCENT / 100;
        $off = abs($amperes - $expected);
        if ($off - $band <= $limit && $off + $band > $limit) {
            return [Verdict::CannotSay, 'current-straddles'];
        }

        return $off > $limit ? [Verdict::Out, $amperes / $expected < 1 ? 'current-low' : 'current-high'] : [Verdict::Within, 'current-within'];
    }

    /**
     * @param array<string, JudgedPoint> $points
     *
     * @return array{Figure, ?float}|null the figure read there and the volts expected
     */
    private static function end(string $place, array $points): ?array
    {
        if (DischargeNetwork::CHASSIS === $place) {
            return [Figure::exact(0.0), 0.0];
        }
        $judged = $points[TestPoint::keyOf($place, MeterFunction::DcVolts)] ?? null;
        if (null === $judged || null === $judged->figure || DischargeNetwork::CHASSIS !== $judged->point->against) {
            return null;
        }

        return [$judged->figure, null === $judged->expected->obstacle ? $judged->expected->volts : null];
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'part' => $this->part->id,
            'kind' => $this->part->kind,
            'ohms' => $this->part->ohms,
            'from' => $this->part->from,
            'to' => $this->part->to,
            'amperes' => $this->amperes,
            'bandHalfAmperes' => $this->halfWidth95Volts,
            'expectedAmperes' => $this->expectedAmperes,
            'deviationPercent' => null === $this->expectedAmperes || 0.0 === $this->expectedAmperes ? null : 100 * ($this->amperes / $this->expectedAmperes - 1),
            'watts' => $this->watts,
            'ratedWatts' => $this->part->watts,
            'verdict' => $this->verdict->value,
            'reasonCode' => $this->reasonCode,
        ];
    }
}
