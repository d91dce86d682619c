<?php

declare(strict_types=1);

namespace Yew\Stands\Amplifier;

use Yew\Core\Circuit\Analysis\ColdResistance;
use Yew\Core\Circuit\Analysis\Ripple;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Fault\Fault;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\HeaterLoad;
use Yew\Core\Circuit\Supply\Limiters;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Circuit\Time\AmplifierInTime;
use Yew\Core\Circuit\Time\Fuse;
use Yew\Core\Circuit\Time\Instant;
use Yew\Core\Tube\TubeCatalogue;

/**
 * The amplifier on the stand: one sample of its sheet with its faults, on a wall, a variac and a limiter, walked through time.
 *
 * It does what hands do to it, the unwise included; what that breaks, breaks.
 */
final class BenchUnit
{
    /** What the mains at the inlet are called when a probe is put there. */
    public const INLET = 'inlet';
    /** Resistance of the wall's wiring, and of a variac besides, ohms (our choice). */
    private const WALL_OHMS = 0.3;
    private const VARIAC_OHMS = 1.2;
    /** How far the wall wanders, and how often it is looked at: share, seconds. */
    private const WALL_SHARE = 0.03;
    private const WANDER_SHARE = 0.004;
    private const WANDER_SECONDS = 20.0;
    /** Amperes that the fuse in the stand's ammeter is rated for. */
    public const AMMETER_FUSE = 2.0;
    /** What is left in it is nothing any more, and its cathodes are as good as cold. */
    private const EMPTY_VOLTS = 0.05;
    private const COLD_SHARE = 0.01;
    /** Seconds. */
    private const FIRST_MOMENT = 1e-4;
    /** Volts from which on an ohmmeter no longer reads ohms. */
    private const OHMMETER_VOLTS = 0.2;

    private AmplifierInTime $time;

    private bool $on = false;

    private bool $standby = false;

    private bool $load = true;

    /** @var list<string> positions of empty sockets */
    private array $out = [];

    /** @var array{place: string, against: string, ohms: float}|null */
    private ?array $bleeder = null;

    /** @var array<string, array{place: string, against: string, ohms: float, fused: bool}> what hangs across places, by instrument */
    private array $across = [];

    /** @var array<string, Fuse> in the amperes jack of each instrument that has one */
    private array $jacks = [];

    /** Where the variac's dial stands; null where the unit hangs on the wall. */
    private ?float $mark = null;

    private ?float $lampWatts = null;

    /** @var 'mains'|'centre-tap'|null */
    private ?string $ammeterAt = null;

    private Fuse $fuse;

    private Fuse $ammeterFuse;

    private readonly float $wallVolts;

    private float $wander = 0.0;

    private float $wanderLeft = self::WANDER_SECONDS;

    private bool $lost = false;

    private \Random\Randomizer $chance;

    private ?ColdResistance $cold = null;

    /** @var array{float, array<int, float>}|null moment and RMS of the ripple then, by node */
    private ?array $ripple = null;

    /**
     * @param list<Fault>      $faults  always there
     * @param list<LooseFault> $loose   that come and go
     * @param Fuse             $newFuse of the mains, as it is when new
     *
     * @throws BadCircuit
     */
    public function __construct(private readonly AsFitted $sample, private readonly TubeCatalogue $tubes, public readonly float $mainsVolts, private readonly Fuse $newFuse, public readonly Dial $dial, public readonly array $faults, public readonly array $loose, int $seed)
    {
        $this->chance = Sample::chance($seed, 'wall');
        $this->wallVolts = $mainsVolts * Sample::between($this->chance, 1.0 - self::WALL_SHARE, 1.0 + self::WALL_SHARE);
        $this->fuse = $newFuse;
        $this->ammeterFuse = Fuse::rated(self::AMMETER_FUSE, false);
        $this->time = AmplifierInTime::cold($this->fitted(), $tubes, $this->conditions());
    }

