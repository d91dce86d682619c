<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** Loose inside: it rings when tapped, and reads like any other. */
final readonly class TubeMicrophonic extends TubeFault
{
    public function id(): string
    {
        return 'tube-microphonic';
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        return $fitted;
    }

    public function cannotChange(): array
    {
        return array_filter(Observable::cases(), static fn (Observable $o): bool => Observable::Tap !== $o);
    }

    protected function befalls(TubeType $type): bool
    {
        return [] !== array_filter($type->sections, static fn ($s): bool => isset($s->pins['grid']));
    }
}
