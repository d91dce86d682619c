<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** A part that was exchanged or repaired on this job, with where the new one came from. */
final readonly class Renewal
{
    /**
     * @param string   $target    part, can or tube position, as it was said
     * @param bool     $ofSocket  the socket, not the tube in it
     * @param bool     $ofTube    a tube was put into its socket: nothing is soldered
     * @param float    $at        seconds since the epoch
     * @param string   $source    stock, a drawer, a supplier; empty where nobody said
     * @param int|null $costMinor net, minor units; null where nobody said
     */
    public function __construct(public string $target, public bool $ofSocket, public bool $ofTube, public string $text, public float $at, public string $entryId, public string $source = '', public ?int $costMinor = null)
    {
    }

    /** What the work on the socket of a tube is called: V5/socket. */
    public static function ofSocket(string $position): string
    {
        return $position.'/socket';
    }

    /** How the board of the work names it. */
    public function part(): string
    {
        return $this->ofSocket ? self::ofSocket($this->target) : $this->target;
    }

    /** Whether a part went with it: a section goes with its can, a socket is no section of its tube. */
    public function isOf(string $part): bool
    {
        return $part === $this->part() || (!str_ends_with($part, '/socket') && str_starts_with($part, $this->target.'/'));
    }

    /**
     * @param Fields $fields as toArray() gave them
     *
     * @throws BadData
     */
    public static function fromFields(Fields $fields): self
    {
        return new self(
            $fields->string('target'), $fields->optionalBoolean('ofSocket', false), $fields->optionalBoolean('ofTube', false), $fields->string('text', 200), $fields->number('at'), $fields->string('entryId'),
            $fields->optionalText('source'), null === $fields->optionalNumber('costMinor') ? null : (int) $fields->number('costMinor'),
        );
    }

    /** @return array{target: string, ofSocket: bool, ofTube: bool, text: string, at: float, entryId: string, source: string, costMinor: int|null} */
    public function toArray(): array
    {
        return ['target' => $this->target, 'ofSocket' => $this->ofSocket, 'ofTube' => $this->ofTube, 'text' => $this->text, 'at' => $this->at, 'entryId' => $this->entryId, 'source' => $this->source, 'costMinor' => $this->costMinor];
    }
}
