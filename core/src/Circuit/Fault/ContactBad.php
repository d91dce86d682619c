<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\StandbySwitch;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\TubeCatalogue;

/** A contact that has resistance: a pin in its socket (`V3.5`, between what is wired to it and the electrode), or a standby switch. */
final readonly class ContactBad implements FaultKind
{
    public function id(): string
    {
        return 'contact-bad';
    }

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        return [...array_keys(self::pins($fitted, $tubes)), ...array_map(strval(...), array_keys($fitted->netlist->all(StandbySwitch::class)))];
    }

    public function severity(): Severity
    {
        return new Severity('ohms', 1.0, 1e12, [10e3, 1e12]);
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        $switch = $fitted->netlist->find($subject);
        if ($switch instanceof StandbySwitch) {
            return $fitted->with($subject, new Resistor($subject, $switch->a, $switch->b, $severity, 0.0));
        }
        [$position, $electrodes] = self::pins($fitted, $tubes)[$subject];
        $tube = $fitted->netlist->tube($position) ?? throw new \LogicException('no tube '.$position);
        $inside = $subject.'~inside';

        return $fitted->with($position, new Tube($position, $tube->type, [...$tube->places, ...array_fill_keys($electrodes, $inside)], $tube->gas))->with($subject.'~contact', new Resistor($subject.'~contact', $subject, $inside, $severity, 0.0));
    }

    public function cannotChange(): array
    {
        return [];
    }

    /** @return array<string, array{string, list<string>}> position, and electrodes by section, of each pin in use */
    private static function pins(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        $pins = [];
        foreach ($fitted->netlist->all(Tube::class) as $tube) {
            foreach ($tubes->find($tube->type)->sections ?? [] as $section) {
                foreach ($section->model instanceof RectifierModel ? [] : $section->pins as $electrode => $pin) {
                    $place = $tube->place($section->name, $electrode, $pin);
                    $pins[$place] = [$tube->position, [...$pins[$place][1] ?? [], $section->name.'/'.$electrode]];
                }
            }
        }

        return $pins;
    }
}
