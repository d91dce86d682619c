<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierDamage;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\SupplyWinding;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tests\Tube\ShippedTubes;

/** One transformer of ours, and the rectifiers on it by hand for ngspice: what the tests of supplies have in common. */
final class SupplyBench
{
    public const WINDING_VOLTS = 300.0;
    public const WINDING_OHMS = 60.0;
    public const PRIMARY_OHMS = 12.0;

    public static function bridgeByHand(): string
    {
        return HandWritten::DIODE.HandWritten::winding('ht', 'h', 'g', self::WINDING_VOLTS / 230, self::WINDING_OHMS).HandWritten::diode('1', 'h', 'a').HandWritten::diode('2', 'g', 'a').HandWritten::diode('3', '0', 'h').HandWritten::diode('4', '0', 'g');
    }

    public static function centreTapByHand(string $diodes): string
    {
        return HandWritten::DIODE.HandWritten::winding('up', 'h1', '0', self::WINDING_VOLTS / 230, self::WINDING_OHMS).HandWritten::winding('down', 'h2', '0', -self::WINDING_VOLTS / 230, self::WINDING_OHMS).$diodes;
    }

    /** @param list<string> $reservoirs */
    public static function rectifier(RectifierKind $kind, array $reservoirs = ['C1'], ?string $tube = null, ?RectifierDamage $damage = null): Rectifier
    {
        $choke = RectifierKind::ChokeInput === $kind ? [8.0, 90.0] : null;

        return new Rectifier('D1', null === $choke && RectifierKind::CentreTap !== $kind ? 'T1/ht' : 'T1/tapped', $kind, 'A', 'chassis', RectifierKind::FullWaveDoubler === $kind ? 'C' : null, tube: $tube, reservoirs: $reservoirs, choke: $choke, damage: $damage);
    }

    /** @param list<Element> $elements */
    public static function netlist(array $elements): Netlist
    {
        $windings = [
            'T1/ht' => new SupplyWinding('T1/ht', self::WINDING_VOLTS, self::WINDING_OHMS), 'T1/tapped' => new SupplyWinding('T1/tapped', 2 * self::WINDING_VOLTS, 2 * self::WINDING_OHMS),
            'T1/bias' => new SupplyWinding('T1/bias', 50, 30), 'T1/heater' => new SupplyWinding('T1/heater', 6.6, 0.04),
        ];

        return Netlist::of([new MainsTransformer('T1', 230, 50, self::PRIMARY_OHMS, $windings), ...$elements]);
    }

    /** @param list<Element> $elements */
    public static function solved(array $elements, float $mains): Solution
    {
        $conditions = new SolveConditions($mains);

        return OperatingPoint::of(Compiler::compile(self::netlist($elements), ShippedTubes::catalogue(), $conditions), $conditions);
    }

    /**
     * @param list<string> $places
     *
     * @return array<string, float>
     */
    public static function measured(string $netlist, array $places): array
    {
        $measures = array_map(static fn (string $p): string => \sprintf("meas tran mean_%1\$s avg v(%1\$s)\nmeas tran pp_%1\$s pp v(%1\$s)", strtolower($p)), $places);

        return Ngspice::run("by hand\n".$netlist.".tran 40u 2.5 2.4 40u UIC\n", "run\n".implode("\n", $measures), 'reltol=1e-4');
    }
}
