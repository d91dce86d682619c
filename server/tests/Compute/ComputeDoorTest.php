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
        yield 'operating-point, a grid in the air' => ['operating-point', [...$circuit, 'asFitted' => [['kind' => 'open', 'id' => 'R1']]]];
        yield 'cold-resistance' => ['cold-resistance', [...$circuit, 'pairs' => [['place' => 'V2.8'], ['place' => 'A', 'against' => 'B', 'lifted' => ['R9']]]]];
        yield 'small-signal' => ['small-signal', [...$circuit, 'drive' => ['place' => 'V1.2'], 'output' => 'T2/sec', 'places' => ['V1.1']]];
        yield 'ripple' => ['ripple', $circuit];
        yield 'calibrate' => ['calibrate', ['sheet' => $sheet]];
        yield 'calibrate to readings' => ['calibrate', [...$circuit, 'readings' => [['place' => 'A', 'volts' => 352.0], ['place' => 'V2.8', 'volts' => 21.4, 'meterOhms' => 1e7]]]];
        yield 'netlist-export' => ['netlist-export', [...$circuit, 'flavour' => 'switching']];
        yield 'compose' => ['compose', ['lines' => "mains 117 ht 662/86\nsupply ht ct A 50u/350\ngain V1 12AX7 A 100k 1k5\nse V2 6V6GT A screens A sstop 4k7 cath 470 25u from V1 22n ot 5k\nnonsense"]];
        yield 'netlist-import' => ['netlist-import', ['netlist' => "a stage\nV1 b 0 DC 250\nRa b p 100k\nX1 p g k 12AX7\nRk k 0 1.5k\nRg g 0 1meg\n.include secrets.txt\n.end\n"]];
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
    }

    public function testTheListNamesEveryForm(): void
    {
        $list = self::command(['compute', '--list'], '')->getOutput();
        foreach (['judge-reading/1', 'discharge/1', 'parse-quantity/1', 'operating-point/1', 'cold-resistance/1', 'small-signal/1', 'ripple/1', 'calibrate/1', 'netlist-export/1', 'netlist-import/1'] as $form) {
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
