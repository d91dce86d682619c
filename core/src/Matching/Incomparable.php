<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/** Why a tube's figures cannot be laid beside those of others (TUBE-3). */
enum Incomparable: string
{
    /** Its test does not say under which conditions it was made. */
    case NotStated = 'not-stated';
    case Instrument = 'instrument';
    case WarmUp = 'warm-up';
    case Heater = 'heater';
    /** One as a triode, the other with its screen fed. */
    case Connection = 'connection';
    case Screen = 'screen';
    case Grid = 'grid';
    case Plate = 'plate';

    /** Whether the type's law can carry a current from the one to the other. */
    public function isConvertible(): bool
    {
        return \in_array($this, [self::Screen, self::Grid, self::Plate], true);
    }
}
