<?php

declare(strict_types=1);

namespace Yew\Server\Shelf;

use Doctrine\ORM\EntityManagerInterface;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Job\ShelfState;
use Yew\Core\Job\UnitState;
use Yew\Server\Http\Moment;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Tape\Benches;

/**
 * Every chassis in the shop that is on, or was and is not proved discharged since; what nobody proved since it was booked in stands apart.
 * A proof whose time is over is the business of the bench alone: that chassis was discharged.
 */
final readonly class UnprovedChassis
{
    private const UNITS = <<<'SQL'
        SELECT u.job_id, u.unit_id, j.tag, a.maker, a.model, a.serial, (p.document->>'form')::int AS form, p.document->'chassis'->>'state' AS state,
            (p.document->'chassis'->>'since')::float AS since, (p.document->>'bookedIn')::float AS booked, p.document->'stop'->>'isOff' AS off
        FROM job_unit u JOIN job j ON j.id = u.job_id JOIN unit a ON a.id = u.unit_id LEFT JOIN bench_projection p ON p.job_id = u.job_id AND p.unit_id = u.unit_id
        WHERE j.shelf_state <> :gone AND (p.document->>'form' IS DISTINCT FROM :form OR p.document->'chassis'->>'state' <> :dead)
        ORDER BY j.tag, a.serial
        SQL;

    public function __construct(private EntityManagerInterface $em, private Benches $benches)
    {
    }

    /** @return list<array{jobId: string, unitId: string, tag: string, maker: string, model: string, serial: string, state: string, since: string, isFromBookIn: bool, isStopped: bool}> the most dangerous first */
    public function all(): array
    {
        $all = [];
        foreach ($this->em->getConnection()->fetchAllAssociative(self::UNITS, ['gone' => ShelfState::Collected->value, 'form' => (string) Benches::FORM, 'dead' => ChassisState::Dead->value]) as $row) {
            $text = array_map(static fn (mixed $v): string => \is_scalar($v) ? (string) $v : '', $row);
            [$state, $since, $bookedIn, $isStopped] = Benches::FORM === (int) $text['form']
                ? [ChassisState::from($text['state']), (float) $text['since'], (float) $text['booked'], 'false' === $text['off']]
                : self::told($this->folded($text['job_id'], $text['unit_id']));
            if (ChassisState::Dead === $state) {
                continue;
            }
            $all[] = [
                'jobId' => $text['job_id'], 'unitId' => $text['unit_id'], 'tag' => $text['tag'], 'maker' => $text['maker'], 'model' => $text['model'], 'serial' => $text['serial'],
                'state' => $state->value, 'since' => Moment::ofSeconds($since), 'isFromBookIn' => ChassisState::Discharging === $state && $since <= $bookedIn, 'isStopped' => $isStopped,
            ];
        }
        usort($all, static fn (array $a, array $b): int => [self::rank($b), $a['tag'], $a['serial']] <=> [self::rank($a), $b['tag'], $b['serial']]);

        return $all;
    }

    /**
     * @param array{state: string, isFromBookIn: bool, isStopped: bool} $one
     *
     * @return array{bool, bool, int} what stands first: a broken stop rule, what is on, what was on
     */
    private static function rank(array $one): array
    {
        return [$one['isStopped'], ChassisState::Discharging->value !== $one['state'], ChassisState::from($one['state'])->danger() - (int) $one['isFromBookIn']];
    }

    /** @return array{ChassisState, float, float, bool} state, since when, booked in when; a stop rule is broken and nobody said that it is off */
    private static function told(UnitState $state): array
    {
        return [$state->chassis->state, $state->chassis->since, $state->bookedIn, false === $state->stop?->isOff];
    }

    /** What another version of the application kept, or nobody yet. */
    private function folded(string $jobId, string $unitId): UnitState
    {
        $unit = $this->em->find(JobUnit::class, ['job' => $jobId, 'unit' => $unitId]) ?? throw new \LogicException('a unit that was there is gone');

        return $this->benches->state($unit);
    }
}
