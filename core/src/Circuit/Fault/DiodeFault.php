<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Diode;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierDamage;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Tube\TubeCatalogue;

/** A fault of a diode: of the DC circuit, or one of a rectifier's (`D1`; of a full-wave doubler `D1/upper` and `D1/lower`). */
abstract readonly class DiodeFault implements FaultKind
{
    private const UPPER = '/upper';
    private const LOWER = '/lower';

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        $subjects = array_keys($fitted->netlist->all(Diode::class));
        foreach ($fitted->netlist->all(Rectifier::class) as $rectifier) {
            array_push($subjects, ...match (true) {
                RectifierKind::FullWaveDoubler === $rectifier->kind => [$rectifier->id.self::UPPER, $rectifier->id.self::LOWER],
                default => $this->befalls($rectifier) ? [$rectifier->id] : [],
            });
        }

        return $subjects;
    }

    public function severity(): null
    {
        return null;
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        $rectifier = $fitted->netlist->find(str_replace([self::UPPER, self::LOWER], '', $subject));

        return match (true) {
            $rectifier instanceof Rectifier => $fitted->with($rectifier->id, $rectifier->damaged($this->damage(str_ends_with($subject, self::LOWER)))),
            $rectifier instanceof Diode => $fitted->with($subject, $this->exchanged($rectifier)),
            default => throw new \LogicException('no diode '.$subject),
        };
    }

    public function cannotChange(): array
    {
        return [Observable::Tap];
    }

    abstract protected function befalls(Rectifier $rectifier): bool;

    abstract protected function damage(bool $lower): RectifierDamage;

    abstract protected function exchanged(Diode $diode): ?Element;
}
