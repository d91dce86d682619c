<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Time\Fall;
use Yew\Core\Circuit\Time\FallAsked;
use Yew\Core\Circuit\Time\Rise;
use Yew\Core\Circuit\Time\RiseAsked;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Drawn\DrawnParts;
use Yew\Core\Drawn\DrawnTrim;
use Yew\Core\Output\ExpectedPower;
use Yew\Core\Output\PowerAsked;
use Yew\Core\Ramp\Ramps;
use Yew\Core\Reading\JudgedBench;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;
use Yew\Core\Tube\TubeCatalogue;

/** Everything that a station judges by: what was found on one unit, what its sheet makes of it, and the shop's practice. */
final readonly class BenchFacts
{
    /**
     * @param list<PartFinding>                                                $findings      oldest first, those of former parts among them
     * @param array<string, string>                                            $leftAlone     reasons by station and part: `iron T2`
     * @param Sheet|null                                                       $sheet         with the parts that are fitted now
     * @param float                                                            $wiredForVolts mains of the unit's wiring
     * @param int                                                              $year          of today
     * @param TestRecord                                                       $lastVisit     of the unit's earlier jobs, as far as it is of parts that are still in there
     * @param TestRecord                                                       $otherUnit     of another unit on the job that is drawn alike
     * @param FittedChanges                                                    $fitted        how the unit differs from its drawing, by earlier jobs and by this one
     * @param FittedChanges                                                    $changed       what this job changed, in the order of its readings
     * @param (\Closure(FittedChanges): array<string, list<Reason>>)|null      $substituted   what other types than the drawn ones change, by position
     * @param WorkFacts                                                        $work          what was ordered, exchanged and taken off
     * @param Ramps                                                            $ramps         what was done under power
     * @param (\Closure(Conditions, FallAsked): ?Fall)|null                    $falls         how a bank falls when the mains is cut under these conditions
     * @param (\Closure(Conditions, RiseAsked): ?Rise)|null                    $rises         how it comes up when it is switched on under these conditions
     * @param (\Closure(Conditions, PowerAsked): ?ExpectedPower)|null          $powers        what an output stage should give under these conditions
     * @param (\Closure(string, float, float): list<array{float, float}>)|null $recorded      what meters on the network kept at a place between two moments
     * @param list<array{float, float}>                                        $lamps         watts and rated volts of those that the shop has for the mains lead
     * @param array<string, BiasTarget>                                        $biasTargets   what was said on this job, by output stage
     * @param JudgedBench|null                                                 $readings      the points of the sheet with what was read there; null where no station asks for them
     */
    public function __construct(
        public TestRecord $tests,
        public array $findings,
        private array $leftAlone,
        public ?Sheet $sheet,
        public DrawnParts $drawn,
        public TubeCatalogue $tubes,
        public Practice $practice,
        public float $wiredForVolts,
        public int $year,
        public TestRecord $lastVisit = new TestRecord(),
        public ?JudgedBench $readings = null,
        public TestRecord $otherUnit = new TestRecord(),
        public FittedChanges $fitted = new FittedChanges(),
        public FittedChanges $changed = new FittedChanges(),
        private ?\Closure $substituted = null,
        public WorkFacts $work = new WorkFacts(),
        public Ramps $ramps = new Ramps(),
        public array $lamps = [],
        private ?\Closure $falls = null,
        private ?\Closure $recorded = null,
        private ?\Closure $rises = null,
        private ?\Closure $powers = null,
        public array $biasTargets = [],
    ) {
    }

    /**
     * The same bench as if only some tests had been taken.
     *
     * @param \Closure(TakenTest): bool $fits
     */
    public function withOnly(\Closure $fits): self
    {
        return $this->with($this->tests->only($fits), $this->lastVisit, $this->otherUnit);
    }

    /** The same bench as it was before a part was exchanged: with the tests of the part that is out now. */
    public function beforeExchange(string $part): self
    {
        $former = array_values(array_filter($this->tests->former, static fn (TakenTest $t): bool => $t->part === $part));

        return $this->with(new TestRecord($former), new TestRecord(), new TestRecord());
    }

    private function with(TestRecord $tests, TestRecord $lastVisit, TestRecord $otherUnit): self
    {
        return new self($tests, $this->findings, $this->leftAlone, $this->sheet, $this->drawn, $this->tubes, $this->practice, $this->wiredForVolts, $this->year, $lastVisit, $this->readings, $otherUnit, $this->fitted, $this->changed, $this->substituted, $this->work, $this->ramps, $this->lamps, $this->falls, $this->recorded, $this->rises, $this->powers, $this->biasTargets);
    }

    /** How a bank falls when the mains is cut under these conditions; null where no circuit tells. */
    public function fall(Conditions $conditions, FallAsked $asked): ?Fall
    {
        return null === $this->falls ? null : ($this->falls)($conditions, $asked);
    }

    /** How places come up when it is switched on, cold, under these conditions; null where no circuit tells. */
    public function rise(Conditions $conditions, RiseAsked $asked): ?Rise
    {
        return null === $this->rises ? null : ($this->rises)($conditions, $asked);
    }

    /** What an output stage should give under these conditions; null where no circuit tells. */
    public function expectedPower(Conditions $conditions, PowerAsked $asked): ?ExpectedPower
    {
        return null === $this->powers ? null : ($this->powers)($conditions, $asked);
    }

    /** @return list<array{float, float}> what meters on the network kept of the DC volts at a place between two moments: seconds since the first, and V */
    public function recorded(string $place, float $from, float $until): array
    {
        return null === $this->recorded ? [] : ($this->recorded)($place, $from, $until);
    }

    /** @return array<string, list<Reason>> what each type other than the drawn one changes, by position (TUBE-4); none where there is no circuit to tell */
    public function substitutions(): array
    {
        return null === $this->substituted ? [] : ($this->substituted)($this->fitted);
    }

    /** @return list<string> ids of the trims that set a bias: in the bias supplies, and where grids return to */
    public function trims(): array
    {
        $trims = array_merge(...array_values(array_map(static fn (DrawnOutput $o): array => array_map(static fn (DrawnTrim $t): string => $t->id, array_filter($o->trims, static fn (DrawnTrim $t): bool => !$t->isBalance)), $this->drawn->outputs)));
        foreach ($this->sheet?->circuit->blocks ?? [] as $block) {
            foreach ('bias' === $block->kind ? $block->elements : [] as $element) {
                $trims = [...$trims, ...($element instanceof Potentiometer ? [$element->id] : [])];
            }
        }

        return array_values(array_unique($trims));
    }

    /** Printed mains for this unit's wiring over the mains for which its transformer is drawn. */
    public function mainsRatio(): float
    {
        return null === $this->sheet ? 1.0 : $this->sheet->printedMainsFor($this->wiredForVolts) / $this->sheet->printedMains[0];
    }

    /** A test, where it was done after the last change in there: what was said before says nothing of now. */
    public function sinceChange(?TakenTest $test): ?TakenTest
    {
        return null !== $test && $test->at > $this->ramps->changedAt ? $test : null;
    }

    /** Why a part was not looked at or tested at a station; null when nobody said so. */
    public function leftAlone(string $station, string $part): ?string
    {
        return $this->leftAlone[$station.' '.$part] ?? null;
    }

    /** @return list<PartFinding> what was seen on the part that is in there now */
    public function findingsAt(string $place): array
    {
        return array_values(array_filter($this->findings, static fn (PartFinding $f): bool => !$f->former && $f->place === $place));
    }

    /** Damage seen on a part: what the newest finding there says of burning, cracks and the like; null for none. */
    public function damageAt(string $place): ?string
    {
        $damage = array_values(array_filter($this->findingsAt($place), static fn (PartFinding $f): bool => $f->isDamage()));

        return [] === $damage ? null : $damage[\count($damage) - 1]->what;
    }
}
