<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Bench\DischargeNetwork;
use Yew\Core\Bench\SafetyFigures;
use Yew\Core\Codec\Fields;
use Yew\Core\Version;

/** How long stored charge takes to bleed away, and how much energy it is (SAFE-2, SAFE-3). */
final class Discharge implements ComputeForm
{
    public function name(): string
    {
        return 'discharge/1';
    }

    public function summary(): string
    {
        return 'time until a bank of capacitors is safe, and its energy';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $farads = $start = $resistors = [];
        foreach ($fields->objects('nodes', 60) as $item) {
            $id = $item->string('id', 20);
            if (isset($farads[$id]) || DischargeNetwork::CHASSIS === $id) {
                throw $item->fault('id', \sprintf('“%s” is there twice, or is the chassis', $id));
            }
            $farads[$id] = $item->positive('farads');
            $start[$id] = $item->number('startVolts', -5000, 5000);
            $item->done();
        }
        if ([] === $farads) {
            throw $fields->fault('nodes', 'at least one node with a capacitor belongs here');
        }
        foreach ($fields->objects('resistors', 200) as $item) {
            $resistors[] = ['a' => $item->string('a', 20), 'b' => $item->string('b', 20), 'ohms' => $item->positive('resistanceOhms')];
            $item->done();
        }
        $safe = $fields->optionalPositive('safeVolts') ?? SafetyFigures::TOUCH_VOLTS;
        $target = $fields->optionalPositive('targetVolts') ?? SafetyFigures::HANDS_IN_VOLTS;
        $fields->done();
        $network = new DischargeNetwork($farads, $resistors);
        $toTarget = $network->secondsTo($target, $start);

        return [
            'energyJoules' => $network->energyJoules($start),
            'safeVolts' => $safe,
            'secondsToSafe' => $network->secondsTo($safe, $start),
            'targetVolts' => $target,
            'secondsToTarget' => $toTarget,
            'holdsCharge' => null === $toTarget,
            'coreVersion' => Version::CORE,
        ];
    }
}
