<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Station\Leakage;
use Yew\Core\Station\School;

/** The shop's way with capacitors, and what is known of the parts. */
final readonly class CapacitorContext
{
    /**
     * @param int|null $builtYear of the part, or of the amplifier; null when not known
     * @param int      $year      now
     * @param Leakage  $grade     by which leakage is judged
     */
    public function __construct(public School $school = School::MeasureFirst, public ?int $builtYear = null, public ?int $year = null, public Leakage $grade = Leakage::General)
    {
    }
}
