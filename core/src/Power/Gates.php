<?php

declare(strict_types=1);

namespace Yew\Core\Power;

/**
 * The gates before an amplifier sees the mains (SAFE-4): each worked out from what the record holds, in the order in which one would go
 * through them. What the tool can know itself is never a tick; what it cannot is asked when power is asked for.
 */
final class Gates
{
    /** What only a person can say, when power is asked for. */
    public const SAID = ['volumes', 'bleeder-off'];

    /** @return list<Gate> */
    public static function beforeRamping(GateFacts $facts): array
    {
        return [
            MainsGates::fuse($facts), MainsGates::earth($facts), MainsGates::wiring($facts), MainsGates::isolation($facts),
            SupplyGates::findings($facts), SupplyGates::iron($facts), SupplyGates::short($facts), SupplyGates::polarity($facts), SupplyGates::biasSupply($facts), SupplyGates::trims($facts),
            BenchGates::tubes($facts), StepGate::steps($facts), SocketGates::sockets($facts), SocketGates::decay($facts),
            OutputGates::load($facts), OutputGates::continuity($facts), FeedbackPhase::gate($facts),
            BenchGates::limiter($facts), BenchGates::ammeter($facts), BenchGates::meters($facts), BenchGates::standby($facts), BenchGates::bleeder($facts), BenchGates::volumes($facts),
        ];
    }

    /**
     * The gates with what somebody answers for.
     *
     * @param list<Gate>            $gates
     * @param array<string, string> $overrides reasons by gate
     * @param string                $role      of who overrides
     *
     * @return list<Gate>
     */
    public static function overridden(array $gates, array $overrides, string $role): array
    {
        return array_map(static fn (Gate $g): Gate => !$g->state->passes() && '' !== trim($overrides[$g->id] ?? '') && $g->authority->grants($role) ? $g->overridden(trim($overrides[$g->id])) : $g, $gates);
    }

    /**
     * The first that keeps power off; null where all let it through.
     *
     * @param list<Gate> $gates
     */
    public static function shut(array $gates): ?Gate
    {
        foreach ($gates as $gate) {
            if (!$gate->state->passes()) {
                return $gate;
            }
        }

        return null;
    }
}
