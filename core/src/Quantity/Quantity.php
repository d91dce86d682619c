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

    /** The figure itself, SI; null for a bound, an overload, or what wandered. */
    public function plain(): ?float
    {
        return ReadingKind::Value === $this->kind ? $this->value : null;
    }

    /** The highest that it can be, SI: the figure, or the bound of `<`; null where nothing bounds it above. */
    public function most(): ?float
    {
        return ReadingKind::Value === $this->kind || ReadingKind::Below === $this->kind ? $this->value : null;
    }

    /** The lowest that it can be, SI: the figure, or the bound of `>`; null where nothing bounds it below. */
    public function least(): ?float
    {
        return ReadingKind::Value === $this->kind || ReadingKind::Above === $this->kind ? $this->value : null;
    }

    /**
     * What was not seen, as its detection limit: the bound of `<`, or the last digit of a bare zero (JUDGE-7f).
     *
     * @return float|null null for a figure above zero, for `>` and for overload; 0 where nobody said the limit
     */
    public function detectionLimit(): ?float
    {
        return match (true) {
            ReadingKind::Below === $this->kind => $this->value,
            ReadingKind::Value === $this->kind && 0.0 === $this->value => $this->resolution,
            default => null,
        };
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
