<?php

declare(strict_types=1);

namespace Yew\Core\Instrument;

use Yew\Core\Bench\MeterFunction;

/** How an instrument is set to one function, read, and asked whether it is still set to it. */
final readonly class ProfileFunction
{
    /**
     * @param list<string> $configure lines that set it
     * @param string       $read      question for one reading
     * @param float        $scale     what the answer is multiplied with to be in the function's unit
     * @param string|null  $check     question for what it is set to; null where it cannot say
     * @param string       $contains  what that answer must have in it
     */
    public function __construct(public MeterFunction $function, public array $configure, public string $read, public float $scale, public ?string $check, public string $contains)
    {
    }
}
