<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Instrument\OutsideTable;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Sheet\Island;

/** Conditions were stated. */
final class ConditionsKind implements EntryKind
{
    /** No table of a dial is finer than a tenth of a volt (our choice). */
    private const DIAL_DECIMALS = 1;

    public function name(): string
    {
        return 'conditions';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): ConditionsStated
    {
        $stated = $this->kept(self::dialRead(array_diff_key($payload, ['bleederIsland' => true]), $then));
        $bleeder = $stated->conditions->bleeder();
        $sheet = $then->unit->sheet();
        // A bleeder keeps one bank discharged: the one that holds its node.
        $island = match (true) {
            null === $bleeder => null,
            null === $sheet, [] === $sheet->islands => Island::WHOLE_CHASSIS,
            default => $sheet->islandAt($bleeder->node)?->id,
        };

        return new ConditionsStated($stated->facts, $stated->conditions, $island);
    }

    /**
     * A dial says what stands on it; what it gives, its table says (COND-1).
     *
     * @param array<string, mixed> $payload
     *
     * @return array<string, mixed> with the volts in it
     *
     * @throws CannotRead for a dial without a table, and beyond it
     */
    private static function dialRead(array $payload, Bench $then): array
    {
        $facts = Fields::named($payload['facts'] ?? []);
        $fact = Fields::named($facts['source'] ?? []);
        $source = Fields::named($fact['value'] ?? []);
        if (!\array_key_exists('dial', $source)) {
            return $payload;
        }
        $fields = Fields::of($source, 'payload.facts.source.value');
        $table = $then->unit->dial($fields->string('equipmentId', 40)) ?? throw CannotRead::dial('The dial of this variac has no table: what it gives is not known. Calibrate it against a meter, or measure at the inlet.');
        try {
            $volts = round($table->volts($fields->number('dial', 0, 500)), self::DIAL_DECIMALS);
        } catch (OutsideTable $e) {
            throw CannotRead::dial($e->getMessage().'.');
        }

        return [...$payload, 'facts' => [...$facts, 'source' => [...$fact, 'value' => [...$source, 'volts' => $volts]]]];
    }

    public function kept(array $payload): ConditionsStated
    {
        return ConditionsStated::kept(Fields::of($payload));
    }
}
