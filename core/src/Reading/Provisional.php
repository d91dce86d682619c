<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\ChassisState;

/** Why a reading is only for the time being, and is taken once more before close-out (JUDGE-7a). */
final class Provisional
{
    /** @return list<array{string, array<string, mixed>}> a code with its figures for each reason; none where it stands for good */
    public static function because(ReadingContext $context): array
    {
        $out = $context->conditions->tubesOut() ?? [];

        return [
            ...($context->isWarming() ? [['until-warm', ['warmMinutes' => round($context->warmMinutes ?? 0.0)]]] : []),
            ...(true === $context->conditions->limited() ? [['until-unlimited', []]] : []),
            ...([] === $out ? [] : [['until-tubes-in', ['positions' => implode(', ', $out)]]]),
            ...(ChassisState::Ramping === $context->state ? [['until-full-mains', []]] : []),
        ];
    }
}
