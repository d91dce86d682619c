<?php

declare(strict_types=1);

namespace Yew\Server\Cold;

use Yew\Core\Iron\DrawnIron;
use Yew\Core\Iron\DrawnTransformer;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Trial\Trials;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Shop\Practice;
use Yew\Server\Tape\Projection\ColdFold;

/** Everything that the four cold stations judge by: what was found, the sheet, its circuit at work, the shop's practice. */
final readonly class ColdBench
{
    /** @var list<DrawnTransformer> */
    public array $iron;

    /** @param float $wiredFor mains volts of the unit's wiring */
    public function __construct(
        public ColdFold $record,
        public ?Sheet $sheet,
        public ?CircuitAtWork $circuit,
        public TubeCatalogue $tubes,
        public Practice $practice,
        public float $wiredFor,
        public int $year,
        public Trials $lastVisit,
    ) {
        $this->iron = DrawnIron::of($sheet);
    }

    public function trials(): Trials
    {
        return $this->record->trials();
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
            if (($finding['place'] ?? null) === $place && \in_array($what, ['burnt', 'cracked', 'scorched', 'broken', 'wrong-value'], true)) {
                $seen = $what;
            }
        }

        return $seen;
    }
}
