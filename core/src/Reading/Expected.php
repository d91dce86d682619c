<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** What a point should read under the stated conditions, or the reason why that cannot be said. */
final readonly class Expected
{
    /**
     * @param float|null           $volts     null when it cannot be said
     * @param string               $reference model | printed | none
     * @param string|null          $obstacle  reason code when volts is null, or when a value may be shown but not judged by
     * @param array<string, mixed> $figures   what went into it: printedVolts, mainsRatio, loadingFactor, missing…
     */
    public function __construct(public ?float $volts, public ?Bounds $window, public string $reference, public ?string $obstacle, public array $figures)
    {
    }
}
