<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Bench\FuseFamily;
use Yew\Core\Bench\FuseMark;
use Yew\Core\Codec\Fields;
use Yew\Core\Look\FuseCheck;
use Yew\Core\Test\Reason;
use Yew\Core\Version;

/** What fuse belongs in at another mains, and whether one that is fitted protects (FUSE-1). */
final class FuseForm implements ComputeForm
{
    public function name(): string
    {
        return 'fuse/1';
    }

    public function summary(): string
    {
        return 'fuse for another mains, and whether a fitted one protects';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $drawn = FuseMark::read($fields->string('drawn', 30));
        $drawnVolts = $fields->positive('drawnMainsVolts');
        $mains = $fields->positive('mainsVolts');
        $fitted = $fields->optionalString('fitted', 30);
        $running = $fields->optionalPositive('runningAmperes');
        $fields->done();
        $proper = FuseCheck::scaled($drawn->amperes, $drawnVolts, $mains, $drawn->family, $drawn->family);
        $reasons = null === $fitted ? [] : FuseCheck::judge(FuseMark::read($fitted), $drawn, $drawnVolts, $mains, true, $running);

        return [
            'properAmperes' => $proper, 'characteristic' => $drawn->characteristic,
            'iecAmperes' => FuseCheck::scaled($drawn->amperes, $drawnVolts, $mains, $drawn->family, FuseFamily::Iec),
            'reasons' => array_map(static fn (Reason $r): array => $r->toArray(), Reason::worstFirst($reasons)),
            'coreVersion' => Version::CORE,
        ];
    }
}
