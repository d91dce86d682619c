<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** A capacitor or one section of a can, with what its place in the circuit makes of it. */
final readonly class DrawnCapacitor
{
    /**
     * @param string      $id              part, with the section after a slash: `C12/b`
     * @param float       $farads          as drawn
     * @param string      $does            reservoir | filter | bias | coupling | bypass | other
     * @param float|null  $worstVolts      that it stands with no tubes and mains 10 % high, or at cold start for a coupling capacitor; null without a circuit
     * @param float|null  $workingVolts    at the printed mains
     * @param float|null  $gridOhms        from the grid it feeds to its return, for a coupling capacitor
     * @param string|null $rectifierTube   type that charges it, for a first reservoir
     * @param float|null  $rectifierFarads most that this tube takes
     * @param float|null  $ceilingVolts    mains at which its rating is reached with no tubes in
     */
    public function __construct(
        public string $id,
        public float $farads,
        public ?float $ratedVolts,
        public string $does = 'other',
        public ?string $plus = null,
        public ?string $minus = null,
        public ?float $worstVolts = null,
        public ?float $workingVolts = null,
        public ?float $gridOhms = null,
        public ?string $rectifierTube = null,
        public ?float $rectifierFarads = null,
        public ?float $ceilingVolts = null,
    ) {
    }

    /** The same place with the part that is really in it, by its own mark. */
    public function asMarked(float $farads, ?float $ratedVolts): self
    {
        return new self($this->id, $farads, $ratedVolts, $this->does, $this->plus, $this->minus, $this->worstVolts, $this->workingVolts, $this->gridOhms, $this->rectifierTube, $this->rectifierFarads, $this->ceilingVolts);
    }

    public function kind(): CapacitorKind
    {
        return CapacitorKind::of($this->farads);
    }

    /** The can that this is a section of, else the part itself. */
    public function can(): string
    {
        return explode('/', $this->id)[0];
    }
}
