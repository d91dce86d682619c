<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Bench\MeterFunction;

/** Where to probe, and what the sheet prints there. A place and a function are one point. */
final readonly class TestPoint
{
    /**
     * @param string      $place                `V3.1`, a node id, `T1/sec2`
     * @param string      $against              the other probe: `chassis` or a place
     * @param float|null  $printedVolts         null where nothing is printed
     * @param string|null $fedBy                supply node that feeds it (JUDGE-4)
     * @param float|null  $sourceResistanceOhms of the node, for meter loading (COND-4)
     * @param float|null  $gridLeakOhms         turns a grid's volts into a leakage current (CAP-4)
     * @param float|null  $ratedVolts           heater rating (JUDGE-2)
     * @param float|null  $printedRangeVolts    range of the meter used for the print
     * @param string|null $sister               place that should read the same (JUDGE-6)
     */
    public function __construct(
        public string $place,
        public MeterFunction $function,
        public string $against,
        public PointKind $kind,
        public ?float $printedVolts,
        public ?string $fedBy,
        public ?Window $window,
        public ?float $tolerancePercent,
        public ?float $sourceResistanceOhms,
        public ?float $gridLeakOhms,
        public ?float $ratedVolts,
        public ?float $printedRangeVolts,
        public ?string $sister,
        public ?string $where,
        public ?string $conditions,
    ) {
    }

    /** A place that somebody read without a sheet (contract: the sheet grows from it). */
    public static function unprinted(string $place, MeterFunction $function): self
    {
        return new self($place, $function, 'chassis', PointKind::Other, null, null, null, null, null, null, null, null, null, null, null);
    }

    public function key(): string
    {
        return self::keyOf($this->place, $this->function);
    }

    public static function keyOf(string $place, MeterFunction $function): string
    {
        return $place.'|'.$function->value;
    }
}
