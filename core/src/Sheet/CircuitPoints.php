<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\Block\ExpandedBlock;
use Yew\Core\Circuit\Compile\NodeMap;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Tube\TubeCatalogue;

/**
 * Where to probe an amplifier whose drawing prints nothing: every rail in the order of the supply, then plate, screen, cathode and the
 * grids of output tubes, from the output back. What belongs there the circuit says.
 */
final readonly class CircuitPoints
{
    private const KINDS = ['plate' => PointKind::Plate, 'screen' => PointKind::Screen, 'cathode' => PointKind::Cathode, 'grid' => PointKind::Grid];

    /** Blocks whose tubes are probed; a rectifier's socket is probed at the rail behind it. */
    private const STAGES = ['output', 'inverter', 'follower', 'gain'];

    private NodeMap $nodes;

    /** @param array<string, TubePosition> $tubes by position */
    private function __construct(private DrawnCircuit $circuit, private TubeCatalogue $catalogue, private array $tubes)
    {
        $this->nodes = NodeMap::withPins($circuit->netlist, $catalogue);
    }

    /**
     * @param array<string, TubePosition> $tubes by position
     *
     * @return list<TestPoint>
     */
    public static function of(DrawnCircuit $circuit, TubeCatalogue $catalogue, array $tubes): array
    {
        $self = new self($circuit, $catalogue, $tubes);
        $points = [];
        $bias = $circuit->biasRails();
        foreach ($circuit->rails() as $rail) {
            $points[] = self::point($rail->id, \in_array($rail->id, $bias, true) ? PointKind::Bias : PointKind::Rail, $rail->fedFrom, null);
        }
        foreach (array_reverse($circuit->blocks) as $block) {
            foreach (\in_array($block->kind, self::STAGES, true) ? array_unique($block->tubes) : [] as $position) {
                array_push($points, ...$self->ofTube($block, $position));
            }
        }
        $own = [];
        foreach ($points as $point) {
            $own[$point->key()] ??= $point;
        }

        return array_values($own);
    }

    /** @return list<TestPoint> */
    private function ofTube(ExpandedBlock $block, string $position): array
    {
        $type = $this->catalogue->find($this->tubes[$position]->type ?? '');
        $isOutput = 'output' === $block->kind;
        $sister = array_values(array_filter($block->tubes, static fn (string $p): bool => $isOutput && $p !== $position))[0] ?? null;
        $points = [];
        foreach ($type->sections ?? [] as $section) {
            foreach (self::KINDS as $electrode => $kind) {
                $pin = $section->pins[$electrode] ?? null;
                $place = null === $pin ? null : Place::ofPin($position, $pin);
                if (null === $place || !$this->nodes->has($place) || ('grid' === $electrode && !$isOutput) || ('cathode' === $electrode && $this->nodes->number($place) === $this->nodes->number(Netlist::CHASSIS))) {
                    continue;
                }
                $fedBy = match ($electrode) {
                    'plate' => $block->supplies[0] ?? null,
                    'screen' => $block->supplies[1] ?? $block->supplies[0] ?? null,
                    default => null,
                };
                $points[] = self::point($place, $kind, $fedBy, null === $sister ? null : Place::ofPin($sister, $pin));
            }
        }

        return $points;
    }

    private static function point(string $place, PointKind $kind, ?string $fedBy, ?string $sister): TestPoint
    {
        return new TestPoint($place, MeterFunction::DcVolts, Netlist::CHASSIS, $kind, null, $fedBy, null, null, null, null, null, null, $sister, null, null);
    }
}
