<?php

declare(strict_types=1);

namespace Yew\Server\Access;

enum Role: string
{
    case Owner = 'owner';
    case Technician = 'technician';
    case Onlooker = 'onlooker';

    public function granted(): string
    {
        return 'ROLE_'.strtoupper($this->value);
    }
}
