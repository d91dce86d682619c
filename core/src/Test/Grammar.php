<?php

declare(strict_types=1);

namespace Yew\Core\Test;

enum Grammar
{
    /** `117.2/352` */
    case Figures;
    /** `8 11.0/0.506`: the tap's ohms first, or left to the place asked for. */
    case TapAndFigures;
    /** One of the kind's own answers, or the beginning of one. */
    case Choice;
    /** `T2A 250V` */
    case Fuse;
    /** `549-6122` */
    case DateCode;
    /** `22.1 1.8 90u@450/3m` */
    case Capacitor;
    /** `ok`, or `5 loose, 3 dirty` */
    case Contacts;
}
