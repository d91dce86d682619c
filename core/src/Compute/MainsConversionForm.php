<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Bench\FuseMark;
use Yew\Core\Codec\Fields;
use Yew\Core\Look\MainsConversion;
use Yew\Core\Version;

/** Whether and how a primary can be wired for another mains (LOOK-3). */
final class MainsConversionForm implements ComputeForm
{
    public function name(): string
    {
        return 'mains-conversion/1';
    }

    public function summary(): string
    {
        return 'whether and how an amplifier can be wired for another mains';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $primary = $fields->string('primary', 20);
        if (!\in_array($primary, ['single', 'two-equal', 'tapped'], true)) {
            throw $fields->fault('primary', 'single, two-equal or tapped');
        }
        $volts = $fields->numbers('windingVolts', 12);
        if ([] === $volts || min($volts) <= 0.0) {
            throw $fields->fault('windingVolts', 'the volts of the winding, of each of the two, or of every tap belong here');
        }
        $fuse = $fields->optionalString('fuse', 30);
        $plan = MainsConversion::plan($primary, $volts, $fields->positive('mainsVolts'), $fields->positive('madeForHertz'), $fields->positive('mainsHertz'), null === $fuse ? null : FuseMark::read($fuse), $fields->optionalPositive('fuseMainsVolts'));
        $fields->done();

        return [...$plan->toArray(), 'coreVersion' => Version::CORE];
    }
}
