<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** No emission at all, or a regulator that never strikes. */
final readonly class TubeDead extends TubeFault
{
    public function id(): string
    {
        return 'tube-dead';
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        $type = $tubes->find(self::tube($fitted, $subject)->type);

        return null !== $type && self::isRegulator($type) ? $fitted->with($subject, null) : self::silenced($fitted, $subject);
    }

    /** Nothing flows from its cathode; what it rectified for gets nothing. */
    public static function silenced(AsFitted $fitted, string $position): AsFitted
    {
        foreach ($fitted->netlist->all(Rectifier::class) as $id => $rectifier) {
            $fitted = $rectifier->tube === $position ? $fitted->with($id, null) : $fitted;
        }

        return $fitted->withStrength($position, 0.0);
    }

    public function cannotChange(): array
    {
        return [Observable::ColdOhms, Observable::Tap];
    }

    protected function befalls(TubeType $type): bool
    {
        return true;
    }
}
