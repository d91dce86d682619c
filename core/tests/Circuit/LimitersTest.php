<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\Lamp;
use Yew\Core\Circuit\Supply\Limiters;
use Yew\Core\Tests\Tube\ShippedTubes;

/** What stands in the mains lead: every circuit through lamps and behind an electronic limit. */
final class LimitersTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function circuits(): iterable
    {
        foreach (array_keys(Circuits::all()) as $name) {
            yield $name => [$name];
        }
    }

    #[DataProvider('circuits')]
    public function testAnElectronicLimitIsWhatFlowsOrIsNotThere(string $name): void
    {
        [$circuit, $mains] = Circuits::named($name);
        $free = self::solve($circuit->netlist, new SolveConditions($mains));
        $amperes = $free->primaryAmperes();
        $before = \INF;
        foreach ([0.999, 0.95, 0.85, 0.7, 0.4, 0.1] as $share) {
            $limited = self::solve($circuit->netlist, new SolveConditions($mains, Limiters::electronic($share * $amperes)));
            self::assertEqualsWithDelta($share * $amperes, $limited->primaryAmperes(), 1e-4 * $amperes, $share.' of its current');
            self::assertLessThan($before, $limited->supplies[0]->coreVolts);
            $before = $limited->supplies[0]->coreVolts;
        }
        $idle = self::solve($circuit->netlist, new SolveConditions($mains, Limiters::electronic(1.001 * $amperes)));
        self::assertEqualsWithDelta($free->volts, $idle->volts, 1e-6);
        self::assertSame(0.0, $idle->supplies[0]->lampOhms);
    }

    #[DataProvider('circuits')]
    public function testALampHasTheOhmsOfItsCurrent(string $name): void
    {
        [$circuit, $mains] = Circuits::named($name);
        $volts = [];
        foreach ([25.0, 60.0, 150.0] as $watts) {
            $solution = self::solve($circuit->netlist, new SolveConditions($mains, Limiters::lamp($watts, $mains)));
            self::assertEqualsWithDelta(Lamp::ohms($watts, $mains, $solution->primaryAmperes()), $solution->supplies[0]->lampOhms, 0.01 + 1e-4 * $solution->supplies[0]->lampOhms);
            $volts[] = $solution->supplies[0]->coreVolts;
        }
        self::assertTrue($volts[0] < $volts[1] && $volts[1] < $volts[2], implode(', ', $volts));
    }

    public function testTwoTransformersBehindOneLimiterAreRefused(): void
    {
        $lines = ['mains 230 r 10 ht 250/60', 'supply ht bridge A 47u bleed 220k', 'mains 230 r 20 aux 30/5', 'bias aux N1 N2 47u/100 15k 56k then 47u/100'];
        $netlist = Circuits::typed($lines)->netlist;
        self::assertCount(2, self::solve($netlist, new SolveConditions(230.0))->supplies, 'without a limiter they are two');
        $this->expectException(BadCircuit::class);
        $this->expectExceptionMessageMatches('/two transformers/');
        self::solve($netlist, new SolveConditions(230.0, Limiters::lamp(60.0, 230.0)));
    }

    private static function solve(Netlist $netlist, SolveConditions $conditions): Solution
    {
        return OperatingPoint::of(Compiler::compile($netlist, ShippedTubes::catalogue(), $conditions), $conditions);
    }
}
