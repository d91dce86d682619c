<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Calibration;

use Yew\Core\Circuit\Factors;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** What makes the model meet the printed values: factors with their bands, and which print resists. */
final readonly class Calibration
{
    /**
     * @param list<array{kind: string, id: string, factor: float, deviation: float, prior: float}>                                 $fitted     by how much each was moved, largest first; deviations are relative
     * @param list<array{place: string, printed: float, before: float, after: float, without: float, score: float, resists: bool}> $residuals  volts before and after, and as the other prints alone would have it
     * @param array<string, array<string, float>>                                                                                  $covariance of the relative factors, by `kind id`
     */
    public function __construct(public Factors $factors, public array $fitted, public array $residuals, public array $covariance)
    {
    }

    /** @return array<string, mixed> for keeping */
    public function toArray(): array
    {
        return ['factors' => $this->factors->toArray(), 'fitted' => $this->fitted, 'residuals' => $this->residuals, 'covariance' => $this->covariance];
    }

    /**
     * @param array<string, mixed> $data as toArray() gave it
     *
     * @throws BadData when it was not made by toArray()
     */
    public static function fromArray(array $data): self
    {
        $fields = Fields::of($data, 'calibration');
        $fitted = array_map(static fn (Fields $f): array => ['kind' => $f->string('kind'), 'id' => $f->string('id'), 'factor' => $f->number('factor'), 'deviation' => $f->number('deviation'), 'prior' => $f->number('prior')], $fields->objects('fitted'));
        $residuals = array_map(static fn (Fields $f): array => ['place' => $f->string('place'), 'printed' => $f->number('printed'), 'before' => $f->number('before'), 'after' => $f->number('after'), 'without' => $f->number('without'), 'score' => $f->number('score'), 'resists' => $f->boolean('resists')], $fields->objects('residuals'));
        $covariance = [];
        $rows = $fields->object('covariance');
        foreach ($rows->names() as $i) {
            $row = $rows->object($i);
            foreach ($row->names() as $j) {
                $covariance[$i][$j] = $row->number($j);
            }
        }

        return new self(Factors::decode($fields->object('factors')), $fitted, $residuals, $covariance);
    }

    /** Nothing was printed: factors of one, and the whole spread that parts and tubes have. */
    public function isEmpty(): bool
    {
        return [] === $this->residuals;
    }
}
