<?php

declare(strict_types=1);

namespace Yew\Stands\Amplifier;

/** The scale of a variac: what it says and what it gives, which are not the same (COND-2). A table of its own, straight between its marks. */
final readonly class Dial
{
    /** Highest mark over the mains it is made for, and how many steps there are to it. */
    private const TOP = 1.2;
    private const STEPS = 12;

    /** @param list<array{float, float}> $table dial and volts given at rated mains, rising */
    private function __construct(public array $table)
    {
    }

    public static function drawn(float $mainsVolts, int $seed): self
    {
        $chance = Sample::chance($seed, 'dial');
        [$gain, $shift, $bow] = [Sample::between($chance, 0.92, 1.06), Sample::between($chance, -0.01, 0.02), Sample::between($chance, -0.03, 0.03)];
        $table = [[0.0, 0.0]];
        for ($step = 1; $step <= self::STEPS; ++$step) {
            $share = $step * self::TOP / self::STEPS;
            $table[] = [$mainsVolts * $share, $mainsVolts * max(0.01, $gain * $share + $shift + $bow * $share * (self::TOP - $share))];
        }

        return new self($table);
    }

    public function top(): float
    {
        return $this->table[\count($this->table) - 1][0];
    }

    /** @param float $mark 0 to top() */
    public function volts(float $mark): float
    {
        foreach ($this->table as $i => [$dial, $volts]) {
            if ($i > 0 && $mark <= $dial) {
                [$below, $least] = $this->table[$i - 1];

                return $least + ($volts - $least) * ($mark - $below) / ($dial - $below);
            }
        }

        return $this->table[\count($this->table) - 1][1];
    }
}
