<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

use Yew\Core\Codec\Fields;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Board;
use Yew\Core\Station\Item;

/** Something that the record knows and that speaks against power: asked about before it, said on the report (SAFE-4). */
final readonly class Hazard
{
    /** A low reading in place that nobody lifted an earth for: of a primary it is a short until somebody did. */
    private const UNRESOLVED = 'insulation-lift-first';
    /** Work that is not finished, whatever else is good: SAFE-4 opens once it is (WORK-1, WORK-3). */
    private const UNFINISHED = ['not-read-back', 'supply-not-read', 'lead-off'];

    /** @param array<string, mixed> $figures */
    public function __construct(public string $part, public string $code, public array $figures)
    {
    }

    /**
     * Of a part on a board: every danger; of what is condemned or unsafe, every ground that says so.
     *
     * @return list<self>
     */
    public static function of(Item $item): array
    {
        $hazards = [];
        foreach ($item->judged->reasons as $reason) {
            $unsafe = Verdict::Danger === $reason->verdict || (Verdict::Out === $reason->verdict && $item->judged->outcome->isUnsafe());
            $between = $reason->figures['between'] ?? '';
            $unresolved = self::UNRESOLVED === $reason->code && \is_string($between) && str_starts_with($between, 'primary to core');
            $unfinished = \in_array($reason->code, self::UNFINISHED, true);
            if ($reason->counts() && ($unsafe || $unresolved || $unfinished)) {
                $hazards[] = new self($item->part, $reason->code, $reason->figures);
            }
        }

        return $hazards;
    }

    /**
     * All that the boards of a unit know.
     *
     * @param iterable<Board> $boards
     *
     * @return list<self>
     */
    public static function standing(iterable $boards): array
    {
        $hazards = [];
        foreach ($boards as $board) {
            foreach ($board->items as $item) {
                array_push($hazards, ...self::of($item));
            }
        }

        return $hazards;
    }

    /** @param array<string, mixed> $data as toArray() gave it */
    public static function fromArray(array $data): self
    {
        $fields = Fields::of($data);

        return new self($fields->optionalText('part'), $fields->optionalText('code'), Fields::named($fields->raw('figures')));
    }

    /** @return array{part: string, code: string, figures: array<string, mixed>} */
    public function toArray(): array
    {
        return ['part' => $this->part, 'code' => $this->code, 'figures' => $this->figures];
    }
}
