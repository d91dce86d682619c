<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\Element\Diode;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierDamage;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\PartExchange;

/** A diode that leads both ways; of a rectifier tube, a plate that touches the cathode. */
final readonly class DiodeShorted extends DiodeFault
{
    public function id(): string
    {
        return 'diode-shorted';
    }

    protected function befalls(Rectifier $rectifier): bool
    {
        // In a half-wave doubler it sends alternating volts into the reservoir through the series capacitor: no model of ours holds.
        return RectifierKind::HalfWaveDoubler !== $rectifier->kind;
    }

    protected function damage(bool $lower): RectifierDamage
    {
        return $lower ? RectifierDamage::LowerShorted : RectifierDamage::OneShorted;
    }

    protected function exchanged(Diode $diode): ?Element
    {
        return PartExchange::shorted($diode, $diode->id);
    }
}
