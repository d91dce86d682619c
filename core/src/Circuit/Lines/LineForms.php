<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Lines;

/**
 * How each block is written on one line: a word, then its fields in this order; the reader and the writer both follow it.
 *
 * `gain V1 12AX7 E R5=100k R3=1k5 C6=25u from V2 22n leak 1M stop 68k`
 */
final class LineForms
{
    /** Block kind and fixed fields by the word that begins the line. */
    public const WORDS = [
        'mains' => ['kind' => 'mains'], 'supply' => ['kind' => 'supply'], 'rail' => ['kind' => 'rail'], 'bias' => ['kind' => 'bias'],
        'gain' => ['kind' => 'gain'], 'follower' => ['kind' => 'follower'],
        'ltp' => ['kind' => 'inverter', 'style' => 'long-tailed'], 'cathodyne' => ['kind' => 'inverter', 'style' => 'cathodyne'], 'paraphase' => ['kind' => 'inverter', 'style' => 'paraphase'],
        'pp' => ['kind' => 'output', 'mode' => 'push-pull'], 'se' => ['kind' => 'output', 'mode' => 'single-ended'],
        'tone' => ['kind' => 'tone'], 'fb' => ['kind' => 'feedback'], 'heaters' => ['kind' => 'heaters'],
    ];

    /** A control on its own: `pot P7 TOP WIPER BOTTOM 10k@0.5`. */
    public const CONTROL = 'pot';

    /** Fields of loose parts: `res R90 X Y 1k`. */
    public const LOOSE = ['res' => ['resistor', 'ohms'], 'cap' => ['capacitor', 'farads']];

    public const RECTIFIERS = ['hw' => 'half-wave', 'ct' => 'centre-tap', 'bridge' => 'bridge', 'doubler' => 'full-wave-doubler', 'hwdoubler' => 'half-wave-doubler', 'choke' => 'choke-input'];

