<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnParts;
use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Sheet\Fuse;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Station\Consequence;
use Yew\Core\Test\Reason;

/** What a failed tube asks to be looked at: what its fault carried too much through, or what may have caused it (TUBE-5). */
final class NextChecks
{
    private const FUSE = 'F1';
    private const LOOK = 'look';
    private const RESISTORS = 'resistors';
    /** Electrodes that a fault lays hands on, by the reason; those of a short are its own. */
    private const AT = [
        'gas-bad' => ['grid'], 'gas-takes-bias' => ['grid'],
        'heater-leaks' => ['cathode'],
    ];
    /** Reasons that a loose contact could have made, or will make again. */
    private const SOCKET = ['heater-open', 'heater-half-open', 'gas-takes-bias', 'gas-bad'];
    /** Reasons that a fuse bears witness to: blown with it, or intact beside a tube that lost its vacuum (FUSE-1). */
    private const FUSED = ['tube-shorted', 'tube-look-white', 'tube-look-cracked'];

    /**
     * @param list<Reason> $reasons of the tube
     *
     * @return list<Consequence> none of a tube that nothing is wrong with
     */
    public static function of(string $position, array $reasons, bool $isOutput, DrawnParts $parts, ?Sheet $sheet): array
    {
        $drawn = $parts->tubes[$position] ?? null;
        $asked = [];
        $ask = static function (string $station, string ...$ids) use (&$asked): void {
            foreach ($ids as $id) {
                $asked[$station.' '.$id] = [$station, $id];
            }
        };
        foreach ($reasons as $reason) {
            $electrodes = self::AT[$reason->code] ?? match ($reason->code) {
                'tube-shorted', 'tube-leaks' => self::ofShort($reason, $isOutput),
                default => [],
            };
            $around = [...$drawn?->at(...$electrodes) ?? [], ...'tube-shorted' === $reason->code ? $drawn?->at('reservoir', 'winding') ?? [] : []];
            foreach (array_unique($around) as $id) {
                $ask(self::stationOf($id, $parts), $id);
            }
            if (\in_array('heater', $electrodes, true) || 'heater-leaks' === $reason->code) {
                $ask(self::RESISTORS, 'heaters');
            }
            // The way of the bias to the grid, and the contacts.
            if (\in_array($reason->code, self::SOCKET, true) || ($isOutput && 'tube-shorted' === $reason->code)) {
                $ask(self::RESISTORS, $position);
            }
            if (\in_array($reason->code, self::FUSED, true)) {
                $ask(self::LOOK, ...null === $sheet || [] === $sheet->fuses ? [self::FUSE] : array_map(static fn (Fuse $f): string => $f->id, $sheet->fuses));
            }
        }

        return array_map(static fn (array $a): Consequence => new Consequence($a[1], $a[0], $position), array_values($asked));
    }

    /** The station at which a part of the circuit is tested. */
    private static function stationOf(string $id, DrawnParts $parts): string
    {
        return match (true) {
            \in_array($id, array_map(static fn (DrawnCapacitor $c): string => $c->id, $parts->capacitors), true) => 'capacitors',
            \in_array($id, array_map(static fn (DrawnTransformer $t): string => $t->id, $parts->iron), true) => 'iron',
            default => self::RESISTORS,
        };
    }

    /**
     * A dead short in an output tube went through everything around it; a small one through what hangs at the two electrodes.
     *
     * @return list<string>
     */
    private static function ofShort(Reason $reason, bool $isOutput): array
    {
        $between = array_map(static fn (mixed $e): string => \is_string($e) ? $e : '', [$reason->figures['a'] ?? '', $reason->figures['b'] ?? '']);

        return array_values(array_unique($isOutput && 'tube-shorted' === $reason->code ? ['plate', 'screen', 'cathode', 'grid', ...array_intersect($between, ['heater'])] : $between));
    }
}
