<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Spice;

enum Flavour: string
{
    /** Rectifiers as mean currents, sampled over a quarter of the mains period: for `.op` and `.ac`. */
    case Averaged = 'averaged';

    /** Rectifiers as diodes on windings that carry the sine: for `.tran`. */
    case Switching = 'switching';
}