    /** Walks on; a fuse may open on the way. */
    public function advance(float $seconds): void
    {
        $changed = false;
        foreach ($this->loose as $loose) {
            $changed = $loose->after($seconds) || $changed;
        }
        $this->wanderLeft -= $seconds;
        if ($this->wanderLeft <= 0.0) {
            $this->wander = Sample::between($this->chance, -self::WANDER_SHARE, self::WANDER_SHARE);
            $this->wanderLeft = self::WANDER_SECONDS;
            $changed = $changed || $this->isLive();
        }
        if ($changed) {
            $this->rearrange();
        }
        $this->walk($seconds);
    }

    private function walk(float $seconds): void
    {
        $end = $this->instant()->seconds + $seconds;
        try {
            while ($this->instant()->seconds < $end - 1e-9) {
                $before = $this->instant()->seconds;
                $broken = false;
                $this->time->run($end - $before, function (Instant $now) use (&$before, &$broken): bool {
                    $broken = $this->heatFuses($now, $now->seconds - $before);
                    $before = $now->seconds;

                    return !$broken;
                });
                if ($broken) {
                    $this->time->under($this->conditions(), $this->fitted());
                }
            }
        } catch (DidNotConverge|BadCircuit) {
            $this->lost = true;
        }
    }

    /** True when one has just opened. */
    private function heatFuses(Instant $now, float $seconds): bool
    {
        $open = $this->openFuses();
        $this->fuse = $this->fuse->after($now->mainsAmperes(), $seconds);
        $this->ammeterFuse = $this->ammeterFuse->after(abs($this->amperesAt($now)), $seconds);
        foreach ($this->across as $instrument => $hanging) {
            if ($hanging['fused'] && !$this->jacks[$instrument]->isOpen()) {
                $amperes = ($this->volts($hanging['place'], $hanging['against'], $now) ?? 0.0) / $hanging['ohms'];
                $this->jacks[$instrument] = $this->jacks[$instrument]->after(abs($amperes), $seconds);
            }
        }

        return $this->openFuses() > $open;
    }

    private function openFuses(): int
    {
        return \count(array_filter([$this->fuse, $this->ammeterFuse, ...array_values($this->jacks)], static fn (Fuse $f): bool => $f->isOpen()));
    }

    public function switchOn(bool $on): void
    {
        $this->on = $on;
        $this->rearrange();
    }

    public function standby(bool $on): void
    {
        $this->standby = $on;
        $this->rearrange();
    }

    /** @param float|null $mark null: plugged into the wall */
    public function turnVariac(?float $mark): void
    {
        $this->mark = $mark;
        $this->rearrange();
    }

    /** @param float|null $watts null for none */
    public function limit(?float $watts): void
    {
        $this->lampWatts = $watts;
        $this->rearrange();
    }

    /** @param 'mains'|'centre-tap'|null $place */
    public function putAmmeter(?string $place): void
    {
        $this->ammeterAt = $place;
        $this->rearrange();
    }

    public function load(bool $on): void
    {
        $this->load = $on;
        $this->rearrange();
    }

    /** @return bool whether the unit has such a socket */
    public function tube(string $position, bool $in): bool
    {
        if (null === $this->sample->netlist->tube($position)) {
            return false;
        }
        $this->out = $in ? array_values(array_diff($this->out, [$position])) : array_values(array_unique([...$this->out, $position]));
        $this->rearrange();

        return true;
    }

    /** @return bool whether the unit has such a place */
    public function clipBleeder(?string $place, float $ohms): bool
    {
        if (null !== $place && !$this->has($place)) {
            return false;
        }
        $this->bleeder = null === $place ? null : ['place' => $place, 'against' => Netlist::CHASSIS, 'ohms' => $ohms];
        $this->rearrange();

        return true;
    }

    /**
     * What an instrument puts across two places; infinite for one that is taken off.
     *
     * @param bool $fused through the fuse in its jack
     */
    public function across(string $instrument, string $place, string $against, float $ohms, bool $fused = false): void
    {
        unset($this->across[$instrument]);
        if (is_finite($ohms) && $this->isNode($place) && $this->isNode($against)) {
            $this->across[$instrument] = ['place' => $place, 'against' => $against, 'ohms' => $ohms, 'fused' => $fused];
        }
        $this->rearrange();
    }

    /** @return bool whether anything there moved */
    public function tap(string $part): bool
    {
        $felt = array_filter($this->loose, static fn (LooseFault $l): bool => $l->feels($part));
        foreach ($felt as $loose) {
            $loose->tapped();
        }
        if ([] !== $felt) {
            $this->rearrange();
        }

        return [] !== $felt;
    }

