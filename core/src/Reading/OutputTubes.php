<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\DischargeNetwork;
use Yew\Core\Sheet\Part;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** The output tubes of a unit: which type stands in which socket, and on which cathode resistor, by itself or with others. */
final readonly class OutputTubes
{
    /** What nobody measured may have drifted upwards by so much, as a share (our choice; common practice: carbon composition by a third and more). */
    private const DRIFT_SHARE = 0.5;
    /** A part of a closer tolerance than this is a film or a wire, and does not drift so (our choice), percent. */
    private const DRIFTS_FROM_PERCENT = 5.0;

    /**
     * @param Sheet                       $sheet     with the parts that are fitted now
     * @param array<string, list<string>> $atCathode ids of the parts at each tube’s cathode, by position; empty where the sheet has no circuit
     * @param array<string, float>        $measured  ohms by part, of those that were measured as they are now
     */
    public function __construct(private Sheet $sheet, private TubeCatalogue $tubes, private array $atCathode, private array $measured = [])
    {
    }

    /**
     * The tube that a place belongs to, where it is an output tube’s plate, screen or cathode and its type is known.
     *
     * @param float|null $plateVolts  least that stands at its plate
     * @param float|null $screenVolts likewise
     */
    public function at(string $place, Conditions $conditions, ?float $plateVolts, ?float $screenVolts): ?OutputTube
    {
        $pin = Place::pin($place);
        $types = null === $pin ? [] : $this->types($pin->tube, $conditions);
        $electrode = null === $pin || [] === $types ? false : array_search($pin->pin, OutputTube::powerSection($types[0])->pins ?? [], true);
        if (null === $pin || [] === $types || !\in_array($electrode, ['plate', 'screen', 'cathode'], true)) {
            return null;
        }
        $part = $this->cathodePart($pin->tube, $conditions);

        return new OutputTube($pin->tube, $types, $electrode, null === $part ? null : $this->mostOhms($part), null === $part ? 1 : max(1, \count($this->sharing($part, $conditions))), $plateVolts, $screenVolts);
    }

    /** The place of another electrode of the tube that stands in a socket. */
    public function placeOf(string $position, string $electrode, Conditions $conditions): ?string
    {
        $types = $this->types($position, $conditions);
        $pin = [] === $types ? null : OutputTube::powerSection($types[0])->pins[$electrode] ?? null;

        return null === $pin ? null : Place::ofPin($position, $pin);
    }

    /** @return list<TubeType> what may stand in an output socket: what was said to, else what is drawn; several where its suffix is not known */
    private function types(string $position, Conditions $conditions): array
    {
        $tube = $this->sheet->tubes[$position] ?? null;

        return true === $tube?->output && !\in_array($position, $conditions->tubesOut() ?? [], true) ? $this->tubes->candidates($conditions->tubesFitted()[$position] ?? $tube->type) : [];
    }

    private function cathodePart(string $position, Conditions $conditions): ?Part
    {
        $place = $this->placeOf($position, 'cathode', $conditions);
        foreach ($this->sheet->parts as $part) {
            $ends = [$part->from, $part->to];
            if ('resistor' === $part->kind && \in_array(DischargeNetwork::CHASSIS, $ends, true) && (\in_array($place, $ends, true) || \in_array($part->id, $this->atCathode[$position] ?? [], true))) {
                return $part;
            }
        }

        return null;
    }

    /** Most that a cathode resistor has: as it was measured, else as it is marked, with what an old one may have drifted. */
    private function mostOhms(Part $part): float
    {
        return $this->measured[$part->id] ?? $part->ohms * (1.0 + ($part->tolerancePercent >= self::DRIFTS_FROM_PERCENT ? self::DRIFT_SHARE : $part->tolerancePercent / 100));
    }

    /** @return list<string> output tubes that are in and stand on one resistor; where no circuit is drawn, those without one of their own among them */
    private function sharing(Part $part, Conditions $conditions): array
    {
        $sharing = [];
        foreach ($this->sheet->tubes as $position => $tube) {
            if ([] === $this->types($position, $conditions)) {
                continue;
            }
            $own = $this->cathodePart($position, $conditions);
            if ($own?->id === $part->id || (null === $own && [] === $this->atCathode)) {
                $sharing[] = $position;
            }
        }

        return $sharing;
    }
}
