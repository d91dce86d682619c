<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** Gas: ions go to the control grid, in proportion to the plate current that makes them (BIAS-4c). */
final readonly class TubeGassy extends TubeFault
{
    public function id(): string
    {
        return 'tube-gassy';
    }

    public function severity(): Severity
    {
        // A good power tube stays under some 2 µA at 50 mA (from memory): 0.00004.
        return new Severity('share', 1e-6, 0.05, [0.0005, 0.005]);
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        $tube = self::tube($fitted, $subject);

        return $fitted->with($subject, new Tube($subject, $tube->type, $tube->places, $severity));
    }

    public function cannotChange(): array
    {
        return [Observable::ColdOhms, Observable::Tap];
    }

    protected function befalls(TubeType $type): bool
    {
        return [] !== array_filter($type->sections, static fn ($s): bool => isset($s->pins['grid']));
    }
}
