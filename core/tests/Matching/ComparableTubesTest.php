<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Matching;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Matching\Candidate;
use Yew\Core\Matching\ComparableTubes;
use Yew\Core\Matching\Incomparable;
use Yew\Core\Matching\StandsApart;
use Yew\Core\Matching\TestedTube;
use Yew\Core\Matching\TubeConditions;
use Yew\Core\Matching\TubeLaw;
use Yew\Core\Tests\Tube\ShippedTubes;
use Yew\Core\Tube\HandbookPoint;
use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\TriodeModel;
use Yew\Core\Tube\TubeSection;

/** Which tests may be laid side by side, and what a conversion brings (TUBE-3). */
final class ComparableTubesTest extends TestCase
{
    /** @return iterable<string, array{TubeConditions, Incomparable|null}> against 250 V, −14 V, 250 V, 6.3 V, 10 min on the jig */
    public static function conditions(): iterable
    {
        yield 'the same' => [self::at(), null];
        yield 'grid, half of a tenth of a volt' => [self::at(grid: -14.05), null];
        yield 'grid, less negative' => [self::at(grid: -13.95), null];
        yield 'grid, more' => [self::at(grid: -14.051), Incomparable::Grid];
        yield 'screen, a quarter of a percent' => [self::at(screen: 250.625), null];
        yield 'screen, more' => [self::at(screen: 250.63), Incomparable::Screen];
        yield 'screen, below' => [self::at(screen: 249.37), Incomparable::Screen];
        yield 'heater, a quarter of a percent' => [self::at(heater: 6.3 * 1.0025), null];
        yield 'heater, more' => [self::at(heater: 6.3 * 1.0026), Incomparable::Heater];
        yield 'plate, one percent' => [self::at(plate: 252.5), null];
        yield 'plate, more' => [self::at(plate: 252.51), Incomparable::Plate];
        yield 'warm, a tenth longer' => [self::at(warm: 11.0), null];
        yield 'warm, more' => [self::at(warm: 11.01), Incomparable::WarmUp];
        yield 'read at once' => [self::at(warm: 0.0), Incomparable::WarmUp];
        yield 'another instrument' => [self::at(instrument: 'tester'), Incomparable::Instrument];
        yield 'strapped as a triode' => [self::at(screen: null), Incomparable::Connection];
        yield 'what no law can mend is said first' => [self::at(grid: -20.0, instrument: 'tester'), Incomparable::Instrument];
    }

    #[DataProvider('conditions')]
    public function testWhatMayDiffer(TubeConditions $conditions, ?Incomparable $why): void
    {
        self::assertSame($why, $conditions->differenceFrom(self::at()));
    }

    public function testATriodesPlateCountsLikeAScreen(): void
    {
        $reference = self::at(screen: null);
        self::assertNull(self::at(plate: 250.625, screen: null)->differenceFrom($reference));
        self::assertSame(Incomparable::Plate, self::at(plate: 250.63, screen: null)->differenceFrom($reference));
    }

    public function testAnyTwoThatPassDifferByNoMoreThanTheRuleAllows(): void
    {
        [$low, $high] = [self::at(grid: -14.05), self::at(grid: -13.95)];
        self::assertEqualsWithDelta(0.1, $high->gridVolts - $low->gridVolts, 1e-9);
        self::assertNull($low->differenceFrom(self::at()) ?? $high->differenceFrom(self::at()));
    }

    public function testWithoutALawWhatDiffersStandsApart(): void
    {
        $tubes = [new TestedTube('1', 0.040, 5e-3, self::at()), new TestedTube('2', 0.041, null, self::at(screen: 255.0)), new TestedTube('3', 0.042, null, null), new TestedTube('4', 0.043, null, self::at(instrument: 'tester'))];
        $comparable = ComparableTubes::at(self::at(), $tubes, null);
        self::assertEquals([new Candidate('1', 0.040, 5e-3)], $comparable->candidates);
        self::assertEquals([new StandsApart('2', Incomparable::Screen), new StandsApart('3', Incomparable::NotStated), new StandsApart('4', Incomparable::Instrument)], $comparable->apart);
        self::assertSame([], $comparable->converted);
    }

