<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** The kind of an output stage, by which schools say where it idles, as shares of the plate’s limit (BIAS-3, common practice). */
enum OutputClass: string
{
    case FixedPushPull = 'fixed-push-pull';
    case CathodePushPull = 'cathode-push-pull';
    case SingleEnded = 'single-ended';

    public static function of(DrawnOutput $tube): self
    {
        return match (true) {
            $tube->isSingleEnded => self::SingleEnded,
            $tube->isFixed => self::FixedPushPull,
            default => self::CathodePushPull,
        };
    }

    public function low(): float
    {
        return match ($this) {
            self::FixedPushPull => 0.6,
            self::CathodePushPull => 0.75,
            self::SingleEnded => 0.8,
        };
    }

    public function high(): float
    {
        return match ($this) {
            self::FixedPushPull => 0.7,
            self::CathodePushPull, self::SingleEnded => 1.0,
        };
    }
}
