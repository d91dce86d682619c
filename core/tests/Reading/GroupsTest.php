<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Quantity\QuantityParser;
use Yew\Core\Quantity\Unit;
use Yew\Core\Reading\BranchCurrent;
use Yew\Core\Reading\Expectation;
use Yew\Core\Reading\Finding;
use Yew\Core\Reading\Findings;
use Yew\Core\Reading\JudgedPoint;
use Yew\Core\Reading\PlateAgainstScreen;
use Yew\Core\Reading\Slips;
use Yew\Core\Reading\Verdict;
use Yew\Core\Reading\WindowMark;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Tests\SheetFixture;

/** JUDGE-4, JUDGE-7b, JUDGE-7c, JUDGE-7d and the window mark. */
final class GroupsTest extends TestCase
{
    public function testThreeLowRailsAreOneFinding(): void
    {
        $sheet = SheetFixture::sheet();
        $findings = self::findings($sheet, ['A' => '440', 'B' => '428', 'C' => '330', 'D' => '286', 'V1.1' => '190', 'V1.6' => '191']);
        self::assertCount(1, $findings);
        self::assertSame(['low-together', 'C', ['C', 'D'], ['C', 'D', 'V1.1', 'V1.6']], [$findings[0]->code, $findings[0]->node, $findings[0]->nodes, $findings[0]->places]);
        self::assertSame('R2', $findings[0]->current?->part->id);
        self::assertEqualsWithDelta(9.8e-3, $findings[0]->current->amperes, 1e-6);
        self::assertSame('current-high', $findings[0]->current->reasonCode);
    }

    public function testPlatesAloneAreGroupedUnderTheNodeThatFeedsThem(): void
    {
        $sheet = SheetFixture::sheet();
        $findings = self::findings($sheet, ['V1.1' => '250', 'V1.6' => '252']);
        self::assertSame([['high-together', 'D']], array_map(static fn ($f) => [$f->code, $f->node], $findings));
    }

    public function testPlatesThatDisagreeAreNoGroup(): void
    {
        $sheet = SheetFixture::sheet();
        self::assertSame([], self::findings($sheet, ['V1.1' => '250', 'V1.6' => '190']));
        self::assertSame([], self::findings($sheet, ['D' => '326', 'V1.1' => '250', 'V1.6' => '252']), 'their rail is right');
        self::assertSame([], self::findings($sheet, ['C' => '320']), 'one reading is no group');
    }

    public function testEverythingHighStartsAtTheReservoir(): void
    {
        $sheet = SheetFixture::sheet();
        $findings = self::findings($sheet, ['A' => '492', 'B' => '482', 'C' => '415', 'D' => '366']);
        self::assertSame([['A', ['A', 'B', 'C', 'D'], null]], array_map(static fn ($f) => [$f->node, $f->nodes, $f->current], $findings));
    }

    /** JUDGE-7d, worked: rails of 98 and 85.6 V where 90 and 80 are printed look like + 9 and + 7 % but put 24 % more current through the dropper. */
    public function testTwoNearlyRightRailsHideACurrent(): void
    {
        $document = SheetFixture::document();
        $document['points'] = [['place' => 'A', 'kind' => 'rail', 'printedVolts' => 90], ['place' => 'B', 'kind' => 'rail', 'printedVolts' => 80]];
        $sheet = SheetFixture::sheet($document);
        $current = self::current($sheet, ['A' => '98.00', 'B' => '85.60'], 'R1');
        self::assertEqualsWithDelta(1.24, $current->amperes / (float) $current->expectedAmperes, 1e-9);
        self::assertSame([Verdict::Out, 'current-high'], [$current->verdict, $current->reasonCode]);
        self::assertSame('current-straddles', self::current($sheet, ['A' => '98', 'B' => '86'], 'R1')->reasonCode, 'typed to the nearest volt, 20 ± 8 % says nothing');
    }

    public function testCurrentsAndTheirVerdicts(): void
    {
        $sheet = SheetFixture::sheet();
        $within = self::current($sheet, ['B' => '430.0', 'C' => '369.0'], 'R2');
        self::assertSame([Verdict::Within, 'current-within'], [$within->verdict, $within->reasonCode]);
        self::assertEqualsWithDelta(6.1e-3 ** 2 * 10000, $within->watts, 1e-9);
        self::assertGreaterThan(0.06e-3, $within->halfWidth95Volts, 'the 10 % resistor is in the band');
        self::assertSame('no-drop', self::current($sheet, ['B' => '430.0', 'C' => '430.0'], 'R2')->reasonCode);
        self::assertSame('current-low', self::current($sheet, ['B' => '430.0', 'C' => '400.0'], 'R2')->reasonCode);
        self::assertSame('current-straddles', self::current($sheet, ['A' => '440', 'B' => '428'], 'R1')->reasonCode, '12 ± 3 V tells nothing about 10 ± 2');
        $cathode = self::current($sheet, ['V1.3' => '1.502'], 'R4');
        self::assertEqualsWithDelta(1.001e-3, $cathode->amperes, 1e-6);
    }

