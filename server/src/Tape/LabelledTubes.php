<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Core\Drawer\LabelledTube;

/** What the drawer knows of a tube that is named by its label on the tape. */
interface LabelledTubes
{
    /** Null for a label that nobody has. */
    public function find(string $label): ?LabelledTube;
}
