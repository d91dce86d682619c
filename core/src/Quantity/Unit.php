<?php

declare(strict_types=1);

namespace Yew\Core\Quantity;

enum Unit: string
{
    case Volts = 'V';
    case Amperes = 'A';
    case Ohms = 'Ω';
    case Farads = 'F';
    case Henries = 'H';
    case Hertz = 'Hz';
    case Watts = 'W';
    case Seconds = 's';
    case Celsius = '°C';
    case Siemens = 'S';
    case Percent = '%';

    public function word(): string
    {
        return match ($this) {
            self::Volts => 'volts',
            self::Amperes => 'amperes',
            self::Ohms => 'ohms',
            self::Farads => 'farads',
            self::Henries => 'henries',
            self::Hertz => 'hertz',
            self::Watts => 'watts',
            self::Seconds => 'seconds',
            self::Celsius => 'degrees Celsius',
            self::Siemens => 'siemens',
            self::Percent => 'percent',
        };
    }
}
