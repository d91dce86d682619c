<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\Combination;
use Yew\Core\Quantity\ESeries;
use Yew\Core\Version;

/** Preferred values, alone or two together, that come nearest to a wanted one (IEC 60063). */
final class SeriesParallel implements ComputeForm
{
    public function name(): string
    {
        return 'series-parallel/1';
    }

    public function summary(): string
    {
        return 'nearest preferred value, and two together that come nearer';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $wanted = $fields->positive('wanted');
        $series = ESeries::tryFrom((int) ($fields->optionalNumber('series', 3, 192) ?? 12)) ?? throw $fields->fault('series', '3, 6, 12, 24, 48, 96 or 192');
        $values = $fields->numbers('values', 40);
        $unit = $fields->optionalString('unit', 1) ?? 'Ω';
        $fields->done();
        if (!\in_array($unit, ['Ω', 'F'], true) || [] !== array_filter($values, static fn (float $v): bool => $v <= 0.0)) {
            throw $fields->fault('values', 'values above zero, in Ω or F');
        }
        $nearest = $series->nearest($wanted);

        return [
            'nearest' => $nearest, 'nearestPercent' => 100 * ($nearest / $wanted - 1), 'atLeast' => $series->atLeast($wanted), 'atMost' => $series->atMost($wanted),
            'pairs' => array_map(static fn (Combination $c): array => $c->toArray(), Combination::nearest($wanted, $series, 'F' === $unit)),
            'inSeries' => [] === $values ? null : Combination::inSeries($values, 'F' === $unit), 'inParallel' => [] === $values ? null : Combination::inSeries($values, 'F' !== $unit),
            'coreVersion' => Version::CORE,
        ];
    }
}
