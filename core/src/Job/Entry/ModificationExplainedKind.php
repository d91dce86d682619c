<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Modification;

/** Why a part is another than drawn. */
final class ModificationExplainedKind extends UnitRemarkKind
{
    public function name(): string
    {
        return 'modification';
    }

    public function kept(array $payload): ModificationExplained
    {
        return new ModificationExplained(Modification::decode(Fields::of($payload)));
    }
}
