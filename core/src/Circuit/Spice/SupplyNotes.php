<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Spice;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\SupplyWinding;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Solve\Solution;

/**
 * The mains side in comments of the netlist, so that our own exports can be read in again: SPICE itself has no such parts, and what
 * stands for them in either flavour is written between two marks that the reader passes over.
 */
final class SupplyNotes
{
    /** Begins a comment that holds one element as JSON, places being nodes of the netlist. */
    public const PART = '*: part ';
    /** Between these stands what the parts above were made into. */
    public const MADE = '*: made';
    public const END = '*: end';

    public static function write(SpiceText $out, Solution $solution): void
    {
        $netlist = $solution->circuit->netlist;
        $factors = $solution->circuit->factors;
        foreach ($netlist->all(MainsTransformer::class) as $t) {
            self::part($out, ['id' => $t->id, 'kind' => 'mains-transformer', 'ratedVolts' => $t->ratedVolts, 'hertz' => $t->hertz, 'primaryOhms' => $t->primaryOhms, 'windings' => array_map(static fn (SupplyWinding $w): array => ['id' => $w->id, 'volts' => $w->volts * $factors->windingVolts($w->id, ''), 'ohms' => $w->ohms * $factors->windingOhms($w->id)], array_values($t->windings))]);
        }
        foreach ($netlist->all(Rectifier::class) as $r) {
            if (($r->deadInStandby && $solution->conditions->standby) || \in_array($r->tube, $solution->conditions->tubesOut, true)) {
                continue;
            }
            $tube = null === $r->tube ? null : $netlist->tube($r->tube);
            if ($tube instanceof Tube) {
                self::part($out, ['id' => $tube->position, 'kind' => 'tube', 'type' => $tube->type]);
            }
            self::part($out, array_filter([
                'id' => $r->id, 'kind' => 'rectifier', 'rectifier' => $r->kind->value, 'winding' => $r->winding, 'plus' => $out->node($r->plus), 'minus' => $out->node($r->minus),
                'middle' => null === $r->middle ? null : $out->node($r->middle), 'dropVolts' => $r->dropVolts, 'tube' => $r->tube, 'share' => $r->share, 'seriesOhms' => $r->seriesOhms,
                'reservoirs' => $r->reservoirs, 'choke' => null === $r->choke ? null : ['henries' => $r->choke[0], 'ohms' => $r->choke[1]], 'reversed' => $r->reversed,
            ], static fn (mixed $v): bool => null !== $v));
            $series = $netlist->find($r->reservoirs[0] ?? '');
            if (RectifierKind::HalfWaveDoubler === $r->kind && $series instanceof Capacitor) {
                self::part($out, ['id' => $series->id, 'kind' => 'series-capacitor', 'farads' => $series->farads * $factors->part($series->id)]);
            }
        }
        foreach ($solution->circuit->supplies as $supply) {
            foreach ($supply->heaters as $heaters) {
                self::part($out, ['id' => $heaters->id, 'kind' => 'heaters', 'winding' => $heaters->winding, 'volts' => $heaters->volts, 'amperes' => $heaters->amperes]);
            }
        }
    }

    /** @param array<string, mixed> $element */
    private static function part(SpiceText $out, array $element): void
    {
        $out->comment(self::PART.json_encode($element, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE));
    }

    /**
     * One element of a comment, its nodes as places.
     *
     * @param callable(string): string $place by node
     *
     * @return array<string, mixed>|null null for what is no such comment
     */
    public static function read(string $line, callable $place): ?array
    {
        $data = str_starts_with($line, self::PART) ? json_decode(substr($line, \strlen(self::PART)), true, 8) : null;
        if (!\is_array($data)) {
            return null;
        }
        $element = [];
        foreach ($data as $name => $value) {
            $element[(string) $name] = \in_array($name, ['plus', 'minus', 'middle'], true) && \is_string($value) ? $place($value) : $value;
        }

        return $element;
    }
}
