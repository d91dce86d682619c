<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Slip;
use Yew\Core\Version;

/** What was said of a test when it was taken: its own verdict and ground, and beside them how the part stood with the test in. */
final readonly class TestJudgement
{
    /**
     * @param string               $word    of the part, or of the run that the test is a step of
     * @param array<string, mixed> $figures that the ground rests on
     * @param Slip|null            $slip    what the sheet makes of the figures that were typed; null where they fit
     */
    public function __construct(public Verdict $verdict, public string $reasonCode, public array $figures, public string $word, public Verdict $partVerdict, public ?Slip $slip = null)
    {
    }

    /** @return array<string, mixed> as the tape keeps it: docs/formats/judgement.schema.json */
    public function toArray(): array
    {
        return [
            'verdict' => $this->verdict->value, 'marks' => [], 'reasonCode' => $this->reasonCode, 'figures' => $this->figures, 'word' => $this->word, 'partVerdict' => $this->partVerdict->value,
            'slip' => $this->slip?->toArray(), 'coreVersion' => Version::CORE,
        ];
    }
}
