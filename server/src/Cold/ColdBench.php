<?php

declare(strict_types=1);

namespace Yew\Server\Cold;

use Yew\Core\Iron\DrawnIron;
use Yew\Core\Iron\DrawnTransformer;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Shop\Practice;
use Yew\Server\Tape\Projection\ColdFold;

/** Everything that the four cold stations judge by: what was found, the sheet, its circuit at work, the shop's practice. */
final readonly class ColdBench
{
    /** @var list<DrawnTransformer> */
    public array $iron;
    public TestRecord $lastVisit;

    /**
     * @param float                            $wiredFor mains volts of the unit's wiring
     * @param (\Closure(TakenTest): bool)|null $only     which tests count; all where null
     */
    public function __construct(
        public ColdFold $record,
        public ?Sheet $sheet,
        public ?CircuitAtWork $circuit,
        public TubeCatalogue $tubes,
        public Practice $practice,
        public float $wiredFor,
        public int $year,
        TestRecord $lastVisit,
        private ?\Closure $only = null,
    ) {
        // What was measured on an earlier visit says nothing of a part that is new since.
        $this->lastVisit = $lastVisit->only(fn (TakenTest $t): bool => !$this->record->isRenewed($t->part));
        $this->iron = DrawnIron::of($sheet);
    }

    public function tests(): TestRecord
    {
        return null === $this->only ? $this->record->tests() : $this->record->tests()->only($this->only);
    }

    /**
     * The same bench as if only some tests had been taken.
     *
     * @param \Closure(TakenTest): bool $fits
     */
    public function withOnly(\Closure $fits): self
    {
        return new self($this->record, $this->sheet, $this->circuit, $this->tubes, $this->practice, $this->wiredFor, $this->year, $this->lastVisit, $fits);
    }

    /** Printed mains for this unit's wiring over the mains for which its transformer is drawn. */
    public function mainsRatio(): float
    {
        return null === $this->sheet ? 1.0 : $this->sheet->printedMainsFor($this->wiredFor) / $this->sheet->printedMains[0];
    }

    /** Damage seen on a part: what the newest finding there says of burning, cracks and the like; null for none. */
    public function damageAt(string $place): ?string
    {
        $seen = null;
        foreach ($this->record->findings() as $finding) {
            $what = $finding['what'] ?? '';
            if (!isset($finding['formerSince']) && ($finding['place'] ?? null) === $place && \in_array($what, ['burnt', 'cracked', 'scorched', 'broken', 'wrong-value'], true)) {
                $seen = $what;
            }
        }

        return $seen;
    }
}
