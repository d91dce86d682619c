<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

use Yew\Core\Circuit\Block\BiasBlock;
use Yew\Core\Circuit\Block\BlockFields;
use Yew\Core\Circuit\Block\ExpandedBlock;
use Yew\Core\Circuit\Block\FeedbackBlock;
use Yew\Core\Circuit\Block\FollowerBlock;
use Yew\Core\Circuit\Block\GainBlock;
use Yew\Core\Circuit\Block\HeaterBlock;
use Yew\Core\Circuit\Block\InverterBlock;
use Yew\Core\Circuit\Block\LooseElement;
use Yew\Core\Circuit\Block\MainsBlock;
use Yew\Core\Circuit\Block\OutputBlock;
use Yew\Core\Circuit\Block\RailBlock;
use Yew\Core\Circuit\Block\SupplyBlock;
use Yew\Core\Circuit\Block\ToneBlock;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tube\TubeCatalogue;

/** Decodes the circuit of a sheet: blocks and loose elements over one node space; refuses what hangs in the air. */
final readonly class CircuitCodec
{
    /** More than any amplifier has. */
    private const MOST_BLOCKS = 160;

    public function __construct(private TubeCatalogue $catalogue)
    {
    }

    /**
     * @param array<string, string> $tubes type by position, as the sheet lists them
     *
     * @throws BadData that points at block and field
     */
    public function decode(Fields $circuit, array $tubes): DrawnCircuit
    {
        $blocks = array_map(fn (Fields $f): ExpandedBlock => $this->block($f, $tubes), $circuit->objects('blocks', self::MOST_BLOCKS));
        foreach ($circuit->objects('elements', 1000) as $f) {
            $element = LooseElement::expand(new BlockFields($f, $this->catalogue, $tubes));
            $f->done();
            $blocks[] = new ExpandedBlock($f->path, 'loose', $element->id(), [$element]);
        }
        $circuit->done();
        [$elements, $pathOf] = self::gathered($blocks);
        self::checkReferences($blocks);
        $drawn = new DrawnCircuit($blocks, Netlist::of($elements), $pathOf);
        $this->checkNothingFloats($drawn);

        return $drawn;
    }

    /** @param array<string, string> $tubes */
    private function block(Fields $f, array $tubes): ExpandedBlock
    {
        $in = new BlockFields($f, $this->catalogue, $tubes);
        $block = match ($f->string('kind', 20)) {
            'mains' => MainsBlock::expand($in),
            'supply' => SupplyBlock::expand($in),
            'rail' => RailBlock::expand($in),
            'bias' => BiasBlock::expand($in),
            'gain' => GainBlock::expand($in),
            'follower' => FollowerBlock::expand($in),
            'inverter' => InverterBlock::expand($in),
            'output' => OutputBlock::expand($in),
            'tone' => ToneBlock::expand($in),
            'feedback' => FeedbackBlock::expand($in),
            'heaters' => HeaterBlock::expand($in),
            default => throw $f->fault('kind', 'mains, supply, rail, bias, gain, follower, inverter, output, tone, feedback or heaters belongs here'),
        };
        $f->done();

        return $block;
    }

    /**
     * @param list<ExpandedBlock> $blocks
     *
     * @return array{array<string, Element>, array<string, string>} elements and where each was drawn, by id
     */
    private static function gathered(array $blocks): array
    {
        $elements = $pathOf = [];
        foreach ($blocks as $block) {
            foreach ($block->elements as $element) {
                $id = $element->id();
                // PHP makes an integer of such a key, and another part or place of it.
                foreach (['part' => [$id], 'place' => $element->places()] as $what => $names) {
                    foreach ($names as $name) {
                        if (1 === preg_match('/^-?\d+$/D', $name)) {
                            throw BadData::at($block->path, \sprintf('“%s” is no name of a %s: a letter belongs in it', $name, $what));
                        }
                    }
                }
                if (isset($elements[$id]) && !($element instanceof Tube && $elements[$id] instanceof Tube)) {
                    throw BadData::at($block->path, \sprintf('“%s” is there twice; it was drawn in %s already', $id, $pathOf[$id]));
                }
                $elements[$id] = $element;
                $pathOf[$id] ??= $block->path;
                if (\count($elements) > Netlist::MOST) {
                    throw BadData::at($block->path, \sprintf('more than %d parts', Netlist::MOST));
                }
            }
        }

        return [$elements, $pathOf];
    }

    /** @param list<ExpandedBlock> $blocks */
    private static function checkReferences(array $blocks): void
    {
        $rails = $made = $sources = [];
        foreach ($blocks as $block) {
            foreach ($block->rails as $rail) {
                if (isset($rails[$rail->id])) {
                    throw BadData::at($block->path, \sprintf('there is a node “%s” already', $rail->id));
                }
                $rails[$rail->id] = $rail;
            }
            $made = [...$made, ...array_fill_keys($block->gives, true)];
            foreach ($block->elements as $element) {
                if ($element instanceof VoltageSource || 'loose' === $block->kind) {
                    $sources = [...$sources, ...array_fill_keys($element->places(), true)];
                }
                if ($element instanceof Tube) {
                    $made[$element->position] = true;
                }
            }
        }
        foreach ($blocks as $block) {
            foreach ($block->supplies as $place) {
                if (!isset($rails[$place]) && !isset($sources[$place])) {
                    throw BadData::at($block->path, \sprintf('nothing feeds “%s”: no supply or rail of that name is drawn', $place));
                }
            }
            foreach ('mains' === $block->kind || \in_array($block->kind, ['supply', 'bias', 'heaters'], true) ? [] : $block->from as $place) {
                if (!isset($made[$place]) && !isset($rails[$place]) && !isset($sources[$place]) && !isset($made[explode('.', $place)[0]])) {
                    throw BadData::at($block->path, \sprintf('there is no place “%s” to come from', $place));
                }
            }
        }
        foreach ($rails as $rail) {
            $seen = [];
            for ($at = $rail; null !== $at && null !== $at->fedFrom; $at = $rails[$at->fedFrom] ?? null) {
                if (isset($seen[$at->id])) {
                    throw BadData::at('circuit', 'the supply runs in a circle: '.implode(' ← ', [...array_keys($seen), $at->id]));
                }
                $seen[$at->id] = true;
            }
        }
    }

    /** Floating because the drawing is incomplete is refused with the place (contract §9). */
    private function checkNothingFloats(DrawnCircuit $drawn): void
    {
        try {
            $compiled = Compiler::compile($drawn->netlist, $this->catalogue, new SolveConditions(0.0));
        } catch (BadCircuit $e) {
            throw BadData::at($drawn->pathOf[$e->place] ?? 'circuit', $e->reason);
        }
        foreach ($compiled->floating as $node => $_) {
            $place = $compiled->nodes->names[$node];
            foreach ($drawn->netlist->elements as $element) {
                if (\in_array($place, $element->places(), true)) {
                    throw BadData::at($drawn->pathOf[$element->id()], \sprintf('“%s” hangs in the air: no path for direct current leads from there to the chassis', $place));
                }
            }
        }
    }
}
