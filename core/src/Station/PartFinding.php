<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;

/** What somebody saw on a part or at a place (LOOK-5). */
final readonly class PartFinding
{
    /** What tells of damage that a good reading does not heal. */
    private const DAMAGE = ['burnt', 'cracked', 'scorched', 'broken', 'wrong-value'];

    /**
     * @param 'note'|'watch'|'out'|'danger' $severity
     * @param string                        $origin   original | earlier-repair | owner | ours | unknown
     * @param list<string>                  $photos   ids
     * @param bool                          $former   of a part that was replaced or repaired since
     */
    public function __construct(public string $entryId, public string $place, public string $what, public string $severity, public string $text, public string $origin, public array $photos, public bool $former = false)
    {
    }

    /**
     * @param Fields $fields {place, what, severity, text?, origin?, photos?}
     *
     * @throws BadData for a severity that nobody knows
     */
    public static function decode(Fields $fields, string $entryId): self
    {
        $severity = $fields->string('severity');
        if (!\in_array($severity, ['note', 'watch', 'out', 'danger'], true)) {
            throw $fields->fault('severity', 'note, watch, out or danger');
        }

        return new self($entryId, $fields->string('place'), $fields->string('what'), $severity, $fields->optionalText('text'), $fields->optionalString('origin') ?? 'unknown', $fields->strings('photos'));
    }

    /** @return array{entryId: string, place: string, what: string, severity: string, text: string, origin: string, photos: list<string>} */
    public function toArray(): array
    {
        return ['entryId' => $this->entryId, 'place' => $this->place, 'what' => $this->what, 'severity' => $this->severity, 'text' => $this->text, 'origin' => $this->origin, 'photos' => $this->photos];
    }

    /** The same, as the entry of the tape that it came with. */
    public function of(string $entryId): self
    {
        return new self($entryId, $this->place, $this->what, $this->severity, $this->text, $this->origin, $this->photos, $this->former);
    }

    /** Of the part that was in there before. */
    public function asFormer(): self
    {
        return new self($this->entryId, $this->place, $this->what, $this->severity, $this->text, $this->origin, $this->photos, true);
    }

    public function isDamage(): bool
    {
        return \in_array($this->what, self::DAMAGE, true);
    }

    public function reason(): Reason
    {
        return new Reason('finding', 'note' === $this->severity ? Verdict::Within : Verdict::from($this->severity), ['what' => $this->what, 'text' => $this->text]);
    }
}
