<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Estimate\Estimate;
use Yew\Core\Estimate\EstimateLine;
use Yew\Core\Estimate\MinorUnits;
use Yew\Core\Estimate\Opening;
use Yew\Core\Estimate\PricedLine;
use Yew\Core\Estimate\TaxedSum;
use Yew\Core\Version;

/** The price of work by what must be opened for it (REC-2). Money in fractions of its smallest unit is a slip, and refused. */
final class EstimateForm implements ComputeForm
{
    private const MOST_LINES = 500;
    private const MOST_OPENINGS = 100;
    private const MOST_MINUTES = 10_000;
    private const MOST_HOURLY = 10_000_000;
    private const MOST_BASIS_POINTS = 10_000;

    public function name(): string
    {
        return 'estimate/1';
    }

    public function summary(): string
    {
        return 'price of work, with each opening paid once, and what one more line costs while it is open';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $rate = $fields->whole('hourlyRateMinor', 0, self::MOST_HOURLY);
        $openings = [];
        foreach ($fields->objects('openings', self::MOST_OPENINGS) as $item) {
            $opening = new Opening($item->string('id', 40), $item->whole('minutes', 0, self::MOST_MINUTES));
            $item->done();
            if (isset($openings[$opening->id])) {
                throw $item->fault('id', \sprintf('“%s” is there twice', $opening->id));
            }
            $openings[$opening->id] = $opening;
        }
        $lines = self::lines($fields, $openings);
        $agreed = null === $fields->optionalNumber('agreedMinor') ? null : $fields->whole('agreedMinor', 0, MinorUnits::MOST);
        $fields->done();
        $estimate = Estimate::of($lines, $openings, $rate);

        return [
            'lines' => array_map(static fn (PricedLine $p): array => ['id' => $p->line->id, 'wanted' => $p->line->wanted, 'labourMinor' => $p->labour, 'partsMinor' => $p->line->parts, 'pays' => $p->pays, 'openingsMinor' => $p->openings, 'netMinor' => $p->net(), 'aloneMinor' => $p->alone, 'marginalMinor' => $p->marginal], $estimate->lines),
            'taxes' => array_map(static fn (TaxedSum $t): array => ['basisPoints' => $t->basisPoints, 'netMinor' => $t->net, 'taxMinor' => $t->tax], $estimate->taxes),
            'netMinor' => $estimate->net(),
            'grossMinor' => $estimate->gross(),
            'minutes' => $estimate->minutes,
            'beyondAgreed' => $estimate->isBeyond($agreed),
            'coreVersion' => Version::CORE,
        ];
    }

    /**
     * @param array<string, Opening> $openings
     *
     * @return list<EstimateLine>
     *
     * @throws BadData
     */
    private static function lines(Fields $fields, array $openings): array
    {
        $lines = $seen = [];
        foreach ($fields->objects('lines', self::MOST_LINES) as $item) {
            $needs = $item->strings('openings', self::MOST_OPENINGS);
            foreach ($needs as $i => $id) {
                if (!isset($openings[$id])) {
                    throw $item->fault("openings[$i]", \sprintf('no opening is called “%s”', $id));
                }
            }
            $line = new EstimateLine($item->string('id', 40), $item->whole('minutes', 0, self::MOST_MINUTES), $item->whole('partsMinor', 0, MinorUnits::MOST), $needs, $item->whole('taxBasisPoints', 0, self::MOST_BASIS_POINTS), $item->boolean('wanted'));
            $item->done();
            if (isset($seen['#'.$line->id])) {
                throw $item->fault('id', \sprintf('“%s” is there twice', $line->id));
            }
            $seen['#'.$line->id] = true;
            $lines[] = $line;
        }

        return $lines;
    }
}
