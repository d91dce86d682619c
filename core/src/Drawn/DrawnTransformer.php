<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** A transformer or choke as its sheet has it; what the sheet does not say is null or empty. */
final readonly class DrawnTransformer
{
    /**
     * @param 'power'|'output'|'choke' $role
     * @param list<DrawnWinding>       $windings    their volts hold at $ratedVolts
     * @param float|null               $ratedVolts  mains for which a power transformer's volts hold
     * @param float|null               $primaryOhms impedance plate to plate, or of the one plate
     * @param float|null               $tapOhms     nominal load of the drawn tap
     * @param float|null               $henries     of a choke, or of the whole primary
     * @param list<string>             $tubes       types of the output tubes on it
     * @param string|null              $channel     of a stereo or two-block amplifier
     */
    public function __construct(
        public string $id,
        public string $role,
        public array $windings = [],
        public ?float $ratedVolts = null,
        public ?float $primaryOhms = null,
        public ?float $tapOhms = null,
        public ?float $henries = null,
        public bool $singleEnded = false,
        public array $tubes = [],
        public ?string $supply = null,
        public ?string $channel = null,
    ) {
    }

    /** Drawn DC resistance of a winding, ohms. */
    public function ohms(string $winding): ?float
    {
        foreach ($this->windings as $w) {
            if ($w->id === $winding) {
                return $w->ohms;
            }
        }

        return null;
    }

    public function nameOf(string $winding): string
    {
        foreach ($this->windings as $w) {
            if ($w->id === $winding) {
                return $w->name;
            }
        }

        return $winding;
    }

    /** @return list<string> ids of its windings; the usual ones where no sheet names them */
    public function windingIds(): array
    {
        return match (true) {
            [] !== $this->windings => array_map(static fn (DrawnWinding $w): string => $w->id, $this->windings),
            'power' === $this->role => ['primary', 'ht', 'heater'],
            'output' === $this->role => $this->singleEnded ? ['primary', 'secondary'] : ['half a', 'half b', 'secondary'],
            default => ['winding'],
        };
    }

    /** @return list<string> windings that are isolated from each other, and the core: what insulation is measured between */
    public function insulationPairs(): array
    {
        return match ($this->role) {
            'output' => ['primary-core', 'primary-secondary', 'secondary-core'],
            'power' => ['primary-core', 'primary-secondaries', 'ht-core'],
            default => ['winding-core'],
        };
    }
}
