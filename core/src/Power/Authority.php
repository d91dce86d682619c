<?php

declare(strict_types=1);

namespace Yew\Core\Power;

/** Who may go through a gate that is not met (SAFE-4). */
enum Authority: string
{
    /** Anyone who works here, with a written reason. */
    case Technician = 'technician';
    /** What is *unsafe without*: the owner of the shop, with a written reason. */
    case Owner = 'owner';
    /** Nobody. */
    case Nobody = 'nobody';

    /** @param string $role of the person, as the record has it */
    public function grants(string $role): bool
    {
        return match ($this) {
            self::Technician => \in_array($role, ['technician', 'owner'], true),
            self::Owner => 'owner' === $role,
            self::Nobody => false,
        };
    }
}
