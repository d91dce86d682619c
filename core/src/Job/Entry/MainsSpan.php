<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\Conditions;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** A span of time in which the mains were so much: “since 14:05 was 121”. */
final readonly class MainsSpan
{
    /** @param float|null $to seconds since the epoch; null while it lasts */
    private function __construct(private string $fromText, public float $from, private ?string $toText, public ?float $to, public float $inletVolts)
    {
    }

    /** @throws BadData when its ends are no moments */
    public static function decode(Fields $fields): self
    {
        $from = $fields->string('from');
        $to = $fields->optionalString('to');

        return new self($from, self::seconds($fields, 'from', $from), $to, null === $to ? null : self::seconds($fields, 'to', $to), $fields->number('inletVolts'));
    }

    public function holds(float $at): bool
    {
        return $at >= $this->from && (null === $this->to || $at <= $this->to);
    }

    public function conditions(): Conditions
    {
        return Conditions::decode(['inletVolts' => ['value' => $this->inletVolts, 'how' => 'measured', 'at' => $this->fromText]]);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['from' => $this->fromText, ...(null === $this->toText ? [] : ['to' => $this->toText]), 'inletVolts' => $this->inletVolts];
    }

    private static function seconds(Fields $fields, string $name, string $text): float
    {
        try {
            return (float) (new \DateTimeImmutable($text))->format('U.u');
        } catch (\Exception) {
            throw $fields->fault($name, 'a moment such as 2026-01-31T14:05:00Z belongs here');
        }
    }
}
