<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeSection;
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
            $others = null === $type ? [] : array_filter($tubes->types(), static fn (TubeType $other): bool => $other->name !== $type->name && self::fits($type, $other));
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

    /** The same base with the same electrodes at the same pins, heated alike. */
    private static function fits(TubeType $type, TubeType $other): bool
    {
        $pins = static fn (TubeType $t): array => array_map(static fn (TubeSection $s): array => [$s->pins, $s->model::class], $t->sections);

        return $other->base === $type->base && $pins($other) === $pins($type) && $other->heaterVolts === $type->heaterVolts && $other->heaterPins === $type->heaterPins;
    }
}