    /** @return list<Slot> */
    public static function of(string $word): array
    {
        $input = [Slot::after('from', 'from', 'place', 'coupling'), Slot::after('leak', 'gridLeak', 'part'), Slot::after('stop', 'gridStopper', 'part'), Slot::after('vol', 'volume', 'control')];
        $channel = Slot::after('ch', 'channel', 'word');

        return match ($word) {
            'mains' => [Slot::at('id', 'id'), Slot::at('ratedVolts', 'number'), Slot::after('hz', 'hertz', 'number'), Slot::after('r', 'primaryOhms', 'number'), Slot::at('windings', 'windings')],
            'supply' => [
                Slot::at('id', 'id'), Slot::at('winding', 'winding'), Slot::at('rectifier', 'rectifier'), Slot::at('out', 'node'), Slot::after('mid', 'middle', 'word'), Slot::at('reservoirs', 'caps'),
                Slot::after('upper', 'upper', 'cap'), Slot::after('lower', 'lower', 'cap'), Slot::after('pump', 'series', 'cap'), Slot::after('in', 'choke', 'choke'),
                Slot::after('tube', 'tube', 'typed'), Slot::after('standby', 'standby', 'word'), Slot::after('bleed', 'bleeder', 'part'), Slot::after('drop', 'dropVolts', 'number'),
                Slot::after('share', 'share', 'number'), Slot::after('series', 'seriesOhms', 'number'), Slot::after('called', 'name', 'text'),
            ],
            'rail' => [Slot::at('node', 'node'), Slot::at('from', 'node'), Slot::at('dropper', 'part'), Slot::after('choke', 'choke', 'choke'), Slot::at('capacitors', 'caps'), Slot::after('bleed', 'bleeder', 'part'), Slot::after('reg', 'regulator', 'typed'), $channel, Slot::after('called', 'name', 'text')],
            'bias' => [
                Slot::at('id', 'id'), Slot::at('winding', 'winding'), Slot::at('out', 'node'), Slot::at('node', 'node'), Slot::at('reservoirs', 'caps'), Slot::at('dropper', 'part'), Slot::at('shunt', 'part'),
                Slot::after('trim', 'trim', 'control'), Slot::after('then', 'capacitors', 'caps'), Slot::after('drop', 'dropVolts', 'number'), Slot::after('share', 'share', 'number'), Slot::after('series', 'seriesOhms', 'number'),
            ],
            'gain' => [
                Slot::tube('tube', 'section'), Slot::at('supply', 'node'), Slot::at('plateLoad', 'part'), Slot::at('cathodeResistor', 'part'), Slot::at('cathodeCapacitor', 'cap'), ...$input,
                Slot::after('screen', 'screenResistor', 'part', 'screenCapacitor'), Slot::after('return', 'cathodeReturn', 'place'), $channel,
            ],
            'follower' => [Slot::tube('tube', 'section'), Slot::at('supply', 'node'), Slot::at('cathodeResistor', 'part'), ...$input, $channel],
            'ltp' => [
                Slot::tube('tube', 'driven'), Slot::at('supply', 'node'), Slot::at('plateLoad', 'part'), Slot::at('otherPlateLoad', 'part'), Slot::at('cathodeResistor', 'part'), Slot::at('tail', 'part'), ...$input,
                Slot::after('leak2', 'otherGridLeak', 'part'), Slot::after('ground', 'otherGridCapacitor', 'cap'), Slot::after('return', 'tailReturn', 'place'), $channel,
            ],
            'cathodyne' => [Slot::tube('tube', 'section'), Slot::at('supply', 'node'), Slot::at('plateLoad', 'part'), Slot::at('cathodeLoad', 'part'), Slot::at('cathodeResistor', 'part'), ...$input, $channel],
            'paraphase' => [
                Slot::tube('tube', 'driven'), Slot::at('supply', 'node'), Slot::at('plateLoad', 'part'), Slot::at('otherPlateLoad', 'part'), Slot::at('cathodeResistor', 'part'), Slot::at('cathodeCapacitor', 'cap'), ...$input,
                Slot::after('div', 'dividerCoupling', 'cap'), Slot::after('top', 'dividerTop', 'part'), Slot::after('bottom', 'dividerBottom', 'part'), $channel,
            ],
            'pp', 'se' => [
                Slot::at('id', 'id'), Slot::at('pp' === $word ? 'sides' : 'tubes', 'sides'), Slot::at('supply', 'node'), Slot::after('screens', 'screenSupply', 'place'), Slot::after('ul', 'tapShare', 'number'), Slot::after('triode', 'screens', 'flag'),
                Slot::after('sstop', 'screenStopper', 'part'), Slot::after('gstop', 'gridStopper', 'part'), Slot::after('leak', 'gridLeak', 'part'), Slot::after('bias', 'bias', 'place'), ...('pp' === $word ? [Slot::after('bias2', 'biasB', 'place')] : []),
                Slot::after('cath', 'cathodeResistor', 'part', 'cathodeCapacitor'), Slot::after('each', 'cathodesShared', 'flag'), Slot::after('sense', 'senseResistor', 'part'),
                Slot::after('from', 'from', 'places', 'coupling'), Slot::after('ot', 'primaryOhms', 'value'), Slot::after('dc', 'halfOhms', 'halves'), Slot::after('load', 'loadOhms', 'number', 'secondaryOhms'), Slot::after('lp', 'primaryHenries', 'number'), $channel,
            ],
            'tone' => [
                Slot::at('id', 'id'), Slot::after('from', 'from', 'place'), Slot::after('treble', 'treble', 'control', 'trebleCapacitor'), Slot::after('bass', 'bass', 'control', 'bassCapacitor'),
                Slot::after('middle', 'middle', 'either', 'middleCapacitor'), Slot::after('slope', 'slope', 'part'), Slot::after('out', 'out', 'word'), $channel,
            ],
            'fb' => [Slot::at('id', 'id'), Slot::at('resistor', 'part'), Slot::at('capacitor', 'cap'), Slot::after('from', 'from', 'place'), Slot::after('to', 'to', 'place'), Slot::after('shunt', 'shunt', 'part'), $channel],
            'heaters' => [Slot::at('id', 'id'), Slot::at('winding', 'winding'), Slot::at('tubes', 'positions'), Slot::after('volts', 'volts', 'number'), Slot::after('ref', 'reference', 'word'), Slot::after('to', 'elevatedTo', 'place')],
            default => [],
        };
    }

    /** The word that a block is written with. */
    public static function wordOf(mixed $kind, mixed $variant): string
    {
        foreach (self::WORDS as $word => $fixed) {
            if ($fixed['kind'] === $kind && \in_array($variant, [null, $fixed['style'] ?? null, $fixed['mode'] ?? null], true)) {
                return $word;
            }
        }

        return '?';
    }
}
