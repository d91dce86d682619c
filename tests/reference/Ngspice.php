<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\Assert;
use Symfony\Component\Process\Process;

/** Runs ngspice from Debian's packages on a netlist and reads what it prints. */
final class Ngspice
{
    /**
     * @param string $netlist without `.end`
     * @param string $control commands of a control block
     *
     * @return array<string, float> by name, as ngspice prints them: `v3_1 = 261.2`
     */
    public static function run(string $netlist, string $control, string $options = 'reltol=1e-6 abstol=1e-13 itl1=500 itl2=500'): array
    {
        $process = new Process(['ngspice', '-b'], timeout: 240);
        $process->setInput($netlist.'.options '.$options."\n.control\nset numdgt=12\n".$control."\n.endc\n.end\n")->run();
        $output = $process->getOutput();
        Assert::assertGreaterThan(0, preg_match_all('/^(\S+)\s+=\s+([-+0-9.eE]+)/m', $output, $m), substr($output.$process->getErrorOutput(), 0, 2000));

        return array_combine($m[1], array_map(floatval(...), $m[2]));
    }
}
