<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Quantity\ErrorSource;
use Yew\Core\Quantity\Figure;
use Yew\Core\Reading\OutputTube;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\TubeSection;

/** What share of its cathode’s current a tube’s screen takes: as it was measured across its stopper, else as the circuit has it (BIAS-1). */
final readonly class ScreenShare
{
    /** What nobody measured may be more or less by this share of itself (BIAS-1). */
    public const SPREAD = 0.4;

    /** @return Figure|null 0 of a triode; null where neither circuit nor handbook says it */
    public static function of(BenchFacts $facts, DrawnOutput $tube, TubeSection $section): ?Figure
    {
        if (!$section->model instanceof PentodeModel) {
            return Figure::exact(0.0);
        }
        $share = self::byCircuit($facts, $tube) ?? self::byHandbook($section);

        return null === $share ? null : Figure::with($share, new ErrorSource('screen-share:'.$tube->position, self::SPREAD * $share));
    }

    private static function byCircuit(BenchFacts $facts, DrawnOutput $tube): ?float
    {
        $forecast = null === $facts->readings ? null : $facts->readings->under($facts->readings->contextNow()->conditions);
        $screen = isset($tube->places['screen']) ? $forecast?->currents[$tube->places['screen']]->volts ?? null : null;
        $cathode = $forecast?->currents[$tube->places['cathode']]->volts ?? null;

        return null === $screen || null === $cathode || $cathode <= 0.0 ? null : $screen / $cathode;
    }

    private static function byHandbook(TubeSection $section): ?float
    {
        $shares = OutputTube::shares($section);

        return [] === $shares ? null : array_sum($shares) / \count($shares);
    }
}
