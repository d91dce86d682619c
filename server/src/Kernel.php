<?php

declare(strict_types=1);

namespace Yew\Server;

use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\Clock\Clock;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;
use Yew\Server\Shop\ShopClock;
use Yew\Server\Shop\ShopTime;

/** Everything that is written while running stands under one folder: YEW_STATE, or `var/` beside the sources. */
class Kernel extends BaseKernel
{
    use MicroKernelTrait;

    public function getProjectDir(): string
    {
        return \dirname(__DIR__);
    }

    public function getCacheDir(): string
    {
        return $this->stateDir().'/cache/'.$this->environment;
    }

    public function getLogDir(): string
    {
        return $this->stateDir().'/log';
    }

    public function stateDir(): string
    {
        $state = $_SERVER['YEW_STATE'] ?? '';

        return \is_string($state) && '' !== $state ? $state : \dirname(__DIR__, 2).'/var';
    }

    public function boot(): void
    {
        parent::boot();
        $time = new ShopTime($this->stateDir());
        if ($time->isOwn()) {
            Clock::set(new ShopClock($time));
        }
    }

    /** @return array<string, array<mixed>|bool|string|int|float|\UnitEnum|null> */
    protected function getKernelParameters(): array
    {
        return [...parent::getKernelParameters(), 'yew.root' => \dirname(__DIR__, 2), 'yew.state' => $this->stateDir()];
    }
}
