<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Compile\NodeMap;
use Yew\Core\Circuit\Element\HeaterLeak;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Tube\TubeCatalogue;

/** A leak between heater and cathode: `V3/1`. Taken halfway along a heater whose winding stands balanced about its reference (our choice). */
final readonly class TubeHeaterToCathode implements FaultKind
{
    private const SHARE_OF_HEATER = 0.5;

    public function id(): string
    {
        return 'heater-to-cathode';
    }

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        return array_keys(self::cathodes($fitted->netlist, $tubes));
    }

    public function severity(): Severity
    {
        return new Severity('ohms', 0.01, 1e9, [100e3, 1e3]);
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        [$cathode, $reference, $volts] = self::cathodes($fitted->netlist, $tubes)[$subject];
        $id = $subject.'/heater-to-cathode';

        return $fitted->with($id, new HeaterLeak($id, explode('/', $subject)[0], $cathode, $reference, $severity, self::SHARE_OF_HEATER * $volts));
    }

    public function cannotChange(): array
    {
        return [Observable::HeaterVolts, Observable::Tap];
    }

    /** @return array<string, array{string, string, float}> cathode, what the heater is referred to and its volts; of indirectly heated tubes whose winding somebody drew */
    private static function cathodes(Netlist $netlist, TubeCatalogue $tubes): array
    {
        $cathodes = [];
        $nodes = NodeMap::withPins($netlist, $tubes);
        foreach ($netlist->all(Heaters::class) as $heaters) {
            foreach (null === $heaters->reference ? [] : $heaters->positions as $position) {
                $tube = $netlist->tube($position);
                $type = null === $tube ? null : $tubes->find($tube->type);
                if (null === $tube || null === $type) {
                    continue;
                }
                foreach ($type->sections as $section) {
                    $pin = $section->pins['cathode'] ?? 0;
                    $place = $tube->place($section->name, 'cathode', $pin);
                    if (isset($section->pins['grid']) && !\in_array($pin, $type->heaterPins, true) && $nodes->has($place) && $nodes->number($place) !== $nodes->number((string) $heaters->reference)) {
                        $cathodes[$position.'/'.$section->name] = [$place, (string) $heaters->reference, $heaters->volts];
                    }
                }
            }
        }

        return $cathodes;
    }
}
