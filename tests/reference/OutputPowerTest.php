<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Spice\Flavour;
use Yew\Core\Circuit\Spice\NetlistWriter;
use Yew\Core\Circuit\Spice\SpiceText;
use Yew\Core\Drawn\DrawnOutputs;
use Yew\Core\Drawn\DrawnTubes;
use Yew\Core\Output\DrawnStage;
use Yew\Core\Output\Drive;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Tube\ShippedTubes;

/**
 * Power into the load, and what full drive makes of supplies and currents, against a transient run by ngspice of the whole exported
 * amplifier with a sine at its output tubes’ grids: until supplies and bypassed cathodes have come to rest.
 */
final class OutputPowerTest extends TestCase
{
    private const HERTZ = 500.0;
    private const SECONDS = 0.3;

    /** @return iterable<string, array{string, array<string, array{float, float}>, float}> sheet, rails with volts and ohms of what feeds them, share of the drive to grid current */
    public static function stages(): iterable
    {
        yield 'single-ended, cathode bias, at grid current' => ['nuthatch-5', ['A' => [360.0, 300.0]], 1.0];
        yield 'single-ended, half driven' => ['nuthatch-5', ['A' => [360.0, 300.0]], 0.5];
        yield 'push-pull, cathode bias' => ['wren-15', ['A' => [350.0, 150.0]], 1.0];
        yield 'push-pull on ultralinear taps, cathode bias' => ['quillon-duo-12', ['A' => [335.0, 60.0]], 1.0];
        yield 'push-pull, fixed bias, idling cold' => ['teasel-50', ['A' => [470.0, 120.0], 'N1' => [-52.0, 1000.0]], 0.8];
    }

    /** @param array<string, array{float, float}> $rails */
    #[DataProvider('stages')]
    public function testPowerAgainstATransientRun(string $name, array $rails, float $share): void
    {
        $sheet = FakeUnit::demo($name)->sheet() ?? throw new \LogicException('a sheet');
        $drawn = $sheet->circuit ?? throw new \LogicException('a circuit');
        $tubes = ShippedTubes::catalogue();
        $fitted = self::fed($drawn->netlist, $rails);
        $circuit = CircuitAtWork::of($sheet, $drawn, $fitted, $tubes);
        $outputs = array_filter(DrawnOutputs::of($circuit, DrawnTubes::of($circuit)), static fn ($o): bool => 'T2' === $o->stage);
        $stage = DrawnStage::of($outputs, $fitted, $circuit->working, $tubes) ?? throw new \LogicException('a stage');
        $full = Drive::toGridCurrent($stage->stage, $stage->supply, $stage->idle);
        $drive = 1.0 === $share ? $full : Drive::at($stage->stage, $stage->supply->through($full->supply), $stage->idle, $share * $full->volts);

        $spice = NetlistWriter::body($circuit->working, $tubes, Flavour::Averaged, 'check');
        foreach ($stage->stage->tubes as $set) {
            $grid = 'T2/grid-'.$set->side;
            $spice .= \sprintf("Vdrive%1\$s drive%1\$s 0 SIN(0 %2\$s%3\$.6f %4\$g)\nCdrive%1\$s drive%1\$s %5\$s 1\n", $set->side, 'a' === $set->side ? '' : '-', $drive->volts, self::HERTZ, SpiceText::word($grid));
        }
        $window = \sprintf('from=%g to=%g', self::SECONDS - 10 / self::HERTZ, self::SECONDS);
        $theirs = Ngspice::run($spice, \sprintf("tran %g %g %g %g\nmeas tran load rms v(t2_sec) %s\nmeas tran supply avg v(%s) %s", 1 / self::HERTZ / 200, self::SECONDS, self::SECONDS - 12 / self::HERTZ, 1 / self::HERTZ / 100, $window, SpiceText::word(array_values($outputs)[0]->supply), $window), 'reltol=1e-4 abstol=1e-9 vntol=1e-5 itl1=500');
        self::assertEqualsWithDelta($theirs['load'] ** 2 / $stage->loadOhms, $drive->watts(), 0.05 * $drive->watts(), 'watts');
        self::assertEqualsWithDelta($theirs['supply'], $drive->standing->supply, 1.0, 'the sagged supply');
        fprintf(\STDERR, "%s: theirs %.3f W %.2f V, ours %.3f W %.2f V\n", $name, $theirs['load'] ** 2 / $stage->loadOhms, $theirs['supply'], $drive->watts(), $drive->standing->supply);
    }

    /**
     * The circuit on stiff volts behind a resistance instead of the mains, nothing at the output tubes’ grids and no loop from the secondary.
     *
     * @param array<string, array{float, float}> $rails
     */
    private static function fed(Netlist $netlist, array $rails): AsFitted
    {
        $fitted = AsFitted::drawn($netlist);
        foreach ($netlist->elements as $id => $element) {
            $isMains = $element instanceof MainsTransformer || $element instanceof Rectifier || $element instanceof Heaters;
            $isDrive = ($element instanceof Capacitor && [] !== array_intersect(['T2/grid-a', 'T2/grid-b'], $element->places())) || (\in_array('T2/sec', $element->places(), true) && 'T2/load' !== $id && 'T2' !== $id);
            $fitted = $isMains || $isDrive ? $fitted->with($id, null) : $fitted;
        }
        foreach ($rails as $rail => [$volts, $ohms]) {
            $fitted = $fitted->with('B'.$rail, new VoltageSource('B'.$rail, $rail.'/fed', Netlist::CHASSIS, $volts))->with('R'.$rail.'fed', new Resistor('R'.$rail.'fed', $rail.'/fed', $rail, $ohms));
        }

        return $fitted;
    }
}
