<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

use Yew\Core\Circuit\Solve\DidNotConverge;

/** A walk through time with what hands do on the way, until its end, a fuse that opens or a limit that is broken. */
final class TimeRun
{
    /** Samples that are kept of one walk, about; the last one always is. */
    public const MOST_SAMPLES = 2000;
    /** Steps after which a walk is broken off: some twenty times what a minute takes. */
    private const MOST_STEPS = 4000;

    /** @var list<Instant> */
    private array $samples;

    private string $ended = 'done';

    private ?int $brokenLimit = null;

    private int $steps = 0;

    /** Seconds up to which the fuse was heated. */
    private float $seen;

    /** @param list<Limit> $limits */
    private function __construct(private readonly AmplifierInTime $amplifier, private readonly float $seconds, private ?Fuse $fuse, private readonly array $limits)
    {
        $this->samples = [$amplifier->instant()];
        $this->seen = $amplifier->instant()->seconds;
    }

    /**
     * @param list<Hand>  $hands  in order
     * @param list<Limit> $limits
     *
     * @throws DidNotConverge where even the shortest step finds no rest
     */
    public static function of(AmplifierInTime $amplifier, float $seconds, array $hands = [], ?Fuse $fuse = null, array $limits = []): self
    {
        $run = new self($amplifier, $seconds, $fuse, $limits);
        foreach ([...$hands, null] as $hand) {
            $until = null === $hand ? $seconds : min($seconds, $hand->atSeconds);
            if ('done' === $run->ended && $until > $amplifier->instant()->seconds) {
                $amplifier->run($until - $amplifier->instant()->seconds, $run->saw(...));
            }
            if ('done' === $run->ended && null !== $hand && $hand->atSeconds < $seconds) {
                $amplifier->under($hand->conditions);
            }
        }

        return $run;
    }

    /** @return list<Instant> from the first on, no nearer to each other than they need be */
    public function samples(): array
    {
        $last = $this->amplifier->instant();

        return $last === $this->samples[\count($this->samples) - 1] ? $this->samples : [...$this->samples, $last];
    }

    /** `done`, `fuse`, `limit`, or `broken-off` where it takes too many steps. */
    public function ended(): string
    {
        return $this->ended;
    }

    /** Which of the limits was broken. */
    public function brokenLimit(): ?int
    {
        return $this->brokenLimit;
    }

    private function saw(Instant $instant): bool
    {
        $before = $this->samples[\count($this->samples) - 1];
        if ($instant->seconds - $before->seconds >= $this->seconds / self::MOST_SAMPLES) {
            $this->samples[] = $instant;
        }
        $this->fuse = $this->fuse?->after($instant->mainsAmperes(), $instant->seconds - $this->seen);
        $this->seen = $instant->seconds;
        foreach ($this->limits as $number => $limit) {
            if ($limit->isBroken($instant)) {
                [$this->ended, $this->brokenLimit] = ['limit', $number];
            }
        }
        $this->ended = match (true) {
            true === $this->fuse?->isOpen() => 'fuse',
            ++$this->steps >= self::MOST_STEPS && 'done' === $this->ended => 'broken-off',
            default => $this->ended,
        };

        return 'done' === $this->ended;
    }
}
