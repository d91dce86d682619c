<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\Meter;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Quantity\QuantityParser;
use Yew\Core\Quantity\Unit;
use Yew\Core\Reading\ComparisonReadings;
use Yew\Core\Reading\Judge;
use Yew\Core\Reading\Judgement;
use Yew\Core\Reading\ReadingContext;
use Yew\Core\Reading\TypedReading;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Tests\SheetFixture;

/** Readings as a test says them: place and typed text, with conditions to change. */
final class Bench
{
    /** @param array<string, mixed> $facts replaces or adds stated facts; null removes one */
    public static function conditions(array $facts = []): Conditions
    {
        $tube = static fn (string $type): array => ['type' => $type, 'tubeId' => null];
        $stated = [
            'inletVolts' => 117.0,
            'limiter' => ['kind' => 'none'],
            'tubes' => ['V1' => $tube('12AX7'), 'V2' => $tube('6L6GC'), 'V3' => $tube('6L6GC')],
            ...$facts,
        ];

        return Conditions::decode(array_map(static fn (mixed $v): array => ['value' => $v, 'how' => 'measured', 'at' => null], array_filter($stated, static fn (mixed $v): bool => null !== $v)));
    }

    public static function meter(): Meter
    {
        return Meter::decode(['id' => 'no2', 'name' => 'No. 2', 'functions' => [
            ['function' => 'dc-volts', 'inputResistanceOhms' => 1e7, 'ranges' => [
                ['max' => 0.6, 'resolution' => 0.0001, 'accuracyPercent' => 0.5, 'accuracyDigits' => 2],
                ['max' => 6, 'resolution' => 0.001, 'accuracyPercent' => 0.5, 'accuracyDigits' => 2],
                ['max' => 60, 'resolution' => 0.01, 'accuracyPercent' => 0.5, 'accuracyDigits' => 2],
                ['max' => 600, 'resolution' => 0.1, 'accuracyPercent' => 0.5, 'accuracyDigits' => 2],
                ['max' => 1000, 'resolution' => 1, 'accuracyPercent' => 0.5, 'accuracyDigits' => 2],
            ]],
            ['function' => 'ac-volts', 'inputResistanceOhms' => 1e7, 'ranges' => [['max' => 750, 'resolution' => 0.01, 'accuracyPercent' => 0.8, 'accuracyDigits' => 1]]],
        ]]);
    }

    /** @param array<string, mixed> $facts */
    public static function setting(array $facts = [], ?Sheet $sheet = null, ChassisState $state = ChassisState::Energised, ?float $warm = 20.0, ?float $wiredFor = 117.0): ReadingContext
    {
        return new ReadingContext($sheet ?? SheetFixture::sheet(), self::conditions($facts), self::meter(), $state, $warm, $wiredFor);
    }

    /** @param list<float> $tapped */
    public static function judge(string $place, string $text, ?ReadingContext $context = null, ComparisonReadings $near = new ComparisonReadings(), MeterFunction $function = MeterFunction::DcVolts, array $tapped = []): Judgement
    {
        $context ??= self::setting();
        $quantity = QuantityParser::parse($text, Unit::Volts);
        $point = $context->sheet?->point($place, $function) ?? TestPoint::unprinted($place, $function);

        return Judge::judge($point, new TypedReading($place, $quantity->kind, $quantity->value, $quantity->resolution, $tapped), $context, $near);
    }
}
