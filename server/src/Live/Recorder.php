<?php

declare(strict_types=1);

namespace Yew\Server\Live;

/** Samples on their way into recordings: kept here while the database is away, saved a few at a time. */
final class Recorder
{
    /** More than half an hour of four meters: what is older than that is said to be lost. */
    private const MOST_WAITING = 40000;
    private const AT_ONCE = 2000;

    /** @var list<array{string, float|null, float}> recording, value, seconds since the epoch */
    private array $waiting = [];

    private bool $isSaving = false;

    public int $saved = 0;

    public int $lost = 0;

    public function __construct(private readonly Database $database)
    {
    }

    public function add(string $recordingId, ?float $value, float $at): void
    {
        $this->waiting[] = [$recordingId, $value, $at];
        if (\count($this->waiting) > self::MOST_WAITING) {
            array_shift($this->waiting);
            ++$this->lost;
        }
    }

    public function waiting(): int
    {
        return \count($this->waiting);
    }

    public function save(): void
    {
        if ($this->isSaving || [] === $this->waiting) {
            return;
        }
        $this->isSaving = true;
        $rows = array_splice($this->waiting, 0, self::AT_ONCE);
        try {
            $this->database->query('INSERT INTO recording_sample (recording_id, value, at) SELECT r, v, to_timestamp(t) FROM unnest($1::uuid[], $2::float8[], $3::float8[]) AS x(r, v, t) ON CONFLICT DO NOTHING', [
                '{'.implode(',', array_column($rows, 0)).'}', '{'.implode(',', array_map(static fn (array $r): string => null === $r[1] ? 'NULL' : \sprintf('%.9g', $r[1]), $rows)).'}', '{'.implode(',', array_map(static fn (array $r): string => \sprintf('%.6F', $r[2]), $rows)).'}',
            ]);
            $this->saved += \count($rows);
        } catch (DatabaseAway) {
            array_unshift($this->waiting, ...$rows);
        } catch (\RuntimeException) {
            // Something in them does not fit, and would keep the others out for ever.
            $this->lost += \count($rows);
        } finally {
            $this->isSaving = false;
        }
    }
}
