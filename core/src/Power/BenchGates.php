<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\Limiter;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Bench\MeterSetting;
use Yew\Core\Ramp\PowerMethod;

/** The gates of the bench around the amplifier: meters, ammeter, limiter, standby, tubes, volumes, bleeder (SAFE-2, SAFE-4, SAFE-7). */
final class BenchGates
{
    /** A meter that is clipped on must reach so many times the highest B+ that may come (SAFE-4). */
    private const REACH_TIMES = 1.2;

    /** Every meter that is clipped on is set to what it stands in, and reaches the highest B+. */
    public static function meters(GateFacts $facts): Gate
    {
        foreach ($facts->meters as $setting) {
            $name = $facts->shopMeters->find($setting->meterId)->name ?? $setting->meterId;
            if ($setting->blocksPower()) {
                return Gate::notMet('meters', 'gate-meter-blocks', Authority::Nobody, ['meterName' => $name, 'functionWord' => $setting->function->unit()->word(), 'leadsWord' => MeterSetting::leadsWord($setting->leads)]);
            }
        }
        $peak = $facts->peakVolts();
        $clipped = array_filter($facts->meters, static fn (MeterSetting $m): bool => 'probe' !== $m->leads && MeterFunction::DcVolts === $m->function);
        foreach ($clipped as $setting) {
            $meter = $facts->shopMeters->find($setting->meterId);
            $reach = min($meter?->highest(MeterFunction::DcVolts) ?? \INF, $meter->ratedVolts ?? \INF);
            if (null !== $peak && $reach < self::REACH_TIMES * $peak) {
                return Gate::notMet('meters', 'gate-meter-reach', Authority::Technician, ['meterName' => $meter->name ?? $setting->meterId, 'reachVolts' => $reach, 'peakVolts' => $peak, 'neededVolts' => self::REACH_TIMES * $peak]);
            }
        }

        return [] === $facts->meters ? Gate::doesNotApply('meters', 'gate-no-meter-on') : Gate::met('meters', 'gate-meters-right');
    }

    /** A meter in the centre-tap lead is read for continuity before each time on: 0 mA with cathode volts there is the meter, not the tube. */
    public static function ammeter(GateFacts $facts): Gate
    {
        $stated = null !== ($facts->conditions->toArray()['ammeter']['value'] ?? null) || [] !== array_filter($facts->meters, static fn (MeterSetting $m): bool => 'in-series' === $m->leads);
        $wanted = PowerMethod::VariacAmmeter === $facts->choice->method;
        if ($facts->outputTubesAreOut()) {
            return Gate::doesNotApply('ammeter', 'gate-no-output-tube-in');
        }
        if (!$stated) {
            return $wanted ? Gate::unknown('ammeter', 'gate-ammeter-not-said') : Gate::doesNotApply('ammeter', 'gate-no-ammeter');
        }
        $test = $facts->bench->sinceChange($facts->bench->tests->of(PowerStation::AMMETER)->latest(PowerTestKind::AmmeterOhms));
        if (null === $test || $test->at <= ($facts->bench->ramps->offSince() ?? 0.0)) {
            return Gate::unknown('ammeter', 'gate-ammeter-not-read')->at(PowerStation::ID, PowerStation::AMMETER);
        }
        $reason = AmmeterOhms::judge($test);

        return 'ammeter-continuous' === $reason->code ? Gate::met('ammeter', $reason->code, $reason->figures, [$test->id]) : Gate::notMet('ammeter', $reason->code, Authority::Technician, $reason->figures, [$test->id])->at(PowerStation::ID, PowerStation::AMMETER);
    }

    /** A limiter is chosen, or declined by saying that there is none; the one that the way of powering up has is in. */
    public static function limiter(GateFacts $facts): Gate
    {
        $wanted = $facts->choice->method->limiter();
        $limiters = $facts->conditions->limiters();
        if (null === $limiters) {
            return Gate::unknown('limiter', null === $wanted ? 'gate-limiter-not-said' : 'gate-limiter-not-said-'.$wanted);
        }
        $in = array_map(static fn (Limiter $l): string => $l->kind, $limiters);

        return match (true) {
            null !== $wanted && !\in_array($wanted, $in, true) => Gate::notMet('limiter', 'gate-limiter-not-in-'.$wanted, Authority::Technician),
            [] === $in => Gate::met('limiter', 'gate-limiter-declined'),
            default => Gate::met('limiter', 'gate-limiter-in', ['kinds' => $in]),
        };
    }

    /** Its position decides which bank keeps its charge (SAFE-2a). */
    public static function standby(GateFacts $facts): Gate
    {
        $switch = $facts->bench->sheet?->standby;
        $stated = $facts->conditions->toArray()['standby']['value'] ?? null;

        return match (true) {
            'none' === $switch => Gate::doesNotApply('standby', 'gate-no-standby'),
            \is_string($stated) => Gate::met('standby', 'gate-standby-said', ['standby' => $stated]),
            default => Gate::unknown('standby', 'gate-standby-not-said', figures: ['places' => $facts->bench->sheet->standbyBreaks ?? []]),
        };
    }

    /** Which tubes stand in their sockets: everything that is expected depends on it. */
    public static function tubes(GateFacts $facts): Gate
    {
        $out = $facts->conditions->tubesOut();

        return null === $out ? Gate::unknown('tubes', 'gate-tubes-not-said') : Gate::met('tubes', [] === $out ? 'gate-tubes-in' : 'gate-tubes-out', ['positions' => $out]);
    }

    public static function volumes(GateFacts $facts): Gate
    {
        return $facts->says('volumes') ? Gate::met('volumes', 'gate-volumes-down') : Gate::unknown('volumes', 'gate-volumes-not-said');
    }

    /** A bleeder left clipped on would burn. */
    public static function bleeder(GateFacts $facts): Gate
    {
        return match (true) {
            !$facts->bleederOn => Gate::doesNotApply('bleeder-off', 'gate-no-bleeder'),
            $facts->says('bleeder-off') => Gate::met('bleeder-off', 'gate-bleeder-off'),
            default => Gate::notMet('bleeder-off', 'gate-bleeder-on', Authority::Nobody),
        };
    }
}
