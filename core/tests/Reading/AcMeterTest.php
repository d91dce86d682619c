<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\Meter;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Reading\Expectation;
use Yew\Core\Reading\ReadingContext;
use Yew\Core\Tests\SheetFixture;

/** COND-5b: which AC readings mean nothing, and which verdicts rest on one of them. */
final class AcMeterTest extends TestCase
{
    private const LAMP = ['kind' => 'lamp', 'watts' => 60];

    /** @return iterable<string, array{string|null, array<string, mixed>, string|null}> what the meter makes its figure of, what is in series, and what speaks against a heater read by it */
    public static function heaters(): iterable
    {
        yield 'average, straight from the wall' => ['average', ['kind' => 'none'], null];
        yield 'average, behind an electronic limiter' => ['average', ['kind' => 'electronic'], 'limiter-in'];
        yield 'average, behind a lamp' => ['average', self::LAMP, 'meter-averages'];
        yield 'nobody said, behind a lamp' => [null, self::LAMP, 'meter-detector-unknown'];
        yield 'true RMS, behind a lamp' => ['true-rms', self::LAMP, 'limiter-in'];
    }

    /** @param array<string, mixed> $limiter */
    #[DataProvider('heaters')]
    public function testAHeaterByAMeter(?string $detector, array $limiter, ?string $against): void
    {
        $point = SheetFixture::sheet()->point('V3.7', MeterFunction::AcVolts);
        self::assertNotNull($point);
        self::assertSame($against, Expectation::at($point, self::context($limiter, self::meter($detector), null))->obstacle);
    }

    public function testAMeterWhoseBandLeavesOutTheMains(): void
    {
        $point = SheetFixture::sheet()->point('V3.7', MeterFunction::AcVolts);
        self::assertNotNull($point);
        self::assertSame('meter-beyond-band', Expectation::at($point, self::context(['kind' => 'none'], self::meter('true-rms', ['low' => 100, 'high' => 1e5]), null))->obstacle);
    }

    /** @return iterable<string, array{Meter|null, array<string, mixed>, string, string|null}> by which meter the inlet was read, what is in series, how the inlet is known, and what speaks against DC volts then */
    public static function inlets(): iterable
    {
        yield 'average' => [self::meter('average'), self::LAMP, 'measured', 'inlet-misread'];
        yield 'nobody said what it is' => [self::meter(null), self::LAMP, 'measured', 'inlet-misread'];
        yield 'true RMS' => [self::meter('true-rms'), self::LAMP, 'measured', 'limiter-in'];
        yield 'average, but assumed from the wall' => [self::meter('average'), self::LAMP, 'assumed', 'limiter-in'];
        yield 'average, and no lamp' => [self::meter('average'), ['kind' => 'none'], 'measured', null];
    }

    /** @param array<string, mixed> $limiter */
    #[DataProvider('inlets')]
    public function testWhatIsJudgedByAnInletThatWasMisread(?Meter $meter, array $limiter, string $how, ?string $against): void
    {
        $point = SheetFixture::sheet()->point('A', MeterFunction::DcVolts);
        self::assertNotNull($point);
        self::assertSame($against, Expectation::at($point, self::context($limiter, Bench::meter(), $meter, $how))->obstacle);
    }

    /** @param array<string, mixed> $limiter */
    private static function context(array $limiter, Meter $meter, ?Meter $inlet, string $how = 'measured'): ReadingContext
    {
        $conditions = Bench::conditions(['limiter' => $limiter])->with(Conditions::decode(['inletVolts' => ['value' => 117.0, 'how' => $how]]));

        return new ReadingContext(SheetFixture::sheet(), $conditions, $meter, ChassisState::Energised, 20.0, 117.0, null, $inlet);
    }

    /** @param array<string, float|int>|null $band */
    private static function meter(?string $detector, ?array $band = null): Meter
    {
        return Meter::decode(['id' => 'ac', 'name' => 'AC', 'functions' => [['function' => 'ac-volts', 'detector' => $detector, 'bandHertz' => $band, 'ranges' => [['max' => 750, 'resolution' => 0.01, 'accuracyPercent' => 0.8, 'accuracyDigits' => 1]]]]]);
    }
}
