<?php

declare(strict_types=1);

namespace Yew\Core;

/** Named in every judgement and every compute answer, so that an old verdict can be understood later. */
final class Version
{
    public const CORE = '2026.12.1';
}
