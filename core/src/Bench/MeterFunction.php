<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

use Yew\Core\Quantity\Unit;

enum MeterFunction: string
{
    case DcVolts = 'dc-volts';
    case AcVolts = 'ac-volts';
    case DcAmperes = 'dc-amperes';
    case Ohms = 'ohms';
    case Farads = 'farads';

    public function unit(): Unit
    {
        return match ($this) {
            self::DcVolts, self::AcVolts => Unit::Volts,
            self::DcAmperes => Unit::Amperes,
            self::Ohms => Unit::Ohms,
            self::Farads => Unit::Farads,
        };
    }

    public function isVoltage(): bool
    {
        return Unit::Volts === $this->unit();
    }

    /** Whether it tells of an amplifier under power: what the circuit at work is judged by. */
    public function needsPower(): bool
    {
        return $this->isVoltage() || self::DcAmperes === $this;
    }
}
