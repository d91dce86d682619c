<?php

declare(strict_types=1);

namespace Yew\Stands\Bench;

use Yew\Core\Circuit\Netlist;
use Yew\Stands\Amplifier\BenchUnit;
use Yew\Stands\Instrument\MeterFunction;
use Yew\Stands\Instrument\Multimeter;

/** What hands do at the stand: one line, one deed, answered with `ok` or `no: …`. The panel's buttons send the same lines. */
final class Hands
{
    public const MOST_LINE = 200;

    /** Each with what belongs behind it. */
    public const WORDS = [
        'switch on|off' => 'the mains switch', 'standby on|off' => 'the standby switch', 'variac VOLTS|wall' => 'turn the dial, or plug into the wall', 'limiter WATTS|none' => 'a lamp in the mains lead',
        'probe METER PLACE [AGAINST]' => 'put a meter’s probe on a place; PLACE off takes it away', 'ammeter mains|centre-tap|out' => 'where the ammeter stands', 'turn METER volts|ac|amperes|ohms' => 'turn a meter’s knob', 'tube out|in POSITION' => 'pull a tube or put it back',
        'bleeder PLACE OHMS' => 'clip a resistor from a place to the chassis; off takes it away', 'load on|off' => 'the loudspeaker or dummy load', 'tap PART' => 'knock with a stick', 'fuse mains|ammeter|METER' => 'a new fuse',
        'places' => 'where a probe can go', 'state' => 'what can be seen, as JSON', 'reveal' => 'end of the game: the faults', 'quit' => 'put everything away',
    ];

    private const LEAST_BLEEDER = 100.0;
    private const MOST_BLEEDER = 1e6;

    /** @param array<string, Multimeter> $meters by name */
    public function __construct(private readonly BenchUnit $unit, private readonly array $meters, private readonly TruthLog $log)
    {
    }

    public function line(string $line): string
    {
        $words = preg_split('/\s+/', trim($line), -1, \PREG_SPLIT_NO_EMPTY);
        if (false === $words || [] === $words) {
            return 'no: nothing was said; help lists what can be';
        }
        $answer = $this->answer($words[0], $words[1] ?? '', $words[2] ?? '', $words[3] ?? '', \count($words));
        if (!\in_array($words[0], ['state', 'places', 'help'], true)) {
            $this->log->line('hand', ['hand' => implode(' ', $words), 'answer' => $answer]);
        }

        return $answer;
    }

    private function answer(string $deed, string $first, string $second, string $third, int $count): string
    {
        return match (true) {
            'help' === $deed && 1 === $count => $this->help(),
            'state' === $deed && 1 === $count => (string) json_encode($this->state(), \JSON_UNESCAPED_SLASHES),
            'places' === $deed && 1 === $count => implode(' ', $this->unit->places()),
            'reveal' === $deed && 1 === $count => (string) json_encode(['faults' => $this->unit->truth()['faults'], 'loose' => array_map(static fn ($l): string => $l->fault->text(), $this->unit->loose)], \JSON_UNESCAPED_SLASHES),
            'switch' === $deed && 2 === $count => self::onOff($first, $this->unit->switchOn(...)),
            'standby' === $deed && 2 === $count => self::onOff($first, $this->unit->standby(...)),
            'load' === $deed && 2 === $count => self::onOff($first, $this->unit->load(...)),
            'variac' === $deed && 2 === $count => $this->variac($first),
            'limiter' === $deed && 2 === $count => $this->limiter($first),
            'ammeter' === $deed && 2 === $count => $this->ammeter($first),
            'tube' === $deed && 3 === $count => $this->tube($first, $second),
            'bleeder' === $deed && $count >= 2 => $this->bleeder($first, $second),
            'probe' === $deed && $count >= 3 => $this->probe($first, $second, '' === $third ? Netlist::CHASSIS : $third),
            'turn' === $deed && 3 === $count => $this->turn($first, $second),
            'tap' === $deed && 2 === $count => $this->tap($first),
            'fuse' === $deed && 2 === $count => $this->fuse($first),
            default => 'no: that is nothing hands can do here; help lists what is',
        };
    }

    private function help(): string
    {
        return implode('; ', array_map(static fn (string $line, string $what): string => $line.' ('.$what.')', array_keys(self::WORDS), self::WORDS));
    }

