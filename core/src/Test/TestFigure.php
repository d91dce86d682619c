<?php

declare(strict_types=1);

namespace Yew\Core\Test;

use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Quantity\Unit;

/** One figure of a test: its unit, and what of it says something: a bound says something of ohms, leakage and ESR, everything else needs the figure. */
final readonly class TestFigure
{
    /**
     * @param Unit|null         $unit         null for ohms, or amperes when so typed
     * @param list<ReadingKind> $readings     what it may be
     * @param bool              $zeroIsAnswer false where nothing tells nothing: no volts of a source, no ohms of a winding
     */
    private function __construct(public ?Unit $unit, public array $readings, public bool $zeroIsAnswer)
    {
    }

    /** A figure that is needed itself. */
    public static function of(?Unit $unit): self
    {
        return new self($unit, [ReadingKind::Value], true);
    }

    /** A figure that must be there for the others to mean anything. */
    public static function source(Unit $unit): self
    {
        return new self($unit, [ReadingKind::Value], false);
    }

    /** A figure of which a bound and an overload say something too. */
    public static function bounded(Unit $unit): self
    {
        return new self($unit, [ReadingKind::Value, ReadingKind::Above, ReadingKind::Below, ReadingKind::Overload], true);
    }

    /** A leak, in ohms or in amperes. */
    public static function leak(): self
    {
        return new self(null, [ReadingKind::Value, ReadingKind::Above, ReadingKind::Below, ReadingKind::Overload], true);
    }

    /** A figure of which “less than the tester sees” says something, and “more” does not. */
    public static function orLess(Unit $unit): self
    {
        return new self($unit, [ReadingKind::Value, ReadingKind::Below], true);
    }
}
