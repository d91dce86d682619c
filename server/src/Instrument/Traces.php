<?php

declare(strict_types=1);

namespace Yew\Server\Instrument;

use Doctrine\DBAL\Connection;
use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Bench\MeterFunction;
use Yew\Server\Job\Entity\JobUnit;

/** What meters on the network kept of one place, as core asks for it. */
final class Traces implements ResetInterface
{
    /** A quarter of an hour of a meter that shows five values a second. */
    private const MOST = 4500;

    /** @var array<string, list<array{float, float}>> of this request: boards and gates ask for the same fall more than once */
    private array $known = [];

    public function __construct(private readonly Connection $connection)
    {
    }

    /** The next request knows nothing of this one. */
    public function reset(): void
    {
        $this->known = [];
    }

    /** @return list<array{float, float}> seconds since the first moment, in rising order, and V DC; overloads are no figures and left out */
    public function between(JobUnit $unit, string $place, float $from, float $until): array
    {
        return $this->known[implode(' ', [$unit->job->id, $unit->unit->id, $place, $from, $until])] ??= $this->fetched($unit, $place, $from, $until);
    }

    /** @return list<array{float, float}> */
    private function fetched(JobUnit $unit, string $place, float $from, float $until): array
    {
        $rows = $this->connection->fetchAllNumeric(
            'SELECT extract(epoch FROM s.at) - ?, s.value FROM recording r JOIN recording_sample s ON s.recording_id = r.id WHERE r.job_id = ? AND r.unit_id = ? AND r.place = ? AND r.function = ? AND s.at BETWEEN to_timestamp(?) AND to_timestamp(?) AND s.value IS NOT NULL ORDER BY s.at LIMIT '.self::MOST,
            [$from, $unit->job->id, $unit->unit->id, $place, MeterFunction::DcVolts->value, $from, $until],
        );
        $samples = [];
        foreach ($rows as [$seconds, $volts]) {
            // Two meters on one place may show in the same instant.
            if (is_numeric($seconds) && is_numeric($volts) && ([] === $samples || (float) $seconds > $samples[\count($samples) - 1][0])) {
                $samples[] = [(float) $seconds, (float) $volts];
            }
        }

        return $samples;
    }
}
