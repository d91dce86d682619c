<?php

declare(strict_types=1);

namespace Yew\Core\Test;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Quantity\Unit;

/** Every test of the cold bench: what it takes down, and in which state of the chassis it belongs (SAFE-1, SAFE-1a). */
enum TrialKind: string
{
    case Fuse = 'fuse';
    case Cord = 'cord';
    case LiveLead = 'live-lead';
    case LineCapacitor = 'line-capacitor';
    case Primary = 'primary';
    case EarthBond = 'earth-bond';
    case MainsInsulation = 'mains-insulation';
    case TubeLook = 'tube-look';
    case CanLook = 'can-look';
    case AreaLook = 'area-look';
    case DateCode = 'date-code';
    case WindingOhms = 'winding-ohms';
    case OutputOhms = 'output-ohms';
    case InsulationOhms = 'insulation-ohms';
    case Insulation = 'insulation';
    case Ratio = 'ratio';
    case Halves = 'halves';
    case Magnetising = 'magnetising';
    case OffLoad = 'off-load';
    case ChokeInductance = 'choke-inductance';
    case Surface = 'surface';
    case ResistanceRise = 'resistance-rise';
    case OverStress = 'over-stress';
    case Capacitor = 'capacitor';
    case CapacitorMark = 'capacitor-mark';
    case Reform = 'reform';
    case Polarity = 'polarity';
    case Ripple = 'ripple';
    case Resistor = 'resistor';
    case Path = 'path';
    case Contacts = 'contacts';
    case PinShort = 'pin-short';
    case HeaterReference = 'heater-reference';
    case HeaterLegs = 'heater-legs';

    /** How the text of this test is to be read. */
    public function grammar(): Grammar
    {
        return match ($this) {
            self::Fuse => Grammar::Fuse,
            self::DateCode => Grammar::DateCode,
            self::Capacitor => Grammar::Capacitor,
            self::Contacts => Grammar::Contacts,
            self::Ratio => Grammar::TapAndFigures,
            default => [] === $this->choices() ? Grammar::Figures : Grammar::Choice,
        };
    }

    /**
     * The figures in the order in which they are typed, with slashes between; a unit that is null is ohms, or amperes when so typed.
     *
     * @return array<string, Unit|null> unit by name
     */
    public function figures(): array
    {
        return match ($this) {
            self::EarthBond, self::WindingOhms, self::OutputOhms, self::InsulationOhms, self::Resistor, self::Path, self::PinShort => ['ohms' => Unit::Ohms],
            self::MainsInsulation, self::Insulation => ['volts' => Unit::Volts, 'leak' => null],
            self::Ratio => ['primaryVolts' => Unit::Volts, 'secondaryVolts' => Unit::Volts],
            self::Halves, self::HeaterLegs => ['firstVolts' => Unit::Volts, 'secondVolts' => Unit::Volts],
            self::Magnetising, self::ChokeInductance => ['volts' => Unit::Volts, 'amperes' => Unit::Amperes, 'hertz' => Unit::Hertz],
            self::OffLoad => ['mainsVolts' => Unit::Volts, 'volts' => Unit::Volts, 'otherHalfVolts' => Unit::Volts],
            self::Surface => ['surfaceCelsius' => Unit::Celsius, 'ambientCelsius' => Unit::Celsius],
            self::ResistanceRise => ['coldOhms' => Unit::Ohms, 'coldCelsius' => Unit::Celsius, 'hotOhms' => Unit::Ohms],
            self::CapacitorMark => ['farads' => Unit::Farads, 'volts' => Unit::Volts],
            self::Reform => ['volts' => Unit::Volts, 'leakAmperes' => Unit::Amperes],
            self::Ripple => ['volts' => Unit::Volts],
            default => [],
        };
    }

    /** How many of the figures may be left out, from the end. */
    public function optionalFigures(): int
    {
        return match ($this) {
            self::Magnetising, self::ChokeInductance, self::OffLoad, self::CapacitorMark => 1,
            default => 0,
        };
    }

    /**
     * What a figure of this test may be: a bound says something of ohms, of leakage and of ESR; everything else needs the figure.
     *
     * @return list<ReadingKind>
     */
    public function readings(string $figure): array
    {
        return match ($figure) {
            'ohms', 'leakOhms', 'esrOhms' => [ReadingKind::Value, ReadingKind::Above, ReadingKind::Below, ReadingKind::Overload],
            'leakAmperes' => self::Reform === $this ? [ReadingKind::Value, ReadingKind::Below] : [ReadingKind::Value, ReadingKind::Above, ReadingKind::Below, ReadingKind::Overload],
            'farads' => self::Capacitor === $this ? [ReadingKind::Value, ReadingKind::Below] : [ReadingKind::Value],
            default => [ReadingKind::Value],
        };
    }

    /** @return list<string> the answers of a question by eye, the good one first */
    public function choices(): array
    {
        return match ($this) {
            self::Cord => ['three-wire', 'two-wire', 'damaged'],
            self::LiveLead => ['fuse-and-switch-live', 'fuse-in-neutral', 'switch-in-neutral'],
            self::LineCapacitor => ['none', 'class-y', 'other'],
            self::Primary => ['two-equal', 'tapped', 'single'],
            self::TubeLook => ['silvery', 'faded', 'white', 'cracked', 'rattles', 'loose-base', 'missing'],
            self::CanLook => ['sound', 'bulged', 'leaking', 'loose'],
            self::AreaLook => ['sound', 'found-something'],
            self::OverStress => ['quiet', 'spark', 'smoke', 'smell'],
            self::Polarity => ['right', 'reversed'],
            self::HeaterReference => ['winding-tap', 'two-resistors', 'hum-pot', 'elevated', 'capacitor', 'none'],
            default => [],
        };
    }

    /** A test of the socket: another tube in it changes nothing. */
    public function isOfSocket(): bool
    {
        return \in_array($this, [self::Contacts, self::Path, self::PinShort], true);
    }

    /** @return list<ChassisState> */
    public function states(): array
    {
        return match ($this) {
            self::EarthBond, self::WindingOhms, self::OutputOhms, self::InsulationOhms, self::ResistanceRise, self::Resistor, self::Path, self::PinShort, self::Contacts, self::Polarity, self::LiveLead, self::HeaterReference => [ChassisState::Dead],
            self::MainsInsulation, self::Insulation, self::Ratio, self::Halves, self::Magnetising, self::ChokeInductance, self::Reform => [ChassisState::Driven],
            self::OffLoad => [ChassisState::Ramping, ChassisState::Energised],
            self::Ripple, self::OverStress, self::HeaterLegs => [ChassisState::Energised, ChassisState::Ramping],
            self::Capacitor => [ChassisState::Dead, ChassisState::Driven],
            self::Fuse, self::Cord, self::LineCapacitor, self::TubeLook, self::CanLook, self::AreaLook, self::DateCode, self::CapacitorMark, self::Primary => [ChassisState::Dead, ChassisState::Discharging],
            self::Surface => ChassisState::cases(),
        };
    }
}
