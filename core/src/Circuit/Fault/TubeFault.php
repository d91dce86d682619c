<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Tube\Model\RegulatorModel;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** A fault of a whole tube. */
abstract readonly class TubeFault implements FaultKind
{
    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        $befallen = array_filter($fitted->netlist->all(Tube::class), function (Tube $tube) use ($tubes): bool {
            $type = $tubes->find($tube->type);

            return null !== $type && $this->befalls($type);
        });

        return array_map(strval(...), array_keys($befallen));
    }

    public function severity(): ?Severity
    {
        return null;
    }

    public function cannotChange(): array
    {
        return [Observable::ColdOhms, Observable::HeaterVolts, Observable::Tap];
    }

    abstract protected function befalls(TubeType $type): bool;

    /** A gas-filled regulator has no heater and no emission to lose. */
    protected static function isRegulator(TubeType $type): bool
    {
        return $type->section()?->model instanceof RegulatorModel;
    }

    protected static function tube(AsFitted $fitted, string $position): Tube
    {
        return $fitted->netlist->tube($position) ?? throw new \LogicException('no tube '.$position);
    }
}
