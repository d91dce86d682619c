<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Tube\TubeCatalogue;

/** A fault of one part, as a value. */
final readonly class Fault
{
    public function __construct(public FaultKind $kind, public string $subject, public ?float $severity = null)
    {
    }

    /** `resistor-drifted:R14:1.5`, as FaultCatalogue::read() takes it. */
    public function text(): string
    {
        return $this->kind->id().':'.$this->subject.(null === $this->severity ? '' : ':'.$this->severity);
    }

    /** The circuit with it. */
    public function in(AsFitted $fitted, TubeCatalogue $tubes): AsFitted
    {
        return $this->kind->applied($fitted, $this->subject, $this->severity ?? 0.0, $tubes);
    }

    public function canChange(Observable $observable): bool
    {
        return !\in_array($observable, $this->kind->cannotChange(), true);
    }

    /** @return array<string, string|float> for the wording */
    public function figures(): array
    {
        $severity = $this->severity ?? 0.0;

        return ['part' => $this->subject, ...match ($this->kind->severity()?->figure) {
            null => [],
            'share' => ['percent' => 100.0 * $severity, 'ionAmperes' => 1e-3 * $severity],
            'ohms' => ['ohms' => $severity],
            'times' => ['times' => $severity],
        }];
    }
}
