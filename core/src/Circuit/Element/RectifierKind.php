<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

enum RectifierKind: string
{
    case HalfWave = 'half-wave';
    case CentreTap = 'centre-tap';
    case Bridge = 'bridge';
    case FullWaveDoubler = 'full-wave-doubler';
    case HalfWaveDoubler = 'half-wave-doubler';
    case ChokeInput = 'choke-input';
}
