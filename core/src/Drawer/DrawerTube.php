<?php

declare(strict_types=1);

namespace Yew\Core\Drawer;

/** A physical tube with its label, as the drawer knows it (TUBE-2). */
final readonly class DrawerTube
{
    /**
     * @param list<DrawerTest> $tests oldest first
     */
    public function __construct(public string $label, public string $type, public string $maker, public TubeState $state, public array $tests = [])
    {
    }

    /** The newest test of the whole bottle, or of one half. */
    public function newest(string $half = ''): ?DrawerTest
    {
        $found = null;
        foreach ($this->tests as $test) {
            $found = $test->half === $half ? $test : $found;
        }

        return $found;
    }
}
