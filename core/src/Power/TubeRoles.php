<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Circuit\Block\ExpandedBlock;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\TubeCatalogue;

/** Which tubes of an amplifier make its B+, which drive its output, and which come before (PWR-6). */
final class TubeRoles
{
    public static function isRectifier(TubeCatalogue $tubes, string $type): bool
    {
        return $tubes->find($type)?->section()?->model instanceof RectifierModel;
    }

    /** @return list<string> */
    public static function rectifiers(Sheet $sheet, TubeCatalogue $tubes): array
    {
        return array_values(array_map(static fn (TubePosition $t): string => $t->position, array_filter($sheet->tubes, static fn (TubePosition $t): bool => self::isRectifier($tubes, $t->type))));
    }

    /** @return list<string> everything but the rectifiers */
    public static function others(Sheet $sheet, TubeCatalogue $tubes): array
    {
        return array_values(array_diff(array_map(strval(...), array_keys($sheet->tubes)), self::rectifiers($sheet, $tubes)));
    }

    /**
     * Whether two lists name the same positions, in whatever order.
     *
     * @param list<string> $one
     * @param list<string> $other
     */
    public static function areSame(array $one, array $other): bool
    {
        return [] === array_diff($one, $other) && [] === array_diff($other, $one);
    }

    /** The rectifier is a tube, and the bias comes from a rectifier of its own that does not wait for it (PWR-5a). */
    public static function biasComesWithoutRectifierTube(Sheet $sheet, TubeCatalogue $tubes): bool
    {
        return [] !== self::rectifiers($sheet, $tubes) && [] !== array_filter($sheet->circuit->blocks ?? [], static fn (ExpandedBlock $b): bool => 'bias' === $b->kind);
    }
}
