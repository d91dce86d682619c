<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Tube;

use PHPUnit\Framework\TestCase;
use Yew\Core\Tube\HandbookPoint;
use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\Model\RegulatorModel;
use Yew\Core\Tube\Model\TriodeModel;
use Yew\Core\Tube\TubeSection;

/** The models against the handbooks' typical operating points; each point in the data file names its source, all from memory. */
final class HandbookTest extends TestCase
{
    /** Plate current within 10 %, output tubes' screen current within 25 %. */
    private const PLATE = 0.10;
    private const SCREEN = 0.25;

    public function testAtLeastTwentyFiveTypesHoldOnPointsTheyWereNotFittedTo(): void
    {
        $holds = $misses = [];
        foreach ($this->sections() as [$type, $section]) {
            foreach ($section->points as $point) {
                if ($point->fitted) {
                    continue;
                }
                [$plate, $screen] = self::off($section, $point);
                if (abs($plate) <= self::PLATE && abs($screen) <= self::SCREEN) {
                    $holds[$type] = true;
                } else {
                    $misses[$type] = \sprintf('plate %+.1f %%, screen %+.1f %%', 100 * $plate, 100 * $screen);
                }
            }
        }
        self::assertGreaterThanOrEqual(25, \count(array_diff_key($holds, $misses)));
        // Known and not hidden: the pair's class B row of these two, 31 mA at −8.97 V, comes out an eighth low.
        self::assertSame(['EL84', '7189'], array_map(strval(...), array_keys($misses)), json_encode($misses, \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR));
    }

    public function testFittedPointsAreMetByThePlateCurrent(): void
    {
        $checked = 0;
        foreach ($this->sections() as [$type, $section]) {
            foreach ($section->points as $point) {
                if ($point->fitted && !$section->model instanceof RegulatorModel) {
                    self::assertLessThan(self::PLATE, abs(self::off($section, $point)[0]), $type);
                    ++$checked;
                }
            }
        }
        self::assertGreaterThan(60, $checked);
    }

    public function testRegulatorsBurnAtTheirHandbookVolts(): void
    {
        $checked = 0;
        foreach ($this->sections() as [$type, $section]) {
            if ($section->model instanceof RegulatorModel) {
                foreach ($section->points as $point) {
                    self::assertEqualsWithDelta($point->plateVolts, $section->model->burningVolts + $point->plateAmperes * $section->model->slopeOhms, 0.01 * $point->plateVolts, $type);
                    self::assertSame(0.0, round($section->model->at($section->model->burningVolts - 5)[0], 9));
                    ++$checked;
                }
            }
        }
        self::assertGreaterThanOrEqual(4, $checked);
    }

    public function testTheCatalogueIsWideEnough(): void
    {
        $tubes = ShippedTubes::catalogue();
        $types = array_unique(array_map(static fn (string $n): string => $tubes->find($n)->name ?? '', $tubes->names()));
        self::assertGreaterThanOrEqual(45, \count($types));
        foreach (['12AX7', 'ECC83', '7025', '12AT7', '12AU7', '12AY7', '5751', '6SL7GT', '6DJ8', '6CG7', 'EF86', '6AU6', '6V6GT', '6L6GC', '5881', 'KT66', 'EL34', '6CA7', 'EL84', '6BQ5', '6973', '7868', '6550', 'KT88', '50C5', 'ELL80', '300B', '5Y3GT', '5U4GB', '5AR4', 'GZ34', 'EZ81', '6X4', '0A2'] as $name) {
            self::assertNotNull($tubes->find($name), $name);
        }
        foreach ($types as $name) {
            $type = $tubes->find($name);
            self::assertNotNull($type);
            self::assertNotEmpty($type->limits, $name);
            self::assertNotEmpty($type->sections, $name);
            foreach ($type->equivalents as $equivalent) {
                self::assertNotNull($tubes->find($equivalent['type']), $name.' names '.$equivalent['type']);
            }
        }
    }

    public function testPowerTubesOfOneFamilyDifferByTheirSuffix(): void
    {
        $watts = array_map(static fn (string $n): ?float => ShippedTubes::catalogue()->find($n)?->limitsOf('1')?->plateWatts, ['6L6G', '6L6GB', '6L6GC']);
        self::assertSame([19.0, 19.0, 30.0], $watts, 'RCA handbooks, from memory (BIAS-2)');
    }

    /** @return iterable<array{string, TubeSection}> one section per model */
    private function sections(): iterable
    {
        $tubes = ShippedTubes::catalogue();
        $seen = [];
        foreach ($tubes->names() as $name) {
            $type = $tubes->find($name);
            foreach ($type->sections ?? [] as $section) {
                $key = ($type->name ?? '').spl_object_id($section->model);
                if (null !== $type && !isset($seen[$key])) {
                    $seen[$key] = true;
                    yield [$type->name, $section];
                }
            }
        }
    }

    /** @return array{float, float} how far plate and screen current are off, as a share */
    private static function off(TubeSection $section, HandbookPoint $point): array
    {
        $model = $section->model;
        [$plate, $screen] = match (true) {
            $model instanceof TriodeModel => [$model->plate($point->plateVolts, $point->gridVolts ?? 0.0)[0], 0.0],
            $model instanceof PentodeModel => [$model->plateAndScreen($point->plateVolts, $point->gridVolts ?? 0.0, $point->screenVolts ?? 0.0)[0], $model->plateAndScreen($point->plateVolts, $point->gridVolts ?? 0.0, $point->screenVolts ?? 0.0)[4]],
            $model instanceof RectifierModel => [$model->through($point->plateVolts, 0.0)[0], 0.0],
            default => [$model->at($point->plateVolts)[0], 0.0],
        };

        return [$plate / $point->plateAmperes - 1, null === $point->screenAmperes ? 0.0 : $screen / $point->screenAmperes - 1];
    }
}
