<?php

declare(strict_types=1);

namespace Yew\Server\Access;

use Symfony\Component\Security\Core\Exception\BadCredentialsException;
use Symfony\Component\Security\Core\User\UserCheckerInterface;
use Symfony\Component\Security\Core\User\UserInterface;
use Yew\Server\Access\Entity\Person;

/** Whoever was invited and has no password yet, or whose access was ended, does not get in; the answer is that of a wrong password. */
final readonly class StillHere implements UserCheckerInterface
{
    public function checkPreAuth(UserInterface $user): void
    {
        if ($user instanceof Person && !$user->maySignIn()) {
            throw new BadCredentialsException();
        }
    }

    public function checkPostAuth(UserInterface $user): void
    {
    }
}
