<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Instrument\LiveValue;
use Yew\Core\Job\Bench;
use Yew\Core\Safety\Refusal;

/** That a figure was not typed but taken from an instrument on the network, and how it stood there (COND-3a). */
final readonly class Sampled
{
    /** A breath for the way through the page and between the clocks. */
    private const ON_THE_WAY_SECONDS = 1.0;

    /**
     * @param string $instrumentId the instrument that showed it
     * @param float  $at           when it showed it, by the server's clock, seconds since the epoch
     * @param bool   $isSettled    it had moved by less than a thousandth in ten seconds
     */
    private function __construct(public string $instrumentId, private string $said, public float $at, public bool $isSettled)
    {
    }

    /** @throws BadData */
    public static function decode(?Fields $fields): ?self
    {
        if (null === $fields) {
            return null;
        }
        $said = $fields->string('at', 40);
        if (1 !== preg_match('/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,6})?Z$/D', $said)) {
            throw $fields->fault('at', 'a moment such as 2026-01-31T14:05:00.123Z belongs here');
        }
        try {
            $at = (float) (new \DateTimeImmutable($said))->format('U.u');
        } catch (\Exception) {
            throw $fields->fault('at', 'there is no such moment');
        }
        $sampled = new self($fields->string('instrumentId', 40), $said, $at, $fields->boolean('settled'));
        $fields->done();

        return $sampled;
    }

    /**
     * What an instrument shows is of the function that it was set to while the unit was dead, and of no other (SAFE-7); and what it showed
     * then is no reading of now.
     *
     * @param MeterFunction|null $function null where the figures say it themselves
     */
    public function refusal(Bench $then, ?string $meterId, ?MeterFunction $function): ?Refusal
    {
        $setting = null === $meterId ? null : $then->state->meters[$meterId] ?? null;

        return match (true) {
            null === $setting, null !== $function && $setting->function !== $function => new Refusal('meter-not-set-so', ['functionWord' => $function?->unit()->word() ?? 'that']),
            abs($then->now - $this->at) > (LiveValue::LIVE_SECONDS + self::ON_THE_WAY_SECONDS) * $then->unit->timeFactor() => new Refusal('sample-not-live'),
            default => null,
        };
    }

    /** @return array{instrumentId: string, at: string, settled: bool} */
    public function toArray(): array
    {
        return ['instrumentId' => $this->instrumentId, 'at' => $this->said, 'settled' => $this->isSettled];
    }
}
