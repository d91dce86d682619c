<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\Meter;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\QuantityParser;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Safety\Refusal;

/** A figure as somebody typed it off a meter, with what was understood by it (contract §6). */
final readonly class TypedFigure
{
    /**
     * @param float        $value      in the SI unit of the function
     * @param float        $resolution worth of the last digit typed
     * @param float|null   $range      of the meter that shows the value; null where it is not known
     * @param list<string> $tapped     every value seen while tapping, as typed; empty where nobody tapped
     * @param list<float>  $seen       the same, in the SI unit
     */
    private function __construct(public string $text, public MeterFunction $function, public ReadingKind $kind, public float $value, public float $resolution, public ?string $meterId, private ?float $range, private array $tapped, public array $seen)
    {
    }

    /**
     * @param Fields $payload {text, meterId?, tapped?}
     *
     * @throws CannotRead when a text is no figure of the function
     */
    public static function read(Fields $payload, MeterFunction $function, Bench $then): self
    {
        $text = $payload->optionalText('text');
        $quantity = QuantityParser::parse($text, $function->unit());
        $tapped = $payload->strings('tapped');
        $seen = [];
        foreach ($tapped as $one) {
            $figure = QuantityParser::parse($one, $function->unit());
            $seen[] = $figure->plain() ?? throw CannotRead::noValue($figure, 'each value seen while tapping');
        }
        $meter = $then->unit->meters()->find($payload->optionalString('meterId') ?? $then->state->conditions->meterId());

        return new self($text, $function, [] === $seen ? $quantity->kind : ReadingKind::Intermittent, $quantity->value, $quantity->resolution, $meter?->id, $meter?->rangeFor($function, $quantity->value)?->max, $tapped, $seen);
    }

    /** @throws BadData */
    public static function kept(Fields $payload, MeterFunction $function): self
    {
        return new self($payload->optionalText('text'), $function, $payload->oneOf('kind', ReadingKind::class), $payload->number('value'), $payload->number('resolution'), $payload->optionalString('meterId'), $payload->optionalNumber('range'), $payload->strings('tapped'), $payload->numbers('tappedValues'));
    }

    /** The meter shows no more than so much: a typed figure beyond it was not read off it. */
    public function beyond(?Meter $meter): ?Refusal
    {
        $highest = $meter?->highest($this->function);
        $unbounded = ReadingKind::Above === $this->kind || ReadingKind::Overload === $this->kind;

        return null === $meter || null === $highest || abs($this->value) <= $highest || $unbounded ? null : new Refusal('beyond-meter', ['meterName' => $meter->name, 'highestVolts' => $highest]);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'text' => $this->text, ...([] === $this->tapped ? [] : ['tapped' => $this->tapped]), 'meterId' => $this->meterId, 'kind' => $this->kind->value, 'value' => $this->value,
            'unit' => $this->function->unit()->value, 'resolution' => $this->resolution, 'range' => $this->range, ...([] === $this->seen ? [] : ['tappedValues' => $this->seen]),
        ];
    }
}
