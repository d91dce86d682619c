<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Power\BankFall;
use Yew\Core\Power\PlannedStop;
use Yew\Core\Power\PoweredRun;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Ramp\RampSample;

/** The way up and the fall after it, drawn for paper as they are on the screen: mains or seconds across, volts up. */
final readonly class PowerCharts
{
    private const WIDTH = 660;
    private const HEIGHT = 250;
    private const LEFT = 44.0;
    private const RIGHT = 74.0;
    private const TOP = 10.0;
    private const FOOT = 22.0;
    private const PALE = '#EADFC4';
    private const FINE = '#D8CDB4';
    /** Of the height, for the bias below the line. */
    private const BIAS_SHARE = 0.28;
    private const LINE = 12.0;
    /** Names that would stand so near to each other, as a share of a line, share one. */
    private const SAME_SHARE = 0.4;
    private const FALL_HEIGHT = 150;
    /** A band that ends nowhere is drawn to the end of the picture. */
    private const LONGEST_SECONDS = 900.0;

    public function __construct(private Marks $marks)
    {
    }

    /** @return string|null an image’s address; null where no circuit foretold anything and nothing was read */
    public function ramp(PoweredRun $run): ?string
    {
        $corridors = self::corridors($run->stops);
        $samples = array_values(array_filter($run->samples, static fn (RampSample $s): bool => isset($corridors[$s->place]) && MeterFunction::DcVolts === $s->function && null !== ($s->sourceVolts ?? $s->inletVolts) && \in_array($s->kind, [ReadingKind::Value, ReadingKind::Intermittent], true)));
        if ([] === $corridors || [] === $samples) {
            return null;
        }
        $read = array_map(static fn (RampSample $s): float => $s->value, $samples);
        $most = max(50.0, ...$read, ...array_merge(...array_map(static fn (array $c): array => array_column($c, 2), array_values($corridors))));
        $least = min(0.0, ...$read, ...array_merge(...array_map(static fn (array $c): array => array_column($c, 1), array_values($corridors))));
        $across = 1.04 * max(...array_map(static fn (PlannedStop $s): float => $s->stop->volts, $run->stops), ...array_map(static fn (RampSample $s): float => $s->sourceVolts ?? $s->inletVolts ?? 0.0, $samples));
        $floor = $least < -1.0 ? self::BIAS_SHARE * (self::HEIGHT - self::TOP - self::FOOT) : 0.0;
        $zero = self::HEIGHT - self::FOOT - $floor;
        $x = static fn (float $mains): float => round(self::LEFT + $mains / $across * (self::WIDTH - self::LEFT - self::RIGHT), 1);
        $y = static fn (float $volts): float => round($volts >= 0.0 ? $zero - $volts / (1.04 * $most) * ($zero - self::TOP) : $zero + $volts / (1.08 * $least) * $floor, 1);

        $svg = self::axes($x, $y, self::HEIGHT, $across, $most, $least, 'V in');
        foreach ($corridors as $steps) {
            $svg .= self::area(array_map(static fn (array $s): array => [$x($s[0]), $y($s[2])], $steps), array_map(static fn (array $s): array => [$x($s[0]), $y($s[1])], $steps));
        }
        foreach (self::labels($corridors, $y) as [$text, $at]) {
            $svg .= self::text(self::WIDTH - self::RIGHT + 5, $at + 4, $text, Marks::INK, 10);
        }
        foreach ($samples as $sample) {
            $svg .= $this->marks->point($x($sample->sourceVolts ?? $sample->inletVolts ?? 0.0), $y($sample->value), $sample->verdict->value ?? 'cannot-say');
        }

        return Marks::image(self::WIDTH, self::HEIGHT, $svg);
    }

    public function fall(BankFall $fall): string
    {
        [$points, $band] = [$fall->points(), $fall->band()];
        $start = max(1.0, ...array_column($points, 'volts'));
        $ends = array_values(array_filter($band, static fn (array $b): bool => $b['share'] <= 0.2));
        $across = max(2.0, min(self::LONGEST_SECONDS, $ends[0]['mostSeconds'] ?? self::LONGEST_SECONDS), ...array_map(static fn (float $s): float => 1.1 * $s, array_column($points, 'seconds')));
        $x = static fn (float $seconds): float => round(self::LEFT + min($seconds, $across) / $across * (self::WIDTH - self::LEFT - self::RIGHT), 1);
        $y = static fn (float $volts): float => round(self::FALL_HEIGHT - self::FOOT - $volts / (1.05 * $start) * (self::FALL_HEIGHT - self::FOOT - self::TOP), 1);
        $svg = self::axes($x, $y, self::FALL_HEIGHT, $across, $start, 0.0, 's');
        $from = $points[0]['volts'];
        $svg .= self::area(
            array_map(static fn (array $b): array => [$x($b['mostSeconds'] ?? self::LONGEST_SECONDS), $y($b['share'] * $from)], $band),
            array_map(static fn (array $b): array => [$x($b['leastSeconds']), $y($b['share'] * $from)], $band),
        );
        $svg .= \sprintf('<path d="M%s" fill="none" stroke="%s" stroke-width="1.6"/>', implode('L', array_map(static fn (array $p): string => $x($p['seconds']).' '.$y($p['volts']), $points)), Marks::INK);
        $last = $points[\count($points) - 1];

        return Marks::image(self::WIDTH, self::FALL_HEIGHT, $svg.$this->marks->point($x($last['seconds']), $y($last['volts']), $fall->reason->verdict->value));
    }

    /**
     * What every rail and every bias should read from stop to stop, those that are as good as another left out.
     *
     * @param list<PlannedStop> $stops
     *
     * @return array<string, non-empty-list<array{float, float, float, float}>> mains, low, high and expected volts, by place
     */
    private static function corridors(array $stops): array
    {
        $corridors = [];
        foreach ($stops as $stop) {
            foreach ($stop->readings as $reading) {
                [$volts, $window] = [$reading->expected->volts, $reading->expected->window];
                if (null === $reading->expected->obstacle && null !== $volts && null !== $window && \in_array($reading->role, ['rail', 'bias'], true)) {
                    $corridors[$reading->place][(string) $stop->stop->volts] ??= [$stop->stop->volts, $window->low, $window->high, $volts];
                }
            }
        }

        // Below its first stop a corridor runs to nothing at no mains, where nothing sleeps on the way.
        $wakesLate = [] !== array_filter($stops, static fn (PlannedStop $s): bool => !$s->stop->bPlusComes);

        return array_map(static function (array $steps) use ($wakesLate): array {
            usort($steps, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

            return $wakesLate ? $steps : [[0.0, 0.0, 0.0, 0.0], ...$steps];
        }, $corridors);
    }

    /**
     * @param array<string, non-empty-list<array{float, float, float, float}>> $corridors
     * @param \Closure(float): float                                           $y
     *
     * @return list<array{string, float}> names and where they stand, none over another
     */
    private static function labels(array $corridors, \Closure $y): array
    {
        $ends = array_map(static fn (array $steps): float => $y($steps[\count($steps) - 1][3]), $corridors);
        asort($ends);
        $names = $at = [];
        foreach ($ends as $place => $end) {
            $last = \count($at) - 1;
            if ($last >= 0 && abs($end - $at[$last]) < self::SAME_SHARE * self::LINE) {
                $names[$last][] = $place;
                continue;
            }
            $at[] = $last >= 0 ? max($end, $at[$last] + self::LINE) : $end;
            $names[] = [$place];
        }

        return array_map(static fn (array $n, float $y): array => [\count($n) > 2 ? $n[0].' … '.$n[\count($n) - 1] : implode(' ', $n), $y], $names, $at);
    }

    /**
     * @param \Closure(float): float $x
     * @param \Closure(float): float $y
     */
    private static function axes(\Closure $x, \Closure $y, int $height, float $across, float $most, float $least, string $unit): string
    {
        $svg = '';
        $step = self::tick($most, 4);
        for ($v = 0.0; $v <= $most; $v += $step) {
            $svg .= self::rule(self::LEFT, $y($v), self::WIDTH - self::RIGHT, $y($v), 0.0 === $v ? Marks::INK : self::FINE).self::text(self::LEFT - 5, $y($v) + 3, (string) $v, Marks::SOFT, 9, true);
        }
        $step = self::tick(-$least, 2);
        for ($v = -$step; $least < -1.0 && $v >= $least; $v -= $step) {
            $svg .= self::rule(self::LEFT, $y($v), self::WIDTH - self::RIGHT, $y($v), self::FINE).self::text(self::LEFT - 5, $y($v) + 3, '-'.-$v, Marks::SOFT, 9, true);
        }
        $step = self::tick($across, 6);
        for ($m = 0.0; $m <= $across; $m += $step) {
            $svg .= self::rule($x($m), self::TOP, $x($m), $height - self::FOOT, self::FINE).self::text($x($m) - 4, $height - 8, (string) $m, Marks::SOFT, 9);
        }

        return $svg.self::text(self::WIDTH - self::RIGHT + 5, $height - 8, $unit, Marks::SOFT, 9);
    }

    private static function tick(float $range, int $most): float
    {
        foreach ([0.5, 1.0, 2.0, 5.0, 10.0, 20.0, 50.0, 100.0, 200.0, 500.0] as $step) {
            if ($range / $step <= $most) {
                return $step;
            }
        }

        return 1000.0;
    }

    /**
     * @param list<array{float, float}> $one
     * @param list<array{float, float}> $other
     */
    private static function area(array $one, array $other): string
    {
        $points = array_map(static fn (array $p): string => $p[0].' '.$p[1], [...$one, ...array_reverse($other)]);

        return [] === $points ? '' : \sprintf('<path d="M%sZ" fill="%s" stroke="none"/>', implode('L', $points), self::PALE);
    }

    private static function rule(float $x1, float $y1, float $x2, float $y2, string $colour): string
    {
        return \sprintf('<line x1="%s" y1="%s" x2="%s" y2="%s" stroke="%s" stroke-width="0.7"/>', $x1, $y1, $x2, $y2, $colour);
    }

    private static function text(float $x, float $y, string $text, string $colour, int $size, bool $toTheLeft = false): string
    {
        return \sprintf('<text x="%s" y="%s" font-size="%d" fill="%s"%s>%s</text>', $x, $y, $size, $colour, $toTheLeft ? ' text-anchor="end"' : '', htmlspecialchars($text, \ENT_XML1));
    }
}
