<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\Conditions;
use Yew\Core\Quantity\ReadingKind;

/** Another unit on the same job that is drawn like this one, the other monoblock, and what was read on it (JUDGE-6). */
final readonly class SisterUnit
{
    /** A rail follows the mains nearly in proportion this far, percent (our choice); further off the rectifier's and the tubes' bends show. */
    private const MAINS_APART_PERCENT = 10.0;

    /**
     * @param string     $name          as people call it: its serial
     * @param float|null $wiredForVolts mains that it is wired for
     */
    public function __construct(public string $name, private ?float $wiredForVolts, private ReadingLog $log)
    {
    }

    /**
     * What was last read there, beside a reading of a unit that is wired for some mains under some conditions; null where nothing was read by then.
     *
     * @param string $key key of the test point
     * @param float  $by  what was read later does not count, seconds since the epoch
     */
    public function beside(string $key, Conditions $conditions, ?float $wiredForVolts, float $by): ?SisterReading
    {
        $last = null;
        foreach ($this->log->readings[$key] ?? [] as $reading) {
            $last = $reading->observedAt <= $by ? $reading : $last;
        }
        if (null === $last) {
            return null;
        }
        $obstacle = $this->obstacle($last, $conditions, $wiredForVolts);

        return new SisterReading($this->name, $last, null === $obstacle ? $last->value * (self::mainsRatio($last, $conditions) ?? 1.0) : null, $obstacle);
    }

    /** Why the two cannot be laid beside each other; null where they can. */
    private function obstacle(TakenReading $theirs, Conditions $ours, ?float $wiredForVolts): ?SisterObstacle
    {
        $conditions = $theirs->conditions;
        $apart = self::mainsRatio($theirs, $ours);

        return match (true) {
            ReadingKind::Value !== $theirs->kind => SisterObstacle::NoFigure,
            $this->log->fitted->changedSince($theirs->fittedThen) => SisterObstacle::Refitted,
            null === $apart => SisterObstacle::MainsUnknown,
            $wiredForVolts !== $this->wiredForVolts || abs($apart - 1.0) > self::MAINS_APART_PERCENT / 100 => SisterObstacle::OtherMains,
            $conditions->limited() !== $ours->limited() || $conditions->inStandby() !== $ours->inStandby() || self::inOrder($conditions->tubesOut()) !== self::inOrder($ours->tubesOut()) => SisterObstacle::OtherConditions,
            null !== $theirs->warmMinutes && $theirs->warmMinutes < ReadingContext::WARM_MINUTES => SisterObstacle::Warming,
            default => null,
        };
    }

    /** Supplies, and what hangs on them, follow the mains; null where one of the two is not known. */
    private static function mainsRatio(TakenReading $theirs, Conditions $ours): ?float
    {
        $volts = $theirs->conditions->mainsVolts();
        $oursVolts = $ours->mainsVolts();

        return null === $volts || null === $oursVolts ? null : $oursVolts / $volts;
    }

    /**
     * @param list<string>|null $positions
     *
     * @return list<string>|null
     */
    private static function inOrder(?array $positions): ?array
    {
        null === $positions || sort($positions);

        return $positions;
    }
}
