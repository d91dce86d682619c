<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** The mains transformer: everything on it shares the drop in its primary. */
final readonly class MainsTransformer implements Element
{
    /**
     * @param float                        $ratedVolts  mains at which the windings give their volts
     * @param array<string, SupplyWinding> $windings    by id
     * @param float                        $primaryOhms of the wire
     * @param bool                         $open        primary, fuse or mains switch lead nowhere
     * @param float                        $loopSiemens what turns that touch each other take, as seen at the primary
     */
    public function __construct(public string $id, public float $ratedVolts, public float $hertz, public float $primaryOhms, public array $windings, public bool $open = false, public float $loopSiemens = 0.0)
    {
    }

    public function opened(): self
    {
        return new self($this->id, $this->ratedVolts, $this->hertz, $this->primaryOhms, $this->windings, true, $this->loopSiemens);
    }

    /** With another winding in the place of the one of its id. */
    public function rewound(SupplyWinding $winding): self
    {
        return new self($this->id, $this->ratedVolts, $this->hertz, $this->primaryOhms, [...$this->windings, $winding->id => $winding], $this->open, $this->loopSiemens);
    }

    /** With turns shorted onto themselves that take this much besides, siemens at the primary; what is left of the primary's ohms and turns. */
    public function looped(float $siemens, float $primaryShare = 1.0): self
    {
        $windings = array_map(static fn (SupplyWinding $w): SupplyWinding => new SupplyWinding($w->id, $w->volts / $primaryShare, $w->ohms, $w->open), $this->windings);

        return new self($this->id, $this->ratedVolts, $this->hertz, $this->primaryOhms * $primaryShare, $windings, $this->open, $this->loopSiemens + $siemens);
    }

    public function id(): string
    {
        return $this->id;
    }

    public function places(): array
    {
        return [];
    }
}
