<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Sheet;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Sheet\WhatIf;
use Yew\Core\Tests\Tube\ShippedTubes;

/** The circuit asked under other conditions, as it is typed beside the sheet. */
final class WhatIfTest extends TestCase
{
    private static ?WhatIf $lantern = null;

    public function testALampIsMadeForThePrintedMainsUnlessItsVoltsAreSaid(): void
    {
        $plain = self::at('A', 'lamp 60');
        self::assertLessThan(0.8 * self::at('A'), $plain);
        self::assertEqualsWithDelta($plain, self::at('A', 'lamp 60W/117V'), 1e-6);
        self::assertLessThan(0.8 * $plain, self::at('A', 'lamp 60/230'), 'four times the ohms');
        self::assertLessThan($plain, self::at('A', 'lamp 60', 'mains 80'), 'variac and lamp together');
    }

    public function testAnElectronicLimitHoldsTheMainsCurrent(): void
    {
        self::assertGreaterThan(0.6, self::answer()->number('primaryAmperes'));
        self::assertEqualsWithDelta(0.6, self::answer('limit 0.6')->number('primaryAmperes'), 0.012);
        self::assertEqualsWithDelta(self::at('A'), self::at('A', 'limit 20A'), 0.05, 'far above what flows it is not there');
        self::assertLessThan(self::at('A', 'limit 0.6'), self::at('A', 'limit 0.6', 'lamp 60'), 'both in the lead');
    }

    #[DataProvider('provideNonsense')]
    public function testNonsenseIsNamed(string $typed): void
    {
        $this->expectException(BadData::class);
        self::answer($typed);
    }

    /** @return iterable<string, array{string}> */
    public static function provideNonsense(): iterable
    {
        foreach (['lamp', 'lamp bright', 'lamp 60/', 'lamp 60/high', 'lamp 60/120/2', 'lamp 0.5', 'lamp 5001', 'lamp 60/5', 'lamp 60/501', 'limit', 'limit 0', 'limit 31', 'mains 501', 'mains -1'] as $typed) {
            yield $typed => [$typed];
        }
    }

    public function testRatedVoltsNeedALamp(): void
    {
        $this->expectExceptionMessageMatches('/lampRatedVolts/');
        self::lantern()->answer(Fields::of(['lampRatedVolts' => 120]));
    }

    public function testALostReservoirIsAnsweredAndSaid(): void
    {
        self::assertLessThan(0.85 * self::at('A'), self::at('A', 'C1/a open', 'C1/b open'), 'the mean of what the rectifier gives, not its peak');
        self::assertContains('reservoir-starved', array_map(static fn (Fields $r): string => $r->string('code'), self::answer('C1/a open', 'C1/b open')->objects('remarks')));
    }

    public function testAPlateIsWatchedFromEightyFivePercentOfItsLimitOn(): void
    {
        $near = [];
        foreach ([100, 105, 110, 115, 120, 125, 130, 135, 140] as $mains) {
            foreach (self::answer('mains '.$mains)->objects('tubes') as $tube) {
                $share = $tube->optionalNumber('plateShare');
                if (null !== $share) {
                    self::assertSame($share > 1.0 ? 'danger' : ($share > 0.85 ? 'watch' : 'within'), $tube->string('verdict'), \sprintf('%s at %g', $tube->string('position'), $share));
                    $near[] = $share;
                }
            }
        }
        self::assertNotSame([], array_filter($near, static fn (float $s): bool => $s > 0.6 && $s < 0.85), 'some lie below');
        self::assertNotSame([], array_filter($near, static fn (float $s): bool => $s > 0.85 && $s < 1.0), 'and some between the two limits');
    }

    public function testWhereNothingButLeakageDecidesNothingIsSaid(): void
    {
        $unsaid = static fn (string $typed): array => array_values(array_map(static fn (Fields $p): string => $p->string('place'), array_filter(self::answer($typed)->objects('points'), static fn (Fields $p): bool => null === $p->raw('volts'))));
        self::assertSame(['V1.1'], $unsaid('R5 open'), 'a plate without its load');
        self::assertContains('V2.1', $unsaid('R7 open'), 'the plate behind a grid that drifts');
        self::assertNotContains('A', $unsaid('R7 open'), 'but not the reservoir');
        self::assertSame([], $unsaid('R7 2M2'));
    }

    private static function at(string $place, string ...$typed): float
    {
        foreach (self::answer(...$typed)->objects('points') as $point) {
            if ($point->string('place') === $place) {
                return $point->number('volts');
            }
        }
        self::fail('no '.$place);
    }

    private static function answer(string ...$typed): Fields
    {
        return Fields::of(self::lantern()->answer(Fields::of(['changes' => array_values($typed)])));
    }

    private static function lantern(): WhatIf
    {
        return self::$lantern ??= self::read();
    }

    private static function read(): WhatIf
    {
        $sheet = (new SheetCodec(ShippedTubes::catalogue()))->decode(SheetFile::decode((string) file_get_contents(__DIR__.'/../../../server/demo/sheets/lantern-30.sheet.json')));
        $model = SheetModel::of($sheet, ShippedTubes::catalogue()) ?? throw new \LogicException('no circuit');

        return new WhatIf($sheet, $sheet->circuit ?? throw new \LogicException('no circuit'), ShippedTubes::catalogue(), $model->calibrated());
    }
}
