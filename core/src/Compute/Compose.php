<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\Block\ExpandedBlock;
use Yew\Core\Circuit\CircuitCodec;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Lines\LineReader;
use Yew\Core\Circuit\Lines\LinesRead;
use Yew\Core\Circuit\Remark;
use Yew\Core\Circuit\Remarks;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\UsualValues;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Version;

/** A circuit typed a block to a line: read, drawn as a chain, solved, and told what is wrong with it, as far as it goes. */
final readonly class Compose implements ComputeForm
{
    private const MOST_ROUNDS = 60;

    public function __construct(private TubeCatalogue $tubes)
    {
    }

    public function name(): string
    {
        return 'compose/1';
    }

    public function summary(): string
    {
        return 'a circuit typed a block to a line, with its chain, its rails and what is wrong with it';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $text = $fields->raw('lines');
        if (!\is_string($text) || \strlen($text) > 40_000) {
            throw $fields->fault('lines', 'text of at most 40 000 characters belongs here');
        }
        $mains = $fields->optionalNumber('mainsVolts', 40, 500);
        $known = [];
        $types = $fields->optionalObject('tubes');
        foreach ($types?->names() ?? [] as $position) {
            $known[$position] = $types?->string($position, 20) ?? '';
        }
        $fields->done();
        $read = LineReader::read($text, $this->tubes, $known);
        [$drawn, $kept, $faults] = $this->drawn($read);
        $solution = null;
        $unsolved = null;
        if ([] !== $drawn->netlist->elements) {
            try {
                $conditions = new SolveConditions($mains ?? self::ratedVolts($read));
                $solution = OperatingPoint::of(Compiler::compile($drawn->netlist, $this->tubes, $conditions), $conditions);
            } catch (DidNotConverge $e) {
                $unsolved = $e->getMessage();
            }
        }

        return [
            'faults' => array_map(static fn (int $line, string $sentence): array => ['line' => $line, 'sentence' => $sentence], array_keys($faults), array_values($faults)),
            'remarks' => $this->remarks($read, $drawn, $kept, $solution),
            'chain' => self::chain($drawn, $kept, $solution, $read->tubes),
            'rails' => self::rails($drawn, $solution),
            'unsolved' => $unsolved,
            'circuit' => ['blocks' => $read->blocks, ...([] === $read->elements ? [] : ['elements' => $read->elements])],
            'tubes' => (object) $read->tubes,
            'coreVersion' => Version::CORE,
            'tubeDataVersion' => $this->tubes->version,
        ];
    }

    /**
     * The circuit without the blocks that cannot stand; each of them has its sentence at its line.
     *
     * @return array{DrawnCircuit, list<int>, array<int, string>} the circuit, the line of each block in it, sentences by line
     */
    private function drawn(LinesRead $read): array
    {
        $faults = $read->faults;
        $blocks = array_map(static fn (array $b, int $line): array => [$b, $line], $read->blocks, \array_slice($read->lineOf, 0, \count($read->blocks)));
        $elements = array_map(static fn (array $e, int $line): array => [$e, $line], $read->elements, \array_slice($read->lineOf, \count($read->blocks)));
        for ($round = 0; $round < self::MOST_ROUNDS; ++$round) {
            try {
                $circuit = (new CircuitCodec($this->tubes))->decode(Fields::of(['blocks' => array_column($blocks, 0), 'elements' => array_column($elements, 0)], 'circuit'), $read->tubes);
                ksort($faults);

                return [$circuit, [...array_column($blocks, 1), ...array_column($elements, 1)], $faults];
            } catch (BadData $e) {
                $isElement = str_contains($e->path, 'elements[');
                $list = $isElement ? $elements : $blocks;
                $index = 1 === preg_match('/\[(\d+)\]/', $e->path, $m) ? (int) $m[1] : \count($list) - 1;
                if (!isset($list[$index])) {
                    break;
                }
                $field = preg_replace('/^circuit\.(blocks|elements)\[\d+\]\.?/', '', $e->path);
                $faults[$list[$index][1]] ??= ('' === $field || null === $field || 'circuit' === $field ? '' : $field.': ').$e->sentence;
                array_splice($list, $index, 1);
                if ($isElement) {
                    $elements = $list;
                } else {
                    $blocks = $list;
                }
            }
        }

        return [(new CircuitCodec($this->tubes))->decode(Fields::of([], 'circuit'), []), [], $faults];
    }

    /**
     * @param list<int> $lines
     *
     * @return list<array<string, mixed>>
     */
    private function remarks(LinesRead $read, DrawnCircuit $drawn, array $lines, ?Solution $solution): array
    {
        $lineOf = [];
        foreach ($drawn->blocks as $i => $block) {
            $lineOf[$block->id] ??= $lines[$i] ?? null;
            foreach ($block->elements as $element) {
                $lineOf[$element->id()] ??= $lines[$i] ?? null;
            }
        }
        $remarks = [];
        foreach ($read->blocks as $i => $block) {
            $kind = \is_string($block['kind']) ? $block['kind'] : '';
            foreach (UsualValues::fields($kind) as $field) {
                $part = $block[$field] ?? null;
                $ohms = \is_array($part) ? $part['ohms'] ?? null : $part;
                $usual = \is_float($ohms) ? UsualValues::slipped($kind, $field, $ohms) : null;
                if (null !== $usual) {
                    $remarks[] = [...(new Remark('watch', 'decade', $field, ['field' => $field, 'givenOhms' => $ohms, 'usualOhms' => $usual]))->toArray(), 'line' => $read->lineOf[$i]];
                }
            }
        }
        foreach (null === $solution ? [] : Remarks::of($solution, $this->tubes, $drawn) as $remark) {
            $remarks[] = [...$remark->toArray(), 'line' => $lineOf[$remark->subject] ?? null];
        }

        return $remarks;
    }

    /**
     * The blocks that pass a signal on, each with what it stands on.
     *
     * @param list<int>             $lines
     * @param array<string, string> $types
     *
     * @return list<array<string, mixed>>
     */
    private static function chain(DrawnCircuit $drawn, array $lines, ?Solution $solution, array $types): array
    {
        $giver = [];
        foreach ($drawn->blocks as $block) {
            foreach ($block->gives as $place) {
                $giver[$place] = $block->id;
            }
        }
        $chain = [];
        foreach ($drawn->blocks as $i => $block) {
            if (!\in_array($block->kind, ['gain', 'follower', 'inverter', 'tone', 'output', 'feedback'], true)) {
                continue;
            }
            $volts = static fn (string $place): ?float => null !== $solution && $solution->circuit->nodes->has($place) ? $solution->answered($place) : null;
            $chain[] = [
                'id' => $block->id,
                'kind' => $block->kind,
                'line' => $lines[$i] ?? null,
                'tubes' => array_map(static fn (string $p): array => ['position' => $p, 'type' => $types[$p] ?? ''], $block->tubes),
                'from' => array_values(array_unique(array_filter(array_map(static fn (string $p): ?string => $giver[$p] ?? null, $block->from), is_string(...)))),
                'supplies' => $block->supplies,
                'channel' => $block->channel,
                'outputs' => array_map(static fn (string $p): array => ['place' => $p, 'volts' => $volts($p)], self::shown($block)),
                'to' => 'feedback' === $block->kind ? self::into($drawn, $block) : [],
            ];
        }

        return $chain;
    }

    /** @return list<string> the stages that a feedback loop leads into */
    private static function into(DrawnCircuit $drawn, ExpandedBlock $feedback): array
    {
        $ids = [];
        foreach ($drawn->blocks as $block) {
            foreach ($block === $feedback ? [] : $block->elements as $element) {
                if ([] !== array_intersect($feedback->gives, $element->places())) {
                    $ids[] = $block->id;
                }
            }
        }

        return array_values(array_unique($ids));
    }

    /** @return list<string> places whose volts a technician looks for first */
    private static function shown(ExpandedBlock $block): array
    {
        if ('output' !== $block->kind) {
            return $block->gives;
        }
        $plates = [];
        foreach ($block->elements as $element) {
            if ($element instanceof CoupledWindings) {
                $plates = array_values(array_filter($element->places(), static fn (string $p): bool => str_starts_with($p, 'V')));
            }
        }

        return $plates;
    }

    /** @return list<array<string, mixed>> */
    private static function rails(DrawnCircuit $drawn, ?Solution $solution): array
    {
        $rails = [];
        foreach ($drawn->rails() as $rail) {
            $part = null === $rail->through ? null : $drawn->netlist->find($rail->through);
            $rails[] = [
                'node' => $rail->id, 'name' => $rail->name, 'fedFrom' => $rail->fedFrom, 'through' => $rail->through,
                'throughOhms' => $part instanceof Resistor || $part instanceof Inductor ? $part->ohms : null, 'choke' => $part instanceof Inductor,
                'volts' => $solution?->answered($rail->id),
            ];
        }

        return $rails;
    }

    private static function ratedVolts(LinesRead $read): float
    {
        foreach ($read->blocks as $block) {
            if ('mains' === $block['kind'] && is_numeric($block['ratedVolts'] ?? null)) {
                return (float) $block['ratedVolts'];
            }
        }

        return 230.0;
    }
}
