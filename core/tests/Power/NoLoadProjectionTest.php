<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Power;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Codec\BadData;
use Yew\Core\Compute\NoLoadForm;
use Yew\Core\Power\Ceiling;
use Yew\Core\Power\NoLoadProjection;

/** PWR-3a; the worked figures are common practice. */
final class NoLoadProjectionTest extends TestCase
{
    /** 120 V at 25 V in belongs to some 560 to 580 V at 117 to 120 V. */
    public function testALowStopTellsFullMains(): void
    {
        $law = new NoLoadProjection(120.0, 0.0, 25.0, 0.0);
        self::assertEqualsWithDelta([561.6, 576.0], [$law->at(117.0), $law->at(120.0)], 1e-9);
        self::assertGreaterThan(560.0, $law->leastAt(117.0));
        self::assertLessThan(585.0, $law->mostAt(120.0), 'with what the diodes keep');
        self::assertGreaterThan($law->at(120.0), $law->mostAt(120.0));
    }

    /** A dial that is 5 V off at 25 V projects 480 to 720 V. */
    public function testAnInletThatIsNotKnownWellProjectsAnything(): void
    {
        $law = new NoLoadProjection(120.0, 0.0, 25.0, 5.0);
        self::assertEqualsWithDelta(480.0, $law->leastAt(120.0), 1e-9);
        self::assertEqualsWithDelta(720.0, $law->mostAt(120.0), 11.0, 'and the diodes beyond that');
        self::assertGreaterThan(720.0, $law->mostAt(120.0));
    }

    /** 474 V at 120 V in reaches 500 V at 126.6 V. */
    public function testTheFirstPartThatItWouldBreak(): void
    {
        $ceilings = (new NoLoadProjection(474.0, 0.0, 120.0, 0.0))->ceilings([['C1', 500.0], ['C4', 450.0], ['C2', 600.0]]);
        self::assertSame(['C4', 'C1', 'C2'], array_map(static fn (Ceiling $c): string => $c->part, $ceilings));
        self::assertEqualsWithDelta(126.6, $ceilings[1]->mainsVolts, 0.05);
        self::assertLessThan(120.0, $ceilings[0]->mainsVolts, 'it is over already');
        self::assertLessThan($ceilings[1]->mainsVolts, $ceilings[1]->surelyBelow);
    }

    /** Whatever lies within the bands, what is surely safe is safe. */
    public function testSurelyBelowHoldsAtEveryEndOfTheBands(): void
    {
        $surely = (new NoLoadProjection(120.0, 1.2, 25.0, 0.3))->ceilings([['C1', 500.0]])[0]->surelyBelow;
        foreach ([118.8, 121.2] as $dc) {
            foreach ([24.7, 25.3] as $inlet) {
                // The true law: the winding's peak, less two diodes.
                self::assertLessThanOrEqual(500.0 + 1e-9, ($dc + 2.0) * $surely / $inlet - 2.0);
            }
        }
        self::assertGreaterThan(500.0, (121.2 + 2.0) * ($surely + 0.1) / 24.7 - 2.0, 'and it is no lower than it must be');
    }

    public function testAStopThatIsNoneIsRefused(): void
    {
        foreach ([[0.0, 0.0, 25.0, 0.0], [120.0, -1.0, 25.0, 0.0], [120.0, 0.0, 25.0, -1.0], [120.0, 0.0, 25.0, 25.0]] as $stop) {
            try {
                new NoLoadProjection(...$stop);
                self::fail(json_encode($stop, \JSON_THROW_ON_ERROR));
            } catch (\InvalidArgumentException $e) {
                self::assertStringContainsString('a stop has volts', $e->getMessage());
            }
        }
    }

    public function testTheFormSaysNothingWhereTheLawDoesNotHold(): void
    {
        $in = ['dcVolts' => 120, 'inletVolts' => 25, 'inletMeasured' => true, 'tubeRectifier' => false, 'mainsVolts' => 120, 'parts' => [['part' => 'C1', 'ratedVolts' => 500]]];
        $form = new NoLoadForm();
        $out = $form->run($in);
        self::assertIsArray($out['atHighMains']);
        self::assertEqualsWithDelta([132.0, 633.6], [$out['atHighMains']['mainsVolts'], $out['atHighMains']['volts']], 1e-9);
        $two = $form->run([...$in, 'parts' => [['part' => '1', 'ratedVolts' => 500], ['part' => '1', 'ratedVolts' => 450]]])['ceilings'];
        self::assertIsArray($two);
        self::assertCount(2, $two, 'two of one name are two');
        foreach ([['tubeRectifier' => true, 'because' => 'tube-rectifier'], ['inletMeasured' => false, 'because' => 'dial-is-no-measure']] as $change) {
            $because = $change['because'];
            unset($change['because']);
            $out = $form->run([...$in, ...$change]);
            self::assertSame([$because, null, null, []], [$out['obstacle'], $out['atMains'], $out['atHighMains'], $out['ceilings']]);
        }
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function nonsense(): iterable
    {
        yield 'no volts' => [['dcVolts' => 0], 'dcVolts'];
        yield 'a lightning' => [['dcVolts' => 5001], 'dcVolts'];
        yield 'mains of nothing' => [['inletVolts' => 4.9], 'inletVolts'];
        yield 'a band as wide as the volts' => [['inletBandVolts' => 25], 'inletBandVolts'];
        yield 'a part of no volts' => [['parts' => [['part' => 'C1', 'ratedVolts' => 0]]], 'parts[0].ratedVolts'];
        yield 'more parts than there are' => [['parts' => array_fill(0, 101, ['part' => 'C1', 'ratedVolts' => 500])], 'parts'];
        yield 'a field that nobody knows' => [['colour' => 'red'], 'colour'];
    }

    /** @param array<string, mixed> $change */
    #[DataProvider('nonsense')]
    public function testNonsenseIsRefusedWithItsPath(array $change, string $path): void
    {
        try {
            (new NoLoadForm())->run([...['dcVolts' => 120, 'inletVolts' => 25, 'inletMeasured' => true, 'tubeRectifier' => false, 'mainsVolts' => 120], ...$change]);
            self::fail($path);
        } catch (BadData $e) {
            self::assertStringContainsString($path, $e->getMessage());
        }
    }
}
