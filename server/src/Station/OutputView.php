<?php

declare(strict_types=1);

namespace Yew\Server\Station;

use Yew\Core\Bias\BiasBench;
use Yew\Core\Bias\StagePower;
use Yew\Core\Circuit\Block\OutputBlock;
use Yew\Core\Job\Bench;
use Yew\Core\Output\DrawnStage;
use Yew\Core\Output\PowerPoint;
use Yew\Core\Tube\TubeType;
use Yew\Server\Http\Refused;
use Yew\Server\Wording\Wording;

/** What an output stage of one unit should give, as the page gets it: power against drive, what is said of it, the plate curves with the way a tube goes on them. */
final readonly class OutputView
{
    public function __construct(private Wording $wording)
    {
    }

    /**
     * @param float|null  $loadOhms another load than the one on it
     * @param string|null $type     another type in its sockets
     *
     * @return array<string, mixed> the schema StagePower of docs/api/openapi.yaml
     */
    public function of(Bench $bench, string $stage, ?float $loadOhms, ?string $type): array
    {
        if (null !== $loadOhms && (!DrawnStage::isLoad($loadOhms))) {
            throw Refused::badData('loadOhms', \sprintf('a load of %s to %s Ω belongs here', ...OutputBlock::LOAD_OHMS));
        }
        $bias = new BiasBench($bench->facts());
        $tubes = $bias->tubesOf($stage);
        if ([] === $tubes) {
            throw Refused::notFound('output stage with tubes in');
        }
        $others = StagePower::others($bias, $tubes);
        $other = null === $type ? null : array_values(array_filter($others, static fn (TubeType $t): bool => $t->name === $type))[0] ?? throw Refused::badData('type', \sprintf('“%s” does not go into these sockets as they are wired', $type));
        $power = StagePower::of($bias, $tubes, $loadOhms, $other);

        return [
            'stage' => $stage, 'type' => $other->name ?? $tubes[0]->types[0]->name ?? null, 'others' => array_map(static fn (TubeType $t): string => $t->name, $others),
            'power' => null === $power ? null : $this->told($power),
        ];
    }

    /** @return array<string, mixed> */
    private function told(StagePower $stage): array
    {
        $power = $stage->power;
        $limit = $stage->limits[0] ?? null;
        $paths = [];
        foreach ($power->paths as $position => $path) {
            $paths[] = ['position' => $position, 'side' => $power->sides[$position], 'points' => self::points($path)];
        }

        return [
            'cleanWatts' => $power->cleanWatts(), 'limit' => $power->limit(), 'loadOhms' => $power->loadOhms, 'drawnLoadOhms' => $power->drawnLoadOhms, 'primaryOhms' => $power->primaryOhms, 'isSingleEnded' => $power->isSingleEnded, 'hasFeedback' => $power->hasFeedback,
            'plateLimitWatts' => $limit?->plateWatts, 'screenLimitWatts' => $limit?->screenWatts,
            'clean' => self::point($power->clean), 'points' => array_map(self::point(...), $power->points),
            'paths' => $paths, 'curves' => array_map(static fn (array $c): array => ['gridVolts' => $c['gridVolts'], 'points' => self::points($c['points'])], $power->curves),
            'reasons' => array_map($this->wording->told(...), $stage->reasons()),
        ];
    }

    /** @return array<string, float> of the tube that has most to bear */
    private static function point(PowerPoint $point): array
    {
        return [
            'driveVolts' => $point->driveVolts, 'watts' => $point->watts, 'distortion' => $point->distortion, 'supplyVolts' => $point->supplyVolts, 'peakPlateVolts' => $point->peakPlateVolts,
            'plateAmperes' => max(0.0, ...array_column($point->tubes, 'plateAmperes')), 'plateWatts' => max(0.0, ...array_column($point->tubes, 'plateWatts')), 'screenWatts' => max(0.0, ...array_column($point->tubes, 'screenWatts')),
        ];
    }

    /**
     * @param list<array{float, float}> $points
     *
     * @return list<array{volts: float, amperes: float}>
     */
    private static function points(array $points): array
    {
        return array_map(static fn (array $p): array => ['volts' => $p[0], 'amperes' => $p[1]], $points);
    }
}
