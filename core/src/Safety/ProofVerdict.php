<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

use Yew\Core\Bench\ProofReading;
use Yew\Core\Bench\SafetyFigures;
use Yew\Core\Reading\Verdict;
use Yew\Core\Version;

/** What a discharge proof proves (SAFE-2): dead under 10 V by a meter that is named, low under 60 V, charged above. */
final readonly class ProofVerdict
{
    private function __construct(public Verdict $verdict, public string $reasonCode, private ?float $volts)
    {
    }

    public static function of(ProofReading $reading): self
    {
        $volts = $reading->atMostVolts;

        return match (true) {
            null === $volts => new self(Verdict::Danger, 'proves-nothing', $volts),
            $volts >= SafetyFigures::TOUCH_VOLTS => new self(Verdict::Danger, 'still-charged', $volts),
            $volts >= SafetyFigures::HANDS_IN_VOLTS => new self(Verdict::Watch, 'low-not-dead', $volts),
            !$reading->meterStated => new self(Verdict::CannotSay, 'proof-without-meter', $volts),
            default => new self(Verdict::Within, 'proved-discharged', $volts),
        };
    }

    /** @return array<string, mixed> docs/formats/judgement.schema.json */
    public function toArray(string $islandName): array
    {
        return ['verdict' => $this->verdict->value, 'marks' => [], 'reasonCode' => $this->reasonCode, 'figures' => ['islandName' => $islandName], 'volts' => $this->volts, 'coreVersion' => Version::CORE];
    }
}
