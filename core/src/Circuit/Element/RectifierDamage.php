<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** What can be wrong with one diode of a rectifier; in a full-wave doubler the two are not alike. */
enum RectifierDamage: string
{
    /** One diode, one plate of a tube, or one half of a tapped winding leads nowhere; in a doubler the upper one. */
    case OneOpen = 'one-open';
    /** One diode leads both ways; in a doubler the upper one. */
    case OneShorted = 'one-shorted';
    case LowerOpen = 'lower-open';
    case LowerShorted = 'lower-shorted';

    public function isOpen(): bool
    {
        return self::OneOpen === $this || self::LowerOpen === $this;
    }
}
