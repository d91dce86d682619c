<?php

declare(strict_types=1);

namespace Yew\Stands\Bench;

/** What was true at each moment, line by line as JSON: what tests compare with, and nobody at the stand sees. */
final class TruthLog
{
    /** Lines beyond that are not written: days of readings. */
    private const MOST_BYTES = 256 * 1024 * 1024;

    /** @var resource|null */
    private $file;

    private int $bytes = 0;

    /** Seconds of the amplifier. */
    private float $seconds = 0.0;

    /**
     * @param string|null            $path  null: nothing is kept
     * @param \Closure(): float|null $clock seconds since 1970; null for the machine's own
     *
     * @throws \RuntimeException where it cannot be written
     */
    public function __construct(?string $path, private readonly ?\Closure $clock = null)
    {
        if (null !== $path) {
            $file = @fopen($path, 'a');
            $this->file = false === $file ? throw new \RuntimeException(\sprintf('%s cannot be written', $path)) : $file;
        }
    }

    public function at(float $seconds): void
    {
        $this->seconds = $seconds;
    }

    public function reading(string $meter, string $function, ?string $place, string $against, ?float $truth, ?float $shown): void
    {
        $this->line('reading', ['meter' => $meter, 'function' => $function, 'place' => $place, 'against' => $against, 'truth' => $truth, 'shown' => $shown]);
    }

    /** @param array<string, mixed> $what */
    public function line(string $kind, array $what): void
    {
        $file = $this->file;
        if (null === $file || $this->bytes > self::MOST_BYTES) {
            return;
        }
        $at = null === $this->clock ? microtime(true) : ($this->clock)();
        $line = json_encode(['kind' => $kind, 'at' => round($at, 4), 'seconds' => round($this->seconds, 4), ...$what], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES)."\n";
        $this->bytes += \strlen($line);
        fwrite($file, $line);
    }
}
