<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** Something that was left for later, and is asked about until somebody closes it (REC-4a). */
final readonly class OpenEnd
{
    public const SORTS = ['stopgap', 'temporary', 'deferred', 'untested', 'promised'];

    /**
     * @param string      $sort   one of SORTS
     * @param string      $part   that it is about; empty for none
     * @param string|null $closed how it ended; null while it is open
     */
    public function __construct(public string $sort, public string $text, public string $part, public string $entryId = '', public float $at = 0.0, public ?string $closed = null)
    {
    }

    /**
     * @param Fields $fields {sort, text, part?, entryId?, at?, closed?}
     *
     * @throws BadData for a sort that nobody knows
     */
    public static function decode(Fields $fields): self
    {
        $sort = $fields->string('sort', 20);
        if (!\in_array($sort, self::SORTS, true)) {
            throw $fields->fault('sort', implode(', ', self::SORTS));
        }

        return new self($sort, $fields->string('text', 400), $fields->optionalText('part', 40), $fields->optionalText('entryId'), $fields->optionalNumber('at') ?? 0.0, $fields->optionalString('closed', 400));
    }

    public function closedBy(string $how): self
    {
        return new self($this->sort, $this->text, $this->part, $this->entryId, $this->at, $how);
    }

    /** @return array{sort: string, text: string, part: string, entryId: string, at: float, closed: string|null} */
    public function toArray(): array
    {
        return ['sort' => $this->sort, 'text' => $this->text, 'part' => $this->part, 'entryId' => $this->entryId, 'at' => $this->at, 'closed' => $this->closed];
    }
}
