<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** What was wrong, and how sure that is (REC-4b). */
final readonly class Cause
{
    public const CERTAINTIES = ['suspected', 'proven', 'not-found'];

    /**
     * @param string                           $text      in words
     * @param string                           $part      that it lies in; empty for none
     * @param 'suspected'|'proven'|'not-found' $certainty
     * @param string                           $rests     code of the ground that proves it; empty where nothing does
     */
    public function __construct(public string $text, public string $part, public string $certainty, public string $rests = '', public string $entryId = '', public float $at = 0.0)
    {
    }

    /**
     * @param Fields $fields {text, certainty, part?, rests?, entryId?, at?}
     *
     * @throws BadData for a certainty that nobody knows
     */
    public static function decode(Fields $fields): self
    {
        $certainty = $fields->string('certainty', 20);
        if (!\in_array($certainty, self::CERTAINTIES, true)) {
            throw $fields->fault('certainty', implode(', ', self::CERTAINTIES));
        }

        return new self($fields->string('text', 400), $fields->optionalText('part', 40), $certainty, $fields->optionalText('rests', 60), $fields->optionalText('entryId'), $fields->optionalNumber('at') ?? 0.0);
    }

    /** @return array{text: string, part: string, certainty: string, rests: string, entryId: string, at: float} */
    public function toArray(): array
    {
        return ['text' => $this->text, 'part' => $this->part, 'certainty' => $this->certainty, 'rests' => $this->rests, 'entryId' => $this->entryId, 'at' => $this->at];
    }
}
