<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** What else was read that bears on a reading: the sister's value, the other unit's, the last visit's, the state of the neighbours. */
final readonly class ComparisonReadings
{
    /**
     * @param float|null         $sisterVolts         read at the sister's place under the same conditions
     * @param float|null         $lastVisitVolts      read here on this unit's last visit
     * @param bool               $neighboursHealthy   points fed by the same node, or the node itself, read within their windows
     * @param bool               $zeroBefore          the reading before this one, at the same place, was a dead zero too
     * @param float|null         $returnVolts         read where a grid returns to, under the same conditions
     * @param SisterReading|null $otherUnit           read at the same place of another unit on the job
     * @param float|null         $otherElectrodeVolts of an output tube: read at its screen where this is its plate, and the other way round, at about the same time
     * @param OutputTube|null    $outputTube          whose electrode this is, where it is known
     * @param float|null         $supplyShare         B+ as it was read at about the same time, as a share of what is printed
     * @param float|null         $biasShare           likewise the least bias of an output tube, at most what it can be
     */
    public function __construct(
        public ?string $sisterPlace = null,
        public ?float $sisterVolts = null,
        public ?float $lastVisitVolts = null,
        public bool $neighboursHealthy = false,
        public bool $zeroBefore = false,
        public ?float $returnVolts = null,
        public ?SisterReading $otherUnit = null,
        public ?float $otherElectrodeVolts = null,
        public ?OutputTube $outputTube = null,
        public ?float $supplyShare = null,
        public ?float $biasShare = null,
    ) {
    }

    /**
     * The same surroundings for a reading that was not the last.
     *
     * @param bool $askedAgain it was a dead zero among healthy neighbours, asked to be probed again
     */
    public function ofAnEarlierReading(bool $askedAgain): self
    {
        return new self($this->sisterPlace, $this->sisterVolts, $this->lastVisitVolts, $askedAgain, false, $this->returnVolts, $this->otherUnit, $this->otherElectrodeVolts, $this->outputTube, $this->supplyShare, $this->biasShare);
    }
}
