<?php

declare(strict_types=1);

namespace Yew\Stands\Amplifier;

use Random\Randomizer;
use Yew\Core\Circuit\Fault\Fault;

/** A fault that comes and goes: now and then by itself, and for certain when somebody taps beside it. */
final class LooseFault
{
    /** How long it stays as a tap leaves it, how long it is quiet and how long it speaks by itself, seconds of the amplifier (our choice). */
    private const AFTER_TAP = [0.5, 4.0];
    private const QUIET = [40.0, 240.0];
    private const SPEAKING = [0.3, 3.0];

    private bool $there = false;

    private float $left;

    public function __construct(public readonly Fault $fault, private readonly Randomizer $chance)
    {
        $this->left = Sample::between($chance, ...self::QUIET);
    }

    public function isThere(): bool
    {
        return $this->there;
    }

    /** Whether it changed. */
    public function after(float $seconds): bool
    {
        $this->left -= $seconds;
        if ($this->left > 0.0) {
            return false;
        }
        $this->there = !$this->there;
        $this->left = Sample::between($this->chance, ...($this->there ? self::SPEAKING : self::QUIET));

        return true;
    }

    /** Whether a tap on this part moves it. */
    public function feels(string $part): bool
    {
        return self::whole($this->fault->subject) === self::whole($part);
    }

    public function tapped(): void
    {
        $this->there = !$this->there;
        $this->left = Sample::between($this->chance, ...self::AFTER_TAP);
    }

    /** `V3` of `V3.5`, `C12` of `C12/b`. */
    private static function whole(string $place): string
    {
        return explode('/', explode('.', explode('+', $place)[0])[0])[0];
    }
}
