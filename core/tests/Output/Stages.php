<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Output;

use Yew\Core\Output\Drive;
use Yew\Core\Output\DrivenTubes;
use Yew\Core\Output\OutputStage;
use Yew\Core\Output\StageSupply;
use Yew\Core\Output\Standing;
use Yew\Core\Tests\Tube\ShippedTubes;
use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\TriodeModel;

/** Output stages on stiff supplies through lossless transformers: as handbooks have them. */
final class Stages
{
    private const NO_COPPER = ['a' => ['plate' => 0.0, 'tap' => 0.0], 'b' => ['plate' => 0.0, 'tap' => 0.0]];

    public static function law(string $type): TriodeModel|PentodeModel
    {
        $model = ShippedTubes::catalogue()->find($type)?->section()?->model;

        return $model instanceof TriodeModel || $model instanceof PentodeModel ? $model : throw new \LogicException($type.' is no amplifier');
    }

    public static function single(string $type, float $ohms): OutputStage
    {
        return new OutputStage([new DrivenTubes(['V1'], 'a', self::law($type))], 'supply', 0.0, self::NO_COPPER, $ohms, 1.0, true);
    }

    /** @param array{float, float} $strengths of the two sides */
    public static function pair(string $type, float $ohms, array $strengths = [1.0, 1.0], string $screens = 'supply', float $tapShare = 0.0): OutputStage
    {
        return new OutputStage([new DrivenTubes(['V1'], 'a', self::law($type), $strengths[0]), new DrivenTubes(['V2'], 'b', self::law($type), $strengths[1])], 'tap' === $screens ? 'tap' : ('plate' === $screens ? 'plate' : 'supply'), $tapShare, self::NO_COPPER, $ohms, 1.0, false);
    }

    /** With a sine of so many volts at its grids, or as much as brings them to their cathodes. */
    public static function driven(OutputStage $stage, float $plates, float $screens, float $bias, ?float $drive = null): Drive
    {
        $grids = array_map(static fn (DrivenTubes $t): float => $bias, $stage->tubes);
        $supply = StageSupply::stiff($stage, $plates, $screens, $grids);
        $idle = new Standing($plates, $screens, $grids, array_map(static fn (DrivenTubes $t): float => 0.0, $stage->tubes));

        return null === $drive ? Drive::toGridCurrent($stage, $supply, $idle) : Drive::at($stage, $supply, $idle, $drive);
    }
}
