<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Drawn\OutputClass;

/** Where an output stage is to idle, and by whose word: the school’s, the shop’s, or this job’s (BIAS-3). */
final readonly class BiasTarget
{
    /** Percent of the plate’s limit between which a target may lie: over the limit is none, and under this nothing is set by dissipation (our choice). */
    public const PERCENT = [5.0, 100.0];

    /**
     * @param float                 $low   share of the plate’s limit, likewise $high
     * @param 'school'|'shop'|'job' $setBy whose word it is
     */
    private function __construct(public TargetSchool $school, public float $low, public float $high, public string $setBy, public string $reason = '')
    {
    }

    public static function ofSchool(OutputClass $class): self
    {
        return new self(TargetSchool::Percent, $class->low(), $class->high(), 'school');
    }

    public static function ofShop(float $low, float $high): self
    {
        return new self(TargetSchool::Percent, $low, $high, 'shop');
    }

    /**
     * What was said on a job.
     *
     * @throws BadData for a band upside down, over the limit, or none where the school is one
     */
    public static function decode(Fields $fields): self
    {
        $school = $fields->oneOf('school', TargetSchool::class);
        $reason = trim($fields->optionalText('reason', 400));
        if (!$school->isBand() && ($fields->has('lowPercent') || $fields->has('highPercent'))) {
            throw $fields->fault('lowPercent', 'this school knows no percentage');
        }
        [$low, $high] = $school->isBand() ? self::band($fields) : self::PERCENT;
        if ($school->needsReason() && '' === $reason) {
            throw $fields->fault('reason', 'say who wants it so, or by what it was set');
        }

        return new self($school, $low / 100, $high / 100, 'job', $reason);
    }

    /**
     * From which percentage to which.
     *
     * @return array{float, float}
     *
     * @throws BadData for one upside down, or over the limit
     */
    public static function band(Fields $fields): array
    {
        [$low, $high] = [$fields->number('lowPercent', ...self::PERCENT), $fields->number('highPercent', ...self::PERCENT)];

        return $low < $high ? [$low, $high] : throw $fields->fault('highPercent', 'a target reaches from a lower to a higher percentage');
    }

    /** @return array{lowPercent: float, highPercent: float} as band() reads it */
    public function percents(): array
    {
        return ['lowPercent' => round(100 * $this->low, 3), 'highPercent' => round(100 * $this->high, 3)];
    }

    /** @return array<string, float|string> */
    public function toArray(): array
    {
        return ['school' => $this->school->value, ...($this->school->isBand() ? $this->percents() : []), ...('' === $this->reason ? [] : ['reason' => $this->reason])];
    }

    /** What advice aims at, as a share: the middle. */
    public function aim(): float
    {
        return ($this->low + $this->high) / 2;
    }
}