    public function newFuse(): void
    {
        $this->fuse = $this->newFuse;
        $this->rearrange();
    }

    /** A fresh fuse for an instrument's amperes jack. */
    public function jack(string $instrument, Fuse $fuse): void
    {
        $this->jacks[$instrument] = $fuse;
        $this->rearrange();
    }

    public function isJackOpen(string $instrument): bool
    {
        return isset($this->jacks[$instrument]) && $this->jacks[$instrument]->isOpen();
    }

    public function newAmmeterFuse(): void
    {
        $this->ammeterFuse = Fuse::rated(self::AMMETER_FUSE, false);
        $this->rearrange();
    }

    public function instant(): Instant
    {
        return $this->time->instant();
    }

    /** Direct volts; null where nothing ties the place to anything. */
    public function volts(string $place, string $against, ?Instant $at = null): ?float
    {
        $now = $at ?? $this->instant();
        $of = fn (string $where): ?float => Netlist::CHASSIS === $where ? 0.0 : ($this->isNode($where) ? $now->volts($where) : 0.0);
        [$a, $b] = [$of($place), $of($against)];

        return $this->lost || null === $a || null === $b ? null : $a - $b;
    }

    /** Alternating volts RMS: at the inlet, across a winding or a tube's heater, or ripple on a place. */
    public function alternating(string $place, string $against): float
    {
        $state = $this->instant()->solution->supplies[0] ?? null;
        if (self::INLET === $place) {
            return $this->isLive() ? max(0.0, $this->sourceVolts() - $this->instant()->mainsAmperes() * ($state->lampOhms ?? 0.0)) : 0.0;
        }
        $core = $this->isLive() ? $state->coreVolts ?? 0.0 : 0.0;
        $supply = $this->instant()->solution->circuit->supplies[0] ?? null;
        foreach ($supply->heaters ?? [] as $load) {
            if ($place === $load->winding || $this->isHeaterPin($load, $place)) {
                return $load->voltsAt($core);
            }
        }
        foreach ($this->sample->netlist->all(MainsTransformer::class) as $transformer) {
            if (isset($transformer->windings[$place])) {
                return $transformer->windings[$place]->volts * $this->sample->factors->windingVolts($place, '') * $core / $transformer->ratedVolts;
            }
        }

        return abs($this->rippleAt($place) - $this->rippleAt($against));
    }

    /** Ohms between two places; null for more than any ohmmeter shows, and while anything there has volts on it. */
    public function ohms(string $place, string $against): ?float
    {
        if ($this->isLive() || abs($this->volts($place, $against) ?? 0.0) > self::OHMMETER_VOLTS) {
            return null;
        }
        try {
            return $this->cold()->ohms($place, $against);
        } catch (BadCircuit) {
            return null;
        }
    }

    private function cold(): ColdResistance
    {
        $fitted = $this->fitted();
        $netlist = null === $this->bleeder ? $fitted->netlist : $fitted->netlist->with('bleeder', new Resistor('bleeder', $this->bleeder['place'], Netlist::CHASSIS, $this->bleeder['ohms']));

        return $this->cold ??= ColdResistance::of($netlist, $this->tubes, $fitted->factors);
    }

    /** Whether a probe can be put there. */
    public function has(string $place): bool
    {
        return \in_array($place, $this->places(), true);
    }

    /** @return list<string> inlet, windings, and every node and pin of the circuit */
    public function places(): array
    {
        $circuit = $this->instant()->solution->circuit;
        $nodes = array_filter(array_map(strval(...), array_keys($circuit->nodes->places())), static fn (string $p): bool => !str_contains($p, '~') && !str_contains($p, ':'));
        $windings = array_merge([], ...array_map(static fn (MainsTransformer $t): array => array_map(strval(...), array_keys($t->windings)), array_values($this->sample->netlist->all(MainsTransformer::class))));
        $heaters = array_merge([], ...array_map(fn (Heaters $h): array => array_merge([], ...array_map(fn (string $p): array => array_map(static fn (int $pin): string => $p.'.'.$pin, $this->tubes->find($this->sample->netlist->tube($p)->type ?? '')->heaterPins ?? []), $h->positions)), array_values($this->sample->netlist->all(Heaters::class))));
        $places = array_values(array_unique([self::INLET, Netlist::CHASSIS, ...$windings, ...$nodes, ...$heaters]));
        natcasesort($places);

        return array_values($places);
    }

