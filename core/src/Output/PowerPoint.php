<?php

declare(strict_types=1);

namespace Yew\Core\Output;

/** What an output stage does at one drive. */
final readonly class PowerPoint
{
    /**
     * @param float                                                                                                  $driveVolts     peak at each grid
     * @param float                                                                                                  $watts          in the load, with a sine at the grids
     * @param float                                                                                                  $sineWatts      with as much feedback as makes it a sine whose peaks reach as far
     * @param float                                                                                                  $distortion     harmonics by fundamental, of the stage alone
     * @param list<float>                                                                                            $harmonics      second and up, by fundamental
     * @param float                                                                                                  $supplyVolts    at the plates’ supply
     * @param float|null                                                                                             $screenVolts    at the screens’ supply; null where they have none of their own
     * @param float                                                                                                  $peakPlateVolts highest from plate to cathode
     * @param array{a: float, b: float}                                                                              $peaks          V of half the swing that each side pulls
     * @param array<string, array{plateAmperes: float, screenAmperes: float, plateWatts: float, screenWatts: float}> $tubes          means, by position
     */
    public function __construct(
        public float $driveVolts,
        public float $watts,
        public float $sineWatts,
        public float $distortion,
        public array $harmonics,
        public float $supplyVolts,
        public ?float $screenVolts,
        public float $peakPlateVolts,
        public array $peaks,
        public array $tubes,
    ) {
    }

    public static function of(Drive $drive): self
    {
        $amplitudes = $drive->period->harmonics();
        $first = max(1e-9, (float) array_shift($amplitudes));
        $dissipation = $drive->dissipation();
        $tubes = [];
        foreach ($drive->stage->tubes as $s => $set) {
            foreach ($set->positions as $position) {
                $tubes[$position] = ['plateAmperes' => $drive->amperes[$s][0], 'screenAmperes' => $drive->amperes[$s][1], 'plateWatts' => $dissipation[$s]['plate'], 'screenWatts' => $dissipation[$s]['screen']];
            }
        }

        return new self($drive->volts, $drive->watts(), $drive->sineWatts(), $drive->period->distortion(), array_map(static fn (float $a): float => $a / $first, $amplitudes), $drive->standing->supply, 'supply' === $drive->stage->screens ? $drive->standing->screens : null, $drive->peakPlateVolts(), $drive->peaks(), $tubes);
    }
}
