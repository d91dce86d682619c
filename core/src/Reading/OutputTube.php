<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\TubeLimits;
use Yew\Core\Tube\TubeSection;
use Yew\Core\Tube\TubeType;

/** What is known of an output tube when a current of it was read: what it may dissipate, and on what its volts stand. */
final readonly class OutputTube
{
    /** A screen takes what the handbook’s points give it, more or less by this share: from tube to tube, and off the handbook’s point (our choice). */
    private const SCREEN_SPREAD_SHARE = 0.4;

    /** Where no point of the handbook says how a pentode shares its current, its screen takes at most this (our choice). */
    private const MOST_SCREEN_SHARE = 0.3;

    /** A design-centre limit leaves so much for the mains and the parts (SAFE-6; the rating systems of IEC 60134, from memory). */
    private const DESIGN_CENTRE_TIMES = 1.2;

    /**
     * @param non-empty-list<TubeType> $types       what may stand in the socket: one, or several where its suffix is not known
     * @param string                   $electrode   where it was read: plate, screen or cathode
     * @param float|null               $cathodeOhms most that lies from the cathode to the chassis; null where it is not known
     * @param int                      $sharing     tubes that are in and stand on the same resistor
     * @param float|null               $plateVolts  least that stands at the plate, against the chassis; null where it is not known
     * @param float|null               $screenVolts likewise
     */
    public function __construct(public string $position, public array $types, public string $electrode, public ?float $cathodeOhms, public int $sharing, public ?float $plateVolts, public ?float $screenVolts)
    {
    }

    /** Most of the cathode’s current that its screen takes, as a share. */
    public function mostScreenShare(): float
    {
        $most = array_map(static fn (TubeSection $s): float => $s->model instanceof PentodeModel ? min(0.9, [] === self::shares($s) ? self::MOST_SCREEN_SHARE : (1.0 + self::SCREEN_SPREAD_SHARE) * max(self::shares($s))) : 0.0, $this->sections());

        return [] === $most ? self::MOST_SCREEN_SHARE : max($most);
    }

    /** Least of it. */
    public function leastScreenShare(): float
    {
        $least = array_map(static fn (TubeSection $s): float => $s->model instanceof PentodeModel && [] !== self::shares($s) ? (1.0 - self::SCREEN_SPREAD_SHARE) * min(self::shares($s)) : 0.0, $this->sections());

        return [] === $least ? 0.0 : min($least);
    }

    /** @return array{float, float}|null W at the plate as design-maximum: of the strictest candidate and of the most generous; null where one has none */
    public function plateWatts(): ?array
    {
        return $this->watts(static fn (TubeLimits $l): ?float => $l->plateWatts);
    }

    /** @return array{float, float}|null likewise of the screen */
    public function screenWatts(): ?array
    {
        return $this->watts(static fn (TubeLimits $l): ?float => $l->screenWatts);
    }

    /**
     * @param \Closure(TubeLimits): ?float $of
     *
     * @return array{float, float}|null
     */
    private function watts(\Closure $of): ?array
    {
        $strict = $generous = [];
        foreach ($this->types as $type) {
            $watts = [];
            foreach ($type->limits as $limits) {
                $own = null === $limits->section || $limits->section === self::powerSection($type)?->name ? $of($limits) : null;
                $watts = null === $own ? $watts : [...$watts, $own * self::times($limits->system)];
            }
            if ([] === $watts) {
                return null;
            }
            $strict[] = min($watts);
            $generous[] = max($watts);
        }

        return [min($strict), max($generous)];
    }

    /** What a limit is as design-maximum; one whose system nobody names is taken for the milder. */
    private static function times(string $system): float
    {
        return \in_array($system, ['design-maximum', 'absolute'], true) ? 1.0 : self::DESIGN_CENTRE_TIMES;
    }

    /** The section of a type that makes the power: the one with a screen, else the first. */
    public static function powerSection(TubeType $type): ?TubeSection
    {
        return array_values(array_filter($type->sections, static fn (TubeSection $s): bool => $s->model instanceof PentodeModel))[0] ?? $type->section();
    }

    /** @return list<TubeSection> of each candidate */
    private function sections(): array
    {
        return array_values(array_filter(array_map(self::powerSection(...), $this->types), static fn (?TubeSection $s): bool => null !== $s));
    }

    /** @return list<float> what the screen takes of the cathode’s current at each of the handbook’s points */
    public static function shares(TubeSection $section): array
    {
        $shares = [];
        foreach ($section->points as $point) {
            if (null !== $point->screenAmperes && $point->screenAmperes > 0.0 && $point->plateAmperes > 0.0) {
                $shares[] = $point->screenAmperes / ($point->plateAmperes + $point->screenAmperes);
            }
        }

        return $shares;
    }
}
