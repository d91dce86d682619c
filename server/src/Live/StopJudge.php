<?php

declare(strict_types=1);

namespace Yew\Server\Live;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\HttpKernel\DependencyInjection\ServicesResetterInterface;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry\StopSeen;
use Yew\Core\Job\EntryKinds;
use Yew\Server\Http\Moment;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Job\Jobs;
use Yew\Server\Shop\ShopMeters;
use Yew\Server\Tape\Benches;
use Yew\Server\Tape\TapeDoor;

/**
 * Judges what instruments show by the rules of core, and puts a stop on the tape where one is broken (contract §8).
 *
 * Asks the database in the ordinary way, for a few milliseconds: when a recording's unit has news, and when something is stopped.
 */
final class StopJudge
{
    /** A sample that moved by less than this share is judged once a second only. */
    private const SHARE = 0.002;
    private const SECONDS = 1.0;

    /** @var array<string, Bench|null> by job and unit, until there is news */
    private array $benches = [];

    /** @var array<string, array{float|null, float}> value and moment judged last, by recording */
    private array $judged = [];

    public function __construct(private readonly EntityManagerInterface $em, private readonly Jobs $jobs, private readonly Benches $states, private readonly EntryKinds $kinds, private readonly TapeDoor $door, private readonly ShopMeters $meters, private readonly ClockInterface $clock, private readonly ServicesResetterInterface $resetter, private readonly LoggerInterface $logger)
    {
    }

    /** The tape has news of a job. */
    public function forget(): void
    {
        $this->benches = [];
        $this->em->clear();
        $this->resetter->reset();
    }

    /** Whether a unit is dead as of now; not where nobody can say. */
    public function isDead(string $jobId, string $unitId): bool
    {
        $bench = $this->bench($jobId, $unitId);

        return null !== $bench && ChassisState::Dead === $bench->state->chassis->at($this->now(), $bench->islands())->state;
    }

    /**
     * Looks at a sample of a recording.
     *
     * @param array{id: string, job: string, unit: string, meter: string, place: string, function: string, person: string, instrument: string} $recording
     * @param float|null                                                                                                                       $value     null for overload
     */
    public function look(array $recording, ?float $value, float $at): void
    {
        [$last, $when] = $this->judged[$recording['id']] ?? [null, 0.0];
        $moved = $value !== $last && (null === $value || null === $last || abs($value - $last) > self::SHARE * abs($last));
        if (!$moved && abs($at - $when) < self::SECONDS) {
            return;
        }
        $this->judged[$recording['id']] = [$value, $at];
        $bench = $this->bench($recording['job'], $recording['unit']);
        if (null === $bench || !$bench->state->chassis->state->appliesPower()) {
            return;
        }
        $payload = ['place' => $recording['place'], 'function' => $recording['function'], 'text' => null === $value ? 'OL' : self::text($value), 'meterId' => $recording['meter'], 'recordingId' => $recording['id']];
        try {
            $now = new Bench($bench->state, $bench->unit, $at);
            $seen = $this->kinds->find('stop')?->read($payload, $now);
            if ($seen instanceof StopSeen && $seen->stops($now)) {
                $this->write($recording, $payload, $at);
            }
        } catch (\Throwable $e) {
            $this->logger->error('A live sample could not be judged: '.$e->getMessage());
            $this->forget();
        }
    }

    /**
     * @param array{id: string, job: string, unit: string, meter: string, place: string, function: string, person: string, instrument: string} $recording
     * @param array<string, mixed>                                                                                                             $payload
     */
    private function write(array $recording, array $payload, float $at): void
    {
        $this->forget();
        $unit = $this->unit($recording['job'], $recording['unit']);
        if (null !== $unit) {
            $this->door->stop($unit->job, $unit, $recording['person'], $recording['instrument'], $payload, Moment::at($at));
        }
        $this->forget();
    }

    private function bench(string $jobId, string $unitId): ?Bench
    {
        $key = $jobId.' '.$unitId;
        if (!\array_key_exists($key, $this->benches)) {
            try {
                $unit = $this->unit($jobId, $unitId);
                $this->meters->reset();
                $this->benches[$key] = null === $unit ? null : $this->states->of($unit);
            } catch (\Throwable $e) {
                $this->logger->error('The bench of a recording could not be read: '.$e->getMessage());
                $this->em->getConnection()->close(); // the next question opens it again
                $this->em->clear();

                return null;
            }
        }

        return $this->benches[$key];
    }

    private function unit(string $jobId, string $unitId): ?JobUnit
    {
        return $this->jobs->get($jobId)->unit($unitId);
    }

    private function now(): float
    {
        return (float) $this->clock->now()->format('U.u');
    }

    /** As a person would type it: six digits, no exponent. */
    public static function text(float $value): string
    {
        $decimals = max(0, min(9, 5 - (int) floor(log10(max(1e-9, abs($value))))));

        return rtrim(rtrim(number_format($value, $decimals, '.', ''), '0'), '.');
    }
}
