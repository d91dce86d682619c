<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Version;

/** A judged reading (contract §7): verdict, marks, reason code with figures; the sentence is made elsewhere. */
final readonly class Judgement
{
    /**
     * @param list<Mark>           $marks
     * @param array<string, mixed> $figures
     * @param string               $reference        printed | sister | last-visit | rating | none
     * @param float|null           $halfWidth95Volts half of the reading's own 95 % band, volts
     */
    public function __construct(
        public Verdict $verdict,
        public array $marks,
        public string $reasonCode,
        public array $figures,
        public string $reference,
        public ?float $volts,
        public ?float $expectedVolts,
        public ?Bounds $window,
        public ?float $halfWidth95Volts,
    ) {
    }

    /** @param array<string, mixed> $figures added to those it has */
    public function because(Verdict $verdict, string $reasonCode, array $figures = []): self
    {
        return new self($verdict, $this->marks, $reasonCode, [...$this->figures, ...$figures], $this->reference, $this->volts, $this->expectedVolts, $this->window, $this->halfWidth95Volts);
    }

    public function marked(Mark ...$marks): self
    {
        $all = $this->marks;
        foreach ($marks as $mark) {
            if (!\in_array($mark, $all, true)) {
                $all[] = $mark;
            }
        }

        return new self($this->verdict, $all, $this->reasonCode, $this->figures, $this->reference, $this->volts, $this->expectedVolts, $this->window, $this->halfWidth95Volts);
    }

    public function has(Mark $mark): bool
    {
        return \in_array($mark, $this->marks, true);
    }

    /** Low or high; null where the sentence says more than a direction could, as of bias that is gone. */
    public function direction(): ?string
    {
        return str_starts_with($this->reasonCode, 'bias-') || null === $this->volts || null === $this->expectedVolts ? null : ($this->volts < $this->expectedVolts ? 'low' : 'high');
    }

    /** @return array<string, mixed> as docs/formats/judgement.schema.json */
    public function toArray(): array
    {
        return [
            'verdict' => $this->verdict->value,
            'marks' => array_map(static fn (Mark $m): string => $m->value, $this->marks),
            'reasonCode' => $this->reasonCode,
            'figures' => [] === $this->figures ? new \stdClass() : $this->figures,
            'reference' => $this->reference,
            'volts' => $this->volts,
            'expectedVolts' => $this->expectedVolts,
            'direction' => $this->direction(),
            'window' => null === $this->window ? null : ['lowVolts' => $this->window->low, 'highVolts' => $this->window->high, 'source' => $this->window->source],
            'bandHalfVolts' => $this->halfWidth95Volts,
            'mark' => WindowMark::of($this->verdict, $this->volts, $this->expectedVolts, $this->window)->toArray(),
            'coreVersion' => Version::CORE,
        ];
    }
}
