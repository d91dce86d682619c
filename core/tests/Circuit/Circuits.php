<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\Assert;
use Yew\Core\Circuit\CircuitCodec;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Lines\LineReader;
use Yew\Core\Codec\Fields;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Textbook circuits of every kind of block: those of the tests, and those of the demo sheets. Values are our own. */
final class Circuits
{
    /** @return array<string, array{DrawnCircuit, float}> circuit and its printed mains, by name */
    public static function all(): array
    {
        $all = [];
        foreach (self::file(__DIR__.'/circuits.json') as $name => $given) {
            $fields = Fields::of($given, (string) $name);
            $all[(string) $name] = self::drawn($fields->raw('tubes'), $fields->raw('circuit'), $fields->number('mains'));
        }
        foreach ((array) glob(__DIR__.'/../../../server/demo/sheets/*.sheet.json') as $path) {
            $sheet = Fields::of(self::file((string) $path));
            $tubes = [];
            foreach ($sheet->objects('tubes') as $tube) {
                $tubes[$tube->string('position')] = $tube->string('type');
            }
            $all[$sheet->string('name')] = self::drawn($tubes, $sheet->raw('circuit'), $sheet->object('printedFor')->number('mainsVolts'));
        }

        return $all;
    }

    /** @return array{DrawnCircuit, float} */
    public static function named(string $name): array
    {
        return self::all()[$name] ?? throw new \LogicException('no circuit '.$name);
    }

    /** @param list<string> $lines as a circuit is typed */
    public static function typed(array $lines): DrawnCircuit
    {
        $read = LineReader::read(implode("\n", $lines), ShippedTubes::catalogue());
        Assert::assertSame([], $read->faults);

        return (new CircuitCodec(ShippedTubes::catalogue()))->decode(Fields::of(['blocks' => $read->blocks], 'circuit'), $read->tubes);
    }

    /** @return array{DrawnCircuit, float} */
    private static function drawn(mixed $tubes, mixed $circuit, float $mains): array
    {
        $types = [];
        foreach (\is_array($tubes) ? $tubes : [] as $position => $type) {
            $types[(string) $position] = \is_string($type) ? $type : '';
        }

        return [(new CircuitCodec(ShippedTubes::catalogue()))->decode(Fields::of($circuit, 'circuit'), $types), $mains];
    }

    /** @return array<mixed> */
    private static function file(string $path): array
    {
        $data = json_decode((string) file_get_contents($path), true);

        return \is_array($data) ? $data : [];
    }
}