    /** @return list<string> */
    public function sockets(): array
    {
        return array_values(array_map(static fn (Tube $t): string => $t->position, $this->sample->netlist->all(Tube::class)));
    }

    /** Through the ammeter, wherever it stands: RMS in the mains, mean in the centre tap; 0 where its fuse is open. */
    public function ammeterAmperes(): float
    {
        return $this->ammeterFuse->isOpen() ? 0.0 : $this->amperesAt($this->instant());
    }

    private function amperesAt(Instant $now): float
    {
        return match ($this->ammeterAt) {
            null => 0.0,
            'mains' => $now->mainsAmperes(),
            'centre-tap' => self::drawn($now),
        };
    }

    /** What the rectifiers of B+ take in the mean, amperes: the ports that stand above the chassis. */
    private static function drawn(Instant $now): float
    {
        $amperes = 0.0;
        foreach ($now->solution->supplies as $state) {
            foreach ($state->ports as $k => $port) {
                $amperes += self::isHighTension($now, $port) ? $state->cycle->current[$k] ?? 0.0 : 0.0;
            }
        }

        return $amperes;
    }

    private static function isHighTension(Instant $now, Port $port): bool
    {
        return $port->minus === $now->solution->circuit->size();
    }

    /** How bright the lamp is, in words; `none` where there is none. */
    public function brightness(): string
    {
        if (null === $this->lampWatts) {
            return 'none';
        }
        // I ~ V^0.55, as the core's lamp has it; the eye sees how far its volts are from its own.
        $share = (sqrt($this->instant()->lampSquare) * $this->mainsVolts / $this->lampWatts) ** (1.0 / 0.55);

        return match (true) {
            $share < 0.08 => 'dark',
            $share < 0.20 => 'glowing',
            $share < 0.45 => 'dim',
            $share < 0.75 => 'half bright',
            default => 'full bright',
        };
    }

    /** The model found no rest: nothing more can be said of this unit until a hand changes something. */
    public function isLost(): bool
    {
        return $this->lost;
    }

    /** Off and as good as empty: nothing happens until a hand does something. */
    public function isAtRest(): bool
    {
        return !$this->isLive() && [] === array_filter($this->instant()->held, static fn (float $held): bool => abs($held) > self::EMPTY_VOLTS) && [] === array_filter($this->instant()->warm, static fn (float $warm): bool => $warm > self::COLD_SHARE);
    }

    public function isLive(): bool
    {
        return $this->on && !$this->fuse->isOpen() && !('mains' === $this->ammeterAt && $this->ammeterFuse->isOpen());
    }

    /** @return array<string, mixed> what everybody at the stand can see */
    public function seen(): array
    {
        return [
            'seconds' => round($this->instant()->seconds, 3), 'on' => $this->on, 'standby' => $this->standby, 'load' => $this->load, 'variac' => $this->mark, 'variacTop' => $this->dial->top(),
            'lampWatts' => $this->lampWatts, 'brightness' => $this->brightness(), 'ammeterAt' => $this->ammeterAt, 'ammeterFuseOpen' => $this->ammeterFuse->isOpen(), 'fuseOpen' => $this->fuse->isOpen(),
            'tubesOut' => $this->out, 'bleeder' => $this->bleeder, 'mainsVolts' => $this->mainsVolts, 'lost' => $this->lost,
        ];
    }

    /** @return array<string, mixed> what nobody sees: the truth at this moment */
    public function truth(): array
    {
        $volts = [];
        foreach (array_map(strval(...), array_keys($this->instant()->solution->circuit->nodes->places())) as $place) {
            $volts[$place] = $this->volts($place, Netlist::CHASSIS);
        }

        return [
            ...$this->seen(), 'inletVolts' => $this->alternating(self::INLET, Netlist::CHASSIS), 'mainsAmperes' => $this->instant()->mainsAmperes(), 'drawnAmperes' => self::drawn($this->instant()),
            'faults' => array_map(static fn (Fault $f): string => $f->text(), $this->faults), 'looseNow' => array_values(array_map(static fn (LooseFault $l): string => $l->fault->text(), array_filter($this->loose, static fn (LooseFault $l): bool => $l->isThere()))),
            'volts' => $volts,
        ];
    }

