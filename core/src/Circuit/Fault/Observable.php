<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

/** What a bench can look at; a fault that cannot change one is neither proved nor ruled out by it. */
enum Observable: string
{
    /** Direct volts and amperes with power on. */
    case Direct = 'direct';
    /** What the mains leave on the rails and everything behind them: ripple, and hum at the mains frequency. */
    case MainsRipple = 'mains-ripple';
    /** What the unit takes from the mains. */
    case MainsAmperes = 'mains-amperes';
    /** Volts at the heaters. */
    case HeaterVolts = 'heater-volts';
    /** Gain, response, output impedance. */
    case Signal = 'signal';
    /** Ohms with power off. */
    case ColdOhms = 'cold-ohms';
    /** Whether it moves when tapped (JUDGE-7). */
    case Tap = 'tap';
}
