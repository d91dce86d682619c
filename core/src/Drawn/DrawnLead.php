<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** What an ohmmeter finds between two places once a part is back in its place, everything cold (WORK-1). */
final readonly class DrawnLead
{
    /**
     * @param 'joined'|'across'|'apart' $purpose where a lead of the part goes, what lies across the part, or where it must not lead
     * @param float|null                $ohms    null where nothing joins the two
     */
    public function __construct(public string $from, public string $to, public string $purpose, public ?float $ohms)
    {
    }

    /** What a test of it is about. */
    public function subject(): string
    {
        return $this->from.'→'.$this->to;
    }

    /** @return array{from: string, to: string, purpose: string, ohms: float|null} */
    public function toArray(): array
    {
        return ['from' => $this->from, 'to' => $this->to, 'purpose' => $this->purpose, 'ohms' => $this->ohms];
    }
}
