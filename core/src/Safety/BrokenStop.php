<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

use Yew\Core\Codec\Fields;

/** A stop rule that was broken on this job, or a red plate that was seen: it speaks against swaps until the sockets are proved (JUDGE-6, SAFE-5). */
final readonly class BrokenStop
{
    /** What a finding calls a plate or a screen that glowed. */
    public const RED_PLATE = 'red-plate';

    /** @param float $at seconds since the epoch */
    public function __construct(public string $place, public string $code, public float $at)
    {
    }

    /** @return array{place: string, code: string, at: float} */
    public function toArray(): array
    {
        return ['place' => $this->place, 'code' => $this->code, 'at' => $this->at];
    }

    public static function fromFields(Fields $fields): self
    {
        return new self($fields->string('place'), $fields->string('code'), $fields->number('at'));
    }
}
