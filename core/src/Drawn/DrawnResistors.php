<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\Part;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SocketPin;

/** Every resistor of a circuit, with its job, its mate and its ohms in place. */
final readonly class DrawnResistors
{
    /** A cathode resistor up to this is there to be measured across, ohms (our choice). */
    private const SENSE_OHMS = 20.0;

    private function __construct(private CircuitAtWork $circuit)
    {
    }

    /** @return list<DrawnResistor> in the order of the drawing, safety resistors first */
    public static function of(CircuitAtWork $circuit): array
    {
        $self = new self($circuit);
        $mates = $self->mates();
        $watts = array_column($circuit->stresses->resistors, 'watts', 'id');
        $all = [];
        foreach ($circuit->fitted->netlist->all(Resistor::class) as $id => $r) {
            // A speaker or dummy load stands in the drawing and not in the chassis.
            if (!str_ends_with($id, '/load')) {
                $pins = [...$circuit->pinsAt($r->a), ...$circuit->pinsAt($r->b)];
                $all[] = new DrawnResistor($id, $r->ohms, $r->a, $r->b, $r->tolerancePercent, $r->watts, $circuit->cold->ohms($r->a, $r->b), $self->does($r, $pins), $pins, $mates[$id] ?? null, $watts[$id] ?? null);
            }
        }
        usort($all, static fn (DrawnResistor $a, DrawnResistor $b): int => [$b->isSafety(), 0] <=> [$a->isSafety(), 0]);

        return $all;
    }

    /** @return list<DrawnResistor> of a sheet that holds no circuit: the parallel paths are not known */
    public static function ofList(Sheet $sheet): array
    {
        return array_values(array_map(static fn (Part $p): DrawnResistor => new DrawnResistor($p->id, $p->ohms, $p->from, $p->to, $p->tolerancePercent, $p->watts), array_filter($sheet->parts, static fn (Part $p): bool => 'resistor' === $p->kind)));
    }

    /** @param list<SocketPin> $pins */
    private function does(Resistor $r, array $pins): string
    {
        $block = $this->circuit->blockOf($r->id);
        $electrodes = array_map(static fn (SocketPin $p): ?string => $p->electrode, $pins);
        $rails = $this->circuit->drawn->rails();
        $toChassis = Netlist::CHASSIS === $r->a || Netlist::CHASSIS === $r->b;

        return match (true) {
            'bias' === $block?->kind => 'bias',
            \in_array('screen', $electrodes, true) => 'screen',
            \in_array('cathode', $electrodes, true) && $r->ohms <= self::SENSE_OHMS => 'sense',
            \in_array('cathode', $electrodes, true) => 'cathode',
            \in_array('plate', $electrodes, true) => 'plate',
            \in_array('grid', $electrodes, true) => 'grid',
            $toChassis && (isset($rails[$r->a]) || isset($rails[$r->b])) => 'bleeder',
            isset($rails[$r->a], $rails[$r->b]) => 'dropper',
            default => 'other',
        };
    }

    /**
     * Parts that must match: same value, same job, in the same stage, on two tubes or two sections (JUDGE-9).
     *
     * @return array<string, string> mate by id, both ways; across channels where a stage has none within
     */
    private function mates(): array
    {
        $mates = [];
        $single = [];
        foreach ($this->circuit->drawn->blocks as $block) {
            $open = [];
            foreach ($block->elements as $element) {
                if (!$element instanceof Resistor || str_ends_with($element->id, '/load')) {
                    continue;
                }
                $key = \sprintf('%s %g', $this->does($element, [...$this->circuit->pinsAt($element->a), ...$this->circuit->pinsAt($element->b)]), $element->ohms);
                if (\in_array($block->kind, ['output', 'inverter'], true) && isset($open[$key])) {
                    $mates[$element->id] = $open[$key];
                    $mates[$open[$key]] = $element->id;
                    unset($open[$key]);
                } else {
                    $open[$key] = $element->id;
                }
            }
            foreach ($open as $key => $id) {
                $elsewhere = null === $block->channel ? null : $single[$block->kind.' '.$key][0] ?? null;
                if (null !== $elsewhere && $single[$block->kind.' '.$key][1] !== $block->channel) {
                    $mates[$id] = $elsewhere;
                    $mates[$elsewhere] = $id;
                } elseif (null !== $block->channel) {
                    $single[$block->kind.' '.$key] = [$id, $block->channel];
                }
            }
        }

        return $mates;
    }
}
