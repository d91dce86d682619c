<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
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
        try {
            // Straight into its table: an entity that waits for a flush would make a judgement depend on who flushes.
            $this->em->getConnection()->insert('sheet_calibration', [
                'id' => Uuid::v7()->toRfc4122(), 'sheet_hash' => $version->hash, 'core_version' => Version::CORE, 'tube_data_version' => $this->tubes->version,
                'document' => json_encode($calibration->toArray(), \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION), 'made_at' => $this->clock->now()->format('Y-m-d\TH:i:s.uP'),
            ]);
        } catch (UniqueConstraintViolationException) {
            // Somebody else was as quick; the fit is deterministic, so theirs is the same.
        }

        return $calibration;
    }
}
