<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Psr\Cache\CacheItemPoolInterface;
use Psr\Log\LoggerInterface;
use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Version;
use Yew\Server\Sheet\SheetShelf;

/**
 * What a sheet's circuit answers, kept once worked out as plain values. It depends on nothing but the sheet, its calibration, what is
 * fitted, the conditions that the circuit sees, what is asked, and the versions of core and tube data.
 */
final readonly class SheetAnswers
{
    /** Conditions that change what the circuit does. */
    private const SEEN = ['source', 'limiters', 'inletVolts', 'tubes', 'standby', 'bleeder'];

    public function __construct(private SheetShelf $sheets, private Calibrations $calibrations, private TubeCatalogue $tubes, private CacheItemPoolInterface $circuitPool, private LoggerInterface $logger)
    {
    }

    /**
     * By what an answer is found again. The order of names may cost a second entry, not a wrong one.
     *
     * @param string $form  of the answer; another where it holds something else
     * @param mixed  $asked besides
     */
    public function key(string $form, string $sheetVersionId, Conditions $conditions, FittedChanges $fitted, ?float $wiredFor, mixed $asked = null): string
    {
        $seen = array_map(static fn (array $fact): array => [$fact['value'], $fact['how']], array_intersect_key($conditions->toArray(), array_flip(self::SEEN)));
        $changes = array_map(static fn (FittedChange $c): array => $c->change, $fitted->differences());

        return $form.'.'.hash('xxh128', json_encode([$sheetVersionId, $seen, $changes, $wiredFor, $asked, Version::CORE, $this->tubes->version], \JSON_THROW_ON_ERROR));
    }

    /**
     * @param \Closure(SheetModel, Calibration): (array<mixed>|null) $work
     *
     * @return array<mixed>|null null where the sheet holds no circuit, or the circuit has no answer
     */
    public function kept(string $key, string $sheetVersionId, \Closure $work): ?array
    {
        $item = $this->circuitPool->getItem($key);
        if ($item->isHit()) {
            $kept = $item->get();

            return \is_array($kept) ? $kept : null;
        }
        $model = SheetModel::of($this->sheets->decoded($sheetVersionId), $this->tubes);
        try {
            $answer = null === $model ? null : $work($model, $this->calibrations->of($this->sheets->version($sheetVersionId), $model));
        } catch (DidNotConverge|BadCircuit $e) {
            $this->logger->warning('The circuit of sheet version {version} has no answer: {reason}', ['version' => $sheetVersionId, 'reason' => $e->getMessage()]);
            $answer = null;
        }
        $this->circuitPool->save($item->set($answer));

        return $answer;
    }
}
