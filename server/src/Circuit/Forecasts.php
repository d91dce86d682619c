<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Psr\Cache\CacheItemPoolInterface;
use Psr\Log\LoggerInterface;
use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Version;
use Yew\Server\Sheet\SheetShelf;

/**
 * What a sheet's circuit should read under given conditions, kept once worked out.
 *
 * A forecast is a few numbers per place; it depends on nothing but the sheet, its calibration, what is fitted, the conditions
 * that the circuit sees, and the versions of core and tube data.
 */
final class Forecasts implements ResetInterface
{
    /** Conditions that change what the circuit does. */
    private const SEEN = ['source', 'limiters', 'inletVolts', 'tubes', 'standby', 'bleeder'];

    /** @var array<string, Forecast|null> of this request */
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

    /** Null where the sheet holds no circuit, or the circuit has no answer under these conditions. */
    public function of(string $sheetVersionId, Conditions $conditions, FittedChanges $fitted, ?float $wiredFor): ?Forecast
    {
        $changes = array_map(static fn (FittedChange $c): array => $c->change, $fitted->differences());
        $facts = self::seen($conditions);
        // Asked for every point of a bench: the order of names may cost a second entry, not a wrong one.
        $key = 'forecast2.'.hash('xxh128', json_encode([$sheetVersionId, $facts, $changes, $wiredFor, Version::CORE, $this->tubes->version], \JSON_THROW_ON_ERROR));
        if (\array_key_exists($key, $this->known)) {
            return $this->known[$key];
        }
        $item = $this->circuitPool->getItem($key);
        if ($item->isHit()) {
            /** @var array{places: array<string, array{float|null, float|null, float, string}>, heaters: array<string, float>, currents: array<string, array{float|null, float|null, float, string}>, mainsAmperes: float|null, stresses: list<array{string, string, float|null, float|null, float}>, heaterShares: array<string, float>}|null $kept as this class kept it */
            $kept = $item->get();

            return $this->known[$key] = null === $kept ? null : Forecast::fromArray($kept);
        }
        $forecast = $this->worked($sheetVersionId, $conditions, $fitted, $wiredFor);
        $this->circuitPool->save($item->set($forecast?->toArray()));

        return $this->known[$key] = $forecast;
    }

    /** @return array<string, array{mixed, mixed}> what of the conditions the circuit sees */
    public static function seen(Conditions $conditions): array
    {
        return array_map(static fn (array $fact): array => [$fact['value'], $fact['how']], array_intersect_key($conditions->toArray(), array_flip(self::SEEN)));
    }

    private function worked(string $sheetVersionId, Conditions $conditions, FittedChanges $fitted, ?float $wiredFor): ?Forecast
    {
        $model = SheetModel::of($this->sheets->decoded($sheetVersionId), $this->tubes);
        try {
            return $model?->forecast($conditions, $wiredFor, $this->calibrations->of($this->sheets->version($sheetVersionId), $model), $fitted);
        } catch (DidNotConverge|BadCircuit $e) {
            $this->logger->warning('No forecast for sheet version {version}: {reason}', ['version' => $sheetVersionId, 'reason' => $e->getMessage()]);

            return null;
        }
    }
}
