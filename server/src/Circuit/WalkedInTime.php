<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Psr\Cache\CacheItemPoolInterface;
use Psr\Log\LoggerInterface;
use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Time\Fall;
use Yew\Core\Circuit\Time\FallAsked;
use Yew\Core\Circuit\Time\Rise;
use Yew\Core\Circuit\Time\RiseAsked;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Version;
use Yew\Server\Sheet\SheetShelf;

/** How a sheet's circuit comes up when it is switched on, and falls when the mains is cut: kept once walked, since each takes a good part of a second. */
final class WalkedInTime implements ResetInterface
{
    /** @var array<string, array<string, mixed>|null> of this request */
    private array $known = [];

    public function __construct(
        private readonly SheetShelf $sheets,
        private readonly Calibrations $calibrations,
        private readonly TubeCatalogue $tubes,
        private readonly CacheItemPoolInterface $circuitPool,
        private readonly LoggerInterface $logger,
    ) {
    }

    /** The next request knows nothing of this one. */
    public function reset(): void
    {
        $this->known = [];
    }

    /** Null where the sheet holds no circuit, nothing falls there, or the circuit has no answer under these conditions. */
    public function fall(string $sheetVersionId, Conditions $conditions, FittedChanges $fitted, ?float $wiredFor, FallAsked $asked): ?Fall
    {
        /** @var array{startVolts: float, quickest: list<array{float, float}>, slowest: list<array{float, float}>}|null $kept as Fall gave it */
        $kept = $this->walked('fall1.', $sheetVersionId, $conditions, $fitted, $wiredFor, $asked->key(), static fn (SheetModel $model, Calibration $calibration): ?array => $model->fall($conditions, $wiredFor, $calibration, $fitted, $asked)?->toArray());

        return null === $kept ? null : Fall::fromArray($kept);
    }

    /** Likewise. */
    public function rise(string $sheetVersionId, Conditions $conditions, FittedChanges $fitted, ?float $wiredFor, RiseAsked $asked): ?Rise
    {
        /** @var array{seconds: list<float>, volts: array<string, list<float|null>>, draws: array<string, float>}|null $kept as Rise gave it */
        $kept = $this->walked('rise1.', $sheetVersionId, $conditions, $fitted, $wiredFor, $asked->key(), static fn (SheetModel $model, Calibration $calibration): array => $model->rise($conditions, $wiredFor, $calibration, $fitted, $asked)->toArray());

        return null === $kept ? null : Rise::fromArray($kept);
    }

    /**
     * @param list<mixed>                                                    $asked
     * @param \Closure(SheetModel, Calibration): (array<string, mixed>|null) $walk
     *
     * @return array<string, mixed>|null
     */
    private function walked(string $form, string $sheetVersionId, Conditions $conditions, FittedChanges $fitted, ?float $wiredFor, array $asked, \Closure $walk): ?array
    {
        $changes = array_map(static fn (FittedChange $c): array => $c->change, $fitted->differences());
        $key = $form.hash('xxh128', json_encode([$sheetVersionId, Forecasts::seen($conditions), $changes, $wiredFor, $asked, Version::CORE, $this->tubes->version], \JSON_THROW_ON_ERROR));
        if (\array_key_exists($key, $this->known)) {
            return $this->known[$key];
        }
        $item = $this->circuitPool->getItem($key);
        if ($item->isHit()) {
            $kept = $item->get();

            return $this->known[$key] = null === $kept ? null : Fields::named($kept);
        }
        $model = SheetModel::of($this->sheets->decoded($sheetVersionId), $this->tubes);
        try {
            $walked = null === $model ? null : $walk($model, $this->calibrations->of($this->sheets->version($sheetVersionId), $model));
        } catch (DidNotConverge|BadCircuit $e) {
            $this->logger->warning('Sheet version {version} cannot be walked through time: {reason}', ['version' => $sheetVersionId, 'reason' => $e->getMessage()]);
            $walked = null;
        }
        $this->circuitPool->save($item->set($walked));

        return $this->known[$key] = $walked;
    }
}
