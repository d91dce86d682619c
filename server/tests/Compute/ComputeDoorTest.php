<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Compute;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Process\Process;
use Yew\Server\Tests\Formats\SchemaCheck;
use Yew\Server\Tests\ServerTestCase;

/** The same forms from the command line and over HTTP, held against their schemas. */
final class ComputeDoorTest extends ServerTestCase
{
    use SchemaCheck;

    /** @return iterable<string, array{string, array<string, mixed>}> */
    public static function forms(): iterable
    {
        yield 'parse-quantity' => ['parse-quantity', ['text' => '1.2/4k7', 'unit' => 'V']];
        yield 'parse-quantity, refused' => ['parse-quantity', ['text' => '4,7,k', 'unit' => 'Ω']];
        yield 'discharge' => ['discharge', ['nodes' => [['id' => 'A', 'farads' => 1e-4, 'startVolts' => 450]], 'resistors' => [['a' => 'A', 'b' => 'chassis', 'resistanceOhms' => 220000]]]];
        yield 'discharge, held' => ['discharge', ['nodes' => [['id' => 'A', 'farads' => 1e-4, 'startVolts' => 450]]]];
        $sheet = json_decode((string) file_get_contents(\dirname(__DIR__, 3).'/server/demo/sheets/nuthatch-5.sheet.json'), true);
        $conditions = ['inletVolts' => ['value' => 121, 'how' => 'measured'], 'limiter' => ['value' => ['kind' => 'none'], 'how' => 'assumed'], 'tubes' => ['value' => ['V1' => ['type' => '12AX7', 'tubeId' => null]], 'how' => 'assumed']];
        yield 'judge-reading' => ['judge-reading', ['sheet' => $sheet, 'place' => 'V2.8', 'text' => '25.9', 'state' => 'energised', 'warmMinutes' => 15, 'conditions' => $conditions]];
        $circuit = ['sheet' => $sheet, 'conditions' => $conditions];
        yield 'operating-point' => ['operating-point', [...$circuit, 'asFitted' => [['kind' => 'part', 'id' => 'R8', 'ohms' => 910]], 'factors' => ['tubes' => ['V2' => 0.95]]]];
        yield 'expected-power' => ['expected-power', [...$circuit, 'stage' => 'T2', 'loadOhms' => 4.0]];
        yield 'expected-power, the tube out' => ['expected-power', [...$circuit, 'stage' => 'T2', 'conditions' => ['tubes' => ['value' => ['V2' => 'out'], 'how' => 'measured']]]];
        yield 'operating-point, a grid in the air' => ['operating-point', [...$circuit, 'asFitted' => [['kind' => 'open', 'id' => 'R1']]]];
        yield 'operating-point, with two faults' => ['operating-point', [...$circuit, 'faults' => ['tube-weak:V2:0.6', 'heater-to-cathode:V1/1:1000']]];
        yield 'in-time' => ['in-time', [...$circuit, 'seconds' => 30, 'places' => ['A', 'V2.8', 'V3.4'], 'hands' => [['atSeconds' => 20, 'off' => true], ['atSeconds' => 25, 'conditions' => $conditions]], 'fuse' => ['ratedAmperes' => 1, 'character' => 'slow'], 'limits' => [['place' => 'A', 'above' => 600], ['below' => -1]]]];
        yield 'in-time, a limit' => ['in-time', [...$circuit, 'begins' => 'settled', 'seconds' => 5, 'hands' => [['atSeconds' => 1, 'off' => true]], 'limits' => [['place' => 'A', 'below' => 100]]]];
        yield 'faults' => ['faults', $circuit];
        yield 'cold-resistance' => ['cold-resistance', [...$circuit, 'pairs' => [['place' => 'V2.8'], ['place' => 'A', 'against' => 'B', 'lifted' => ['R9']]]]];
        yield 'small-signal' => ['small-signal', [...$circuit, 'drive' => ['place' => 'V1.2'], 'output' => 'T2/sec', 'places' => ['V1.1']]];
        yield 'ripple' => ['ripple', $circuit];
        yield 'substitute-tube' => ['substitute-tube', [...$circuit, 'positions' => ['V1'], 'type' => '12AU7']];
        yield 'substitute-tube, does not fit' => ['substitute-tube', [...$circuit, 'positions' => ['V1'], 'type' => '6EU7']];
        yield 'calibrate' => ['calibrate', ['sheet' => $sheet]];
        yield 'calibrate to readings' => ['calibrate', [...$circuit, 'readings' => [['place' => 'A', 'volts' => 352.0], ['place' => 'V2.8', 'volts' => 21.4, 'meterOhms' => 1e7]]]];
        yield 'netlist-export' => ['netlist-export', [...$circuit, 'flavour' => 'switching']];
        yield 'compose' => ['compose', ['lines' => "mains 117 ht 662/86\nsupply ht ct A 50u/350\ngain V1 12AX7 A 100k 1k5\nse V2 6V6GT A screens A sstop 4k7 cath 470 25u from V1 22n ot 5k\nnonsense"]];
        yield 'netlist-import' => ['netlist-import', ['netlist' => "a stage\nV1 b 0 DC 250\nRa b p 100k\nX1 p g k 12AX7\nRk k 0 1.5k\nRg g 0 1meg\n.include secrets.txt\n.end\n"]];
        yield 'ratio' => ['ratio', ['taps' => [['loadOhms' => 8, 'primary' => '11.0', 'secondary' => '0.506'], ['loadOhms' => 4, 'primary' => '11.0', 'secondary' => '0.358']], 'wantedPrimaryOhms' => 5000]];
        yield 'judge-decay' => ['judge-decay', ['farads' => 40e-6, 'isMeasured' => false, 'bleederOhms' => 220e3, 'wasLow' => false, 'samples' => [['seconds' => 0, 'volts' => 430], ['seconds' => 5, 'volts' => 244]]]];
        yield 'judge-decay, hardly any' => ['judge-decay', ['farads' => 20e-6, 'isMeasured' => true, 'samples' => [['seconds' => 0, 'volts' => 430], ['seconds' => 5, 'volts' => 420]]]];
        yield 'no-load' => ['no-load', ['dcVolts' => 120, 'dcBandVolts' => 0.8, 'inletVolts' => 25, 'inletBandVolts' => 0.3, 'inletMeasured' => true, 'tubeRectifier' => false, 'mainsVolts' => 120, 'parts' => [['part' => 'C1', 'ratedVolts' => 500], ['part' => 'C2', 'ratedVolts' => 450]]]];
        yield 'no-load, behind a tube' => ['no-load', ['dcVolts' => 120, 'inletVolts' => 60, 'inletMeasured' => true, 'tubeRectifier' => true, 'mainsVolts' => 120]];
        yield 'fuse' => ['fuse', ['drawn' => 'T4A 250V', 'drawnMainsVolts' => 120, 'mainsVolts' => 240, 'fitted' => 'T4A 250V', 'runningAmperes' => 1.1]];
        yield 'fuse, nothing fitted' => ['fuse', ['drawn' => 'UL 2A slow', 'drawnMainsVolts' => 120, 'mainsVolts' => 240]];
        yield 'mains-conversion' => ['mains-conversion', ['primary' => 'two-equal', 'windingVolts' => [117], 'mainsVolts' => 230, 'madeForHertz' => 50, 'mainsHertz' => 50, 'fuse' => 'T4A', 'fuseMainsVolts' => 117]];
        yield 'mains-conversion, not possible' => ['mains-conversion', ['primary' => 'single', 'windingVolts' => [117], 'mainsVolts' => 230, 'madeForHertz' => 60, 'mainsHertz' => 50]];
        yield 'date-code' => ['date-code', ['text' => '606-924', 'thisYear' => 2026]];
        yield 'colour-code' => ['colour-code', ['text' => 'yellow violet red gold']];
        yield 'colour-code back' => ['colour-code', ['resistanceOhms' => 4700, 'tolerancePercent' => 5]];
        yield 'letter-code' => ['letter-code', ['text' => '4K7']];
        yield 'letter-code back' => ['letter-code', ['value' => 22e-9, 'unit' => 'F', 'tolerancePercent' => 10]];
        yield 'capacitor-leakage' => ['capacitor-leakage', ['farads' => 20e-6, 'ratedVolts' => 450, 'leakAmperes' => 1e-6, 'gridOhms' => 220e3]];
        yield 'reforming' => ['reforming', ['farads' => 20e-6, 'volts' => 450, 'grade' => 'long-life']];
        yield 'ripple-estimate' => ['ripple-estimate', ['loadAmperes' => 0.1, 'reservoirFarads' => 5e-5, 'mainsHertz' => 60, 'fullWave' => true, 'peakVolts' => 468, 'volts' => 440, 'sections' => [['resistanceOhms' => 10000, 'farads' => 2e-5], ['henries' => 10, 'farads' => 2e-5]]]];
        yield 'winding-heat' => ['winding-heat', ['coldOhms' => 10, 'coldCelsius' => 20, 'hotOhms' => 12, 'class' => 'B']];
        yield 'series-parallel' => ['series-parallel', ['wanted' => 302e3, 'series' => 24, 'unit' => 'Ω', 'values' => [100e3, 220e3]]];
        yield 'cathode-bypass' => ['cathode-bypass', ['mu' => 100, 'plateResistanceOhms' => 62500, 'loadOhms' => 1e5, 'cathodeOhms' => 1500, 'farads' => 25e-6]];
        yield 'judge-transformer' => ['judge-transformer', ['role' => 'output', 'primaryOhms' => 6600, 'tapOhms' => 8, 'windings' => [['id' => 'half a', 'resistanceOhms' => 58]], 'bPlusVolts' => 450, 'loads' => [['pushPull' => true, 'plateVolts' => 360, 'ohms' => 6600]], 'tubes' => ['6L6GC', '6L6GC'], 'trials' => [['test' => 'ratio', 'text' => '8 11.5/0.4'], ['test' => 'winding-ohms', 'subject' => 'half a', 'text' => '57'], ['test' => 'insulation', 'subject' => 'primary-core', 'text' => '300/4.5k']]]];
        yield 'judge-capacitor' => ['judge-capacitor', ['farads' => 20e-6, 'ratedVolts' => 450, 'does' => 'filter', 'worstVolts' => 470, 'school' => 'age-first', 'builtYear' => 1964, 'thisYear' => 2026, 'trials' => [['test' => 'capacitor', 'text' => '22.1 1.8 90u@450/5']]]];
        yield 'judge-resistor' => ['judge-resistor', ['resistanceOhms' => 470, 'tolerancePercent' => 5, 'does' => 'screen', 'inCircuitOhms' => 470, 'ratedWatts' => 1, 'watts' => 0.3, 'trials' => [['test' => 'resistor', 'text' => '612']]]];
        $drawer = [['id' => '1', 'plateAmperes' => 0.038], ['id' => '2', 'plateAmperes' => 0.041], ['id' => '3', 'plateAmperes' => 0.0385, 'siemens' => 5.1e-3]];
        yield 'match-tubes' => ['match-tubes', ['size' => 2, 'sets' => 1, 'matchedPercent' => 5, 'oneSetting' => true, 'tubes' => $drawer]];
        $at = ['plateVolts' => 250, 'gridVolts' => -14, 'screenVolts' => 250, 'heaterVolts' => 6.3, 'warmMinutes' => 10, 'instrument' => 'jig'];
        yield 'match-tubes, converted' => ['match-tubes', ['size' => 2, 'sets' => 1, 'matchedPercent' => 5, 'meterPercent' => 0.5, 'conditions' => $at, 'convertBy' => '6L6GC', 'tubes' => array_map(static fn (array $tube): array => [...$tube, 'conditions' => [...$at, 'gridVolts' => -14.2]], $drawer)]];
        yield 'match-tubes, too few' => ['match-tubes', ['size' => 4, 'sets' => 1, 'matchedPercent' => 5, 'conditions' => $at, 'tubes' => $drawer]];
        yield 'estimate' => ['estimate', ['hourlyRateMinor' => 9000, 'openings' => [['id' => 'board', 'minutes' => 35]], 'lines' => [['id' => 'C1', 'minutes' => 5, 'partsMinor' => 240, 'openings' => ['board'], 'taxBasisPoints' => 2000, 'wanted' => true], ['id' => '2', 'minutes' => 5, 'partsMinor' => 0, 'taxBasisPoints' => 0, 'wanted' => false]], 'agreedMinor' => 5000]];
        yield 'judge-reading without a sheet' => ['judge-reading', ['place' => 'V2.8', 'text' => 'ol', 'state' => 'energised']];
    }

