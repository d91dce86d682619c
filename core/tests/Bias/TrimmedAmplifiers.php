<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bias;

use Yew\Core\Tests\Job\FakeUnit;

/** Fixed-biased pairs of EL34 that differ in what their bias is set with. */
final class TrimmedAmplifiers
{
    private const LINES = "mains 230 r 4 ht 680/80 bias 50/30 heater 6.6/0.03\nsupply ht ct A C1=100u/525 bleed 220k\nrail B A choke 4H/100 C2=50u/525 called screens\nrail C B R2=10k/2W C3=22u/525\n"
        ."gain V1 12AX7 C 100k 1k5 25u leak 1M\nltp V2 12AX7 C 82k 100k 470 10k from V1 22n\n%s\npp V3/V4 EL34 A screens B sstop 1k gstop 5k6 %s leak 220k sense R21,R22=1 from V2 47n ot 3k4 dc 40/44 load 8\nheaters heater V1-V4 ref two-resistors";

    /** One trim for both, which sits between two resistors. */
    public static function level(string $pot = '22k@0.5', string $dropper = '15k', string $shunt = '39k'): FakeUnit
    {
        return self::with('bias bias N1 N2 C5=47u/100 R31='.$dropper.' R32='.$shunt.' trim P1='.$pot.' then C6=47u/100', 'bias N2');
    }

    /** A trim for both, and one that gives the one grid what it takes from the other. */
    public static function levelAndBalance(): FakeUnit
    {
        return self::with("bias bias N1 N2 C5=47u/100 R31=15k R32=39k trim P1=22k@0.5 then C6=47u/100\npot P2 N3 N2 N4 22k@0.5\nres R33 N3 chassis 100k\nres R34 N4 chassis 100k", 'bias N3 bias2 N4');
    }

    /** A trim for each. */
    public static function oneEach(): FakeUnit
    {
        return self::with("bias bias N1 N2 C5=47u/100 R31=4k7 R32=47k\npot P1 N2 N3 N5 22k@0.5\npot P2 N2 N4 N6 22k@0.5\nres R33 N5 chassis 39k\nres R34 N6 chassis 39k", 'bias N3 bias2 N4');
    }

    private static function with(string $supply, string $bias): FakeUnit
    {
        return FakeUnit::composed(\sprintf(self::LINES, $supply, $bias));
    }
}
