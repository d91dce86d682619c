<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Core\Bench\Conditions;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\PointView;
use Yew\Server\Wording\Wording;

/** Conditions were stated. */
final class ConditionsFace extends ShippedFace
{
    public function __construct(string $root, private readonly Wording $wording)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'conditions';
    }

    public function schemas(): array
    {
        return [1 => $this->schema(1), 2 => $this->schema(2)];
    }

    public function serverFields(): array
    {
        return ['bleederIsland'];
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Conditions stated', $this->facts(Fields::named($entry->payload['facts'] ?? [])));
    }

    /** @param array<string, mixed> $facts */
    private function facts(array $facts): string
    {
        $words = [];
        foreach ($facts as $name => $fact) {
            $value = Fields::named($fact)['value'] ?? null;
            $words[] = match (true) {
                'inletVolts' === $name && is_numeric($value) => 'mains '.(string) $value.' V',
                'tubes' === $name && \is_array($value) => $this->tubes($value),
                \in_array($name, ['limiter', 'limiters'], true) && null !== $value => self::limiters([$name => $fact]),
                'source' === $name && \is_array($value) => \sprintf('%s at %s V', \is_string($value['kind'] ?? null) ? $value['kind'] : 'mains', is_numeric($value['volts'] ?? null) ? (string) $value['volts'] : '?'),
                'ammeter' === $name && \is_array($value) => 'ammeter at '.(\is_string($value['place'] ?? null) ? $value['place'] : '?'),
                \is_array($value) && \is_string($value['kind'] ?? null) => $name.' '.$value['kind'],
                'bleeder' === $name && \is_array($value) => true === ($value['clipped'] ?? null) ? 'bleeder clipped on' : 'bleeder off',
                'meterId' === $name => 'meter changed',
                \is_scalar($value) => $name.' '.(string) $value,
                default => $name.' unknown',
            };
        }

        return implode(', ', $words);
    }

    /** @param array<string, mixed> $fact by its name */
    private static function limiters(array $fact): string
    {
        try {
            $words = PointView::limiter(Conditions::decode($fact));
        } catch (BadData) {
            return 'limiters';
        }

        return 'none' === $words ? 'no limiter' : $words ?? 'limiters unknown';
    }

    /** @param array<mixed> $tubes */
    private function tubes(array $tubes): string
    {
        $out = array_keys(array_filter($tubes, static fn (mixed $t): bool => 'out' === $t));

        return [] === $out ? 'all '.$this->wording->word('tubes').' in' : implode(', ', $out).' out';
    }
}
