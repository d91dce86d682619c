<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** Why a part is another than drawn, how to undo it, and who agreed (LOOK-5a). */
final readonly class Modification
{
    public function __construct(public string $part, public string $why, public string $undo, public string $agreed, public string $entryId = '')
    {
    }

    /**
     * @param Fields $fields {part, why, undo, agreed, entryId?}
     *
     * @throws BadData where one of them is missing
     */
    public static function decode(Fields $fields): self
    {
        return new self($fields->string('part', 40), $fields->string('why', 400), $fields->string('undo', 400), $fields->string('agreed', 200), $fields->optionalText('entryId'));
    }

    /** @return array{part: string, why: string, undo: string, agreed: string, entryId: string} */
    public function toArray(): array
    {
        return ['part' => $this->part, 'why' => $this->why, 'undo' => $this->undo, 'agreed' => $this->agreed, 'entryId' => $this->entryId];
    }
}
