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
        if (1 !== preg_match('/^(?<id>[A-Za-z][A-Za-z0-9+-]{0,19}(?:\/(?!socket\b)[A-Za-z0-9]{1,8})?)(?<socket>(?:\s+|\/)socket)?\s+(?<how>new|repaired|turned)$/Di', trim($text), $m)) {
            return null;
        }

        return new self(trim($text), ['kind' => 'renewed', 'id' => $m['id'], 'what' => '' === $m['socket'] ? 'part' : 'socket', 'how' => strtolower($m['how'])], false);
    }

    /**
     * A tube that stands in a socket, said by its designation, by its label, or by both: `V3 6L6GC`, `found V3 6L6GC`, `V3 6L6GC #T017`.
     *
     * It needs no circuit, and the type need not be known: what was read on the glass is kept, and what the tube data lack counts nowhere.
     *
     * @param list<string> $positions of tubes on the sheet; without a sheet whatever is called like one, V3
     *
     * @return self|null null when the text says something else
     */
    public static function tube(string $text, array $positions): ?self
    {
        if (1 !== preg_match('/^(?<found>found\s+)?(?<position>[A-Za-z][A-Za-z0-9+-]{0,11})\s+(?<type>(?=[^#]*[0-9])[A-Za-z0-9][A-Za-z0-9\/+-]{1,18}[A-Za-z0-9])(?:\s+#(?<label>[A-Za-z0-9][A-Za-z0-9-]{0,15}))?$/Di', trim($text), $m)) {
            return null;
        }
        if (!\in_array($m['position'], $positions, true) && ([] !== $positions || 1 !== preg_match('/^V\d/', $m['position']))) {
            return null;
        }

        return new self(trim($text), ['kind' => 'tube', 'position' => $m['position'], 'type' => strtoupper($m['type']), ...isset($m['label']) ? ['tubeId' => strtoupper($m['label'])] : []], '' !== $m['found']);
    }

    /**
     * Two tubes that changed places: one change with both positions (contract §1).
     *
     * @param array<string, FittedTube> $standing what stands where, before
     *
     * @return self|null null when the text says something else
     *
     * @throws BadData for a position where no tube stands
     */
    public static function swap(string $text, array $standing): ?self
    {
        if (1 !== preg_match('/^swap\s+(?<a>[A-Za-z][A-Za-z0-9+-]{0,11})(?:\s+(?:and\s+)?|\s*[\/↔]\s*)(?<b>[A-Za-z][A-Za-z0-9+-]{0,11})$/Diu', trim($text), $m)) {
            return null;
        }
        foreach ([$m['a'], $m['b']] as $position) {
            if (!isset($standing[$position])) {
                throw BadData::at('text', \sprintf('no tube is known at %s', $position));
            }
        }
        if ($m['a'] === $m['b']) {
            throw BadData::at('text', 'two positions belong here: swap V3 V4');
        }

        return new self(trim($text), ['kind' => 'swap', 'positions' => [$m['a'], $m['b']], 'types' => [$standing[$m['a']]->type, $standing[$m['b']]->type]], false);
    }

    /** What was changed in a unit without a circuit, in words: it is on the record, and counts nowhere (contract §1). */
    public static function inWords(string $text): self
    {
        return new self(trim($text), ['kind' => 'words'], 1 === preg_match('/^found\s/i', trim($text)));
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

    /** @return array{string, string}|null the positions of a swap; null for any other change */
    public function swapped(): ?array
    {
        $positions = $this->change['positions'] ?? null;

        return 'swap' === $this->kind() && \is_array($positions) && \is_string($positions[0] ?? null) && \is_string($positions[1] ?? null) ? [$positions[0], $positions[1]] : null;
    }

    /** The type that stood at a position of a swap before it. */
    public function typeBefore(string $position): ?string
    {
        $at = array_search($position, $this->swapped() ?? [], true);
        $types = $this->change['types'] ?? [];
        $type = false === $at || !\is_array($types) ? null : $types[$at] ?? null;

        return \is_string($type) ? $type : null;
    }

    /** Whether it says which tube stands somewhere, or how strong it is: both go with the tube when it changes places. */
    public function isOfTube(): bool
    {
        return \in_array($this->kind(), ['tube', 'strength'], true);
    }

    /** The same of the tube at another position, with the section that it is of. */
    public function at(string $position): self
    {
        $words = explode('/', $this->target());
        [$before, $section] = [$words[0], $words[1] ?? null];

        return new self((string) preg_replace('/(?<![\\w])'.preg_quote($before, '/').'(?!\w)/', $position, $this->text, 1), [...$this->change, 'position' => null === $section ? $position : $position.'/'.$section], $this->found);
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
