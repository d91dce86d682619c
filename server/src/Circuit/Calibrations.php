<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Version;
use Yew\Server\Circuit\Entity\SheetCalibration;
use Yew\Server\Sheet\Entity\SheetVersion;

/** The calibration of each sheet version, made once for each version of core and tube data. */
final readonly class Calibrations
{
    public function __construct(private EntityManagerInterface $em, private TubeCatalogue $tubes, private ClockInterface $clock)
    {
    }

    public function of(SheetVersion $version, SheetModel $model): Calibration
    {
        $key = ['sheetHash' => $version->hash, 'coreVersion' => Version::CORE, 'tubeDataVersion' => $this->tubes->version];
        $stored = $this->em->getRepository(SheetCalibration::class)->findOneBy($key);
        if (null !== $stored) {
            return Calibration::fromArray($stored->document);
        }
        $calibration = $model->calibrated();
        // Straight into its table: an entity that waits for a flush would make a judgement depend on who flushes. Where somebody else was
        // as quick, theirs is the same, for the fit is deterministic; a refused insert would take the whole transaction with it.
        $this->em->getConnection()->executeStatement(
            'INSERT INTO sheet_calibration (id, sheet_hash, core_version, tube_data_version, document, made_at) VALUES (?, ?, ?, ?, ?, ?) ON CONFLICT DO NOTHING',
            [Uuid::v7()->toRfc4122(), $version->hash, Version::CORE, $this->tubes->version, json_encode($calibration->toArray(), \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION), $this->clock->now()->format('Y-m-d\TH:i:s.uP')],
        );

        return $calibration;
    }
}
