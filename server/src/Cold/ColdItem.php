<?php

declare(strict_types=1);

namespace Yew\Server\Cold;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\Step;

/** One thing on a station's board: a transformer, a capacitor, a resistor, a socket, a stop of the walk. */
final readonly class ColdItem
{
    /**
     * @param string                                                                                     $name    what it is, as a code of the wording or plain text
     * @param string                                                                                     $detail  as drawn, in words
     * @param string                                                                                     $word    the station's own word for its verdict: sound, condemned, open…
     * @param list<Reason>                                                                               $reasons worst first
     * @param list<Step>                                                                                 $steps   what to do with it, in order
     * @param list<Gauge>                                                                                $gauges  what was measured, beside what it should be
     * @param array<string, mixed>                                                                       $more    what only this kind of item has: questions not asked, a replacement, a reforming run
     * @param array{state: string, step: int, reason: string, log: list<array<string, float|null>>}|null $reform  how a reforming run stands
     */
    public function __construct(
        public string $part,
        public string $group,
        public string $name,
        public string $detail,
        public string $word,
        public Verdict $verdict,
        public array $reasons,
        public array $steps,
        public array $gauges = [],
        public array $more = [],
        public ?array $reform = null,
    ) {
    }

    /** Whether anybody asks for it: ripple, date codes and the like are taken where there is reason to. */
    public function isAsked(): bool
    {
        return [] !== array_filter($this->steps, static fn (Step $s): bool => !$s->optional);
    }

    public function isDone(): bool
    {
        return 'open' !== $this->word;
    }

    /** The first step still to do; null when all are done, or the answer is clear already (IRON: a condemned part is not measured on). */
    public function next(): ?int
    {
        if (\in_array($this->word, ['condemned', 'danger', 'replace', 'bad'], true)) {
            return null;
        }
        foreach ($this->steps as $i => $step) {
            if ($step->isOpen()) {
                return $i;
            }
        }

        return null;
    }
}
