<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Drawn\OutputClass;
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

    /**
     * @param array<string, array{float, float}> $biasTargets shares of the plate’s limit from which to which a stage idles in this shop, by kind of stage
     * @param list<OwnLimit>                     $tubeLimits
     */
    public function __construct(
        public School $school = School::MeasureFirst,
        public Leakage $leakage = Leakage::General,
        public float $resistorGracePercent = self::RESISTOR_GRACE_PERCENT,
        public float $mainsVolts = 120.0,
        public float $mainsHertz = 60.0,
        public float $insulationOhms = self::INSULATION_GOOD_OHMS,
        public float $insulationVolts = self::INSULATION_VOLTS,
        public PowerMethod $powerMethod = PowerMethod::VariacLamp,
        private array $biasTargets = [],
        public array $tubeLimits = [],
    ) {
    }

    /** Where a stage of this kind idles in this shop; by the school where the shop says nothing. */
    public function biasTarget(OutputClass $class): BiasTarget
    {
        [$low, $high] = $this->biasTargets[$class->value] ?? [null, null];

        return null === $low || null === $high ? BiasTarget::ofSchool($class) : BiasTarget::ofShop($low, $high);
    }

    /** What the shop allows a type; null where it leaves it at the data. */
    public function limitOf(string $type): ?OwnLimit
    {
        return array_values(array_filter($this->tubeLimits, static fn (OwnLimit $l): bool => $l->type === $type))[0] ?? null;
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
            self::targets($fields->optionalObject('biasTargets')),
            array_map(OwnLimit::decode(...), $fields->objects('tubeLimits', OwnLimit::MOST)),
        );
        $types = array_map(static fn (OwnLimit $l): string => $l->type, $practice->tubeLimits);
        if (\count(array_unique($types)) < \count($types)) {
            throw $fields->fault('tubeLimits', 'a type is there twice');
        }
        foreach (['capacitorSchool', 'leakageGrade', 'powerMethod'] as $name) {
            $fields->raw($name);
        }
        $fields->done();

        return $practice;
    }

    /**
     * @return array<string, array{float, float}>
     *
     * @throws BadData
     */
    private static function targets(?Fields $fields): array
    {
        $targets = [];
        foreach (OutputClass::cases() as $class) {
            $band = $fields?->optionalObject($class->value);
            if (null === $band) {
                continue;
            }
            [$low, $high] = BiasTarget::band($band);
            $band->done();
            if ([$low, $high] !== array_values(BiasTarget::ofSchool($class)->percents())) {
                $targets[$class->value] = [$low / 100, $high / 100];
            }
        }
        $fields?->done();

        return $targets;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'biasTargets' => array_combine(array_column(OutputClass::cases(), 'value'), array_map(fn (OutputClass $c): array => $this->biasTarget($c)->percents(), OutputClass::cases())), 'tubeLimits' => array_map(static fn (OwnLimit $l): array => $l->toArray(), $this->tubeLimits),
            'capacitorSchool' => $this->school->value, 'leakageGrade' => $this->leakage->value, 'resistorGracePercent' => $this->resistorGracePercent, 'mainsVolts' => $this->mainsVolts, 'mainsHertz' => $this->mainsHertz, 'insulationGoodOhms' => $this->insulationOhms, 'insulationVolts' => $this->insulationVolts, 'powerMethod' => $this->powerMethod->value,
        ];
    }
}
