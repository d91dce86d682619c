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
    /** `6L6GC`: a tube's type as printed on it; said as a change of the unit. */
    case Designation;
    /** `new`, or a value, `12k`: what went in for a part; said as a change of the unit. */
    case Fitted;
    /** `none`, or pairs of electrodes or pins, `g-k, 3-4`; with ohms where they leak, `k-h 2M`. */
    case Shorts;
    /** `34.5mA 5.2mS`, or with the instrument's good mark, `5200umho/3900`, `85%/60`. */
    case TubeFigures;
    /** `ok`, `gassy`, or the grid current, `0.3u`. */
    case Gas;
    /** `bench jig, 250/-12.5/250, 6.3V, 5m`: which instrument, and the setting at which it reads. */
    case Tester;
}
