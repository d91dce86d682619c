<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Time\Fall;
use Yew\Core\Circuit\Time\FallAsked;
use Yew\Core\Circuit\Time\Rise;
use Yew\Core\Circuit\Time\RiseAsked;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\SheetModel;

/** How a sheet's circuit comes up when it is switched on, and falls when the mains is cut: each takes a good part of a second to walk. */
final class WalkedInTime implements ResetInterface
{
    /** @var array<string, Fall|null> of this request: boards and gates ask for the same */
    private array $falls = [];

    public function __construct(private readonly SheetAnswers $answers)
    {
    }

    /** The next request knows nothing of this one. */
    public function reset(): void
    {
        $this->falls = [];
    }

    /** Null where the sheet holds no circuit, nothing falls there, or the circuit has no answer under these conditions. */
    public function fall(string $sheetVersionId, Conditions $conditions, FittedChanges $fitted, ?float $wiredFor, FallAsked $asked): ?Fall
    {
        $key = $this->answers->key('fall1', $sheetVersionId, $conditions, $fitted, $wiredFor, $asked->key());
        if (\array_key_exists($key, $this->falls)) {
            return $this->falls[$key];
        }
        /** @var array{startVolts: float, quickest: list<array{float, float}>, slowest: list<array{float, float}>}|null $kept as Fall gave it */
        $kept = $this->answers->kept($key, $sheetVersionId, static fn (SheetModel $model, Calibration $calibration): ?array => $model->fall($conditions, $wiredFor, $calibration, $fitted, $asked)?->toArray());

        return $this->falls[$key] = null === $kept ? null : Fall::fromArray($kept);
    }

    /** Likewise; asked for once a request. */
    public function rise(string $sheetVersionId, Conditions $conditions, FittedChanges $fitted, ?float $wiredFor, RiseAsked $asked): ?Rise
    {
        $key = $this->answers->key('rise1', $sheetVersionId, $conditions, $fitted, $wiredFor, $asked->key());
        /** @var array{seconds: list<float>, volts: array<string, list<float|null>>, draws: array<string, float>}|null $kept as Rise gave it */
        $kept = $this->answers->kept($key, $sheetVersionId, static fn (SheetModel $model, Calibration $calibration): array => $model->rise($conditions, $wiredFor, $calibration, $fitted, $asked)->toArray());

        return null === $kept ? null : Rise::fromArray($kept);
    }
}
