<?php

declare(strict_types=1);

namespace Yew\Browser;

use Yew\Core\Codec\Fields;

/** An amplifier that is known to be good, brought to full mains by the API at once: what is tested begins there. */
final class KnownGood
{
    /**
     * @param array<string, string> $tubes types by position
     *
     * @return string the job
     */
    public static function energised(Browser $b, string $sheet, float $volts, string $fuse, array $tubes): string
    {
        $job = $b->bookedIn($sheet, $volts);
        $b->readyForPower($job, $fuse, $volts);
        $said = ['meterId' => 'no-1', 'limiters' => [], 'inletVolts' => $volts, 'standby' => 'play', 'tubes' => array_map(static fn (string $t): array => ['type' => $t, 'tubeId' => null], $tubes)];
        $b->write($job, 'conditions', ['facts' => array_map(static fn (mixed $value): array => ['value' => $value, 'how' => 'measured'], $said)]);
        self::proved($b, $job);
        self::on($b, $job);

        return $job;
    }

    /** Onto full mains, through every gate that is not met. */
    public static function on(Browser $b, string $job): void
    {
        $b->write($job, 'state-change', ['to' => 'ramping', 'gates' => ['volumes' => 'yes'], 'overrides' => self::reasons($b, $job, 'gates')], 2);
        $b->write($job, 'state-change', ['to' => 'energised', 'overrides' => self::reasons($b, $job, 'fullMains')], 2);
    }

    /** Off, and proved dead. */
    public static function dead(Browser $b, string $job): void
    {
        $b->write($job, 'state-change', ['to' => 'discharging'], 2);
        self::proved($b, $job);
    }

    /** @return string what the circuit has the meter read at a point of the sheet now, as it is typed */
    public static function foretold(Browser $b, string $job, string $place): string
    {
        foreach (Fields::of(json_decode($b->fetch('/api/jobs/'.$job.'/tape'), true))->objects('benches')[0]->objects('points') as $point) {
            if ($place === $point->string('place') && 'dc-volts' === $point->string('function')) {
                return $place.' '.rtrim(rtrim(\sprintf('%.4f', $point->object('expected')->number('volts')), '0'), '.');
            }
        }
        throw new \LogicException($place.' is no point of the sheet');
    }

    private static function proved(Browser $b, string $job): void
    {
        foreach (Fields::of(json_decode($b->fetch('/api/jobs/'.$job.'/tape'), true))->objects('benches')[0]->objects('islands') as $island) {
            $b->write($job, 'discharge-proof', ['island' => $island->string('id'), 'text' => '0.3', 'meterId' => 'no-1']);
        }
    }

    /** Its one unit. */
    public static function unit(Browser $b, string $job): string
    {
        return Fields::of(json_decode($b->fetch('/api/jobs/'.$job), true))->objects('units')[0]->string('id');
    }

    /** @return array<string, string> a reason for each gate that is not met */
    private static function reasons(Browser $b, string $job, string $which): array
    {
        $shut = array_filter(Fields::of(json_decode($b->fetch('/api/jobs/'.$job.'/units/'.self::unit($b, $job).'/power'), true))->objects($which), static fn (Fields $g): bool => !$g->boolean('passes') && 'volumes' !== $g->string('id'));

        return array_fill_keys(array_map(static fn (Fields $g): string => $g->string('id'), array_values($shut)), 'known good');
    }
}
