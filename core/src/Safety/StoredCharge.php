<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Bench\Proof;
use Yew\Core\Bench\SafetyFigures;
use Yew\Core\Reading\JudgedPoint;
use Yew\Core\Sheet\Island;
use Yew\Core\Sheet\Sheet;

/** What a bank of charge may hold, and how long it holds it (SAFE-2, SAFE-2a). */
final readonly class StoredCharge
{
    /**
     * @param bool       $isProved         read low while the chassis was off
     * @param float      $startVolts       highest that any of its nodes may stand at
     * @param float|null $energyJoules     at those volts; null where nothing is known of its capacitors
     * @param float|null $secondsToTouch   until it is under 60 V
     * @param float|null $secondsToHandsIn until it is under 10 V
     * @param bool       $holds            nothing discharges it
     */
    private function __construct(public Island $island, public ?Proof $proof, public bool $isProved, public float $startVolts, public ?float $energyJoules, public ?float $secondsToTouch, public ?float $secondsToHandsIn, public bool $holds)
    {
    }

    /** @param array<string, float> $startVolts by node, as startVolts() gives them */
    public static function of(Island $island, ?Proof $proof, ?Sheet $sheet, Conditions $conditions, ChassisState $state, array $startVolts): self
    {
        $network = $sheet?->dischargeNetwork($island, $conditions->bleeder());
        $seconds = $network?->secondsTo(SafetyFigures::HANDS_IN_VOLTS, $startVolts);

        return new self(
            $island, $proof, null !== $proof && $proof->volts < SafetyFigures::HANDS_IN_VOLTS && \in_array($state, [ChassisState::Dead, ChassisState::Discharging], true),
            max([0.0, ...array_map(static fn (string $n): float => abs($startVolts[$n] ?? 0.0), $island->nodes)]),
            $network?->energyJoules($startVolts), $network?->secondsTo(SafetyFigures::TOUCH_VOLTS, $startVolts), $seconds, null !== $network && null === $seconds,
        );
    }

    /**
     * The highest volts that each node may hold: read last, expected today, or printed.
     *
     * @param iterable<JudgedPoint> $points
     *
     * @return array<string, float> by place
     */
    public static function startVolts(iterable $points): array
    {
        $volts = [];
        foreach ($points as $judged) {
            if (MeterFunction::DcVolts === $judged->point->function) {
                $read = $judged->judgement->volts ?? 0.0;
                $drawn = $judged->expected->volts ?? $judged->point->printedVolts ?? 0.0;
                $volts[$judged->point->place] = abs($read) > abs($drawn) ? $read : $drawn;
            }
        }

        return $volts;
    }
}
