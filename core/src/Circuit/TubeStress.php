<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

use Yew\Core\Circuit\Analysis\Stresses;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Tube\TubeCatalogue;

/** How hard one section of a tube works, against its own limits. */
final readonly class TubeStress
{
    /**
     * @param float|null $plateShare  dissipation as a share of the limit; null where the data have none
     * @param float|null $screenShare likewise
     * @param float      $gridVolts   against the cathode, likewise the others
     * @param float|null $screenVolts null of a triode
     */
    public function __construct(public string $position, public string $section, public ?float $plateShare, public ?float $screenShare, public float $gridVolts, public float $plateVolts, public ?float $screenVolts, public float $plateAmperes, public float $screenAmperes)
    {
    }

    /** @return list<self> of every section that has an answer */
    public static function all(Solution $solution, TubeCatalogue $tubes): array
    {
        return array_map(static fn (array $t): self => new self($t['position'], $t['section'], $t['plateShare'], $t['screenShare'], $t['gridVolts'], $t['plateVolts'], $t['screenVolts'], $t['plateAmperes'], $t['screenAmperes']), Stresses::of($solution, $tubes)->tubes);
    }

    /** @return array{string, string, float|null, float|null, float, float, float|null, float, float} for a cache */
    public function toArray(): array
    {
        return [$this->position, $this->section, $this->plateShare, $this->screenShare, $this->gridVolts, $this->plateVolts, $this->screenVolts, $this->plateAmperes, $this->screenAmperes];
    }

    /** @param array{string, string, float|null, float|null, float, float, float|null, float, float} $row as toArray() gave it */
    public static function fromArray(array $row): self
    {
        return new self(...$row);
    }
}
