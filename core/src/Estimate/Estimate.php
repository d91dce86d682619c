<?php

declare(strict_types=1);

namespace Yew\Core\Estimate;

/**
 * The price of the lines that the owner wants. Parts behind one opening share it: the first wanted line pays for it, whoever comes
 * later pays for itself alone (REC-2).
 *
 * The rule of rounding: the labour of each line and that of each opening is rounded to the minor unit by itself, half away from zero;
 * tax is worked out for each rate on the sum of its lines and rounded likewise. So whatever is wanted, lines add up to the total
 * without a remainder, and what one more line costs does not depend on the order in which they stand.
 */
final readonly class Estimate
{
    /**
     * @param list<PricedLine> $lines
     * @param list<TaxedSum>   $taxes   lowest rate first, of rates with wanted lines
     * @param int              $minutes of all that is wanted
     */
    private function __construct(public array $lines, public array $taxes, public int $minutes)
    {
    }

    /**
     * @param list<EstimateLine> $lines      in the order in which they stand, each id once
     * @param array<Opening>     $openings   by id; every opening of a line is among them
     * @param int                $hourlyRate net, minor units
     */
    public static function of(array $lines, array $openings, int $hourlyRate): self
    {
        $needs = [];
        foreach ($lines as $line) {
            foreach ($line->wanted ? array_unique($line->openings) : [] as $opening) {
                $needs[$opening] = ($needs[$opening] ?? 0) + 1;
            }
        }
        $cost = static function (string ...$ids) use ($openings, $hourlyRate): int {
            $sum = 0;
            foreach ($ids as $id) {
                $sum += MinorUnits::labour($openings[$id]->minutes, $hourlyRate);
            }

            return $sum;
        };
        $paid = $priced = $sums = [];
        $minutes = 0;
        foreach ($lines as $line) {
            $labour = MinorUnits::labour($line->minutes, $hourlyRate);
            $all = array_values(array_unique($line->openings));
            $pays = $line->wanted ? array_values(array_filter($all, static fn (string $id): bool => !isset($paid[$id]))) : [];
            $paid += array_fill_keys($pays, true);
            // Nobody else wants these open: they come and go with this line.
            $own = array_values(array_filter($all, static fn (string $id): bool => ($needs[$id] ?? 0) <= ($line->wanted ? 1 : 0)));
            $itself = $labour + $line->parts;
            $priced[] = $one = new PricedLine($line, $labour, $pays, $cost(...$pays), $itself + $cost(...$all), $itself + $cost(...$own));
            if ($line->wanted) {
                $sums[$line->taxBasisPoints] = ($sums[$line->taxBasisPoints] ?? 0) + $one->net();
                $minutes += $line->minutes + array_sum(array_map(static fn (string $id): int => $openings[$id]->minutes, $pays));
            }
        }
        ksort($sums);

        return new self($priced, array_map(static fn (int $rate, int $net): TaxedSum => new TaxedSum($rate, $net, MinorUnits::tax($net, $rate)), array_keys($sums), array_values($sums)), $minutes);
    }

    public function net(): int
    {
        return array_sum(array_map(static fn (TaxedSum $t): int => $t->net, $this->taxes));
    }

    public function gross(): int
    {
        return $this->net() + array_sum(array_map(static fn (TaxedSum $t): int => $t->tax, $this->taxes));
    }

    /** Whether it goes beyond what the owner agreed to, tax included; null where no sum was agreed. */
    public function isBeyond(?int $agreed): ?bool
    {
        return null === $agreed ? null : $this->gross() > $agreed;
    }
}
