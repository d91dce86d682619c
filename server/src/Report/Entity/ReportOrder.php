<?php

declare(strict_types=1);

namespace Yew\Server\Report\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Yew\Server\Report\ReportStage;

/** A report that somebody asked for and that is being made; it is gone once the report is there. */
#[ORM\Entity]
#[ORM\Table(name: 'report_order')]
class ReportOrder
{
    /** What takes longer than this has died with the server it was made on, seconds. */
    private const PATIENCE_SECONDS = 300;

    #[ORM\Column(length: 20, enumType: ReportStage::class)]
    private ReportStage $stage = ReportStage::Waiting;

    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $jobId,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $askedAt,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $askedBy,
    ) {
    }

    public function reach(ReportStage $stage): void
    {
        $this->stage = $stage;
    }

    public function stageAt(\DateTimeImmutable $now): ReportStage
    {
        return $now->getTimestamp() - $this->askedAt->getTimestamp() > self::PATIENCE_SECONDS ? ReportStage::Failed : $this->stage;
    }
}
