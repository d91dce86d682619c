<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Element\Wire;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Tube\TubeSection;

/** A phase inverter: long-tailed pair, cathodyne, or paraphase with its divider. */
final class InverterBlock
{
    public static function expand(BlockFields $in): ExpandedBlock
    {
        $style = $in->fields->string('style', 20);

        return match ($style) {
            'long-tailed' => self::longTailed($in),
            'cathodyne' => self::cathodyne($in),
            'paraphase' => self::paraphase($in),
            default => throw $in->fields->fault('style', 'long-tailed, cathodyne or paraphase belongs here'),
        };
    }

    private static function longTailed(BlockFields $in): ExpandedBlock
    {
        [$tube, $a, $b] = self::pair($in);
        $id = $tube->position;
        $supply = $in->place('supply');
        $tail = $id.'/tail';
        $return = $in->optionalPlace('tailReturn') ?? Netlist::CHASSIS;
        [$input, $from] = StageInput::elements($in, $id, BlockFields::pin($tube, $a, 'grid'), $tail);
        $cathode = BlockFields::pin($tube, $a, 'cathode');
        $other = BlockFields::pin($tube, $b, 'grid');
        $elements = [
            $tube, ...$input, ...self::loads($in, $tube, $a, $b, $supply),
            new Wire($id.'/cathodes', $cathode, BlockFields::pin($tube, $b, 'cathode')),
            $in->resistor('cathodeResistor', $id.'/cathode', $cathode, $tail),
            $in->resistor('tail', $id.'/tail-resistor', $tail, $return),
            $in->resistor('otherGridLeak', $id.'/other-gridleak', $other, $tail),
            $in->optionalCapacitor('otherGridCapacitor', $id.'/other-grid', $other, $return),
        ];

        return self::made($in, $id, $elements, $from, $supply, [BlockFields::pin($tube, $a, 'plate'), BlockFields::pin($tube, $b, 'plate')]);
    }

    private static function cathodyne(BlockFields $in): ExpandedBlock
    {
        [$tube, $section] = $in->section('tube', 'section');
        $id = $tube->position.'/'.$section->name;
        $supply = $in->place('supply');
        $plate = BlockFields::pin($tube, $section, 'plate');
        $cathode = BlockFields::pin($tube, $section, 'cathode');
        $selfBiased = $in->has('cathodeResistor');
        $junction = $selfBiased ? $id.'/junction' : $cathode;
        [$input, $from] = StageInput::elements($in, $id, BlockFields::pin($tube, $section, 'grid'), $selfBiased ? $junction : Netlist::CHASSIS);
        $elements = [
            $tube, ...$input,
            $in->resistor('plateLoad', $id.'/load', $supply, $plate),
            $in->resistor('cathodeLoad', $id.'/cathode-load', $junction, Netlist::CHASSIS),
            $in->optionalResistor('cathodeResistor', $id.'/cathode', $cathode, $junction),
        ];

        return self::made($in, $id, $elements, $from, $supply, [$plate, $junction]);
    }

    private static function paraphase(BlockFields $in): ExpandedBlock
    {
        [$tube, $a, $b] = self::pair($in);
        $id = $tube->position;
        $supply = $in->place('supply');
        [$input, $from] = StageInput::elements($in, $id, BlockFields::pin($tube, $a, 'grid'));
        $cathode = BlockFields::pin($tube, $a, 'cathode');
        $plate = BlockFields::pin($tube, $a, 'plate');
        $divider = $id.'/divider';
        $other = BlockFields::pin($tube, $b, 'grid');
        $elements = [
            $tube, ...$input, ...self::loads($in, $tube, $a, $b, $supply),
            new Wire($id.'/cathodes', $cathode, BlockFields::pin($tube, $b, 'cathode')),
            $in->resistor('cathodeResistor', $id.'/cathode', $cathode, Netlist::CHASSIS),
            $in->optionalCapacitor('cathodeCapacitor', $id.'/bypass', $cathode, Netlist::CHASSIS),
            $in->capacitor('dividerCoupling', $id.'/divider-coupling', $plate, $divider),
            $in->resistor('dividerTop', $id.'/divider-top', $divider, $other),
            $in->resistor('dividerBottom', $id.'/divider-bottom', $other, Netlist::CHASSIS),
        ];

        return self::made($in, $id, $elements, $from, $supply, [$plate, BlockFields::pin($tube, $b, 'plate')]);
    }

    /** @return array{Tube, TubeSection, TubeSection} a twin triode and its halves, the driven one first */
    private static function pair(BlockFields $in): array
    {
        [$tube, $a] = $in->section('tube', 'driven');
        [, $b] = $in->section('tube', 'other');
        if ($a->name === $b->name) {
            foreach (['1', '2'] as $name) {
                if ($name !== $a->name) {
                    $in->fields->optionalString('other');

                    return [$tube, $a, $in->sectionNamed('tube', $name)];
                }
            }
        }

        return [$tube, $a, $b];
    }

    /** @return list<Element> */
    private static function loads(BlockFields $in, Tube $tube, TubeSection $a, TubeSection $b, string $supply): array
    {
        return [
            $in->resistor('plateLoad', $tube->position.'/load', $supply, BlockFields::pin($tube, $a, 'plate')),
            $in->resistor('otherPlateLoad', $tube->position.'/other-load', $supply, BlockFields::pin($tube, $b, 'plate')),
        ];
    }

    /**
     * @param list<Element|null> $elements
     * @param list<string>       $from
     * @param list<string>       $gives
     */
    private static function made(BlockFields $in, string $id, array $elements, array $from, string $supply, array $gives): ExpandedBlock
    {
        return new ExpandedBlock($in->fields->path, 'inverter', $id, array_values(array_filter($elements)), [], $from, [$supply], $gives, [explode('/', $id)[0]], $in->fields->optionalString('channel', 12));
    }
}
