<?php

declare(strict_types=1);

namespace Yew\Core\Look;

use Yew\Core\Sheet\Sheet;
use Yew\Core\Station\Step;
use Yew\Core\Test\TestKind;
use Yew\Core\Test\TestRecord;

/** The walk round a cold amplifier, made from its sheet: mains first, since that is what kills (§4 of the trade; SAFE-4a, LOOK-5). */
final class LookPlan
{
    /** Where to look besides what the sheet lists (common practice). */
    private const AREAS = ['transformers', 'wiring', 'solder-side', 'pots-and-jacks', 'speaker', 'cabinet'];

    /**
     * @param list<string> $cans cans and electrolytics, by part
     * @param list<string> $iron transformers and chokes: they carry date codes
     *
     * @return list<LookItem>
     */
    public static function items(?Sheet $sheet, array $cans, array $iron, TestRecord $tests): array
    {
        $step = static fn (TestKind $kind, string $part, string $subject = '', bool $optional = false): Step => Step::of($tests, $kind, $part, $subject, $optional);
        $items = [new LookItem('mains', 'mains', '', [
            $step(LookTestKind::Cord, 'mains'), $step(LookTestKind::LiveLead, 'mains'), $step(LookTestKind::LineCapacitor, 'mains'), $step(LookTestKind::EarthBond, 'mains', 'cord'), $step(LookTestKind::MainsInsulation, 'mains'), $step(LookTestKind::Primary, 'mains', '', true),
        ])];
        foreach ($sheet->fuses ?? [] as $fuse) {
            $items[] = new LookItem($fuse->id, 'fuse', \sprintf('%s %g A %s, %g V', $fuse->place, $fuse->printedAmperes, $fuse->characteristic, $fuse->ratedVolts), [$step(LookTestKind::Fuse, $fuse->id)]);
        }
        if ([] === ($sheet->fuses ?? [])) {
            $items[] = new LookItem('F1', 'fuse', '', [$step(LookTestKind::Fuse, 'F1')]);
        }
        foreach ($sheet->tubes ?? [] as $tube) {
            $items[] = new LookItem($tube->position, 'tube', $tube->type.(null === $tube->role ? '' : ', '.$tube->role), [$step(LookTestKind::TubeLook, $tube->position)]);
        }
        foreach ($cans as $can) {
            $items[] = new LookItem($can, 'can', '', [$step(LookTestKind::CanLook, $can)]);
        }
        foreach (self::AREAS as $area) {
            $items[] = new LookItem($area, 'area', '', [$step(LookTestKind::AreaLook, $area)]);
        }
        foreach ($iron as $part) {
            $items[] = new LookItem($part, 'date', '', [$step(LookTestKind::DateCode, $part, '', true)]);
        }

        return $items;
    }
}
