<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Circuit\Lines\ChangeReader;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tube\TubeCatalogue;

/**
 * One change on a physical unit, as it was typed: done to it (`R14 12k`), found in it (`found R14 12k`), or put back (`R14 drawn`).
 *
 * What was found was so all along and explains earlier readings too; what was done holds from then on. A finding that was mistaken
 * is taken back by `found R14 drawn`.
 */
final readonly class FittedChange
{
    /** Kinds that say what a part is, as against how a control stands or how strong a tube is. */
    private const OF_A_PART = ['part', 'open', 'short', 'leak', 'bridge'];

    /** @param array<string, mixed> $change in the form of AsFitted, `{kind: drawn, id}`, or `{kind: renewed, id, what, how}` */
    private function __construct(public string $text, public array $change, public bool $found)
    {
    }

    /**
     * A part that was replaced, repaired or, of a trim, turned, said without a value: `T2 new`, `V3 socket repaired`, `C12/a new`, `P1 turned`.
     *
     * It changes nothing in the circuit, and needs none. What was tested before is of the old part; what was read before a trim was turned
     * is stale.
     *
     * @return self|null null when the text says something else
     */
    public static function renewal(string $text): ?self
    {
        if (1 !== preg_match('/^(?<id>[A-Za-z][A-Za-z0-9+-]{0,19}(?:\/[A-Za-z0-9]{1,8})?)(?<socket>\s+socket)?\s+(?<how>new|repaired|turned)$/Di', trim($text), $m)) {
            return null;
        }

        return new self(trim($text), ['kind' => 'renewed', 'id' => $m['id'], 'what' => '' === $m['socket'] ? 'part' : 'socket', 'how' => strtolower($m['how'])], false);
    }

    /** @throws BadData when the text is no change, or names what the circuit lacks */
    public static function read(string $text, Netlist $netlist, TubeCatalogue $tubes): self
    {
        $renewal = self::renewal($text);
        if (null !== $renewal) {
            return $renewal;
        }
        $text = trim($text);
        $found = 1 === preg_match('/^found\s+/i', $text);
        $said = $found ? (string) preg_replace('/^found\s+/i', '', $text) : $text;
        if (1 === preg_match('/^(\S+)(?:\s+(\S+))?\s+drawn$/', $said, $words)) {
            return new self($text, ['kind' => 'drawn', 'id' => isset($words[2]) ? 'bridge.'.$words[1].'.'.$words[2] : $words[1]], $found);
        }
        $read = ChangeReader::read([$said], $netlist, $tubes);
        $changes = $read['asFitted'];
        if (!\is_array($changes) || !\is_array($changes[0] ?? null)) {
            throw BadData::at('text', \sprintf('“%s” is a condition, not a change of the amplifier: state it with the conditions', $said));
        }

        return self::fromFields(Fields::of(['text' => $text, 'change' => $changes[0], 'foundSo' => $found]));
    }

    /** @return array{text: string, change: array<string, mixed>, foundSo: bool} */
    public function toArray(): array
    {
        return ['text' => $this->text, 'change' => $this->change, 'foundSo' => $this->found];
    }

    public static function fromFields(Fields $fields): self
    {
        $change = [];
        foreach ((array) $fields->raw('change') as $name => $value) {
            $change[(string) $name] = $value;
        }

        return new self($fields->string('text', 200), $change, $fields->optionalBoolean('foundSo', false));
    }

    public function kind(): string
    {
        return \is_string($this->change['kind'] ?? null) ? $this->change['kind'] : '';
    }

    /** The part, the control or the tube position that it changes. */
    public function target(): string
    {
        $target = $this->change['position'] ?? $this->change['id'] ?? null;

        return \is_string($target) ? $target : '';
    }

    /** Hands go into the chassis for it: everything but turning a control, or finding. */
    public function needsHandsInside(): bool
    {
        return !$this->found && 'setting' !== $this->kind() && 'turned' !== ($this->change['how'] ?? null);
    }

    /**
     * Whether tests of a part were of what this change took out: then they stay on the record, of the old part.
     *
     * @param string $part   as the test names it; a section goes with its can
     * @param bool   $socket the test is of the socket, not of the tube in it
     */
    public function renews(string $part, bool $socket): bool
    {
        $target = $this->target();
        if ($this->found || '' === $target || ($part !== $target && !str_starts_with($part, $target.'/'))) {
            return false;
        }

        return match ($this->kind()) {
            'renewed' => 'turned' !== $this->change['how'] && $socket === ('socket' === $this->change['what']),
            'tube' => !$socket,
            'part', 'drawn' => true,
            default => false,
        };
    }

    /** Whether an earlier change of the same target says nothing any more. */
    public function supersedes(self $earlier): bool
    {
        if ('renewed' === $this->kind()) {
            // A new part has the value of the old one, and none of its faults.
            return 'part' === $this->change['what'] && 'turned' !== $this->change['how'] && $earlier->target() === $this->target() && ($earlier->found || \in_array($earlier->kind(), ['open', 'short', 'leak', 'strength'], true));
        }

        return $earlier->target() === $this->target() && match ($this->kind()) {
            'drawn', 'tube' => true,
            'part', 'open', 'short', 'leak', 'bridge' => \in_array($earlier->kind(), self::OF_A_PART, true),
            default => $earlier->kind() === $this->kind(),
        };
    }
}
