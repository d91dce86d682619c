<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Codec\Fields;

/** What is said of a photo: its caption, its place, and the numbered pins on it. */
final readonly class PhotoNote
{
    /** @param list<array<string, mixed>> $pins {x, y: shares of width and height, says?, place?} */
    public function __construct(public string $photoId, public string $caption, public string $place, public array $pins)
    {
    }

    public static function fromFields(Fields $fields): self
    {
        $pins = $fields->raw('pins');

        return new self($fields->string('photoId'), $fields->optionalText('caption'), $fields->optionalText('place'), array_map(Fields::named(...), \is_array($pins) ? array_values($pins) : []));
    }

    /** @return array{photoId: string, caption: string, place: string, pins: list<array<string, mixed>>} */
    public function toArray(): array
    {
        return ['photoId' => $this->photoId, 'caption' => $this->caption, 'place' => $this->place, 'pins' => $this->pins];
    }
}
