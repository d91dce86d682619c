<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** A lead that is taken off, as it was before (WORK-3). */
final readonly class Lead
{
    public const FUNCTIONS = ['mains', 'high-voltage', 'high-voltage-centre', 'rectifier-heater', 'heater', 'heater-centre', 'plate', 'other-plate', 'supply', 'secondary', 'secondary-common', 'chassis', 'other'];

    /**
     * @param string $name    by which the tape knows it: L1
     * @param string $colour  in words: red, red-yellow
     * @param string $from    part or place
     * @param string $does    one of FUNCTIONS
     * @param string $ohms    as typed, of the winding or part behind it; empty where nobody measured
     * @param bool   $isSeen  followed with the eye or the meter; else only believed
     * @param string $photoId that shows it; empty for none
     * @param float  $at      seconds since the epoch
     */
    public function __construct(public string $name, public string $colour, public string $from, public string $to, public string $does, public string $ohms, public bool $isSeen, public string $photoId = '', public int $pin = 0, public string $entryId = '', public float $at = 0.0)
    {
    }

    /**
     * @param Fields $fields {name, colour, from, to, does, ohms?, certainty: seen | believed, photoId?, pin?, entryId?, at?}
     *
     * @throws BadData for a function or a certainty that nobody knows
     */
    public static function decode(Fields $fields): self
    {
        $does = $fields->string('does', 40);
        if (!\in_array($does, self::FUNCTIONS, true)) {
            throw $fields->fault('does', implode(', ', self::FUNCTIONS));
        }
        $certainty = $fields->string('certainty', 20);
        if ('seen' !== $certainty && 'believed' !== $certainty) {
            throw $fields->fault('certainty', 'seen or believed');
        }

        return new self(
            $fields->string('name', 8), $fields->string('colour', 40), $fields->string('from', 40), $fields->string('to', 40), $does, $fields->optionalText('ohms', 40), 'seen' === $certainty, $fields->optionalText('photoId', 36), (int) ($fields->optionalNumber('pin', 0, 99) ?? 0),
            $fields->optionalText('entryId'), $fields->optionalNumber('at') ?? 0.0,
        );
    }

    /** The same, as the entry of the tape that it came with. */
    public function of(string $entryId, float $at): self
    {
        return new self($this->name, $this->colour, $this->from, $this->to, $this->does, $this->ohms, $this->isSeen, $this->photoId, $this->pin, $entryId, $at);
    }

    /** How the boards name it. */
    public function part(): string
    {
        return 'lead-'.$this->name;
    }

    /** @return array{name: string, colour: string, from: string, to: string, does: string, ohms: string, certainty: string, photoId: string, pin: int, entryId: string, at: float} */
    public function toArray(): array
    {
        return ['name' => $this->name, 'colour' => $this->colour, 'from' => $this->from, 'to' => $this->to, 'does' => $this->does, 'ohms' => $this->ohms, 'certainty' => $this->isSeen ? 'seen' : 'believed', 'photoId' => $this->photoId, 'pin' => $this->pin, 'entryId' => $this->entryId, 'at' => $this->at];
    }
}
