<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Reading\Verdict;

/** One winding in the picture of its transformer. */
final readonly class WindingPicture
{
    /**
     * @param string       $drawn   its ohms as drawn, in words
     * @param string|null  $shown   its ohms as measured
     * @param string|null  $volts   off load, as typed
     * @param Verdict|null $verdict the worst that is said of it; null where nothing is
     */
    public function __construct(public string $id, public string $name, public string $drawn, public ?string $shown, public ?string $volts, public ?Verdict $verdict)
    {
    }

    /** @return array{id: string, name: string, drawn: string, shown: string|null, volts: string|null, verdict: string|null} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'name' => $this->name, 'drawn' => $this->drawn, 'shown' => $this->shown, 'volts' => $this->volts, 'verdict' => $this->verdict?->value];
    }
}
