<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Psr\Cache\CacheItemPoolInterface;
use Psr\Log\LoggerInterface;
use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Drawn\DrawnParts;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Version;
use Yew\Server\Sheet\SheetShelf;

/**
 * What a sheet has with some parts in it replaced, kept once worked out: every capacitor’s stress, every path’s ohms, every rail’s ripple.
 *
 * It depends on nothing but the sheet, its calibration, the parts, and the versions of core and tube data.
 */
final class Drawings implements ResetInterface
{
    /** Before the key, in the cache; another number where DrawnParts holds something else. */
    private const FORM = 'drawn.7.';

    /** @var array<string, DrawnParts> of this request */
    private array $known = [];

    public function __construct(private readonly SheetShelf $sheets, private readonly Calibrations $calibrations, private readonly TubeCatalogue $tubes, private readonly CacheItemPoolInterface $circuitPool, private readonly LoggerInterface $logger)
    {
    }

    /** The next request knows nothing of this one. */
    public function reset(): void
    {
        $this->known = [];
    }

    public function of(string $sheetVersionId, FittedChanges $made): DrawnParts
    {
        $changes = array_map(static fn (FittedChange $c): array => $c->change, $made->differences());
        $key = self::FORM.hash('xxh128', json_encode([$sheetVersionId, $changes, Version::CORE, $this->tubes->version], \JSON_THROW_ON_ERROR));
        if (isset($this->known[$key])) {
            return $this->known[$key];
        }
        $item = $this->circuitPool->getItem($key);
        $kept = $item->isHit() ? $item->get() : null;
        if (!$kept instanceof DrawnParts) {
            $circuit = $this->atWork($sheetVersionId, $made);
            $kept = null === $circuit ? DrawnParts::listed($this->sheets->decoded($sheetVersionId)) : DrawnParts::of($circuit);
            $this->circuitPool->save($item->set($kept));
        }

        return $this->known[$key] = $kept;
    }

    /** The circuit with what was replaced in it, solved anew; null where the sheet has none, or it has no answer. */
    public function atWork(string $sheetVersionId, FittedChanges $made): ?CircuitAtWork
    {
        $sheet = $this->sheets->decoded($sheetVersionId);
        $model = SheetModel::of($sheet, $this->tubes);
        if (null === $model || null === $sheet->circuit) {
            return null;
        }
        try {
            $factors = $this->calibrations->of($this->sheets->version($sheetVersionId), $model)->factors;

            return CircuitAtWork::of($sheet, $sheet->circuit, $made->on($sheet->circuit->netlist, $factors, $this->tubes), $this->tubes);
        } catch (DidNotConverge|BadCircuit $e) {
            $this->logger->warning('No circuit for the cold bench, sheet version {version}: {reason}', ['version' => $sheetVersionId, 'reason' => $e->getMessage()]);

            return null;
        }
    }
}
