<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** Emission that has faded: a share of what a new tube gives. */
final readonly class TubeWeak extends TubeFault
{
    public function id(): string
    {
        return 'tube-weak';
    }

    public function severity(): Severity
    {
        return new Severity('share', 0.01, 1.0, [0.6, 0.3]);
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        return $fitted->withStrength($subject, $severity * $fitted->factors->tube($subject));
    }

    public function cannotChange(): array
    {
        return [Observable::ColdOhms, Observable::Tap];
    }

    protected function befalls(TubeType $type): bool
    {
        return !self::isRegulator($type);
    }
}
