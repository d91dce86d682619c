<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Psr\Cache\CacheItemPoolInterface;
use Psr\Log\LoggerInterface;
use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Time\Fall;
use Yew\Core\Circuit\Time\FallAsked;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Version;
use Yew\Server\Sheet\SheetShelf;

/** How banks of a sheet's circuit fall when the mains is cut, kept once walked: it takes the better part of a second. */
final class Falls implements ResetInterface
{
    /** @var array<string, Fall|null> of this request */
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
    public function of(string $sheetVersionId, Conditions $conditions, FittedChanges $fitted, ?float $wiredFor, FallAsked $asked): ?Fall
    {
        $changes = array_map(static fn (FittedChange $c): array => $c->change, $fitted->differences());
        $key = 'fall1.'.hash('xxh128', json_encode([$sheetVersionId, Forecasts::seen($conditions), $changes, $wiredFor, $asked->key(), Version::CORE, $this->tubes->version], \JSON_THROW_ON_ERROR));
        if (\array_key_exists($key, $this->known)) {
            return $this->known[$key];
        }
        $item = $this->circuitPool->getItem($key);
        if ($item->isHit()) {
            /** @var array{startVolts: float, quickest: list<array{float, float}>, slowest: list<array{float, float}>}|null $kept as this class kept it */
            $kept = $item->get();

            return $this->known[$key] = null === $kept ? null : Fall::fromArray($kept);
        }
        $fall = $this->walked($sheetVersionId, $conditions, $fitted, $wiredFor, $asked);
        $this->circuitPool->save($item->set($fall?->toArray()));

        return $this->known[$key] = $fall;
    }

    private function walked(string $sheetVersionId, Conditions $conditions, FittedChanges $fitted, ?float $wiredFor, FallAsked $asked): ?Fall
    {
        $model = SheetModel::of($this->sheets->decoded($sheetVersionId), $this->tubes);
        try {
            return $model?->fall($conditions, $wiredFor, $this->calibrations->of($this->sheets->version($sheetVersionId), $model), $fitted, $asked);
        } catch (DidNotConverge|BadCircuit $e) {
            $this->logger->warning('No fall for sheet version {version}: {reason}', ['version' => $sheetVersionId, 'reason' => $e->getMessage()]);

            return null;
        }
    }
}
