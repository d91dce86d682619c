<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

/**
 * A mains fuse as it heats: it opens when what it remembers of the square of its current is too much.
 *
 * Our choice, laid so that it opens where IEC 60127-2 lets such fuses open (from memory): at 2.1 times its rating within minutes,
 * at 2.75 times in 0.6 to 10 s (slow) or 0.05 to 2 s (quick), at ten times in 20 to 300 ms (slow) or under 20 ms (quick).
 */
final readonly class Fuse
{
    private const SLOW_SECONDS = 4.0;
    private const QUICK_SECONDS = 0.5;
    /** Square of the current that it carries for ever, over that of its rating. */
    private const OPENS_AT = 1.9 ** 2;

    /** @param float $heat square of the current that it is as hot as, over that of its rating */
    private function __construct(public float $amperes, public bool $slow, public float $heat)
    {
    }

    public static function rated(float $amperes, bool $slow): self
    {
        return new self($amperes, $slow, 0.0);
    }

    /** After so many amperes RMS for so long. */
    public function after(float $amperes, float $seconds): self
    {
        return new self($this->amperes, $this->slow, WarmUp::towards($this->heat, ($amperes / $this->amperes) ** 2, $seconds, $this->slow ? self::SLOW_SECONDS : self::QUICK_SECONDS));
    }

    public function isOpen(): bool
    {
        return $this->heat > self::OPENS_AT;
    }
}
