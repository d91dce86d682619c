<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\Element\Diode;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierDamage;

/** A diode that leads nowhere; of a rectifier tube, one of its plates. */
final readonly class DiodeOpen extends DiodeFault
{
    public function id(): string
    {
        return 'diode-open';
    }

    protected function befalls(Rectifier $rectifier): bool
    {
        return true;
    }

    protected function damage(bool $lower): RectifierDamage
    {
        return $lower ? RectifierDamage::LowerOpen : RectifierDamage::OneOpen;
    }

    protected function exchanged(Diode $diode): null
    {
        return null;
    }
}
