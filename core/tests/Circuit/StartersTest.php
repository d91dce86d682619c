<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\Stresses;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Block\ExpandedBlock;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Codec\Fields;
use Yew\Core\Compute\Compose;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Tests\Tube\ShippedTubes;

/** The textbook circuits to begin from: each stands on its own feet, so that what is changed is what is wrong. */
final class StartersTest extends TestCase
{
    /** @return iterable<string, array{array<string, string>}> */
    public static function starters(): iterable
    {
        foreach (self::all() as $starter) {
            yield $starter['id'] => [$starter];
        }
    }

    /** @param array<string, string> $starter */
    #[DataProvider('starters')]
    public function testItComposesWithNothingToRemarkAndItsOutputTubesIdleWithinTheirLimits(array $starter): void
    {
        $composed = (new Compose(ShippedTubes::catalogue()))->run(['lines' => $starter['lines']]);
        self::assertSame([[], []], [$composed['faults'], $composed['remarks']]);
        self::assertIsArray($composed['circuit']);
        $types = json_decode(json_encode($composed['tubes'], \JSON_THROW_ON_ERROR), true);
        self::assertIsArray($types);
        $mains = (float) (explode(' ', $starter['lines'])[1] ?? 0);
        $tubes = array_map(static fn (int|string $position, mixed $type): array => ['position' => $position, 'type' => $type], array_keys($types), array_values($types));
        $sheet = (new SheetCodec(ShippedTubes::catalogue()))->decode(['format' => 'sheet/1', 'name' => $starter['name'], 'source' => ['trust' => 'similar-model'], 'printedFor' => ['mainsVolts' => $mains], 'tubes' => $tubes, 'points' => [], 'circuit' => $composed['circuit']]);
        $circuit = $sheet->circuit;
        self::assertNotNull($circuit);
        $outputs = array_merge(...array_map(static fn (ExpandedBlock $b): array => 'output' === $b->kind ? $b->tubes : [], $circuit->blocks));
        self::assertNotSame([], $outputs);
        $solution = AsFitted::drawn($circuit->netlist)->solved(new SolveConditions($mains), ShippedTubes::catalogue());
        foreach (Stresses::of($solution, ShippedTubes::catalogue())->tubes as $tube) {
            $share = $tube['plateShare'] ?? 0.0;
            self::assertLessThanOrEqual(1.0, $share, $tube['position']);
            self::assertLessThanOrEqual(1.0, $tube['screenShare'] ?? 0.0, $tube['position']);
            if (\in_array($tube['position'], $outputs, true)) {
                self::assertGreaterThan(0.4, $share, $tube['position'].' idles too cold to begin from');
            }
        }
    }

    public function testThereAreTwelveOfAllKinds(): void
    {
        $all = self::all();
        self::assertCount(12, $all);
        self::assertCount(12, array_unique(array_column($all, 'id')));
        self::assertCount(12, array_unique(array_column($all, 'name')));
        $lines = implode("\n", array_column($all, 'lines'));
        foreach (['cathodyne ', 'paraphase ', 'ltp ', ' ul ', 'se ', 'choke ', 'doubler ', ' bridge ', '5Y3GT', '5AR4', ' cath ', ' trim ', 'V3,V4/V5,V6', '300B'] as $word) {
            self::assertStringContainsString($word, $lines);
        }
    }

    /** @return list<array{id: string, name: string, says: string, lines: string}> */
    private static function all(): array
    {
        $data = json_decode((string) file_get_contents(__DIR__.'/../../data/starters.json'), true, 8, \JSON_THROW_ON_ERROR);
        self::assertIsArray($data);
        self::assertIsArray($data['starters']);
        $all = [];
        foreach ($data['starters'] as $starter) {
            $fields = Fields::of($starter);
            $all[] = ['id' => $fields->string('id'), 'name' => $fields->string('name'), 'says' => $fields->string('says', 300), 'lines' => $fields->string('lines', 4000)];
        }

        return $all;
    }
}
