<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Element;

/** A block turned into elements, with what the supply tree and the picture of the chain need. */
final readonly class ExpandedBlock
{
    /**
     * @param string        $path     where it stands in the document: `circuit.blocks[3]`
     * @param list<Element> $elements
     * @param list<Rail>    $rails    supply nodes that it makes
     * @param list<string>  $from     places that its signal or current comes from
     * @param list<string>  $supplies rails that feed it
     * @param list<string>  $gives    places where its signal leaves
     * @param list<string>  $tubes    positions
     */
    public function __construct(
        public string $path,
        public string $kind,
        public string $id,
        public array $elements,
        public array $rails = [],
        public array $from = [],
        public array $supplies = [],
        public array $gives = [],
        public array $tubes = [],
        public ?string $channel = null,
    ) {
    }
}
