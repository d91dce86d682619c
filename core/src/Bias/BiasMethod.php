<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

/** A way of measuring what an output tube idles at (BIAS-1). */
enum BiasMethod: string
{
    /** Volts across what is under this cathode alone: a sense resistor, or a cathode resistor of its own. */
    case OwnCathode = 'own-cathode';
    /** Volts across what carries several tubes: divided by their number. */
    case SharedCathode = 'shared-cathode';
    /** An ammeter in the cathode’s lead, as a socket probe puts it. */
    case CathodeAmmeter = 'cathode-ammeter';
    /** An ammeter in the plate’s lead. */
    case PlateAmmeter = 'plate-ammeter';
    /** Volts across this tube’s half of the primary. */
    case HalfDrop = 'half-drop';
    /** The same as the difference of what its supply and its plate read against the chassis. */
    case HalfDifference = 'half-difference';
    /** A milliammeter across this tube’s half of the primary. */
    case HalfShunt = 'half-shunt';
    /** A milliammeter in the centre tap’s lead: all tubes of the stage. */
    case CentreTap = 'centre-tap';
}
