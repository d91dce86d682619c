<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Ramp\PowerMethod;

/** The shop's way of working where practitioners differ, and the mains of its place. */
final readonly class Practice
{
    /** Grace of old resistors, percent (trade: ± 10 % vintage, ± 20 %). */
    public const RESISTOR_GRACE_PERCENT = 10.0;
    /** So far a tester must see, ohms, at no less than so many volts, before "nothing" is good (our choice). */
    public const INSULATION_GOOD_OHMS = 50e6;
    public const INSULATION_VOLTS = 500.0;
    /** Below this a winding is condemned whatever the shop's practice, ohms (common practice). */
    public const INSULATION_CONDEMNED_OHMS = 1e6;

    /** A mains that some place has or had, V: less or more is a slip (our choice). */
    public const LEAST_MAINS_VOLTS = 90.0;
    public const MOST_MAINS_VOLTS = 260.0;

    public function __construct(
        public School $school = School::MeasureFirst,
        public Leakage $leakage = Leakage::General,
        public float $resistorGracePercent = self::RESISTOR_GRACE_PERCENT,
        public float $mainsVolts = 120.0,
        public float $mainsHertz = 60.0,
        public float $insulationOhms = self::INSULATION_GOOD_OHMS,
        public float $insulationVolts = self::INSULATION_VOLTS,
        public PowerMethod $powerMethod = PowerMethod::VariacLamp,
    ) {
    }

    /**
     * @param array<mixed> $data as toArray() gives it; what is missing keeps its default
     *
     * @throws BadData
     */
    public static function decode(array $data): self
    {
        $fields = Fields::of($data);
        $usual = new self();
        $practice = new self(
            $fields->has('capacitorSchool') ? $fields->oneOf('capacitorSchool', School::class) : $usual->school,
            $fields->has('leakageGrade') ? $fields->oneOf('leakageGrade', Leakage::class) : $usual->leakage,
            $fields->optionalNumber('resistorGracePercent', 1, 30) ?? $usual->resistorGracePercent,
            $fields->optionalNumber('mainsVolts', self::LEAST_MAINS_VOLTS, self::MOST_MAINS_VOLTS) ?? $usual->mainsVolts,
            $fields->optionalNumber('mainsHertz', 45, 65) ?? $usual->mainsHertz,
            $fields->optionalNumber('insulationGoodOhms', self::INSULATION_CONDEMNED_OHMS, 1e11) ?? $usual->insulationOhms,
            $fields->optionalNumber('insulationVolts', 250, 1000) ?? $usual->insulationVolts,
            $fields->has('powerMethod') ? $fields->oneOf('powerMethod', PowerMethod::class) : $usual->powerMethod,
        );
        foreach (['capacitorSchool', 'leakageGrade', 'powerMethod'] as $name) {
            $fields->raw($name);
        }
        $fields->done();

        return $practice;
    }

    /** @return array<string, float|string> */
    public function toArray(): array
    {
        return ['capacitorSchool' => $this->school->value, 'leakageGrade' => $this->leakage->value, 'resistorGracePercent' => $this->resistorGracePercent, 'mainsVolts' => $this->mainsVolts, 'mainsHertz' => $this->mainsHertz, 'insulationGoodOhms' => $this->insulationOhms, 'insulationVolts' => $this->insulationVolts, 'powerMethod' => $this->powerMethod->value];
    }
}
