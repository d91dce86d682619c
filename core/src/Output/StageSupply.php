<?php

declare(strict_types=1);

namespace Yew\Core\Output;

use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Solve\DidNotConverge;

/** What the supplies of a stage stand at while its tubes draw given mean currents: as its circuit was solved at some, with straight lines from there. */
final readonly class StageSupply
{
    /** By so much more than they draw the currents are moved to see how the supplies follow (our choice). */
    private const MORE = 1.25;
    /** Less than a line can be turned by, V. */
    private const NEAR_VOLTS = 0.05;

    /**
     * @param list<array{float, float}>          $amperes plate and screen, of one tube of each set, at which $volts hold
     * @param array<string, float>               $volts   by name: supply, screens, and the grids by number
     * @param array<string, array{float, float}> $slopes  by name: volts by ampere of all plates, of all screens
     * @param list<int>                          $counts  tubes of each set
     * @param HeldCircuit|null                   $circuit null where the supplies are stiff
     */
    private function __construct(private array $amperes, private array $volts, private array $slopes, private array $counts, private ?HeldCircuit $circuit)
    {
    }

    /**
     * Supplies that nothing moves: a handbook’s condition.
     *
     * @param list<float> $grids by set
     */
    public static function stiff(OutputStage $stage, float $supply, float $screens, array $grids): self
    {
        $volts = HeldCircuit::named($supply, $screens, $grids);

        return new self(array_map(static fn (DrivenTubes $t): array => [0.0, 0.0], $stage->tubes), $volts, array_map(static fn (): array => [0.0, 0.0], $volts), self::counts($stage), null);
    }

    /**
     * @param list<array{float, float}> $idle plate and screen amperes of one tube of each set, without a signal
     *
     * @throws DidNotConverge
     * @throws BadCircuit
     */
    public static function ofCircuit(OutputStage $stage, HeldCircuit $circuit, array $idle): self
    {
        $counts = self::counts($stage);
        $volts = $circuit->volts($idle);
        $plates = $screens = $slopes = [];
        foreach ($idle as [$plate, $screen]) {
            [$plates[], $screens[]] = [[self::MORE * $plate, $screen], [$plate, self::MORE * $screen]];
        }
        [$ofPlates, $ofScreens] = self::sum($idle, $counts);
        $byPlates = $ofPlates > 0.0 ? $circuit->volts($plates) : $volts;
        $byScreens = $ofScreens > 0.0 ? $circuit->volts($screens) : $volts;
        foreach ($volts as $name => $v) {
            $slopes[$name] = [($byPlates[$name] - $v) / max(1e-12, (self::MORE - 1.0) * $ofPlates), ($byScreens[$name] - $v) / max(1e-12, (self::MORE - 1.0) * $ofScreens)];
        }

        return new self($idle, $volts, $slopes, $counts, $circuit);
    }

    /**
     * The same seen from other currents: what they make of the supplies is no longer a straight line’s guess.
     *
     * @param list<array{float, float}> $amperes
     *
     * @throws DidNotConverge
     * @throws BadCircuit
     */
    public function from(array $amperes): self
    {
        return null === $this->circuit ? $this : new self($amperes, $this->circuit->volts($amperes), $this->slopes, $this->counts, $this->circuit);
    }

    /** The same between its own currents and those of another, whose volts it then meets too: for what lies between them. */
    public function through(self $other): self
    {
        [$plates, $screens] = self::sum($other->amperes, $this->counts);
        [$fromPlates, $fromScreens] = self::sum($this->amperes, $this->counts);
        $slopes = [];
        foreach ($this->slopes as $name => [$byPlates, $byScreens]) {
            $guess = $byPlates * ($plates - $fromPlates) + $byScreens * ($screens - $fromScreens);
            $times = abs($guess) > self::NEAR_VOLTS ? ($other->volts[$name] - $this->volts[$name]) / $guess : 1.0;
            $slopes[$name] = [$times * $byPlates, $times * $byScreens];
        }

        return new self($this->amperes, $this->volts, $slopes, $this->counts, $this->circuit);
    }

    /**
     * Volts of the supplies and grids while the tubes draw these, with the rest of what stands still as it was.
     *
     * @param list<array{float, float}> $amperes plate and screen, of one tube of each set
     * @param list<float>               $held    under the cathodes
     */
    public function at(array $amperes, array $held, float $core): Standing
    {
        [$plates, $screens] = self::sum($amperes, $this->counts);
        [$fromPlates, $fromScreens] = self::sum($this->amperes, $this->counts);
        $volts = array_map(static fn (float $v, array $s): float => $v + $s[0] * ($plates - $fromPlates) + $s[1] * ($screens - $fromScreens), array_values($this->volts), array_values($this->slopes));

        return new Standing($volts[0], $volts[1], \array_slice($volts, 2), $held, $core);
    }

    /** @return list<int> */
    private static function counts(OutputStage $stage): array
    {
        return array_map(static fn (DrivenTubes $t): int => $t->count(), $stage->tubes);
    }

    /**
     * @param list<array{float, float}> $amperes of one tube of each set
     * @param list<int>                 $counts
     *
     * @return array{float, float} of all plates, of all screens
     */
    private static function sum(array $amperes, array $counts): array
    {
        $sum = [0.0, 0.0];
        foreach ($amperes as $s => [$plate, $screen]) {
            $sum = [$sum[0] + $counts[$s] * $plate, $sum[1] + $counts[$s] * $screen];
        }

        return $sum;
    }
}
