<?php

declare(strict_types=1);

namespace Yew\Core\Trial;

use Yew\Core\Quantity\Quantity;
use Yew\Core\Quantity\ReadingKind;

/** One test of the cold bench as it was taken down. */
final readonly class Trial
{
    /**
     * @param string                  $part    part of the sheet, tube position, or a place that the technician named
     * @param string                  $subject what of the part: a tap, a winding, a pin; empty for the whole
     * @param array<string, Quantity> $figures by name
     * @param array<string, mixed>    $said    what is no figure: choice, characteristic, candidates
     * @param bool                    $lifted  one lead off, or out of the amplifier
     * @param float                   $at      seconds since the epoch
     */
    public function __construct(
        public TrialKind $kind,
        public string $part,
        public string $subject,
        public string $text,
        public array $figures,
        public array $said,
        public bool $lifted,
        public float $at,
        public string $id = '',
    ) {
    }

    /**
     * As it was typed, read anew.
     *
     * @throws \Yew\Core\Quantity\CannotRead
     * @throws \Yew\Core\Codec\BadData
     */
    public static function typed(TrialKind $kind, string $part, string $subject, string $text, bool $lifted = false, float $at = 0.0, string $id = ''): self
    {
        [$figures, $said] = TrialText::read($kind, $text);
        $tap = $said['tap'] ?? null;

        return new self($kind, $part, \is_string($tap) ? $tap : $subject, $text, $figures, $said, $lifted, $at, $id);
    }

    /** The value of a figure in its SI unit; null when it was left out or is no plain value. */
    public function value(string $name): ?float
    {
        $figure = $this->figures[$name] ?? null;

        return null === $figure || ReadingKind::Overload === $figure->kind ? null : $figure->value;
    }

    /** The figure is a limit or an overload: nothing was measured up to it. */
    public function isOpen(string $name): bool
    {
        return \in_array($this->figures[$name]->kind ?? null, [ReadingKind::Overload, ReadingKind::Above], true);
    }

    public function choice(): ?string
    {
        $choice = $this->said['choice'] ?? null;

        return \is_string($choice) ? $choice : null;
    }
}
