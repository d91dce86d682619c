<?php

declare(strict_types=1);

namespace Yew\Core\Tube;

/** What one source allows a type (BIAS-2); a type may have several, by rating system and by source. */
final readonly class TubeLimits
{
    /**
     * @param string      $system          rating system: design-centre, design-maximum, absolute, maximum
     * @param float|null  $bothPlatesWatts of both halves together, where that is less than twice one half
     * @param string|null $section         the section that they hold for, null for each of them
     */
    public function __construct(
        public string $system,
        public string $source,
        public ?string $section,
        public ?float $plateVolts,
        public ?float $plateWatts,
        public ?float $screenVolts,
        public ?float $screenWatts,
        public ?float $cathodeAmperes,
        public ?float $gridOhmsFixedBias,
        public ?float $gridOhmsCathodeBias,
        public ?float $heaterCathodeVolts,
        public ?RectifierLimits $rectifier,
        public ?float $bothPlatesWatts = null,
    ) {
    }
}
