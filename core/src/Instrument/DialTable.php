<?php

declare(strict_types=1);

namespace Yew\Core\Instrument;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/**
 * What the dial of a variac, or a meter built into something, gives against what it says (COND-1): measured under load (COND-2), straight
 * between its points, and nothing beyond them.
 */
final readonly class DialTable
{
    /** Fewer say nothing of the ends between which the tool speaks. */
    public const LEAST_POINTS = 3;
    public const MOST_POINTS = 40;
    private const MOST_VOLTS = 500.0;

    /**
     * @param non-empty-list<array{dial: float, volts: float}> $points     rising in both
     * @param string                                           $measuredOn day, 2026-11-28
     * @param string|null                                      $meterId    against which
     */
    private function __construct(public array $points, public string $measuredOn, public ?string $meterId)
    {
    }

    /** @throws BadData where dial or volts do not rise, or there are too few points */
    public static function decode(Fields $fields): self
    {
        $points = [];
        foreach ($fields->objects('points', self::MOST_POINTS) as $i => $point) {
            $points[] = ['dial' => $point->number('dial', 0, self::MOST_VOLTS), 'volts' => $point->number('volts', 0, self::MOST_VOLTS)];
            $point->done();
            if ($i > 0 && ($points[$i]['dial'] <= $points[$i - 1]['dial'] || $points[$i]['volts'] <= $points[$i - 1]['volts'])) {
                throw $point->fault('dial', 'dial and volts rise from point to point');
            }
        }
        if (\count($points) < self::LEAST_POINTS) {
            throw $fields->fault('points', \sprintf('at least %d points', self::LEAST_POINTS));
        }
        $table = new self($points, $fields->day('measuredOn', 20), $fields->optionalString('meterId', 40));
        $fields->done();

        return $table;
    }

    public function least(): float
    {
        return $this->points[0]['dial'];
    }

    public function most(): float
    {
        return $this->points[\count($this->points) - 1]['dial'];
    }

    /**
     * Volts that belong to a dial.
     *
     * @throws OutsideTable
     */
    public function volts(float $dial): float
    {
        if ($dial < $this->least() || $dial > $this->most()) {
            throw new OutsideTable($dial, $this->least(), $this->most());
        }
        $volts = $this->points[0]['volts'];
        foreach ($this->points as $i => $point) {
            if ($i > 0 && $dial > $this->points[$i - 1]['dial']) {
                $before = $this->points[$i - 1];
                $volts = $before['volts'] + ($point['volts'] - $before['volts']) * min(1.0, ($dial - $before['dial']) / ($point['dial'] - $before['dial']));
            }
        }

        return $volts;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['points' => $this->points, 'measuredOn' => $this->measuredOn, ...(null === $this->meterId ? [] : ['meterId' => $this->meterId])];
    }
}
