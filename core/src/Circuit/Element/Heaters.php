<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

use Yew\Core\Circuit\Netlist;
use Yew\Core\Tube\TubeCatalogue;

/** Tubes whose heaters hang on one winding, in parallel. */
final readonly class Heaters implements Element
{
    /**
     * @param string       $winding   `T1/heater`
     * @param list<string> $positions
     * @param float        $volts     at which each takes its rated current
     * @param string|null  $reference place that the winding is referred to; null where nobody says to what it is elevated
     * @param float|null   $amperes   of all of them together, where the tubes themselves are not told
     */
    public function __construct(public string $id, public string $winding, public array $positions, public float $volts, public ?string $reference = Netlist::CHASSIS, public ?float $amperes = null)
    {
    }

    /**
     * What they take at their rated volts, amperes.
     *
     * @param list<string> $out positions whose socket is empty
     */
    public function ratedAmperes(Netlist $netlist, TubeCatalogue $tubes, array $out = []): float
    {
        $amperes = $this->amperes ?? 0.0;
        foreach (null === $this->amperes ? array_diff($this->positions, $out) : [] as $position) {
            $amperes += $tubes->find($netlist->tube($position)->type ?? '')->heaterAmperes ?? 0.0;
        }

        return $amperes;
    }

    public function id(): string
    {
        return $this->id;
    }

    public function places(): array
    {
        return null === $this->reference ? [] : [$this->reference];
    }
}
