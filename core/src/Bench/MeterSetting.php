<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** How a meter was set on this unit while it was dead: to which function, its jack looked at, and how its leads are (SAFE-7). */
final readonly class MeterSetting
{
    /** By hand from place to place; clipped on; in series in a lead that carries the current. */
    public const LEADS = ['probe', 'clipped', 'in-series'];

    public function __construct(public string $meterId, public MeterFunction $function, public string $leads, public ?string $place, public float $at)
    {
    }

    /** @param string $leads one of LEADS */
    public static function leadsWord(string $leads): string
    {
        return match ($leads) {
            'clipped' => 'clipped on',
            'in-series' => 'in series',
            default => 'in the hand',
        };
    }

    /** Whether power must not come while it is so: ohms never, amperes unless they stand in series. */
    public function blocksPower(): bool
    {
        return match ($this->function) {
            MeterFunction::DcVolts, MeterFunction::AcVolts => 'in-series' === $this->leads,
            MeterFunction::DcAmperes => 'in-series' !== $this->leads,
            MeterFunction::Ohms, MeterFunction::Farads => true,
        };
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['meterId' => $this->meterId, 'function' => $this->function->value, 'leads' => $this->leads, 'place' => $this->place, 'at' => $this->at];
    }

    /** @throws BadData */
    public static function fromFields(Fields $fields): self
    {
        return new self($fields->string('meterId'), $fields->oneOf('function', MeterFunction::class), $fields->string('leads'), $fields->optionalString('place'), $fields->number('at'));
    }
}
