<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Core\Power\PowerTestKind;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Wording\Wording;

/** A test was taken down. */
final class TestTakenFace extends ShippedFace
{
    public function __construct(string $root, private readonly Wording $wording, private readonly JudgementWords $judgements)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'trial';
    }

    public function serverFields(): array
    {
        return ['figures', 'said'];
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $name = $this->wording->cold('test-'.self::text($entry, 'test'), ['subject' => self::text($entry, 'subject')], str_replace('-', ' ', self::text($entry, 'test')));

        return new EntryWords(trim(self::part($entry).' '.$name.' '.self::text($entry, 'text')), $this->judgements->test($entry));
    }

    /** The part as it is called; a stop on the way up by its share of full mains and the tubes that are in. */
    private static function part(TapeEntry $entry): string
    {
        $part = self::text($entry, 'part');
        $stops = array_map(static fn (PowerTestKind $k): string => $k->name(), [PowerTestKind::StopSeen, PowerTestKind::LampGlow, PowerTestKind::MainsDraw]);

        return \in_array(self::text($entry, 'test'), $stops, true) && 1 === preg_match('/^(.+)-(\d+)$/D', $part, $of) ? \sprintf('Stop at %s %%, %s:', $of[2], str_replace('-', ' ', $of[1])) : $part;
    }
}
