<?php

declare(strict_types=1);

namespace Yew\Server\History;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Core\Drawer\Heated;
use Yew\Core\Drawer\OwnersHours;
use Yew\Core\History\Comeback;
use Yew\Core\History\Told;
use Yew\Core\History\Visit;
use Yew\Core\Job\Modification;
use Yew\Core\Job\OpenEnd;
use Yew\Core\Job\ShelfState;
use Yew\Core\Job\UnitState;
use Yew\Core\Look\LookTestKind;
use Yew\Core\Owner\Answer;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Station\Renewal;
use Yew\Server\Http\Moment;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Job\Entity\Unit;
use Yew\Server\Job\Jobs;
use Yew\Server\Owner\Estimates;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Tape\Benches;
use Yew\Server\Tape\SocketRecord;
use Yew\Server\Tape\TapeReader;
use Yew\Server\Tape\VisitTrends;
use Yew\Server\Wording\Wording;

/** The whole life of an amplifier on one page: visits, causes, tubes and their hours, what moves, what was left; and its sisters beside it. */
final readonly class HistoryView
{
    private const MOST_SISTERS = 6;
    /** No job: what was read on all of them. */
    private const NO_JOB = '00000000-0000-0000-0000-000000000000';

    public function __construct(
        private EntityManagerInterface $em,
        private Benches $benches,
        private Estimates $estimates,
        private SheetShelf $sheets,
        private SocketRecord $sockets,
        private TapeReader $tape,
        private Wording $wording,
        private ClockInterface $clock,
        private Jobs $jobs,
        private VisitTrends $trends,
    ) {
    }

    /**
     * @param string|null $jobId the job that opens with it; null for none
     *
     * @return array<string, mixed> the schema History of docs/api/openapi.yaml
     *
     * @throws Refused for a unit that nobody knows
     */
    public function of(string $unitId, ?string $jobId): array
    {
        $unit = (Uuid::isValid($unitId) ? $this->em->find(Unit::class, $unitId) : null) ?? throw Refused::notFound('amplifier');
        $visits = $this->jobs->visits($unit);
        $current = array_values(array_filter($visits, static fn (JobUnit $v): bool => $v->job->id === $jobId))[0] ?? null;
        $earlier = array_values(array_filter($visits, static fn (JobUnit $v): bool => null === $current || $v->job->bookedInAt < $current->job->bookedInAt));
        $sheet = $this->sheet($visits);
        $sisters = $this->sisters($unit);

        return [
            'unit' => ['id' => $unit->id, 'maker' => $unit->maker, 'model' => $unit->model, 'serial' => $unit->serial, 'ownerName' => $unit->owner->name],
            'told' => null === $current ? [] : array_map(fn (Told $t): array => ['code' => $t->code, 'sentence' => $this->wording->cold('told-'.$t->code, $t->figures)], Comeback::of(array_map($this->visit(...), $earlier), $current->job->complaint, (float) $current->job->bookedInAt->format('U.u'))),
            'visits' => array_map($this->shown(...), $visits),
            'tubes' => $this->tubes($unit, $sheet, self::away($visits)),
            'trends' => $this->trends->of($visits, $sheet, Fields::named(array_merge(...array_map(static fn (array $s): array => (array) $s['volts'], $sisters)))),
            'sisters' => $sisters,
        ];
    }

    /**
     * The sheet that it was measured against last.
     *
     * @param list<JobUnit> $visits
     */
    private function sheet(array $visits): ?Sheet
    {
        foreach ($visits as $visit) {
            if (null !== $visit->sheetVersionId()) {
                return $this->sheets->decoded($visit->sheetVersionId());
            }
        }

        return null;
    }

    private function visit(JobUnit $on): Visit
    {
        $state = $this->benches->state($on);
        $left = ShelfState::Collected === $on->job->shelfState() ? (float) $on->job->shelfSince()->format('U.u') : null;

        return new Visit($on->job->tag, (float) $on->job->bookedInAt->format('U.u'), $left, $on->job->complaint, $state->work->cause(), $state->work->standing(), $this->declined($on), self::fuses($state));
    }

    /** @return array<string, mixed> */
    private function shown(JobUnit $on): array
    {
        $state = $this->benches->state($on);
        $cause = $state->work->cause();

        return [
            'jobId' => $on->job->id, 'tag' => $on->job->tag, 'bookedInAt' => Moment::text($on->job->bookedInAt), 'shelfState' => $on->job->shelfState()->value, 'complaint' => $on->job->complaint,
            'outcome' => \is_string($state->closeOut['outcome'] ?? null) ? $state->closeOut['outcome'] : null,
            'cause' => null === $cause ? null : ['text' => $cause->text, 'part' => $cause->part, 'certainty' => $cause->certainty],
            'fitted' => array_map(static fn (Renewal $r): array => ['text' => $r->text, 'source' => $r->source], $state->work->renewals),
            'modifications' => array_values(array_map(static fn (Modification $m): array => ['part' => $m->part, 'why' => $m->why, 'undo' => $m->undo, 'agreed' => $m->agreed], $state->work->modifications)),
            'fuses' => self::fuses($state),
            'accepted' => $this->accepted($state),
            'skipped' => self::skipped($state),
            'declined' => $this->declined($on),
            'left' => array_map(static fn (OpenEnd $e): array => ['sort' => $e->sort, 'text' => $e->text, 'part' => $e->part, 'closed' => $e->closed], $state->work->openEnds),
        ];
    }

    /** @return list<string> where a fuse was found blown, bridged or missing */
    private static function fuses(UnitState $state): array
    {
        $tests = $state->record->tests();
        $found = [];
        foreach ([...$tests->former, ...$tests->all] as $test) {
            if (LookTestKind::Fuse === $test->kind && \in_array(strtolower(trim($test->text)), ['blown', 'bridged', 'missing', 'none'], true)) {
                $found[] = $test->part.' '.strtolower(trim($test->text));
            }
        }

        return array_values(array_unique($found));
    }

    /** @return list<array{place: string, reason: string}> deviations that were let stand */
    private function accepted(UnitState $state): array
    {
        $accepted = [];
        foreach ($state->readings as $readings) {
            $last = $readings[\count($readings) - 1] ?? null;
            if (null !== $last?->accepted) {
                $accepted[] = ['place' => $last->place.' '.$last->text, 'reason' => $last->accepted];
            }
        }

        return $accepted;
    }

    /** @return list<array{part: string, reason: string}> what the routine asks for and was left alone */
    private static function skipped(UnitState $state): array
    {
        return array_map(static fn (string $key, string $reason): array => ['part' => explode(' ', $key, 2)[1] ?? $key, 'reason' => $reason], array_map(strval(...), array_keys($state->record->leftAlone())), array_values($state->record->leftAlone()));
    }

    /** @return list<array{text: string, says: string}> */
    private function declined(JobUnit $on): array
    {
        $sent = $this->estimates->standing($on->job);
        $answer = null === $sent ? null : $this->estimates->answerTo($on->job, $sent);
        if (null === $sent || null === $answer) {
            return [];
        }
        $says = Fields::named($answer->payload['answers'] ?? []);
        $declined = [];
        foreach ($this->estimates->offerOf($sent)->lines as $line) {
            $said = Answer::tryFrom(\is_string($says[$line->id] ?? null) ? $says[$line->id] : '');
            $ofUnit = '' === $line->partOf || str_starts_with($line->partOf, $on->unit->id.' ');
            if (null !== $said && Answer::Yes !== $said && $ofUnit) {
                $declined[] = ['text' => $line->text, 'says' => $said->value];
            }
        }

        return $declined;
    }

    /**
     * Every tube that stands in it, since when, for how many hours it was under power on our tape since, and beside them what its owner says.
     *
     * @param list<array{from: float, to: float, hoursAWeek: float|null}> $away
     *
     * @return list<array{position: string, type: string|null, how: string, label: string|null, since: string|null, hours: float|null, ownersHours: float|null}>
     */
    private function tubes(Unit $unit, ?Sheet $sheet, array $away): array
    {
        $now = (float) $this->clock->now()->format('U.u');
        $powered = $this->sockets->powered($unit->id, $now);
        $changes = new FittedChanges();
        $since = [];
        foreach ($this->sockets->ofUnit($unit->id) as [$at, $change]) {
            $changes = $changes->with($change);
            foreach (self::positions($change) as $position) {
                $since[$position] = $change->found ? null : $at;
            }
        }
        $tubes = [];
        foreach ($changes->tubes(array_map(static fn (TubePosition $t): string => $t->type, $sheet->tubes ?? [])) as $position => $tube) {
            $from = $since[$position] ?? null;
            $tubes[] = ['position' => $position, 'type' => $tube->type, 'how' => $tube->how, 'label' => $tube->label, 'since' => Moment::ofSecondsOrNull($from), 'hours' => null === $from ? null : Heated::hours([[$from, $now]], $powered), 'ownersHours' => null === $from ? null : OwnersHours::of($away, $from)];
        }

        return $tubes;
    }

    /**
     * From when to when it was with its owner, with what was said of it when it came back.
     *
     * @param list<JobUnit> $visits the newest first
     *
     * @return list<array{from: float, to: float, hoursAWeek: float|null}>
     */
    private static function away(array $visits): array
    {
        $away = [];
        foreach ($visits as $i => $visit) {
            $before = $visits[$i + 1]->job ?? null;
            if (null !== $before && ShelfState::Collected === $before->shelfState()) {
                $away[] = ['from' => (float) $before->shelfSince()->format('U.u'), 'to' => (float) $visit->job->bookedInAt->format('U.u'), 'hoursAWeek' => $visit->job->hoursAWeek];
            }
        }

        return $away;
    }

    /** @return list<string> tube positions whose tube a change is about */
    private static function positions(FittedChange $change): array
    {
        return $change->swapped() ?? ('tube' === $change->kind() || $change->renews($change->target(), false) ? [$change->target()] : []);
    }

    /** @return list<array{unitId: string, serial: string, ownerName: string, volts: object}> others of the same make and model, with what was read on them last */
    private function sisters(Unit $unit): array
    {
        $found = $this->em->createQuery('SELECT u FROM '.Unit::class.' u WHERE u.maker = :maker AND u.model = :model AND u.id <> :unit ORDER BY u.serial')->setParameter('maker', $unit->maker)->setParameter('model', $unit->model)->setParameter('unit', $unit->id)->setMaxResults(self::MOST_SISTERS)->getResult();
        $sisters = [];
        foreach (\is_array($found) ? $found : [] as $sister) {
            if ($sister instanceof Unit) {
                $sisters[] = ['unitId' => $sister->id, 'serial' => $sister->serial, 'ownerName' => $sister->owner->name, 'volts' => (object) $this->tape->lastVisit($sister->id, self::NO_JOB)];
            }
        }

        return $sisters;
    }
}