    /** @return array<string, mixed> */
    public function state(): array
    {
        return [...$this->unit->seen(), 'sockets' => $this->unit->sockets(), 'meters' => array_values(array_map(static fn (Multimeter $m): array => $m->shown(), $this->meters)), 'ammeter' => $this->unit->ammeterAmperes()];
    }

    /** @param \Closure(bool): void $deed */
    private static function onOff(string $word, \Closure $deed): string
    {
        if (!\in_array($word, ['on', 'off'], true)) {
            return 'no: on or off';
        }
        $deed('on' === $word);

        return 'ok';
    }

    private function variac(string $mark): string
    {
        if ('wall' === $mark) {
            $this->unit->turnVariac(null);

            return 'ok';
        }
        if (!is_numeric($mark) || (float) $mark < 0.0 || (float) $mark > $this->unit->dial->top()) {
            return \sprintf('no: the dial goes from 0 to %g', $this->unit->dial->top());
        }
        $this->unit->turnVariac((float) $mark);

        return 'ok';
    }

    private function limiter(string $watts): string
    {
        if ('none' !== $watts && (!is_numeric($watts) || (float) $watts < 5.0 || (float) $watts > 2000.0)) {
            return 'no: a lamp of 5 to 2000 watts, or none';
        }
        $this->unit->limit('none' === $watts ? null : (float) $watts);

        return 'ok';
    }

    private function ammeter(string $place): string
    {
        if (!\in_array($place, ['mains', 'centre-tap', 'out'], true)) {
            return 'no: mains, centre-tap or out';
        }
        $this->unit->putAmmeter('out' === $place ? null : $place);

        return 'ok';
    }

    private function tube(string $way, string $position): string
    {
        if (!\in_array($way, ['in', 'out'], true)) {
            return 'no: tube in or tube out';
        }

        return $this->unit->tube($position, 'in' === $way) ? 'ok' : 'no: there is no such socket; there are '.implode(', ', $this->unit->sockets());
    }

    private function bleeder(string $place, string $ohms): string
    {
        if ('off' === $place) {
            $this->unit->clipBleeder(null, self::MOST_BLEEDER);

            return 'ok';
        }
        if (!is_numeric($ohms) || (float) $ohms < self::LEAST_BLEEDER || (float) $ohms > self::MOST_BLEEDER) {
            return \sprintf('no: a bleeder of %d to %d ohms', self::LEAST_BLEEDER, self::MOST_BLEEDER);
        }

        return $this->unit->clipBleeder($place, (float) $ohms) ? 'ok' : self::noPlace($place);
    }

    private function probe(string $meter, string $place, string $against): string
    {
        $asked = $this->meters[$meter] ?? null;
        if (null === $asked) {
            return 'no: the meters are '.implode(', ', array_keys($this->meters));
        }
        foreach ('off' === $place ? [] : [$place, $against] as $wanted) {
            if (!$this->unit->has($wanted)) {
                return self::noPlace($wanted);
            }
        }
        $asked->put('off' === $place ? null : $place, $against);

        return 'ok';
    }

    private function turn(string $meter, string $to): string
    {
        $function = ['volts' => MeterFunction::DcVolts, 'ac' => MeterFunction::AcVolts, 'amperes' => MeterFunction::DcAmperes, 'ohms' => MeterFunction::Ohms][$to] ?? null;
        if (null === $function || !isset($this->meters[$meter])) {
            return null === $function ? 'no: volts, ac, amperes or ohms' : 'no: the meters are '.implode(', ', array_keys($this->meters));
        }
        $this->meters[$meter]->configure($function, '');

        return 'ok';
    }

    private function tap(string $part): string
    {
        $this->unit->tap(mb_substr($part, 0, 20));

        return 'ok';
    }

    private function fuse(string $which): string
    {
        if (isset($this->meters[$which])) {
            $this->meters[$which]->newFuse();
        } elseif ('mains' === $which) {
            $this->unit->newFuse();
        } elseif ('ammeter' === $which) {
            $this->unit->newAmmeterFuse();
        } else {
            return 'no: mains, ammeter or the name of a meter';
        }

        return 'ok';
    }

    private static function noPlace(string $place): string
    {
        return \sprintf('no: there is no place “%s” here; places lists them', mb_substr($place, 0, 40));
    }
}
