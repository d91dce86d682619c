<?php

declare(strict_types=1);

namespace Yew\Core\Quantity;

/**
 * One figure as a person typed it: the text is kept beside the value, since 412 and 412.0 promise different digits.
 */
final readonly class Quantity
{
    /**
     * @param float     $value      in the SI unit, 0 for overload
     * @param Unit|null $unit       null when none was typed and the field names none
     * @param float     $resolution worth of the last digit typed, in the same unit
     */
    public function __construct(
        public string $text,
        public ReadingKind $kind,
        public float $value,
        public ?Unit $unit,
        public float $resolution,
    ) {
    }

    /** How it was understood, with an engineering prefix: “4.7 kΩ”, “> 20 MΩ”. */
    public function understood(): string
    {
        if (ReadingKind::Overload === $this->kind) {
            return 'overload';
        }
        $sign = match ($this->kind) {
            ReadingKind::Above => '> ',
            ReadingKind::Below => '< ',
            default => '',
        };

        return $sign.Engineering::text($this->value, $this->unit->value ?? '', $this->resolution);
    }
}
