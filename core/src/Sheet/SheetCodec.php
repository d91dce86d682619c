<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Bench\DischargeNetwork;
use Yew\Core\Circuit\CircuitCodec;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tube\TubeCatalogue;

/** Decodes a sheet document (`sheet/1`, docs/formats/sheet.schema.json) and checks that it hangs together. */
final readonly class SheetCodec
{
    public function __construct(private TubeCatalogue $tubes)
    {
    }

    /**
     * @param array<mixed> $data
     *
     * @throws BadData with the path of the fault
     */
    public function decode(array $data): Sheet
    {
        $fields = Fields::of($data);
        $format = $fields->string('format');
        if ('sheet/1' !== $format) {
            throw $fields->fault('format', \sprintf('“%s” is not known here; sheet/1 is', $format));
        }
        $name = $fields->string('name', 80);
        $source = $fields->object('source');
        $trust = $source->string('trust');
        if (!\in_array($trust, ['original-schematic', 'drawn-from-the-unit', Sheet::SIMILAR], true)) {
            throw $source->fault('trust', 'original-schematic, drawn-from-the-unit or similar-model belongs here');
        }
        $title = $source->optionalString('title') ?? '';
        $source->done();
        [$mains, $hertz] = $this->printedFor($fields->object('printedFor'));
        [$ohmsPerVolt, $ranges, $inputOhms] = $this->printedMeter($fields->optionalObject('printedMeter'));
        $tolerance = $fields->optionalPositive('printedTolerancePercent');
        $windows = $this->windows($fields->optionalObject('windows'));
        $tubes = $this->tubes($fields->objects('tubes', 60));
        $circuit = $this->circuit($fields, $tubes);
        if (null !== $circuit) {
            return $this->fromCircuit($circuit, $fields, $name, $trust, $title, $mains, $hertz, $ohmsPerVolt, $ranges, $inputOhms, $tolerance, $windows, $tubes);
        }
        $supply = $fields->optionalObject('supply') ?? Fields::of([], 'supply');
        $rectifier = $supply->optionalString('rectifier') ?? 'unknown';
        if (!\in_array($rectifier, ['solid-state', 'tube', 'selenium', 'unknown'], true)) {
            throw $supply->fault('rectifier', 'solid-state, tube, selenium or unknown belongs here');
        }
        $nodes = $this->nodes($supply);
        $standbyFields = $supply->optionalObject('standby');
        $standby = $standbyFields?->string('kind') ?? 'none';
        $breaks = $standbyFields?->strings('breaks') ?? [];
        if (null !== $standbyFields && !\in_array($standby, ['none', 'ac', 'dc'], true)) {
            throw $standbyFields->fault('kind', 'none, ac or dc belongs here');
        }
        $standbyFields?->done();
        foreach ($breaks as $i => $node) {
            if (!isset($nodes[$node])) {
                throw $supply->fault('standby.breaks['.$i.']', \sprintf('there is no node “%s”', $node));
            }
        }
        $supply->done();
        $places = new PlaceCheck($this->tubes, $tubes, $nodes);
        $parts = $this->parts($fields->objects('parts'), $places);
        foreach ($nodes as $node) {
            if (null !== $node->through && !isset($parts[$node->through])) {
                throw BadData::at('supply.nodes', \sprintf('node “%s” is fed through “%s”, which is not among the parts', $node->id, $node->through));
            }
        }
        $capacitors = $this->capacitors($fields->objects('capacitors'), $nodes);
        $islands = IslandCodec::decode($fields->objects('islands', 20), $nodes, $capacitors, $breaks);
        $points = PointCodec::decode($fields->objects('points'), $places);
        $fuses = $this->fuses($fields->objects('fuses', 20));
        $fields->done();

        return new Sheet($name, $trust, $title, $mains, $hertz, $ohmsPerVolt, $ranges, $inputOhms, $tolerance, $windows, $tubes, $rectifier, $standby, $breaks, $nodes, array_values($parts), $capacitors, $islands, $points, $fuses);
    }

    /** @param array<string, TubePosition> $tubes */
    private function circuit(Fields $fields, array $tubes): ?DrawnCircuit
    {
        $circuit = $fields->optionalObject('circuit');
        if (null === $circuit) {
            return null;
        }
        foreach (['supply', 'parts', 'capacitors', 'islands'] as $derived) {
            if ($fields->has($derived)) {
                throw $fields->fault($derived, 'follows from the circuit and cannot be typed beside it');
            }
        }

        return (new CircuitCodec($this->tubes))->decode($circuit, array_map(static fn (TubePosition $t): string => $t->type, $tubes));
    }

    /**
     * @param non-empty-list<float>       $mains
     * @param list<float>                 $ranges
     * @param array<string, Window>       $windows
     * @param array<string, TubePosition> $tubes
     */
    private function fromCircuit(DrawnCircuit $circuit, Fields $fields, string $name, string $trust, string $title, array $mains, ?float $hertz, ?float $ohmsPerVolt, array $ranges, ?float $inputOhms, ?float $tolerance, array $windows, array $tubes): Sheet
    {
        foreach ($circuit->blocks as $block) {
            foreach ('output' === $block->kind ? $block->tubes : [] as $position) {
                $tubes[$position] = $tubes[$position]->asOutput();
            }
        }
        $derived = new CircuitDerivation($circuit);
        $nodes = $derived->nodes();
        $capacitors = $derived->capacitors();
        $standby = $derived->standby();
        $breaks = $derived->standbyBreaks();
        $islands = IslandCodec::decode([], $nodes, $capacitors, 'dc' === $standby ? $breaks : []);
        $points = PointCodec::decode($fields->objects('points'), new PlaceCheck($this->tubes, $tubes, $nodes, $derived));
        $points = [] === $points ? CircuitPoints::of($circuit, $this->tubes, $tubes) : $points;
        $fuses = $this->fuses($fields->objects('fuses', 20));
        $fields->done();

        return new Sheet($name, $trust, $title, $mains, $hertz, $ohmsPerVolt, $ranges, $inputOhms, $tolerance, $windows, $tubes, $derived->rectifier(), $standby, $breaks, $nodes, $derived->parts(), $capacitors, $islands, $points, $fuses, $circuit);
    }

    /** @return array{non-empty-list<float>, float|null} */
    private function printedFor(Fields $fields): array
    {
        $mains = [$fields->number('mainsVolts', 40, 500)];
        foreach ($fields->numbers('equivalents', 8) as $i => $volts) {
            if ($volts < 40 || $volts > 500) {
                throw $fields->fault('equivalents['.$i.']', 'between 40 and 500 V belongs here');
            }
            $mains[] = $volts;
        }
        $hertz = $fields->optionalNumber('mainsHertz', 16, 400);
        $fields->optionalString('conditions', 400);
        $fields->done();

        return [$mains, $hertz];
    }

    /** @return array{?float, list<float>, ?float} ohms per volt, its ranges, or one input resistance */
    private function printedMeter(?Fields $fields): array
    {
        if (null === $fields) {
            return [null, [], null];
        }
        $perVolt = $fields->optionalPositive('ohmsPerVolt');
        $ranges = $fields->numbers('rangesVolts', 20);
        $input = $fields->optionalPositive('inputResistanceOhms');
        if ((null === $perVolt) === (null === $input)) {
            throw $fields->fault('ohmsPerVolt', 'give either ohmsPerVolt with rangesVolts, or inputResistanceOhms');
        }
        sort($ranges);
        $fields->done();

        return [$perVolt, $ranges, $input];
    }

    /** @return array<string, Window> */
    private function windows(?Fields $fields): array
    {
        $windows = [];
        foreach ($fields?->names() ?? [] as $kind) {
            if (null === PointKind::tryFrom($kind)) {
                throw BadData::at('windows.'.$kind, 'no such kind of point');
            }
            $windows[$kind] = WindowCodec::decode(Fields::of($fields?->raw($kind), 'windows.'.$kind));
        }

        return $windows;
    }

    /**
     * @param list<Fields> $items
     *
     * @return array<string, TubePosition>
     */
    private function tubes(array $items): array
    {
        $tubes = [];
        foreach ($items as $item) {
            $position = $item->string('position', 8);
            if (1 !== preg_match('/^V\d+[A-Za-z]?$/', $position) || isset($tubes[$position])) {
                throw $item->fault('position', isset($tubes[$position]) ? \sprintf('“%s” is there twice', $position) : 'a position is V and a number');
            }
            $type = $item->string('type', 20);
            if (null === $this->tubes->find($type)) {
                throw $item->fault('type', \sprintf('“%s” is not in the tube data; give the exact type with its suffix', $type));
            }
            $tubes[$position] = new TubePosition($position, $type, $item->optionalString('role'), $item->optionalString('where'), $item->optionalString('channel'), $item->optionalString('sisterOf'), $item->optionalBoolean('output', false));
            $item->done();
        }
        foreach ($items as $i => $item) {
            $sister = $item->optionalString('sisterOf');
            if (null !== $sister && !isset($tubes[$sister])) {
                throw BadData::at('tubes['.$i.'].sisterOf', \sprintf('there is no tube “%s”', $sister));
            }
        }

        return $tubes;
    }

    /** @return array<string, SupplyNode> */
    private function nodes(Fields $supply): array
    {
        $items = $supply->objects('nodes', 200);
        $nodes = [];
        foreach ($items as $item) {
            $id = $item->string('id', 20);
            if (!Place::isValid($id) || null !== Place::pin($id) || DischargeNetwork::CHASSIS === $id || isset($nodes[$id])) {
                throw $item->fault('id', isset($nodes[$id]) ? \sprintf('“%s” is there twice', $id) : 'a node id is letters and figures, and no socket pin');
            }
            $nodes[$id] = new SupplyNode($id, $item->string('name', 60), $item->optionalString('fedFrom'), $item->optionalString('through'), $item->optionalBoolean('regulated', false), $item->optionalString('channel'));
            $item->done();
        }
        foreach ($items as $item) {
            $this->checkAncestry($item, $nodes);
        }

        return $nodes;
    }

    /** @param array<string, SupplyNode> $nodes */
    private function checkAncestry(Fields $item, array $nodes): void
    {
        $seen = [];
        $id = $item->string('id');
        while (null !== $id) {
            if (isset($seen[$id])) {
                throw $item->fault('fedFrom', 'the supply runs in a circle: '.implode(' ← ', [...array_keys($seen), $id]));
            }
            $seen[$id] = true;
            $next = $nodes[$id]->fedFrom;
            if (null !== $next && !isset($nodes[$next])) {
                throw $item->fault('fedFrom', \sprintf('there is no node “%s”', $next));
            }
            $id = $next;
        }
    }

    /**
     * @param list<Fields> $items
     *
     * @return array<string, Part>
     */
    private function parts(array $items, PlaceCheck $places): array
    {
        $parts = [];
        foreach ($items as $item) {
            $id = $item->string('id', 20);
            if (!Place::isValid($id) || isset($parts[$id])) {
                throw $item->fault('id', isset($parts[$id]) ? \sprintf('“%s” is there twice', $id) : 'not a part id');
            }
            $kind = $item->string('kind');
            if (!\in_array($kind, ['resistor', 'choke', 'winding'], true)) {
                throw $item->fault('kind', 'resistor, choke or winding belongs here');
            }
            $between = $item->strings('between', 2);
            if (2 !== \count($between) || $between[0] === $between[1]) {
                throw $item->fault('between', 'two different places belong here');
            }
            foreach ($between as $i => $end) {
                $places->end($item, 'between['.$i.']', $end);
            }
            $parts[$id] = new Part($id, $kind, $item->positive('ohms'), $between[0], $between[1], $item->optionalNumber('tolerancePercent', 0, 50) ?? 10.0, $item->optionalPositive('watts'));
            $item->done();
        }

        return $parts;
    }

    /**
     * @param list<Fields>              $items
     * @param array<string, SupplyNode> $nodes
     *
     * @return list<Capacitor>
     */
    private function capacitors(array $items, array $nodes): array
    {
        $capacitors = [];
        foreach ($items as $item) {
            $id = $item->string('id', 20);
            $node = $item->string('node');
            if (!Place::isValid($id) || isset($capacitors[$id])) {
                throw $item->fault('id', isset($capacitors[$id]) ? \sprintf('“%s” is there twice', $id) : 'not a part id');
            }
            if (!isset($nodes[$node])) {
                throw $item->fault('node', \sprintf('there is no node “%s”', $node));
            }
            $capacitors[$id] = new Capacitor($id, $node, $item->positive('farads'), $item->positive('ratedVolts'));
            $item->done();
        }

        return array_values($capacitors);
    }

    /**
     * @param list<Fields> $items
     *
     * @return list<Fuse>
     */
    private function fuses(array $items): array
    {
        $fuses = [];
        foreach ($items as $item) {
            $fuses[] = new Fuse($item->string('id', 20), $item->string('place', 60), $item->positive('printedAmperes'), $item->string('characteristic', 10), $item->positive('ratedVolts'));
            $item->done();
        }

        return $fuses;
    }
}
