<?php

declare(strict_types=1);

namespace Yew\Stands\Bench;

use Yew\Stands\Amplifier\BenchUnit;
use Yew\Stands\Amplifier\Sample;
use Yew\Stands\Instrument\Ammeter;
use Yew\Stands\Instrument\Instrument;
use Yew\Stands\Instrument\LampLimiter;
use Yew\Stands\Instrument\Multimeter;
use Yew\Stands\Instrument\Variac;

/** One amplifier with its instruments and hands; whoever runs it says how time goes. */
final class Stand
{
    /** The second meter is a plainer one. */
    private const SECOND_METER = 6.0;
    /** How often all that is true is logged, seconds of the amplifier. */
    private const LOG_SECONDS = 1.0;
    /** What is walked at once, seconds of the amplifier: hands and fuses are looked at in between. */
    private const MOST_WALK = 2.0;

    /** @var array<string, Multimeter> */
    private readonly array $meters;

    /** @var list<Instrument> */
    public readonly array $instruments;

    public readonly Hands $hands;

    private float $logLeft = 0.0;

    /** Seconds that went by and were not walked yet. */
    private float $owed = 0.0;

    public function __construct(private readonly BenchUnit $unit, private readonly TruthLog $log, int $seed)
    {
        $this->meters = [
            'dmm1' => new Multimeter('dmm1', $unit, $log, $seed, 1.0, Sample::chance($seed, 'noise dmm1')),
            'dmm2' => new Multimeter('dmm2', $unit, $log, $seed, self::SECOND_METER, Sample::chance($seed, 'noise dmm2')),
        ];
        $this->hands = new Hands($unit, $this->meters, $log);
        $this->instruments = [
            ...array_values($this->meters),
            new Variac($unit, function (float $mark): void {
                $this->hands->line('variac '.$mark);
            }),
            new Ammeter($unit, $log, $seed, Sample::chance($seed, 'noise ammeter')),
            new LampLimiter($unit),
        ];
    }

    /** Lets so many seconds go by for the amplifier. */
    public function advance(float $seconds): void
    {
        // An amplifier that lies there costs nothing: its time is walked in one piece, now and then.
        $this->owed += $seconds;
        if ($this->unit->isAtRest() && $this->owed < self::MOST_WALK) {
            return;
        }
        [$seconds, $this->owed] = [$this->owed, 0.0];
        $rested = $this->unit->isAtRest();
        while ($seconds > 1e-9) {
            $walk = min(self::MOST_WALK, $seconds);
            $this->unit->advance($walk);
            $this->log->at($this->unit->instant()->seconds);
            $this->logLeft -= $walk;
            if ($this->logLeft <= 0.0 && !$rested) {
                $this->log->line('truth', $this->unit->truth());
                $this->logLeft = self::LOG_SECONDS;
            }
            $seconds -= $walk;
        }
    }
}
