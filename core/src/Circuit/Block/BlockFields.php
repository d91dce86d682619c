<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeSection;
use Yew\Core\Tube\TubeType;

/** Reads the fields of one block: parts, capacitors, controls and tube sections as a technician writes them. */
final readonly class BlockFields
{
    /** A resistor above this is a typing slip, ohms; a capacitor above that too, farads. */
    public const MOST_OHMS = 1e8;
    private const MOST_FARADS = 0.01;

    /** @param array<string, string> $tubes type by position */
    public function __construct(public Fields $fields, private TubeCatalogue $catalogue, private array $tubes)
    {
    }

    public function place(string $name): string
    {
        return $this->fields->string($name, 40);
    }

    public function optionalPlace(string $name): ?string
    {
        return $this->fields->optionalString($name, 40);
    }

    /**
     * A resistor: ohms, or `{id, ohms, tolerancePercent, watts}`; an id of its own where none is drawn.
     *
     * @param int|null $index of a part that stands there once per tube or side: `{ids: [R21, R22], ohms}` then names each
     *
     * @throws BadData
     */
    public function resistor(string $name, string $id, string $a, string $b, ?int $index = null): Resistor
    {
        $raw = $this->fields->raw($name);
        if (!\is_array($raw)) {
            return new Resistor($id, $a, $b, $this->fields->number($name, 0, self::MOST_OHMS));
        }
        $part = $this->fields->object($name);
        $resistor = new Resistor(self::idOf($part, $id, $index), $a, $b, $part->number('ohms', 0, self::MOST_OHMS), $part->optionalNumber('tolerancePercent', 0, 50) ?? 10.0, $part->optionalPositive('watts'));
        $part->done();
        if ($resistor->ohms <= 0.0) {
            throw $part->fault('ohms', 'a resistor has more than 0 Ω');
        }

        return $resistor;
    }

    public function optionalResistor(string $name, string $id, string $a, string $b, ?int $index = null): ?Resistor
    {
        return $this->has($name) ? $this->resistor($name, $id, $a, $b, $index) : null;
    }

    /** A capacitor: farads, or `{id, farads, ratedVolts}`. */
    public function capacitor(string $name, string $id, string $plus, string $minus, ?int $index = null): Capacitor
    {
        $raw = $this->fields->raw($name);
        if (!\is_array($raw)) {
            return new Capacitor($id, $plus, $minus, $this->fields->number($name, 1e-13, self::MOST_FARADS));
        }

        return self::capacitorOf($this->fields->object($name), $id, $plus, $minus, $index);
    }

    public function optionalCapacitor(string $name, string $id, string $plus, string $minus): ?Capacitor
    {
        return $this->has($name) ? $this->capacitor($name, $id, $plus, $minus) : null;
    }

    /**
     * Capacitors in parallel between the same places.
     *
     * @return list<Capacitor>
     */
    public function capacitors(string $name, string $id, string $plus, string $minus): array
    {
        $capacitors = [];
        foreach ($this->fields->objects($name, 6) as $i => $part) {
            $capacitors[] = self::capacitorOf($part, 0 === $i ? $id : $id.'/'.\chr(98 + $i), $plus, $minus);
        }

        return $capacitors;
    }

    /** A control: `{id, ohms, setting}`, half way where no setting is given. */
    public function optionalControl(string $name, string $id, string $top, string $wiper, string $bottom): ?Potentiometer
    {
        if (!$this->has($name)) {
            return null;
        }
        $part = $this->fields->object($name);
        $control = new Potentiometer($part->optionalString('id', 20) ?? $id, $top, $wiper, $bottom, $part->number('ohms', 1, self::MOST_OHMS), $part->optionalNumber('setting', 0, 1) ?? 0.5);
        $part->done();

        return $control;
    }

    public function has(string $name): bool
    {
        return $this->fields->has($name) && null !== $this->fields->raw($name);
    }

    /** @return array{Tube, TubeSection} the tube at the position named in a field, and one of its sections */
    public function section(string $tubeField, string $sectionField): array
    {
        $position = $this->fields->string($tubeField, 8);
        $type = $this->type($tubeField, $position);
        $name = $this->fields->optionalString($sectionField) ?? (string) array_key_first($type->sections);
        $section = $type->sections[$name] ?? throw $this->fields->fault($sectionField, \sprintf('a %s has the sections %s', $type->name, implode(', ', array_keys($type->sections))));

        return [new Tube($position, $this->tubes[$position]), $section];
    }

    public function sectionNamed(string $tubeField, string $name): TubeSection
    {
        $type = $this->type($tubeField, $this->fields->string($tubeField, 8));

        return $type->sections[$name] ?? throw $this->fields->fault($tubeField, \sprintf('a %s has no second half', $type->name));
    }

    /** @return array{Tube, TubeSection} a position named in a list, with its only or first section */
    public function tubeAt(string $field, string $position): array
    {
        $type = $this->type($field, $position);
        $section = $type->sections[array_key_first($type->sections) ?? ''] ?? throw $this->fields->fault($field, \sprintf('the tube data knows no model of a %s', $type->name));

        return [new Tube($position, $this->tubes[$position]), $section];
    }

    private function type(string $field, string $position): TubeType
    {
        $type = $this->tubes[$position] ?? throw $this->fields->fault($field, \sprintf('there is no tube “%s” among the tubes of the sheet', $position));

        return $this->catalogue->find($type) ?? throw $this->fields->fault($field, \sprintf('“%s” is not in the tube data; give the exact type with its suffix', $type));
    }

    private static function capacitorOf(Fields $part, string $id, string $plus, string $minus, ?int $index = null): Capacitor
    {
        $capacitor = new Capacitor(self::idOf($part, $id, $index), $plus, $minus, $part->number('farads', 1e-13, self::MOST_FARADS), $part->optionalPositive('ratedVolts'));
        $part->done();

        return $capacitor;
    }

    private static function idOf(Fields $part, string $id, ?int $index): string
    {
        $ids = $part->strings('ids', 8);
        $own = $part->optionalString('id', 20);

        return null === $index || (0 === $index && [] === $ids) ? $own ?? $id : $ids[$index] ?? $id;
    }

    /** `V3.1`, the place of an electrode. */
    public static function pin(Tube $tube, TubeSection $section, string $electrode): string
    {
        return $tube->position.'.'.($section->pins[$electrode] ?? 0);
    }
}
