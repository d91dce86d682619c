<?php

declare(strict_types=1);

namespace Yew\Core\Substitution;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Codec\Fields;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** Another type in the place of what is fitted: whether it may go in, and what it changes (TUBE-4). Never by pin-out alone. */
final readonly class Substitution
{
    /**
     * @param array<string, TubeType> $fitted  by position
     * @param list<Reason>            $reasons worst first
     * @param Effects|null            $effects null where it cannot go in at all, or nothing stands there to compare with
     */
    private function __construct(public array $fitted, public TubeType $other, public array $reasons, public ?Effects $effects)
    {
    }

    /**
     * @param AsFitted                $fitted the circuit as it stands
     * @param array<string, TubeType> $was    the types that it has, by each position that gets the other: an output pair is changed together
     * @param list<string>            $rails  places whose volts are compared
     *
     * @throws \Yew\Core\Circuit\Solve\DidNotConverge
     * @throws \Yew\Core\Circuit\BadCircuit           where the other type cannot work there
     */
    public static function of(AsFitted $fitted, array $was, TubeType $other, SolveConditions $conditions, TubeCatalogue $tubes, array $rails): self
    {
        $positions = array_keys($was);
        $reasons = HeaterFit::judge($was, $other, $fitted->netlist, $tubes);
        foreach ($was as $position => $type) {
            array_push($reasons, ...SocketFit::judge($type, $other, $fitted->netlist, $position));
        }
        if (\in_array(Reason::worst($reasons), [Verdict::Out, Verdict::Danger], true)) {
            return new self($was, $other, Reason::worstFirst($reasons), null);
        }
        $out = array_values(array_intersect($positions, $conditions->tubesOut));
        if ([] !== $out) {
            return new self($was, $other, Reason::worstFirst([...$reasons, new Reason('tubes-are-out', Verdict::CannotSay, ['tubes' => $out])]), null);
        }
        $with = AsFitted::of($fitted->netlist, $fitted->factors, array_map(static fn (string $p): Fields => Fields::of(['kind' => 'tube', 'position' => $p, 'type' => $other->name]), $positions), $tubes);
        $effects = Effects::between($fitted, $with, $conditions, $tubes, $positions, $rails);
        array_push($reasons, ...LimitFit::judge($effects->with, $other, $positions), ...ChangeJudge::judge($effects));

        return new self($was, $other, Reason::worstFirst($reasons), $effects);
    }

    public function verdict(): Verdict
    {
        return Reason::worst($this->reasons) ?? Verdict::Within;
    }
}
