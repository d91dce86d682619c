<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Reading\OutputTube;
use Yew\Core\Station\Practice;
use Yew\Core\Tube\TubeLimits;
use Yew\Core\Tube\TubeType;

/** What one source allows one type, with its rating system (BIAS-2): a design-centre limit contains the mains’ spread, a design-maximum one does not. */
final readonly class BiasLimit
{
    /** The rating system of what a shop allows by its own word. */
    public const SHOP = 'shop’s own';

    public function __construct(public string $type, public string $system, public string $source, public float $plateWatts, public ?float $screenWatts, public ?float $plateVolts, public ?float $screenVolts)
    {
    }

    /**
     * The shop’s own first, where it has one: no higher than the highest of the data.
     *
     * @return list<self> of every source, the one to judge by first
     */
    public static function ofType(TubeType $type, Practice $practice = new Practice()): array
    {
        $section = OutputTube::powerSection($type)?->name;
        $own = array_filter($type->limits, static fn (TubeLimits $l): bool => null !== $l->plateWatts && (null === $l->section || $l->section === $section));

        $listed = array_map(static fn (TubeLimits $l): self => new self($type->name, $l->system, $l->source, (float) $l->plateWatts, $l->screenWatts, $l->plateVolts, $l->screenVolts), array_values($own));
        $shop = $practice->limitOf($type->name);
        if (null === $shop) {
            return $listed;
        }
        $most = static fn (?float $own, array $of): ?float => null === $own || [] === array_filter($of, is_float(...)) ? $own : min($own, max(array_filter($of, is_float(...))));
        [$plates, $screens] = [array_map(static fn (self $l): float => $l->plateWatts, $listed), array_map(static fn (self $l): ?float => $l->screenWatts, $listed)];

        return [new self($type->name, self::SHOP, $shop->source, (float) $most($shop->plateWatts, $plates), $most($shop->screenWatts, $screens) ?? $listed[0]->screenWatts ?? null, $listed[0]->plateVolts ?? null, $listed[0]->screenVolts ?? null), ...$listed];
    }

    /** Whether it must hold at the highest mains of the place, too. */
    public function holdsAtHighestMains(): bool
    {
        return 'design-centre' !== $this->system;
    }
}
