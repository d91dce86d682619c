<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Station\Practice;
use Yew\Core\Tube\OutputLoad;

/** What surrounds a transformer when it is judged. */
final readonly class IronContext
{
    /**
     * @param float            $mainsHertz      of the place: the frequency of a test that states none
     * @param float|null       $bPlusVolts      that the windings stand at work; null when not known
     * @param float            $mainsRatio      by which the drawn mains volts count for this unit's wiring: printed for its wiring over rated
     * @param list<OutputLoad> $loads           of the tubes' handbook, for IRON-3
     * @param float|null       $sisterOhms      primary impedance measured on the other channel's transformer
     * @param float|null       $lastVisitOhms   primary impedance measured on this one at its last visit
     * @param float            $insulationOhms  up to which nothing must be seen before insulation is good
     * @param float            $insulationVolts at which it must be seen, at least
     * @param float|null       $fuseAmperes     of the mains fuse; null when not known
     * @param float            $mainsVolts      that feed the amplifier
     */
    public function __construct(
        public float $mainsHertz = 60.0,
        public ?float $bPlusVolts = null,
        public float $mainsRatio = 1.0,
        public array $loads = [],
        public ?float $sisterOhms = null,
        public ?float $lastVisitOhms = null,
        public float $insulationOhms = Practice::INSULATION_GOOD_OHMS,
        public float $insulationVolts = Practice::INSULATION_VOLTS,
        public ?float $fuseAmperes = null,
        public float $mainsVolts = 230.0,
    ) {
    }
}
