<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\MainsAmperes;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tests\Tube\ShippedTubes;

/** What a unit takes from the mains, with its band. */
final class MainsAmperesTest extends TestCase
{
    public function testTheBandHoldsHealthyUnitsAndNotShortedTurns(): void
    {
        $drawn = self::drawn();
        $band = self::band($drawn, $drawn);
        self::assertGreaterThan($band->low, $band->amperes);
        self::assertGreaterThan($band->amperes, $band->high);
        foreach ($drawn->netlist->all(Tube::class) as $tube) {
            foreach ([0.9, 1.1] as $strength) {
                $amperes = self::band($drawn->withStrength($tube->position, $strength), $drawn)->amperes;
                self::assertTrue($amperes > $band->low && $amperes < $band->high, $tube->position.' '.$strength);
            }
        }
        $shorted = FaultCatalogue::read('winding-shorted-turns:T1/primary:0.02', $drawn, ShippedTubes::catalogue())->in($drawn, ShippedTubes::catalogue());
        self::assertGreaterThan($band->high, self::band($shorted, $drawn)->amperes);
        $without = FaultCatalogue::read('tube-heater-open:V4', $drawn, ShippedTubes::catalogue())->in($drawn, ShippedTubes::catalogue());
        self::assertLessThan($band->low, self::band($without, $drawn)->amperes);
    }

    public function testMagnetisingStandsAtRightAnglesAndAloneWithoutALoad(): void
    {
        $drawn = self::drawn();
        $full = self::band($drawn, $drawn);
        $empty = self::band($drawn, $drawn, ['V1', 'V2', 'V3', 'V4', 'V5']);
        self::assertLessThan(0.1 * $full->amperes, $empty->amperes);
        // Four tenths of what it takes as drawn, whatever hangs on it.
        self::assertEqualsWithDelta(0.4 * $full->amperes, $empty->high, 0.1 * $full->amperes);
        self::assertLessThan($full->amperes + 0.4 * $full->amperes, $full->high);
    }

    private static function drawn(): AsFitted
    {
        return AsFitted::drawn(Circuits::named('Lantern 30')[0]->netlist);
    }

    /** @param list<string> $out */
    private static function band(AsFitted $fitted, AsFitted $drawn, array $out = []): MainsAmperes
    {
        $solution = $fitted->solved(new SolveConditions(117.0, null, $out), ShippedTubes::catalogue());

        return MainsAmperes::of($fitted, $solution, ShippedTubes::catalogue(), $drawn);
    }
}
