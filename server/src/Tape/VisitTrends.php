<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Core\History\Trend;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\TakenReading;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\Sheet;
use Yew\Server\Http\Moment;
use Yew\Server\Job\Entity\JobUnit;

/** What was read at the points of an amplifier from visit to visit (REC-6). */
final readonly class VisitTrends
{
    private const MOST = 24;
    /** Points that tell of age first: bias and what the output tubes draw, then the rails. */
    private const ORDER = [PointKind::Bias->name, PointKind::Sense->name, PointKind::Cathode->name, PointKind::Rail->name];

    public function __construct(private Benches $benches)
    {
    }

    /**
     * Points that were read on two visits and more, or once here and on a sister: what tells of age first.
     *
     * @param list<JobUnit>        $visits the newest first
     * @param array<string, mixed> $beside what the sisters read, by point
     *
     * @return list<array<string, mixed>>
     */
    public function of(array $visits, ?Sheet $sheet, array $beside): array
    {
        $read = [];
        foreach (array_reverse($visits) as $visit) {
            foreach ($this->benches->state($visit)->readings as $key => $readings) {
                $values = array_values(array_filter($readings, static fn (TakenReading $r): bool => ReadingKind::Value === $r->kind));
                if ([] !== $values) {
                    $read[$key][] = ['tag' => $visit->job->tag, 'reading' => $values[\count($values) - 1]];
                }
            }
        }
        $trends = [];
        foreach ($read as $key => $points) {
            if (\count($points) < 2 && !isset($beside[$key])) {
                continue;
            }
            $reading = $points[0]['reading'];
            $point = $sheet?->point($reading->place, $reading->function);
            $trend = Trend::of(array_map(static fn (array $p): array => ['value' => $p['reading']->value, 'expected' => self::expected($p['reading'])], $points));
            $rank = array_search($point?->kind->name, self::ORDER, true);
            $trends[] = [[false === $rank ? \count(self::ORDER) : $rank, -abs($trend->changePercent ?? 0.0)], [
                'key' => $key, 'name' => null === $point ? $reading->place : PointView::name($point, $sheet), 'unit' => $reading->function->unit()->value, 'changePercent' => $trend->changePercent, 'isCorrected' => $trend->isCorrected, 'verdict' => $trend->verdict->value,
                'points' => array_map(static fn (array $p): array => ['tag' => $p['tag'], 'at' => Moment::ofSeconds($p['reading']->observedAt), 'value' => $p['reading']->value, 'shown' => Engineering::plain($p['reading']->value, max(1e-6, $p['reading']->resolution)), 'expected' => self::expected($p['reading']), 'verdict' => \is_string($p['reading']->then['verdict'] ?? null) ? $p['reading']->then['verdict'] : 'cannot-say'], $points),
            ]];
        }
        usort($trends, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return \array_slice(array_column($trends, 1), 0, self::MOST);
    }

    /** What belonged there then, as it was judged then. */
    private static function expected(TakenReading $reading): ?float
    {
        $expected = $reading->then['expectedVolts'] ?? null;

        return is_numeric($expected) ? (float) $expected : null;
    }
}
