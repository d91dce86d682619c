<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** One part of a netlist. Places that it joins are socket pins, node ids or `chassis` (contract §2). */
interface Element
{
    /** Stable id: `R7`, `C12/b`, `T1`. */
    public function id(): string;

    /** @return list<string> places */
    public function places(): array;
}