    public function testALawCarriesWhatItCanAndNothingElse(): void
    {
        $law = self::section('6L6GC');
        $tubes = [new TestedTube('1', 0.080, 6e-3, self::at(screen: 255.0)), new TestedTube('2', 0.042, null, null), new TestedTube('3', 0.043, null, self::at(instrument: 'tester')), new TestedTube('4', 0.043, null, self::at(screen: null)), new TestedTube('5', 1e-6, null, self::at(grid: -200.0))];
        $comparable = ComparableTubes::at(self::at(), $tubes, $law);
        self::assertSame(['1'], array_map(static fn (Candidate $c): string => $c->id, $comparable->candidates));
        self::assertSame($comparable->candidates, $comparable->converted);
        self::assertEquals([new StandsApart('2', Incomparable::NotStated), new StandsApart('3', Incomparable::Instrument), new StandsApart('4', Incomparable::Connection), new StandsApart('5', Incomparable::Grid)], $comparable->apart, 'nor out of cut-off');
        [$one] = $comparable->candidates;
        // 2 % of screen volts is 10 to 15 % of current where the grid is far down; 4 to 5 % at this point of much current.
        self::assertEqualsWithDelta(0.080 / 1.04, $one->plateAmperes, 0.001);
        self::assertLessThan(6e-3, $one->siemens);
        self::assertGreaterThan(5.7e-3, $one->siemens);
        self::assertEqualsWithDelta(100 * ((0.080 / $one->plateAmperes) ** TubeLaw::SHARE_OF_CHANGE - 1), $one->bandPercent, 1e-9);
        $back = TubeLaw::convert($law, new TestedTube('1', $one->plateAmperes, $one->siemens, self::at()), self::at(), self::at(screen: 255.0));
        self::assertEqualsWithDelta(0.080, $back?->plateAmperes, 1e-12);
        self::assertEqualsWithDelta($one->bandPercent, $back?->bandPercent, 1e-9, 'the band is that of the step, up or down');
    }

    public function testTwoPercentOfScreenVoltsIsATenthOfTheCurrentOfAnIdlingTube(): void
    {
        // TUBE-3: 10 to 15 %, for a pair idling near cut-off as in class AB (common practice).
        $idle = self::at(plate: 450.0, grid: -42.0, screen: 400.0);
        $converted = TubeLaw::convert(self::section('6L6GC'), new TestedTube('1', 0.030, null, $idle), $idle, self::at(plate: 450.0, grid: -42.0, screen: 408.0));
        self::assertGreaterThan(1.07, ($converted->plateAmperes ?? 0.0) / 0.030);
        self::assertLessThan(1.15, ($converted->plateAmperes ?? 0.0) / 0.030);
    }

    public function testAStrappedPentodeAndATriodeAreCarriedToo(): void
    {
        $pentode = self::section('6L6GC');
        $law = $pentode->model;
        self::assertInstanceOf(PentodeModel::class, $law);
        $strapped = static fn (float $volts): TubeConditions => self::at(plate: $volts, grid: -20.0, screen: null);
        $cathode = static fn (float $volts): float => $law->plateAndScreen($volts, -20.0, $volts)[0] + $law->plateAndScreen($volts, -20.0, $volts)[4];
        $converted = TubeLaw::convert($pentode, new TestedTube('1', 0.040, null, $strapped(250.0)), $strapped(250.0), $strapped(260.0));
        self::assertEqualsWithDelta(0.040 * $cathode(260.0) / $cathode(250.0), $converted?->plateAmperes, 1e-12);
        $triode = self::section('12AX7');
        $at = static fn (float $grid): TubeConditions => new TubeConditions(250.0, $grid, null, 12.6, 10.0, 'jig');
        self::assertGreaterThan(1.2e-3, TubeLaw::convert($triode, new TestedTube('1', 1.2e-3, 1.6e-3, $at(-2.0)), $at(-2.0), $at(-1.8))?->plateAmperes);
        self::assertNull(TubeLaw::convert($triode, new TestedTube('1', 1.2e-3, null, self::at()), self::at(), self::at(screen: 255.0)), 'a triode has no screen to convert by');
        self::assertNull(TubeLaw::convert(self::section('5Y3GT'), new TestedTube('1', 0.1, null, self::at()), self::at(), self::at(screen: 255.0)));
        self::assertSame([true, true, false], array_map(TubeLaw::holdsFor(...), [$pentode, $triode, self::section('5Y3GT')]));
    }

