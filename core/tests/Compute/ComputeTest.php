<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Compute;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Codec\BadData;
use Yew\Core\Compute\ComputeForm;
use Yew\Core\Compute\Discharge;
use Yew\Core\Compute\EstimateForm;
use Yew\Core\Compute\JudgeReading;
use Yew\Core\Compute\MatchTubes;
use Yew\Core\Compute\ParseQuantity;
use Yew\Core\Compute\SubstituteTube;
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

    public function testTubesAreMatchedAtOneSettingOrUnderStatedConditions(): void
    {
        $form = new MatchTubes(ShippedTubes::catalogue());
        $one = $form->run(self::matchInput());
        self::assertSame(['chosen', ['4', '1'], 'matched', ['2', '3']], [$one['result'], self::first($one)['tubes'], self::first($one)['claim'], $one['leftOver']]);
        self::assertEqualsWithDelta(100 * 0.001 / 0.0395, self::first($one)['plateSpreadPercent'], 1e-9);
        self::assertSame('not-matched', self::first($form->run([...self::matchInput(), 'matchedPercent' => 2.5]))['claim']);
        $at = ['plateVolts' => 250, 'gridVolts' => -14, 'screenVolts' => 250, 'heaterVolts' => 6.3, 'warmMinutes' => 10, 'instrument' => 'jig'];
        $stated = ['size' => 2, 'sets' => 1, 'matchedPercent' => 5, 'conditions' => $at, 'tubes' => [['id' => '01', 'plateAmperes' => 0.08, 'conditions' => $at], ['id' => '1', 'plateAmperes' => 0.081, 'conditions' => [...$at, 'screenVolts' => 255]]]];
        $few = $form->run($stated);
        self::assertSame(['too-few', 1, 2, [['tube' => '1', 'because' => 'screen']]], [$few['result'], $few['comparable'], $few['wanted'], $few['apart']]);
        $converted = $form->run([...$stated, 'convertBy' => '6L6GC']);
        self::assertSame(['chosen', [], ['1', '01'], 'matched'], [$converted['result'], $converted['apart'], self::first($converted)['tubes'], self::first($converted)['claim']]);
        self::assertSame('cannot-say', self::first($form->run([...$stated, 'convertBy' => '6L6GC', 'matchedPercent' => 3]))['claim'], 'its band reaches over the limit');
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
        $match = new MatchTubes(ShippedTubes::catalogue());
        $tube = static fn (array $tube): array => [...self::matchInput(), 'tubes' => [$tube]];
        $at = ['plateVolts' => 250, 'gridVolts' => -14, 'heaterVolts' => 6.3, 'warmMinutes' => 10, 'instrument' => 'jig'];
        yield 'a tube that lies there twice' => [$match, [...self::matchInput(), 'tubes' => [['id' => 'A', 'plateAmperes' => 0.04], ['id' => 'A', 'plateAmperes' => 0.04]]], 'tubes[1].id'];
        yield 'milliamperes as amperes' => [$match, $tube(['id' => 'A', 'plateAmperes' => 40]), 'tubes[0].plateAmperes'];
        yield 'no current' => [$match, $tube(['id' => 'A', 'plateAmperes' => 0]), 'tubes[0].plateAmperes'];
        yield 'transconductance a thousand times off' => [$match, $tube(['id' => 'A', 'plateAmperes' => 0.04, 'siemens' => 5.2]), 'tubes[0].siemens'];
        yield 'half a set' => [$match, [...self::matchInput(), 'size' => 2.5], 'size'];
        yield 'a set of one' => [$match, [...self::matchInput(), 'size' => 1], 'size'];
        yield 'a set of nine' => [$match, [...self::matchInput(), 'size' => 9], 'size'];
        yield 'no set' => [$match, [...self::matchInput(), 'sets' => 0], 'sets'];
        yield 'more tubes than are taken' => [$match, [...self::matchInput(), 'tubes' => array_fill(0, 1001, ['id' => 'A', 'plateAmperes' => 0.04])], 'tubes'];
        yield 'neither one setting nor conditions' => [$match, [...self::matchInput(), 'oneSetting' => false], 'conditions'];
        yield 'one setting, and conditions' => [$match, [...self::matchInput(), 'conditions' => $at], 'conditions'];
        yield 'one setting, and a tube with its own' => [$match, $tube(['id' => 'A', 'plateAmperes' => 0.04, 'conditions' => $at]), 'tubes[0].conditions'];
        $stated = ['size' => 2, 'sets' => 1, 'matchedPercent' => 5, 'conditions' => $at, 'tubes' => []];
        yield 'a positive grid' => [$match, [...$stated, 'conditions' => [...$at, 'gridVolts' => 14]], 'conditions.gridVolts'];
        yield 'conditions of no instrument' => [$match, [...$stated, 'conditions' => [...$at, 'instrument' => '']], 'conditions.instrument'];
        yield 'a type nobody knows' => [$match, [...$stated, 'convertBy' => '6X6X6'], 'convertBy'];
        yield 'a rectifier’s law' => [$match, [...$stated, 'convertBy' => '5Y3GT'], 'convertBy'];
        yield 'a section that it lacks' => [$match, [...$stated, 'convertBy' => '6L6GC', 'section' => 'third'], 'section'];
        $substitute = new SubstituteTube(ShippedTubes::catalogue());
        $swap = ['sheet' => $nuthatch, 'conditions' => [], 'positions' => ['V1'], 'type' => '12AU7'];
        yield 'a tube that the circuit lacks' => [$substitute, [...$swap, 'positions' => ['V1', 'V9']], 'positions[1]'];
        yield 'no tube at all' => [$substitute, [...$swap, 'positions' => []], 'positions'];
        yield 'more tubes than an output stage has' => [$substitute, [...$swap, 'positions' => array_fill(0, 17, 'V1')], 'positions'];
        yield 'another type that nobody knows' => [$substitute, [...$swap, 'type' => '12AX'], 'type'];
        yield 'a type that is a number' => [$substitute, [...$swap, 'type' => 5], 'type'];
        $estimate = ['hourlyRateMinor' => 9000, 'openings' => [['id' => 'board', 'minutes' => 35]], 'lines' => []];
        $line = ['id' => 'C1', 'minutes' => 5, 'partsMinor' => 240, 'openings' => ['board'], 'taxBasisPoints' => 2000, 'wanted' => true];
        yield 'negative labour' => [new EstimateForm(), [...$estimate, 'lines' => [[...$line, 'minutes' => -5]]], 'lines[0].minutes'];
        yield 'a price with seven decimals' => [new EstimateForm(), [...$estimate, 'lines' => [[...$line, 'partsMinor' => 2.4000001]]], 'lines[0].partsMinor'];
        yield 'a price beyond any bill' => [new EstimateForm(), [...$estimate, 'lines' => [[...$line, 'partsMinor' => 1000000001]]], 'lines[0].partsMinor'];
        yield 'an opening that nobody named' => [new EstimateForm(), [...$estimate, 'lines' => [[...$line, 'openings' => ['lid']]]], 'lines[0].openings[0]'];
        yield 'a line twice' => [new EstimateForm(), [...$estimate, 'lines' => [$line, $line]], 'lines[1].id'];
        yield 'an opening twice' => [new EstimateForm(), [...$estimate, 'openings' => [['id' => 'board', 'minutes' => 35], ['id' => 'board', 'minutes' => 30]]], 'openings[1].id'];
        yield 'a sum agreed in fractions' => [new EstimateForm(), [...$estimate, 'agreedMinor' => 10.5], 'agreedMinor'];
        yield 'nobody says whether it is wanted' => [new EstimateForm(), [...$estimate, 'lines' => [array_diff_key($line, ['wanted' => true])]], 'lines[0].wanted'];
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

    /**
     * @param array<string, mixed> $out
     *
     * @return array<mixed> its first set
     */
    private static function first(array $out): array
    {
        $sets = $out['sets'] ?? null;
        $first = \is_array($sets) ? $sets[0] ?? null : null;

        return \is_array($first) ? $first : throw new \LogicException('nothing was chosen');
    }

    /** @return array<string, mixed> */
    private static function matchInput(): array
    {
        return ['size' => 2, 'sets' => 1, 'matchedPercent' => 5, 'oneSetting' => true, 'tubes' => [['id' => '1', 'plateAmperes' => 0.040], ['id' => '2', 'plateAmperes' => 0.0421], ['id' => '3', 'plateAmperes' => 0.045], ['id' => '4', 'plateAmperes' => 0.039]]];
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
