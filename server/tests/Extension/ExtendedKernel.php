<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Extension;

use Symfony\Component\DependencyInjection\ContainerBuilder;
use Yew\Server\Kernel;

/** The application with a station and a kind of entry more than it ships with. */
final class ExtendedKernel extends Kernel
{
    public function getCacheDir(): string
    {
        return parent::getCacheDir().'-extended';
    }

    protected function build(ContainerBuilder $container): void
    {
        foreach ([BatteryStation::class => 'yew.station', SmellKind::class => 'yew.entry_kind', SmellFace::class => 'yew.entry_face'] as $class => $tag) {
            $container->register($class)->addTag($tag);
        }
    }
}
