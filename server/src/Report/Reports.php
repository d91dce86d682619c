<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Filesystem\Filesystem;
use Twig\Environment;
use Yew\Core\Bias\BiasStation;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\ShelfState;
use Yew\Core\Job\UnitState;
use Yew\Core\Reading\ReadingContext;
use Yew\Core\Station\Station;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Job\Jobs;
use Yew\Server\Report\Entity\IssuedReport;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Shop\ShopMeters;
use Yew\Server\Station\StationView;
use Yew\Server\Tape\Benches;
use Yew\Server\Tape\BenchView;
use Yew\Server\Tape\EntryView;
use Yew\Server\Tape\PointView;
use Yew\Server\Tape\TapeDoor;
use Yew\Server\Tape\TapeReader;
use Yew\Server\Tape\VisitTrends;
use Yew\Server\Wording\Wording;
use Yew\Server\Worker\Computation;
use Yew\Server\Worker\Ended;
use Yew\Server\Worker\Progress;

/** The service record with its two faces (REC-4): made from the tape, kept as a file with its hash. */
final readonly class Reports
{
    /** Entries of the tape that the report carries, the newest; all of them are in the job's own file. */
    private const APPENDIX = 300;

    public function __construct(
        private EntityManagerInterface $em,
        private ClockInterface $clock,
        private Environment $twig,
        private Pdf $pdf,
        private Marks $marks,
        private BenchView $bench,
        private EntryView $entries,
        private Benches $benches,
        private TapeReader $tape,
        private TapeDoor $door,
        private Jobs $jobs,
        private ShopMeters $meters,
        private Wording $wording,
        private StationView $stations,
        private PowerPaper $power,
        private BiasPaper $bias,
        private VisitTrends $trends,
        private VoltageChart $chart,
        private string $stateDir,
    ) {
    }

    /**
     * Makes a report that was asked for, keeps it with its hash, and says so on the tape; what was made already stays as it is.
     *
     * @throws Ended
     */
    public function make(Computation $order, Progress $progress): IssuedReport
    {
        $made = $this->em->find(IssuedReport::class, $order->id);
        if (null !== $made) {
            return $made;
        }
        $progress->reach(ReportStage::Gathering->value, 0.1);
        $job = $this->jobs->get($order->jobId);
        $html = $this->html($job);
        $progress->reach(ReportStage::Typesetting->value, 0.4);
        $pdf = $this->pdf->make($html);
        $progress->reach(ReportStage::Typesetting->value, 0.9);
        $report = new IssuedReport($order->id, $job->id, $order->askedAt, $order->askedBy, hash('sha256', $pdf));
        (new Filesystem())->dumpFile($this->path($report->id), $pdf);
        $this->em->wrapInTransaction(function () use ($job, $report, $order): void {
            $this->em->persist($report);
            $this->door->write($job, $order->askedBy, 'report-issued', ['reportId' => $report->id, 'sha256' => $report->sha256]);
            if ($this->isReady($job)) {
                $this->door->write($job, $order->askedBy, 'shelf-move', ['to' => ShelfState::Ready->value]);
            }
        });

        return $report;
    }

    /** @return list<array<string, mixed>> what was read on this visit, and on one before it at least */
    private function overVisits(JobUnit $unit, Bench $bench): array
    {
        $visits = array_values(array_filter($this->jobs->visits($unit->unit), static fn (JobUnit $v): bool => $v->job->bookedInAt <= $unit->job->bookedInAt));

        return array_values(array_filter($this->trends->of($visits, $bench->unit->sheet(), []), static fn (array $t): bool => \is_array($t['points']) && \count($t['points']) > 1 && $unit->job->tag === Fields::named($t['points'][\count($t['points']) - 1] ?? [])['tag']));
    }

    /** With its report made, a job whose every chassis is closed out and off is ready to be collected (REC-3). */
    private function isReady(Job $job): bool
    {
        foreach ($job->units() as $unit) {
            $state = $this->benches->of($unit)->state;
            if (null === $state->closeOut || $state->chassis->state->appliesPower() || 'donor' === ($state->closeOut['outcome'] ?? null)) {
                return false;
            }
        }

        return \in_array($job->shelfState(), [ShelfState::OnTheBench, ShelfState::Soaking], true);
    }

    public function read(IssuedReport $report): string
    {
        $path = $this->path($report->id);
        $pdf = is_file($path) ? (string) file_get_contents($path) : '';

        return hash('sha256', $pdf) === $report->sha256 ? $pdf : throw Refused::gone('The file of this report is missing or was changed. Make the report again.');
    }

    public function html(Job $job): string
    {
        $shop = $this->em->getRepository(Shop::class)->findOneBy([])?->head();
        $units = [];
        foreach ($job->units() as $unit) {
            $bench = $this->benches->of($unit);
            $view = $this->bench->of($bench);
            $units[] = [
                'unit' => $unit->unit,
                'sheet' => $bench->unit->sheet(),
                'view' => $view,
                'stairs' => $this->marks->stairs(Fields::allNamed($view['stairs'])),
                'sockets' => array_values(array_filter($this->chart->sockets($view), static fn (array $s): bool => [] !== array_filter($s['points'], static fn (array $p): bool => null !== $p['reading']))),
                'conditions' => $bench->state->conditions->toArray(),
                'own' => $this->ownConditions($view['points'], $bench->state),
                'cold' => array_map(fn (Station $s): array => ['title' => $this->wording->cold('station-'.$s->id(), [], ucfirst(str_replace('-', ' ', $s->id()))), 'work' => $this->wording->cold('work-'.$s->id(), [], str_replace('-', ' ', $s->id())), ...$this->stations->of($bench, $s->id())], array_values(array_filter($bench->unit->stations()->all(), static fn (Station $s): bool => [] !== $s->tests() && BiasStation::ID !== $s->id()))),
                'limiter' => PointView::limiter($bench->state->conditions),
                'power' => $this->power->of($unit, $bench),
                'bias' => $this->bias->of($unit, $bench),
                'trends' => $this->overVisits($unit, $bench),
                'work' => $bench->state->work->toArray(),
                'meter' => $this->meters->find($bench->state->conditions->meterId())?->name,
            ];
        }
        $people = [];
        foreach ($this->em->getRepository(Person::class)->findAll() as $person) {
            $people[$person->id] = $person->name;
        }
        $tape = $this->tape->page($job->id, null, null, self::APPENDIX);

        return $this->twig->render('report.html.twig', [
            'shop' => $shop,
            'zone' => $shop->timeZone ?? 'UTC',
            'job' => $job,
            'units' => $units,
            'people' => $people,
            'tape' => array_map($this->entries->of(...), $tape),
            'earlierEntries' => [] === $tape ? 0 : $tape[0]->jobSequence - 1,
            'gates' => $this->wording->gates(),
            'marks' => $this->marks,
            'words' => $this->wording->words(),
            'today' => $this->clock->now(),
        ]);
    }

    /**
     * What each reading's conditions have that the page's have not: a figure without its conditions is noise.
     *
     * @return array<string, string> by point key
     */
    private function ownConditions(mixed $points, UnitState $state): array
    {
        $now = $state->conditions;
        $own = [];
        foreach (Fields::allNamed($points) as $point) {
            $reading = Fields::named($point['reading'] ?? []);
            $then = Fields::named($reading['conditions'] ?? []);
            if ([] === $then || !\is_string($point['key'] ?? null)) {
                continue;
            }
            $out = \is_array($then['tubesOut']) ? array_filter($then['tubesOut'], is_string(...)) : null;
            $volts = is_numeric($then['inletVolts']) ? (float) $then['inletVolts'] : null;
            $own[$point['key']] = implode(', ', array_filter([
                $volts !== $now->mainsVolts() ? (null === $volts ? 'mains not said' : \sprintf('mains %g V', $volts)) : '',
                $then['limiter'] !== PointView::limiter($now) ? ('none' === $then['limiter'] ? 'no limiter' : (\is_string($then['limiter']) ? $then['limiter'] : 'limiter not said')) : '',
                $out !== $now->tubesOut() ? (null === $out ? 'tubes not said' : ([] === $out ? 'all tubes in' : implode(' ', $out).' out')) : '',
                $then['standby'] !== $now->inStandby() ? (true === $then['standby'] ? 'in standby' : 'not in standby') : '',
                is_numeric($then['warmMinutes']) && $then['warmMinutes'] < ReadingContext::WARM_MINUTES ? \sprintf('after %.0f min', $then['warmMinutes']) : '',
                $then['meterId'] !== $now->meterId() ? $this->meters->find(\is_string($then['meterId']) ? $then['meterId'] : null)->name ?? 'meter not said' : '',
            ], static fn (string $t): bool => '' !== $t));
        }

        return $own;
    }

    private function path(string $reportId): string
    {
        return $this->stateDir.'/reports/'.$reportId.'.pdf';
    }
}
