<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\Quantity;
use Yew\Core\Quantity\QuantityParser;
use Yew\Core\Quantity\Unit;
use Yew\Core\Version;

/** Reads a typed figure, or a pair of them, as the entry line does. */
final class ParseQuantity implements ComputeForm
{
    public function name(): string
    {
        return 'parse-quantity/1';
    }

    public function summary(): string
    {
        return 'reads a typed figure: 4k7, -38,5, >20M, ol, 1.2/1.23';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $raw = $fields->raw('text');
        $text = \is_string($raw) ? $raw : throw $fields->fault('text', 'text belongs here');
        $unit = $fields->has('unit') ? $fields->oneOf('unit', Unit::class) : null;
        $fields->optionalString('unit');
        $fields->done();
        try {
            $quantities = array_map(self::quantity(...), QuantityParser::parsePair($text, $unit instanceof Unit ? $unit : null));
        } catch (CannotRead $e) {
            return ['readable' => false, 'quantities' => [], 'reason' => $e->reason, 'understood' => $e->understood, 'notUnderstood' => $e->rest, 'sentence' => $e->getMessage(), 'coreVersion' => Version::CORE];
        }

        return ['readable' => true, 'quantities' => $quantities, 'reason' => null, 'understood' => implode(' / ', array_column($quantities, 'understood')), 'notUnderstood' => '', 'sentence' => null, 'coreVersion' => Version::CORE];
    }

    /** @return array{text: string, kind: string, value: float, unit: ?string, resolution: float, understood: string} */
    private static function quantity(Quantity $q): array
    {
        return ['text' => $q->text, 'kind' => $q->kind->value, 'value' => $q->value, 'unit' => $q->unit?->value, 'resolution' => $q->resolution, 'understood' => $q->understood()];
    }
}
