<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Formats;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Tests\Sheet\SheetCodecTest;
use Yew\Core\Tests\SheetFixture;
use Yew\Server\Shop\TubeData;

/** The published formats say what the code does. */
final class FormatsTest extends TestCase
{
    use SchemaCheck;

    /** @return iterable<string, array{string}> */
    public static function demoSheets(): iterable
    {
        foreach ((array) glob(\dirname(__DIR__, 3).'/server/demo/sheets/*.sheet.json') as $file) {
            yield basename((string) $file) => [(string) $file];
        }
    }

    #[DataProvider('demoSheets')]
    public function testEveryDemoSheetFitsTheSchemaAndDecodes(string $file): void
    {
        $text = (string) file_get_contents($file);
        self::assertFits('sheet.schema.json', json_decode($text));
        $sheet = (new SheetCodec((new TubeData(\dirname(__DIR__, 3)))->catalogue()))->decode(SheetFile::decode($text));
        self::assertGreaterThan(10, \count($sheet->points));
        self::assertNotSame([], $sheet->islands);
    }

    /** What the schema can see at all, it refuses as the codec does. */
    public function testTheSchemaRefusesWhatTheCodecRefuses(): void
    {
        self::assertFits('sheet.schema.json', json_decode((string) json_encode(SheetFixture::document())));
        $needTheWholeSheet = ['a missing node', 'a circle', 'fed by itself', 'twice', 'that is not', 'that the base lacks', 'not fitted', 'fed by nothing', 'proved elsewhere', 'ends nowhere', 'at no node', 'missing node'];
        $refused = 0;
        foreach (SheetCodecTest::faults() as $name => [$where, $value]) {
            if ([] !== array_filter($needTheWholeSheet, static fn (string $n): bool => str_contains($name, $n))) {
                continue;
            }
            $document = SheetFixture::changed($where, $value);
            self::assertNotSame([], self::faults('sheet.schema.json', json_decode((string) json_encode($document))), $name);
            ++$refused;
        }
        self::assertGreaterThan(14, $refused);
    }

    public function testTheDemoMetersFit(): void
    {
        $meters = json_decode((string) file_get_contents(\dirname(__DIR__, 3).'/server/demo/meters.json'));
        self::assertIsArray($meters);
        self::assertCount(3, $meters);
        foreach ($meters as $meter) {
            self::assertFits('meter.schema.json', $meter);
        }
    }
}
