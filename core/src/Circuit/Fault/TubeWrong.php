<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** A tube of another type that goes into the same socket: `V3=12AU7`. */
final readonly class TubeWrong implements FaultKind
{
    public function id(): string
    {
        return 'tube-wrong';
    }

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        $subjects = [];
        foreach ($fitted->netlist->all(Tube::class) as $tube) {
            $type = $tubes->find($tube->type);
            $others = null === $type ? [] : array_filter($tubes->types(), static fn (TubeType $other): bool => $other->name !== $type->name && $other->isWiredAs($type));
            array_push($subjects, ...array_map(static fn (TubeType $other): string => $tube->position.'='.$other->name, array_values($others)));
        }

        return $subjects;
    }

    public function severity(): null
    {
        return null;
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        [$position, $type] = explode('=', $subject, 2);

        return $fitted->with($position, new Tube($position, $type, $fitted->netlist->tube($position)->places ?? []))->withStrength($position, 1.0);
    }

    public function cannotChange(): array
    {
        return [Observable::ColdOhms, Observable::Tap];
    }
}