    public function testBelowTenMicroamperesTheLawSaysNothing(): void
    {
        $section = self::section('12AX7');
        $at = static fn (float $grid): TubeConditions => new TubeConditions(250.0, $grid, null, 12.6, 10.0, 'jig');
        $law = $section->model;
        self::assertInstanceOf(TriodeModel::class, $law);
        [$low, $high] = [-20.0, -2.0];
        for ($i = 0; $i < 40; ++$i) {
            $middle = ($low + $high) / 2;
            [$low, $high] = $law->plate(250.0, $middle)[0] < 1e-5 ? [$middle, $high] : [$low, $middle];
        }
        $from = static fn (float $grid): ?Candidate => TubeLaw::convert($section, new TestedTube('1', 1e-5, null, $at($grid)), $at($grid), $at(-2.0));
        self::assertNull($from($low - 0.01));
        self::assertNotNull($from($low + 0.01));
        self::assertNull(TubeLaw::convert($section, new TestedTube('1', 1e-3, null, $at(-2.0)), $at(-2.0), $at($low - 0.01)), 'nor into it');
    }

    /**
     * The band against the handbooks: from each operating point of a shipped type to each other one, where the law foretells a change
     * of a tenth or more, three of four land within it. (The points and their sources stand in the tube data.).
     */
    public function testTheBandHoldsBetweenTheHandbooksPoints(): void
    {
        $within = $all = 0;
        foreach (array_unique(array_map(static fn (string $name): ?object => ShippedTubes::catalogue()->find($name), ShippedTubes::catalogue()->names()), \SORT_REGULAR) as $type) {
            foreach ($type->sections ?? [] as $section) {
                foreach (self::handbook($section) as [$from, $fromAmperes]) {
                    foreach (self::handbook($section) as [$to, $toAmperes]) {
                        $converted = TubeLaw::convert($section, new TestedTube('it', $fromAmperes, null, $from), $from, $to);
                        if (null !== $converted && abs(log($converted->plateAmperes / $fromAmperes)) >= 0.1) {
                            ++$all;
                            $within += abs(log($converted->plateAmperes / $toAmperes)) <= log1p($converted->bandPercent / 100) ? 1 : 0;
                        }
                    }
                }
            }
        }
        self::assertGreaterThan(400, $all);
        self::assertGreaterThan(0.75, $within / $all);
        self::assertLessThan(0.90, $within / $all, 'nor is it wider than it need be');
    }

    /** @return list<array{TubeConditions, float}> */
    private static function handbook(TubeSection $section): array
    {
        $points = array_filter($section->points, static fn (HandbookPoint $p): bool => null !== $p->gridVolts);

        return array_values(array_map(static fn (HandbookPoint $p): array => [new TubeConditions($p->plateVolts, $p->gridVolts ?? 0.0, $p->screenVolts, 6.3, 10.0, 'handbook'), $p->plateAmperes], $points));
    }

    private static function section(string $type): TubeSection
    {
        return ShippedTubes::catalogue()->find($type)?->section() ?? throw new \LogicException($type);
    }

    private static function at(float $plate = 250.0, float $grid = -14.0, ?float $screen = 250.0, float $heater = 6.3, float $warm = 10.0, string $instrument = 'jig'): TubeConditions
    {
        return new TubeConditions($plate, $grid, $screen, $heater, $warm, $instrument);
    }
}