    private function rippleAt(string $place): float
    {
        if (!$this->isLive() || [] === $this->instant()->solution->supplies || !$this->isNode($place) || Netlist::CHASSIS === $place) {
            return 0.0;
        }
        if (null === $this->ripple || $this->ripple[0] !== $this->instant()->seconds) {
            $this->ripple = [$this->instant()->seconds, Ripple::of($this->instant()->solution)['rms']];
        }

        return $this->ripple[1][$this->instant()->solution->circuit->nodes->number($place)] ?? 0.0;
    }

    private function isHeaterPin(HeaterLoad $load, string $place): bool
    {
        $heaters = $this->sample->netlist->find($load->id);
        [$position, $pin] = [...explode('.', $place), ''];

        return $heaters instanceof Heaters && \in_array($position, $heaters->positions, true) && \in_array((int) $pin, $this->tubes->find($this->sample->netlist->tube($position)->type ?? '')->heaterPins ?? [], true);
    }

    private function isNode(string $place): bool
    {
        return Netlist::CHASSIS === $place || $this->instant()->solution->circuit->nodes->has($place);
    }

    private function sourceVolts(): float
    {
        $wall = $this->wallVolts * (1.0 + $this->wander);

        return null === $this->mark ? $wall : $this->dial->volts($this->mark) * $wall / $this->mainsVolts;
    }

    private function conditions(): SolveConditions
    {
        $lead = null === $this->lampWatts ? Limiters::none() : Limiters::lamp($this->lampWatts, $this->mainsVolts);
        $hanging = array_filter($this->across, fn (array $h, string $instrument): bool => !$h['fused'] || !$this->jacks[$instrument]->isOpen(), \ARRAY_FILTER_USE_BOTH);
        $across = [...array_values(array_map(static fn (array $h): array => ['place' => $h['place'], 'against' => $h['against'], 'ohms' => $h['ohms']], $hanging)), ...(null === $this->bleeder ? [] : [$this->bleeder])];

        return new SolveConditions($this->isLive() ? $this->sourceVolts() : 0.0, $lead->holding(self::WALL_OHMS + (null === $this->mark ? 0.0 : self::VARIAC_OHMS)), $this->out, $this->standby, $across);
    }

    private function fitted(): AsFitted
    {
        $fitted = $this->sample;
        foreach ([...$this->faults, ...array_map(static fn (LooseFault $l): Fault => $l->fault, array_filter($this->loose, static fn (LooseFault $l): bool => $l->isThere()))] as $fault) {
            $fitted = $fault->in($fitted, $this->tubes);
        }
        $gone = [...($this->load ? [] : ['output-disconnected']), ...('centre-tap' === $this->ammeterAt && $this->ammeterFuse->isOpen() ? ['winding-open'] : [])];
        foreach ($gone as $id) {
            $kind = FaultCatalogue::kinds()[$id];
            foreach ($kind->subjects($fitted, $this->tubes) as $subject) {
                $fitted = 'output-disconnected' === $id || $this->isHighTensionWinding($subject) ? $kind->applied($fitted, $subject, 0.0, $this->tubes) : $fitted;
            }
        }

        return $fitted;
    }

    /** Of a winding that a rectifier hangs on. */
    private function isHighTensionWinding(string $subject): bool
    {
        return [] !== array_filter($this->sample->netlist->all(Rectifier::class), static fn (Rectifier $r): bool => $r->winding === $subject && Netlist::CHASSIS === $r->minus);
    }

    private function rearrange(): void
    {
        $this->cold = null;
        $this->ripple = null;
        try {
            $this->time->under($this->conditions(), $this->fitted());
            $this->lost = false;
        } catch (BadCircuit|DidNotConverge) {
            $this->lost = true;

            return;
        }
        // What flows is known again after the first moment.
        $this->walk(self::FIRST_MOMENT);
    }
}
