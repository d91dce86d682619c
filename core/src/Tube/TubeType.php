<?php

declare(strict_types=1);

namespace Yew\Core\Tube;

/** What the bench must know of a type: base and pins, heater, what is inside, limits, and what can stand in for it. */
final readonly class TubeType
{
    /**
     * @param array<int, string>                      $pins        electrode by pin number, e.g. 3 => "plate"
     * @param float|null                              $heaterVolts rated, across the pins named in $heaterPins; null where there is none
     * @param list<int>                               $heaterPins
     * @param array<string, TubeSection>              $sections    by name
     * @param list<TubeLimits>                        $limits
     * @param list<array{type: string, note: string}> $equivalents with what changes (TUBE-4)
     * @param list<OutputLoad>                        $loads       of an output tube, as handbooks give them (IRON-3)
     */
    public function __construct(
        public string $name,
        public string $base,
        public array $pins,
        public ?float $heaterVolts,
        public float $heaterAmperes,
        public array $heaterPins,
        public array $sections,
        public array $limits,
        public array $equivalents,
        public string $source,
        public array $loads = [],
    ) {
    }

    /** A section by name, the first where none is named. */
    public function section(?string $name = null): ?TubeSection
    {
        return $this->sections[$name ?? array_key_first($this->sections) ?? ''] ?? null;
    }

    /** Whether it goes into a socket that is wired for another: the same base with the same electrodes at the same pins, heated alike. */
    public function isWiredAs(self $other): bool
    {
        $pins = static fn (self $t): array => array_map(static fn (TubeSection $s): array => [$s->pins, $s->model::class], $t->sections);

        return $other->base === $this->base && $pins($other) === $pins($this) && $other->heaterVolts === $this->heaterVolts && $other->heaterPins === $this->heaterPins;
    }

    /** The limits to judge a section by: those of the first system listed for it. */
    public function limitsOf(string $section): ?TubeLimits
    {
        foreach ($this->limits as $limits) {
            if (null === $limits->section || $limits->section === $section) {
                return $limits;
            }
        }

        return null;
    }
}
