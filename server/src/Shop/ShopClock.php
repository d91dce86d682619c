<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Clock\NativeClock;
use Symfony\Component\DependencyInjection\Attribute\Exclude;
use Yew\Server\Http\Moment;

/** The clock of a shop in which time goes otherwise than on the machine. No service: the kernel sets it as the clock of all. */
#[Exclude]
final class ShopClock implements ClockInterface
{
    private readonly NativeClock $machine;

    public function __construct(private readonly ShopTime $time, ?\DateTimeZone $zone = null)
    {
        $this->machine = new NativeClock($zone);
    }

    public function now(): \DateTimeImmutable
    {
        $real = $this->machine->now();

        return Moment::at($this->time->at((float) $real->format('U.u')))->setTimezone($real->getTimezone());
    }

    /** @param float|int $seconds of the shop */
    public function sleep(float|int $seconds): void
    {
        $this->machine->sleep($seconds / $this->time->factor);
    }

    public function withTimeZone(\DateTimeZone|string $timezone): static
    {
        return new self($this->time, \is_string($timezone) ? new \DateTimeZone($timezone) : $timezone);
    }
}
