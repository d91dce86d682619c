<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Time\AmplifierInTime;
use Yew\Core\Circuit\Time\Fuse;
use Yew\Core\Circuit\Time\Hand;
use Yew\Core\Circuit\Time\Instant;
use Yew\Core\Circuit\Time\Limit;
use Yew\Core\Circuit\Time\TimeRun;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** What an amplifier does in the seconds and minutes after it is switched on, and off (PWR-4, PWR-9, PWR-10, COND-3a). */
final readonly class InTimeForm extends CircuitForm
{
    private const MOST_SECONDS = 900.0;
    private const MOST_HANDS = 50;
    private const MOST_PLACES = 40;
    private const MOST_LIMITS = 20;

    public function name(): string
    {
        return 'in-time/1';
    }

    public function summary(): string
    {
        return 'rails, bias, currents and a lamp over the seconds after switching on and off, until a fuse opens or a limit is broken';
    }

    protected function answer(CircuitInput $input, Fields $fields): array
    {
        $seconds = $fields->number('seconds', 0.001, self::MOST_SECONDS);
        $begins = $fields->optionalString('begins', 12) ?? 'cold';
        $places = $fields->strings('places', self::MOST_PLACES);
        $hands = self::hands($input, $fields);
        $fuse = self::fuse($fields->optionalObject('fuse'));
        $limits = self::limits($fields);
        $fields->done();
        try {
            $amplifier = match ($begins) {
                'cold' => AmplifierInTime::cold($input->fitted, $this->tubes, $input->solveConditions),
                'settled' => AmplifierInTime::settled($input->fitted, $this->tubes, $input->solveConditions),
                default => throw $fields->fault('begins', 'cold or settled belongs here'),
            };
            foreach ([...$places, ...array_filter(array_map(static fn (Limit $l): ?string => $l->place, $limits), is_string(...))] as $place) {
                if (Netlist::CHASSIS === $place || !$amplifier->solution()->circuit->nodes->has($place)) {
                    throw $fields->fault('places', \sprintf('the circuit has no place “%s”', mb_substr($place, 0, 40)));
                }
            }
            $run = TimeRun::of($amplifier, $seconds, $hands, $fuse, $limits);
        } catch (BadCircuit $e) {
            throw BadData::at('conditions', $e->getMessage());
        }
        $samples = $run->samples();

        return [
            'ended' => $run->ended(), 'brokenLimit' => $run->brokenLimit(),
            'seconds' => array_map(static fn (Instant $i): float => $i->seconds, $samples),
            'mainsAmperes' => array_map(static fn (Instant $i): float => $i->mainsAmperes(), $samples),
            'filamentAmperes' => array_map(static fn (Instant $i): float => sqrt($i->lampSquare), $samples),
            'places' => array_map(static fn (string $place): array => ['place' => $place, 'volts' => array_map(static fn (Instant $i): ?float => $i->volts($place), $samples)], $places),
        ];
    }

    /** @return list<Hand> */
    private static function hands(CircuitInput $input, Fields $fields): array
    {
        $hands = [];
        $last = 0.0;
        foreach ($fields->objects('hands', self::MOST_HANDS) as $hand) {
            $at = $hand->number('atSeconds', 0.0, self::MOST_SECONDS);
            if ($at < $last) {
                throw $hand->fault('atSeconds', 'hands come one after the other');
            }
            $last = $at;
            $given = $hand->raw('conditions');
            $conditions = null === $given ? $input->solveConditions : $input->conditions($given);
            $hands[] = new Hand($at, $hand->optionalBoolean('off', false) ? new SolveConditions(0.0, null, $conditions->tubesOut, $conditions->standby, $conditions->across) : $conditions);
            $hand->done();
        }

        return $hands;
    }

    private static function fuse(?Fields $fields): ?Fuse
    {
        if (null === $fields) {
            return null;
        }
        $character = $fields->string('character', 5);
        $fuse = Fuse::rated($fields->number('ratedAmperes', 0.01, 63.0), match ($character) {
            'slow' => true,
            'quick' => false,
            default => throw $fields->fault('character', 'slow or quick belongs here'),
        });
        $fields->done();

        return $fuse;
    }

    /** @return list<Limit> */
    private static function limits(Fields $fields): array
    {
        $limits = [];
        foreach ($fields->objects('limits', self::MOST_LIMITS) as $limit) {
            $place = $limit->optionalString('place', 40);
            [$above, $below] = [$limit->optionalNumber('above', -1e4, 1e4), $limit->optionalNumber('below', -1e4, 1e4)];
            $limits[] = match (true) {
                null !== $above && null === $below => new Limit($place, true, $above),
                null !== $below && null === $above => new Limit($place, false, $below),
                default => throw $limit->fault('above', 'either above or below belongs here'),
            };
            $limit->done();
        }

        return $limits;
    }
}
