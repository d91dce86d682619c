<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Station\ItemDetail;

/** What a capacitor does, what to fit in its place, and how its reforming stands. */
final readonly class CapacitorDetail implements ItemDetail
{
    /** @param string $can the can that it is a section of, else itself */
    public function __construct(public string $does, public string $can, public Replacement $replacement, public ?Reform $reform, public ?ReformProgress $progress)
    {
    }

    public function kind(): string
    {
        return 'capacitor';
    }

    public function toArray(): array
    {
        return [
            'does' => $this->does, 'can' => $this->can, 'replacement' => [...$this->replacement->toArray(), 'text' => $this->replacement->text()],
            'reform' => null === $this->reform || null === $this->progress ? null : [
                'seriesOhms' => $this->reform->ohms, 'seriesWatts' => $this->reform->watts, 'steps' => $this->reform->steps, 'patienceMinutes' => Reform::PATIENCE_MINUTES, 'progress' => $this->progress->toArray(),
            ],
        ];
    }
}
