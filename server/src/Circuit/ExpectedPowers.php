<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Output\ExpectedPower;
use Yew\Core\Output\NoSwing;
use Yew\Core\Output\PowerAsked;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tube\TubeCatalogue;

/** What the output stages of a sheet’s circuit should give. */
final readonly class ExpectedPowers
{
    public function __construct(private SheetAnswers $answers, private TubeCatalogue $tubes)
    {
    }

    /** Null where the sheet holds no circuit, a side of the stage has no tube in, or the circuit has no answer. */
    public function of(string $sheetVersionId, Conditions $conditions, FittedChanges $fitted, ?float $wiredFor, PowerAsked $asked): ?ExpectedPower
    {
        $key = $this->answers->key('expected-power1', $sheetVersionId, $conditions, $fitted, $wiredFor, $asked->key());
        $kept = $this->answers->kept($key, $sheetVersionId, function (SheetModel $model, Calibration $calibration) use ($conditions, $fitted, $wiredFor, $asked): ?array {
            $unit = $model->unit($conditions, $calibration, $fitted);
            try {
                $power = ExpectedPower::asked($asked, $unit, $unit->solved($model->solveConditions($conditions, $wiredFor), $this->tubes), $this->tubes);
            } catch (NoSwing) {
                return null;
            }

            return null === $power ? null : ['power' => $power];
        });

        return ($kept['power'] ?? null) instanceof ExpectedPower ? $kept['power'] : null;
    }
}