    /** @param array<string, mixed> $in */
    #[DataProvider('forms')]
    public function testCommandAndAddressAgreeAndFitTheirSchemas(string $name, array $in): void
    {
        $json = (string) json_encode($in);
        self::assertFits('compute/'.$name.'.in.json', json_decode($json));
        $process = self::command(['compute', $name], $json);
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        self::assertFits('compute/'.$name.'.out.json', json_decode($process->getOutput()));
        $this->signIn('pim');
        $this->post('/api/compute/'.$name.'/1', $in);
        self::assertResponseIsSuccessful();
        self::assertJsonStringEqualsJsonString($process->getOutput(), (string) $this->client->getResponse()->getContent());
    }

    public function testBadInputExitsWithTwoAndOneLine(): void
    {
        foreach (['{"nodes": []}' => 'nodes: at least one node', '{"nodes": [{}]}' => 'nodes[0].id: missing', 'nonsense' => 'the input is not JSON', '[' => 'the input is not JSON', '"text"' => 'an object belongs here'] as $in => $says) {
            $process = self::command(['compute', 'discharge'], $in);
            self::assertSame(2, $process->getExitCode());
            self::assertStringContainsString($says, $process->getErrorOutput());
            self::assertSame(1, substr_count(trim($process->getErrorOutput()), "\n") + 1);
            self::assertSame('', $process->getOutput());
        }
        self::assertSame(2, self::command(['compute', 'no-such-thing'], '{}')->getExitCode());
        $sheet = json_decode((string) file_get_contents(\dirname(__DIR__, 3).'/server/demo/sheets/nuthatch-5.sheet.json'), true);
        foreach ([[['tube-dead:V9'], 'tube-dead cannot befall “V9” here'], [array_fill(0, 9, 'tube-weak:V2'), 'faults: '], [['tube-weak:V2:2'], 'tube-weak takes share from 0.01 to 1'], [['fuse-open:T1', 'nonsense'], 'there is no fault “nonsense”']] as [$faults, $says]) {
            $process = self::command(['compute', 'operating-point'], (string) json_encode(['sheet' => $sheet, 'faults' => $faults]));
            self::assertSame(2, $process->getExitCode());
            self::assertStringContainsString($says, $process->getErrorOutput());
        }
    }

    public function testTheListNamesEveryForm(): void
    {
        $list = self::command(['compute', '--list'], '')->getOutput();
        foreach (['judge-reading/1', 'discharge/1', 'parse-quantity/1', 'operating-point/1', 'expected-power/1', 'cold-resistance/1', 'small-signal/1', 'ripple/1', 'faults/1', 'in-time/1', 'calibrate/1', 'netlist-export/1', 'netlist-import/1', 'ratio/1', 'fuse/1', 'reforming/1', 'judge-transformer/1', 'judge-capacitor/1', 'judge-resistor/1'] as $form) {
            self::assertStringContainsString($form, $list);
        }
    }

    /** @param list<string> $arguments */
    private static function command(array $arguments, string $in): Process
    {
        $process = new Process([\PHP_BINARY, self::root().'/bin/bench', ...$arguments], env: ['APP_ENV' => 'test', 'APP_DEBUG' => '0']);
        $process->setInput($in)->run();

        return $process;
    }
}
