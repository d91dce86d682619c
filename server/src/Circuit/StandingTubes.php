<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Psr\Cache\CacheItemPoolInterface;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Substitution\Substitutions;
use Yew\Core\Test\Reason;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Version;
use Yew\Server\Sheet\SheetShelf;

/** What tubes of other types than the drawn ones change in a sheet’s circuit, kept once worked out: each type costs two solutions. */
final readonly class StandingTubes
{
    public function __construct(private SheetShelf $sheets, private Calibrations $calibrations, private TubeCatalogue $tubes, private CacheItemPoolInterface $circuitPool)
    {
    }

    /** @return array<string, list<Reason>> by position; none where the sheet has no circuit, or every type is as drawn */
    public function of(string $sheetVersionId, FittedChanges $fitted): array
    {
        $tubes = array_values(array_filter($fitted->differences(), static fn (FittedChange $c): bool => 'tube' === $c->kind()));
        if ([] === $tubes) {
            return [];
        }
        $item = $this->circuitPool->getItem('tubes.1.'.hash('xxh128', json_encode([$sheetVersionId, array_map(static fn (FittedChange $c): array => $c->change, $tubes), Version::CORE, $this->tubes->version], \JSON_THROW_ON_ERROR)));
        if ($item->isHit()) {
            /** @var array<string, list<Reason>> $kept as this class kept it */
            $kept = $item->get();

            return $kept;
        }
        $reasons = $this->worked($sheetVersionId, $fitted);
        $this->circuitPool->save($item->set($reasons));

        return $reasons;
    }

    /** @return array<string, list<Reason>> */
    private function worked(string $sheetVersionId, FittedChanges $fitted): array
    {
        $sheet = $this->sheets->decoded($sheetVersionId);
        $model = SheetModel::of($sheet, $this->tubes);
        if (null === $model || null === $sheet->circuit) {
            return [];
        }

        return (new Substitutions($sheet, $sheet->circuit, $this->tubes, $this->calibrations->of($this->sheets->version($sheetVersionId), $model)))->standing($fitted);
    }
}
