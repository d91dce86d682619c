<?php

declare(strict_types=1);

namespace Yew\Server\Cold;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\Clock\ClockInterface;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Circuit\Calibrations;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Shop\Practice;
use Yew\Server\Tape\Projection\BenchFold;
use Yew\Server\Tape\Projections;
use Yew\Server\Tape\TapeReader;

/** Puts the cold bench of a unit together. */
final class ColdBenches
{
    /** @var array<string, CircuitAtWork|null> solved in this request */
    private array $circuits = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Projections $projections,
        private readonly TapeReader $tape,
        private readonly SheetShelf $sheets,
        private readonly Calibrations $calibrations,
        private readonly TubeCatalogue $tubes,
        private readonly ClockInterface $clock,
        private readonly LoggerInterface $logger,
    ) {
    }

    public function of(JobUnit $unit, ?BenchFold $fold = null): ColdBench
    {
        $fold ??= $this->projections->of($unit);
        $shop = $this->em->getRepository(Shop::class)->findOneBy([]);
        $sheet = $this->projections->sheet($unit);
        $practice = $shop?->practice() ?? new Practice();

        return new ColdBench(
            $fold->cold, $sheet, null === $sheet ? null : $this->circuit($unit, $sheet, $fold), $this->tubes, $practice,
            $unit->unit->wiredForVolts ?? $practice->mainsVolts, (int) $this->clock->now()->format('Y'), $this->tape->testsBefore($unit->unit->id, $unit->job->id, $unit->job->bookedInAt),
        );
    }

    /**
     * The circuit with what was replaced in it. What was only found different stays out: a fault must not become its own reference (contract §1).
     */
    private function circuit(JobUnit $unit, Sheet $sheet, BenchFold $fold): ?CircuitAtWork
    {
        $version = $unit->sheetVersionId();
        $model = SheetModel::of($sheet, $this->tubes);
        if (null === $version || null === $model || null === $sheet->circuit) {
            return null;
        }
        $carried = $this->tape->fittedBefore($unit->unit->id, $unit->job->id, $unit->job->bookedInAt);
        $made = new FittedChanges(array_values(array_filter([...$carried->all, ...$fold->fitted->all], static fn (FittedChange $c): bool => !$c->found)));
        $key = $version.json_encode(array_map(static fn (FittedChange $c): array => $c->change, $made->differences()), \JSON_THROW_ON_ERROR);
        if (!\array_key_exists($key, $this->circuits)) {
            try {
                $factors = $this->calibrations->of($this->sheets->version($version), $model)->factors;
                $this->circuits[$key] = CircuitAtWork::of($sheet, $sheet->circuit, $made->on($sheet->circuit->netlist, $factors, $this->tubes), $this->tubes);
            } catch (DidNotConverge|BadCircuit $e) {
                $this->logger->warning('No circuit for the cold bench, sheet version {version}: {reason}', ['version' => $version, 'reason' => $e->getMessage()]);
                $this->circuits[$key] = null;
            }
        }

        return $this->circuits[$key];
    }
}
