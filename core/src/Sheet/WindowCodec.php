<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Codec\Fields;

/** Decodes a window: percent below and above the expected value. */
final class WindowCodec
{
    public static function decode(Fields $fields): Window
    {
        $window = new Window($fields->number('lowPercent', 0, 100), $fields->number('highPercent', 0, 100));
        $fields->done();

        return $window;
    }
}
