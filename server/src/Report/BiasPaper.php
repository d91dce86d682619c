<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Station\BiasView;
use Yew\Server\Station\OutputView;
use Yew\Server\Tape\Benches;

/** How the output tubes of a unit idle, for the report: beside what they did before anything was changed on it, and what their stage should give. */
final readonly class BiasPaper
{
    /** So many changes are looked behind for the first one that was measured: more than a bench makes for its bias. */
    private const MOST_CHANGES = 24;

    public function __construct(private Benches $benches, private BiasView $bias, private OutputView $outputs)
    {
    }

    /** @return array<string, mixed>|null the schema Bias with `before`, `powers` and `warm`; null where nobody measured it */
    public function of(JobUnit $unit, Bench $bench): ?array
    {
        $bias = $this->bias->of($bench);
        $measured = self::measured($bias);

        return [] === $measured ? null : [...$bias, 'before' => $this->before($unit), 'powers' => $this->powers($bench, array_unique(array_map(static fn (array $t): string => \is_string($t['stage']) ? $t['stage'] : '', array_values($measured)))), 'warm' => self::warmMinutes($bench)];
    }

    /** @return array{tubes: array<string, array<string, mixed>>, changes: list<string>}|null what was measured before the first change that has it, by position, and what was done since; null where nothing was measured before one */
    private function before(JobUnit $unit): ?array
    {
        $changes = \array_slice($this->benches->changes($unit), 0, self::MOST_CHANGES);
        foreach ($changes as $i => $change) {
            $bench = $this->benches->before($unit, $change['at']);
            $tubes = [] === $bench->state->readings ? [] : self::measured($this->bias->of($bench));
            if ([] !== $tubes) {
                return ['tubes' => $tubes, 'changes' => array_column(\array_slice($changes, $i), 'text')];
            }
        }

        return null;
    }

    /**
     * What each stage should give as it idles now, into the load that is on it.
     *
     * @param array<string> $stages
     *
     * @return array<string, mixed> by stage; those that cannot be foretold are left out
     */
    private function powers(Bench $bench, array $stages): array
    {
        $powers = [];
        foreach ($stages as $stage) {
            $power = $this->outputs->of($bench, $stage, null, null)['power'];
            $powers = null === $power ? $powers : [...$powers, $stage => $power];
        }

        return $powers;
    }

    /**
     * @param array<string, mixed> $bias
     *
     * @return array<string, array<string, mixed>> tubes whose watts are known, by position
     */
    private static function measured(array $bias): array
    {
        $tubes = [];
        foreach (Fields::allNamed($bias['tubes']) as $tube) {
            $tubes += null === $tube['plateWatts'] || !\is_string($tube['position']) ? [] : [$tube['position'] => $tube];
        }

        return $tubes;
    }

    /** How long it had been warm when it was read last, whole minutes; null where it is off, or nothing was read since it is on. */
    private static function warmMinutes(Bench $bench): ?int
    {
        $since = $bench->state->warmSince;
        $last = max([0.0, ...array_map(static fn (array $of): float => $of[\count($of) - 1]->observedAt, array_filter($bench->state->readings, static fn (array $of): bool => [] !== $of))]);

        return null === $since || $last < $since ? null : (int) (($last - $since) / 60);
    }
}
