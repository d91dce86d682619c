<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\SheetModel;

/** What a sheet's circuit should read under given conditions: a few numbers per place. */
final class Forecasts implements ResetInterface
{
    /** @var array<string, Forecast|null> of this request: asked for at every point of a bench */
    private array $known = [];

    public function __construct(private readonly SheetAnswers $answers)
    {
    }

    /** The next request knows nothing of this one. */
    public function reset(): void
    {
        $this->known = [];
    }

    /** Null where the sheet holds no circuit, or the circuit has no answer under these conditions. */
    public function of(string $sheetVersionId, Conditions $conditions, FittedChanges $fitted, ?float $wiredFor): ?Forecast
    {
        $key = $this->answers->key('forecast4', $sheetVersionId, $conditions, $fitted, $wiredFor);
        if (\array_key_exists($key, $this->known)) {
            return $this->known[$key];
        }
        /** @var array{places: array<string, array{float|null, float|null, float, string}>, heaters: array<string, float>, currents: array<string, array{float|null, float|null, float, string}>, mainsAmperes: float|null, stresses: list<array{string, string, float|null, float|null, float, float, float|null, float, float}>, heaterShares: array<string, float>}|null $kept as Forecast gave it */
        $kept = $this->answers->kept($key, $sheetVersionId, static fn (SheetModel $model, Calibration $calibration): array => $model->forecast($conditions, $wiredFor, $calibration, $fitted)->toArray());

        return $this->known[$key] = null === $kept ? null : Forecast::fromArray($kept);
    }
}
