<?php

declare(strict_types=1);

namespace Yew\Server\Compute;

use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Yew\Core\Codec\BadData;
use Yew\Core\Compute\ComputeForm;

/** Every computation that a person can ask for, by name. */
final readonly class ComputeDoor
{
    /** @param iterable<ComputeForm> $forms */
    public function __construct(#[AutowireIterator('yew.compute')] private iterable $forms)
    {
    }

    /** @return array<string, string> summary by name and version */
    public function list(): array
    {
        $list = [];
        foreach ($this->forms as $form) {
            $list[$form->name()] = $form->summary();
        }
        ksort($list);

        return $list;
    }

    /**
     * @param string       $name with its version (`discharge/1`) or without, which means the newest
     * @param array<mixed> $in
     *
     * @return array<string, mixed>
     *
     * @throws BadData for an unknown name or a fault in the input
     */
    public function run(string $name, array $in): array
    {
        $newest = null;
        foreach ($this->forms as $form) {
            if ($form->name() === $name) {
                return $form->run($in);
            }
            if (str_starts_with($form->name(), $name.'/') && (null === $newest || version_compare($form->name(), $newest->name()) > 0)) {
                $newest = $form;
            }
        }

        return $newest?->run($in) ?? throw BadData::at('', \sprintf('there is no computation “%s”; there are %s', $name, implode(', ', array_keys($this->list()))));
    }
}
