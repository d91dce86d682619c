<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Yew\Core\Codec\Fields;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Station\BiasView;
use Yew\Server\Tape\Benches;

/** How the output tubes of a unit idled before anything was changed on it, beside how they idle now. */
final readonly class BiasBefore
{
    /** So many changes are looked behind for the first one that was measured: more than a bench makes for its bias. */
    private const MOST_CHANGES = 24;

    public function __construct(private Benches $benches, private BiasView $bias)
    {
    }

    /** @return array{tubes: array<string, array<string, mixed>>, changes: list<string>}|null what was measured before the first change that has it, by position, and what was done since; null where nothing was measured before one */
    public function of(JobUnit $unit): ?array
    {
        $changes = $this->benches->changes($unit, self::MOST_CHANGES);
        foreach ($changes as $i => $change) {
            if ([] === $change['before']->readings) {
                continue;
            }
            $bias = $this->bias->of($this->benches->at($unit, $change['before'], (float) $change['at']->format('U.u')));
            $tubes = [];
            foreach (array_map(Fields::named(...), \is_array($bias['tubes']) ? $bias['tubes'] : []) as $tube) {
                $tubes += null === $tube['plateWatts'] || !\is_string($tube['position']) ? [] : [$tube['position'] => $tube];
            }
            if ([] !== $tubes) {
                return ['tubes' => $tubes, 'changes' => array_column(\array_slice($changes, $i), 'text')];
            }
        }

        return null;
    }
}
