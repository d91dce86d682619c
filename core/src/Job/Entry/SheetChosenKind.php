<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** A sheet was chosen for the unit. */
final class SheetChosenKind implements EntryKind
{
    public function name(): string
    {
        return 'sheet-chosen';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return false;
    }

    public function read(array $payload, Bench $then): SheetChosen
    {
        $chosen = $this->kept(array_diff_key($payload, ['lostPlaces' => true]));
        $sheet = $then->unit->sheetOfVersion($chosen->versionId);
        $lost = [];
        foreach (array_keys($then->state->readings) as $key) {
            $latest = $then->state->latest($key);
            if (null !== $latest && null === $sheet?->point($latest->place, $latest->function)) {
                $lost[] = $latest->place;
            }
        }

        return new SheetChosen($chosen->versionId, array_values(array_unique($lost)));
    }

    public function kept(array $payload): SheetChosen
    {
        return SheetChosen::kept(Fields::of($payload));
    }
}