    public function testNoCurrentFromOneEnd(): void
    {
        $sheet = SheetFixture::sheet();
        $parts = array_map(static fn (BranchCurrent $c): string => $c->part->id, BranchCurrent::all($sheet, self::read($sheet, ['B' => '430'])));
        self::assertSame([], $parts);
    }

    /** JUDGE-7e: no difference between plate and screen passes every window, and is only seen beside the sister. */
    public function testPlateAgainstScreen(): void
    {
        $document = SheetFixture::document();
        $document['points'] = [
            ['place' => 'V2.3', 'kind' => 'plate', 'printedVolts' => 438], ['place' => 'V2.4', 'kind' => 'screen', 'printedVolts' => 436],
            ['place' => 'V3.3', 'kind' => 'plate', 'printedVolts' => 438], ['place' => 'V3.4', 'kind' => 'screen', 'printedVolts' => 436],
        ];
        $sheet = SheetFixture::sheet($document);
        $reasons = static fn (array $readings): array => array_map(static fn (PlateAgainstScreen $p): string => $p->tube.' '.$p->reasonCode, PlateAgainstScreen::all($sheet, self::read($sheet, $readings)));
        self::assertSame(['V2 plate-equals-screen-unlike-sister', 'V3 plate-apart-from-screen'], $reasons(['V2.3' => '436.1', 'V2.4' => '436.1', 'V3.3' => '438.4', 'V3.4' => '436.0']));
        self::assertSame(['V2 plate-equals-screen', 'V3 plate-equals-screen'], $reasons(['V2.3' => '436.1', 'V2.4' => '436.0', 'V3.3' => '436.2', 'V3.4' => '436.1']));
        self::assertSame(['V2 plate-equals-screen'], $reasons(['V2.3' => '436', 'V2.4' => '436']));
        self::assertSame([], $reasons(['V2.3' => '436']));
    }

    /** @return iterable<string, array{string, float, ?string}> place, typed volts, slip */
    public static function slips(): iterable
    {
        yield '4.16 for 416 V: two decades' => ['A', 4.4, 'decade'];
        yield 'one decade' => ['V1.1', 22.1, 'decade'];
        yield 'millivolts typed as volts' => ['V1.3', 1500.0, 'unit'];
        yield '0.744 for −0.744: a sign' => ['N', 41.0, 'sign'];
        yield 'as expected' => ['A', 440.0, null];
        yield 'off, but no slip explains it' => ['A', 300.0, null];
        yield 'around zero nothing is a slip' => ['V2.5', 5.0, null];
    }

    #[DataProvider('slips')]
    public function testSlips(string $place, float $typed, ?string $slip): void
    {
        $sheet = SheetFixture::sheet();
        $point = $sheet->point($place, MeterFunction::DcVolts);
        self::assertNotNull($point);
        $expected = Expectation::at($point, Bench::setting());
        $suspect = Slips::suspect($expected, $typed);
        self::assertSame($slip, $suspect?->slip);
        if (null !== $suspect) {
            self::assertTrue($expected->window?->holds($suspect->meantVolts));
        }
    }

    public function testWindowMarkShapes(): void
    {
        $mark = static fn (string $text): array => Bench::judge('A', $text)->toArray();
        self::assertSame(['position' => 0.0, 'shape' => 'tick'], $mark('440')['mark']);
        self::assertSame('diamond', ((array) $mark('477')['mark'])['shape']);
        self::assertSame(['position' => -2.0, 'shape' => 'arrow-low'], $mark('200')['mark']);
        self::assertSame('danger-high', ((array) $mark('520')['mark'])['shape']);
        self::assertSame('query', WindowMark::of(Verdict::CannotSay, 5.0, null, null)->toArray()['shape']);
    }

    /**
     * @param array<mixed> $readings typed text by place
     *
     * @return array<string, JudgedPoint>
     */
    private static function read(Sheet $sheet, array $readings): array
    {
        $points = [];
        foreach ($sheet->points as $point) {
            $text = $readings[$point->place] ?? null;
            $context = Bench::setting(sheet: $sheet);
            if (!\is_string($text)) {
                $points[$point->key()] = new JudgedPoint($point, Expectation::at($point, $context), null, null);
                continue;
            }
            $quantity = QuantityParser::parse($text, Unit::Volts);
            $points[$point->key()] = new JudgedPoint($point, Expectation::at($point, $context), Bench::judge($point->place, $text, $context), Bench::meter()->figure($point->function, $quantity->value, $quantity->resolution, $point->place));
        }

        return $points;
    }

    /**
     * @param array<string, string> $readings
     *
     * @return list<Finding>
     */
    private static function findings(Sheet $sheet, array $readings): array
    {
        $points = self::read($sheet, $readings);

        return Findings::of($sheet, $points, BranchCurrent::all($sheet, $points));
    }

    /** @param array<string, string> $readings */
    private static function current(Sheet $sheet, array $readings, string $part): BranchCurrent
    {
        foreach (BranchCurrent::all($sheet, self::read($sheet, $readings)) as $current) {
            if ($current->part->id === $part) {
                return $current;
            }
        }
        self::fail('no current through '.$part);
    }
}
