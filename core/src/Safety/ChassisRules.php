<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

use Yew\Core\Bench\Chassis;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Test\TakenTest;

/** What may be said of a chassis in which state (SAFE-1, SAFE-1a, SAFE-2): every refusal says what to do instead. */
final class ChassisRules
{
    /** Volts belong on a powered chassis; while it discharges, DC volts alone. */
    public static function reading(ChassisState $state, MeterFunction $function): ?Refusal
    {
        return $state->takes($function) ? null : new Refusal('state', [
            'functionWord' => $function->unit()->word(),
            'state' => $state->value,
            'advice' => ChassisState::Dead === $state ? 'Voltages wait until it is powered.' : ($function->isVoltage() ? 'Take DC volts, or wait until it is powered.' : 'Switch off and prove it discharged first.'),
        ]);
    }

    /** Ohms belong on a dead chassis, ratio and insulation on a driven one; a lifted part, and one that is not in yet, is off the chassis. */
    public static function test(ChassisState $state, TakenTest $test): ?Refusal
    {
        $definition = $test->kind->definition();
        if (!$definition->takesIn($state)) {
            return new Refusal('trial-state', ['test' => $test->kind->name(), 'state' => $state->value, 'wanted' => array_map(static fn (ChassisState $s): string => $s->value, $definition->states)]);
        }
        // A test that can be taken dead and driven is two tests, unless the part is out: leakage needs volts, capacitance and ESR none.
        if (\count($definition->states) > 1 && isset($definition->figures['leakAmperes']) && !$test->lifted && !$definition->ofExchange) {
            if (isset($test->figures['leakAmperes']) && ChassisState::Dead === $state) {
                return new Refusal('leakage-when-driven');
            }
            if ((isset($test->figures['farads']) || isset($test->figures['esrOhms'])) && ChassisState::Driven === $state) {
                return new Refusal('capacitance-when-dead');
            }
        }

        return null;
    }

    /** A proof is read while it discharges, or to prove again what is dead. */
    public static function proof(ChassisState $state): ?Refusal
    {
        return \in_array($state, [ChassisState::Discharging, ChassisState::Dead], true) ? null : new Refusal('proof-needs-discharging', ['state' => $state->value]);
    }

    /**
     * A change of state, with what was answered to its gates.
     *
     * @param array<string, mixed> $gates
     */
    public static function transition(Chassis $chassis, ChassisState $to, array $gates, Conditions $conditions, ?Sheet $sheet): ?Refusal
    {
        $state = $chassis->state;
        if (!\in_array($to, $state->declarable(), true)) {
            return new Refusal('transition', ['from' => $state->value, 'to' => $to->value, 'advice' => match (true) {
                $to === $state => 'It is there already.',
                ChassisState::Discharging === $state => 'Prove every bank discharged first.',
                default => 'Switch off first.',
            }]);
        }
        if ($to->appliesPower() && null !== $chassis->bleederOn && 'yes' !== ($gates['bleeder-off'] ?? null)) {
            return new Refusal('bleeder-on');
        }

        return ChassisState::Driven === $to ? self::driving($gates, $conditions, $sheet) : null;
    }

    /**
     * From an isolated low-voltage source, with no output tube to conduct (SAFE-1a).
     *
     * @param array<string, mixed> $gates
     */
    private static function driving(array $gates, Conditions $conditions, ?Sheet $sheet): ?Refusal
    {
        if ('yes' !== ($gates['isolated-source'] ?? null) || 'yes' !== ($gates['output-tubes-out'] ?? null)) {
            return new Refusal('gates-open');
        }
        $out = $conditions->tubesOut();
        $in = null === $out ? [] : array_values(array_filter($sheet->tubes ?? [], static fn (TubePosition $t): bool => $t->output && !\in_array($t->position, $out, true)));

        return [] === $in ? null : new Refusal('driven-tubes-in', ['positions' => array_map(static fn (TubePosition $t): string => $t->position, $in)]);
    }

    /** Tubes are pulled and fitted on a dead chassis only. */
    public static function conditions(ChassisState $state, Conditions $before, Conditions $stated): ?Refusal
    {
        return ChassisState::Dead === $state || null === $before->tubeMovedBy($stated) ? null : new Refusal('tubes-only-when-dead');
    }
}
