<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Yew\Core\Bench\DischargeNetwork;

/** Against ngspice: the transient of a four-section supply bleeding through its droppers. */
final class DischargeAgainstNgspiceTest extends TestCase
{
    public function testFourSectionSupply(): void
    {
        $farads = ['a' => 100e-6, 'b' => 50e-6, 'c' => 22e-6, 'd' => 22e-6];
        $start = ['a' => 455.0, 'b' => 452.0, 'c' => 390.0, 'd' => 352.0];
        $resistors = [
            ['a' => 'a', 'b' => 'chassis', 'ohms' => 220e3], ['a' => 'a', 'b' => 'b', 'ohms' => 96.0],
            ['a' => 'b', 'b' => 'c', 'ohms' => 1e5], ['a' => 'c', 'b' => 'd', 'ohms' => 2.2e5],
        ];
        $netlist = "discharge\n";
        foreach ($resistors as $i => $r) {
            $netlist .= \sprintf("R%d %s %s %g\n", $i, $r['a'], 'chassis' === $r['b'] ? '0' : $r['b'], $r['ohms']);
        }
        foreach ($farads as $node => $value) {
            $netlist .= \sprintf("C%s %s 0 %g IC=%g\n", $node, $node, $value, $start[$node]);
        }
        $netlist .= ".tran 0.05 200 0 0.05 UIC\n.control\nrun\nmeas tran ta when v(a)=60 fall=1\nmeas tran td when v(d)=60 fall=1\nmeas tran tc when v(c)=60 fall=1\n.endc\n.end\n";
        $process = new Process(['ngspice', '-b']);
        $process->setInput($netlist)->run();
        self::assertGreaterThan(0, preg_match_all('/^t([acd])\s+=\s+([0-9.e+-]+)/m', $process->getOutput(), $m), $process->getOutput().$process->getErrorOutput());
        self::assertCount(3, $m[2]);
        $last = max(array_map(floatval(...), $m[2]));
        self::assertEqualsWithDelta($last, (new DischargeNetwork($farads, $resistors))->secondsTo(60.0, $start), 0.002 * $last);
    }
}
