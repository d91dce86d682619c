<?php

declare(strict_types=1);

namespace Yew\Server;

use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;

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

    /** @return array<string, array<mixed>|bool|string|int|float|\UnitEnum|null> */
    protected function getKernelParameters(): array
    {
        return [...parent::getKernelParameters(), 'yew.root' => \dirname(__DIR__, 2), 'yew.state' => $this->stateDir()];
    }
}
