<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Compute;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Codec\BadData;
use Yew\Core\Compute\ComputeForm;
use Yew\Core\Compute\Discharge;
use Yew\Core\Compute\JudgeReading;
use Yew\Core\Compute\ParseQuantity;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Tests\SheetFixture;
use Yew\Core\Tests\Tube\ShippedTubes;
use Yew\Core\Tests\TubeFixture;

final class ComputeTest extends TestCase
{
    public function testJudgesAReadingFromItsDocumentedForm(): void
    {
        $out = (new JudgeReading(TubeFixture::catalogue()))->run(self::judgeInput());
        $judgement = $out['judgement'];
        self::assertIsArray($judgement);
        self::assertSame('out', $judgement['verdict']);
        self::assertSame('low', $judgement['direction']);
        self::assertSame('41.2 V', $out['understood']);
        self::assertSame(['factor' => 10.0, 'slip' => 'decade', 'meantVolts' => 412.0], $out['slip']);
        self::assertSame('test', $out['tubeDataVersion']);
    }

    public function testDischargeSaysWhenItHolds(): void
    {
        $bled = (new Discharge())->run(['nodes' => [['id' => 'A', 'farads' => 100e-6, 'startVolts' => 450]], 'resistors' => [['a' => 'A', 'b' => 'chassis', 'resistanceOhms' => 220000]]]);
        self::assertEqualsWithDelta(22 * log(45), $bled['secondsToTarget'], 1e-3);
        self::assertFalse($bled['holdsCharge']);
        $held = (new Discharge())->run(['nodes' => [['id' => 'A', 'farads' => 100e-6, 'startVolts' => 450]]]);
        self::assertSame([null, true], [$held['secondsToTarget'], $held['holdsCharge']]);
    }

    public function testParseQuantityAnswersBothWays(): void
    {
        $read = (new ParseQuantity())->run(['text' => '4k7/4k9', 'unit' => 'Ω']);
        self::assertSame([true, '4.7 kΩ / 4.9 kΩ'], [$read['readable'], $read['understood']]);
        $refused = (new ParseQuantity())->run(['text' => '4,7,k', 'unit' => 'Ω']);
        self::assertSame([false, 'two-separators', '4,7', ',k'], [$refused['readable'], $refused['reason'], $refused['understood'], $refused['notUnderstood']]);
    }

    /** @return iterable<string, array{ComputeForm, array<string, mixed>, string}> */
    public static function badInput(): iterable
    {
        $judge = new JudgeReading(TubeFixture::catalogue());
        yield 'an unknown field' => [$judge, [...self::judgeInput(), 'extra' => 1], 'extra'];
        yield 'a fault in the sheet' => [$judge, [...self::judgeInput(), 'sheet' => ['format' => 'x']], 'format'];
        yield 'no place' => [$judge, [...self::judgeInput(), 'place' => '?'], 'place'];
        yield 'a state that does not exist' => [$judge, [...self::judgeInput(), 'state' => 'on'], 'state'];
        yield 'ohms' => [$judge, [...self::judgeInput(), 'function' => 'ohms'], 'function'];
        yield 'a text that cannot be read' => [$judge, [...self::judgeInput(), 'text' => '1e999'], 'text'];
        yield 'a condition nobody knows' => [$judge, [...self::judgeInput(), 'conditions' => ['weather' => ['value' => 'fine', 'how' => 'assumed']]], 'conditions.weather'];
        $nuthatch = SheetFile::decode((string) file_get_contents(__DIR__.'/../../../server/demo/sheets/nuthatch-5.sheet.json'));
        $fact = static fn (mixed $value): array => ['value' => $value, 'how' => 'measured'];
        yield 'a triode in the rectifier’s socket' => [new JudgeReading(ShippedTubes::catalogue()), ['sheet' => $nuthatch, 'place' => 'A', 'function' => 'dc-volts', 'text' => '300', 'state' => 'energised', 'conditions' => ['inletVolts' => $fact(230), 'tubes' => $fact(['V3' => ['type' => '12AX7', 'tubeId' => null]])]], 'conditions'];
        yield 'no nodes' => [new Discharge(), ['nodes' => []], 'nodes'];
        yield 'negative farads' => [new Discharge(), ['nodes' => [['id' => 'A', 'farads' => -1, 'startVolts' => 1]]], 'nodes[0].farads'];
        yield 'no text' => [new ParseQuantity(), ['text' => 5], 'text'];
        yield 'a unit nobody uses' => [new ParseQuantity(), ['text' => '5', 'unit' => 'furlong'], 'unit'];
    }

    /** @param array<string, mixed> $in */
    #[DataProvider('badInput')]
    public function testRefusesBadInputWithItsPath(ComputeForm $form, array $in, string $path): void
    {
        try {
            $form->run($in);
            self::fail('was accepted');
        } catch (BadData $e) {
            self::assertSame($path, $e->path, $e->getMessage());
        }
    }

    /** @return array<string, mixed> */
    private static function judgeInput(): array
    {
        return [
            'sheet' => SheetFixture::document(),
            'place' => 'A',
            'text' => '41.2',
            'state' => 'energised',
            'warmMinutes' => 15,
            'wiredForVolts' => 117,
            'conditions' => [
                'inletVolts' => ['value' => 117, 'how' => 'measured'],
                'tubes' => ['value' => ['V1' => ['type' => '12AX7']], 'how' => 'assumed'],
                'limiter' => ['value' => ['kind' => 'none'], 'how' => 'assumed'],
            ],
        ];
    }
}
