<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Block\OutputBlock;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Drawn\DrawnLoops;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Drawn\DrawnOutputs;
use Yew\Core\Drawn\DrawnTubes;
use Yew\Core\Output\ExpectedPower;
use Yew\Core\Output\NoSwing;
use Yew\Core\Output\PowerAsked;
use Yew\Core\Output\PowerPoint;
use Yew\Core\Sheet\CircuitAtWork;

/** What an output stage should give into a load (BIAS-7). */
final readonly class ExpectedPowerForm extends CircuitForm
{
    public function name(): string
    {
        return 'expected-power/1';
    }

    public function summary(): string
    {
        return 'clean power of an output stage into a load, what clips first, what plates and screens dissipate at each drive';
    }

    protected function answer(CircuitInput $input, Fields $fields): array
    {
        $stage = $fields->string('stage', 12);
        $load = $fields->optionalNumber('loadOhms', ...OutputBlock::LOAD_OHMS);
        $fields->done();
        $drawn = $input->sheet->circuit ?? throw $fields->fault('sheet', 'this sheet holds no circuit');
        try {
            $circuit = CircuitAtWork::of($input->sheet, $drawn, $input->fitted, $this->tubes);
            $tubes = DrawnTubes::of($circuit);
            $outputs = array_filter(DrawnOutputs::of($circuit, $tubes), static fn (DrawnOutput $o): bool => $o->stage === $stage);
            if ([] === $outputs) {
                throw $fields->fault('stage', \sprintf('the circuit has no output stage “%s”', $stage));
            }
            $power = ExpectedPower::asked(new PowerAsked($outputs, ExpectedPower::feedsBack(DrawnLoops::of($circuit, $tubes), $stage), $load), $input->fitted, $input->solved(), $this->tubes);
        } catch (BadCircuit $e) {
            throw BadData::at('sheet', $e->getMessage());
        } catch (NoSwing $e) {
            throw DidNotConverge::at($stage, \NAN);
        }

        return ['power' => null === $power ? null : self::told($power)];
    }

    /** @return array<string, mixed> */
    private static function told(ExpectedPower $power): array
    {
        return [
            'cleanWatts' => $power->cleanWatts(), 'limit' => $power->limit(), 'clipsFirst' => $power->clipsFirst(), 'loadOhms' => $power->loadOhms, 'drawnLoadOhms' => $power->drawnLoadOhms, 'primaryOhms' => $power->primaryOhms, 'hasFeedback' => $power->hasFeedback,
            'clean' => self::point($power->clean), 'points' => array_map(self::point(...), $power->points),
        ];
    }

    /** @return array<string, mixed> */
    private static function point(PowerPoint $point): array
    {
        $tubes = [];
        foreach ($point->tubes as $position => $tube) {
            $tubes[] = ['position' => $position, ...$tube];
        }

        return [
            'driveVolts' => $point->driveVolts, 'watts' => $point->watts, 'sineWatts' => $point->sineWatts, 'distortion' => $point->distortion, 'harmonics' => $point->harmonics,
            'supplyVolts' => $point->supplyVolts, 'screenVolts' => $point->screenVolts, 'peakPlateVolts' => $point->peakPlateVolts, 'tubes' => $tubes,
        ];
    }
}
