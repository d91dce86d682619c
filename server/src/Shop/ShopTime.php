<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

/**
 * How time goes in this shop: as on the machine, or, in a demo shop, some times faster (contract §13). Kept in a file that bin/start writes
 * through `shop:speed`; where there is none, the machine's clock counts.
 */
final readonly class ShopTime
{
    public const MOST_FACTOR = 20.0;

    /** Seconds of the shop in one of the machine's. */
    public float $factor;

    /** Moment of the machine, seconds since 1970, from which on it goes at that factor. */
    private float $from;

    /** What the shop's clock showed then. */
    private float $showed;

    /** @throws \RuntimeException where the file says nothing that can be understood: no clock is better than a wrong one */
    public function __construct(private string $stateDir)
    {
        $file = $this->file();
        if (!is_file($file)) {
            [$this->factor, $this->from, $this->showed] = [1.0, 0.0, 0.0];

            return;
        }
        $data = json_decode((string) file_get_contents($file), true);
        [$factor, $from, $showed] = \is_array($data) ? [$data['factor'] ?? null, $data['from'] ?? null, $data['showed'] ?? null] : [null, null, null];
        if (!is_numeric($factor) || !is_numeric($from) || !is_numeric($showed) || $factor < 1.0 || $factor > self::MOST_FACTOR) {
            throw new \RuntimeException($file.' does not say how time goes; without the file it goes as on this machine.');
        }
        [$this->factor, $this->from, $this->showed] = [(float) $factor, (float) $from, (float) $showed];
    }

    public function isOwn(): bool
    {
        return $this->from > 0.0;
    }

    /** @param float $real seconds since 1970 by the machine's clock */
    public function at(float $real): float
    {
        return $this->showed + ($real - $this->from) * $this->factor;
    }

    /** From now on it goes at this factor, without a leap: what the shop's clock shows never goes back. */
    public function go(float $factor, float $real): void
    {
        if (1.0 === $factor && !$this->isOwn()) {
            return;
        }
        $file = $this->file();
        file_put_contents($file.'.new', json_encode(['factor' => $factor, 'from' => $real, 'showed' => $this->at($real)], \JSON_THROW_ON_ERROR)."\n");
        rename($file.'.new', $file);
    }

    private function file(): string
    {
        return $this->stateDir.'/clock.json';
    }
}
