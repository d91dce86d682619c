<?php

declare(strict_types=1);

namespace Yew\Server\Access;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Http\Authentication\AuthenticationFailureHandlerInterface;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Problem;

/** json_login alone answers 401 even when throttled; a throttled try is 429. Nothing in the answer, nor how long it takes, says whether a name is known. */
final readonly class SignInFailure implements AuthenticationFailureHandlerInterface
{
    public function __construct(private PasswordHasherFactoryInterface $hashers)
    {
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): Response
    {
        if ($exception instanceof TooManyLoginAttemptsAuthenticationException) {
            return new Problem(429, 'Too many tries', 'Too many wrong tries. Wait a minute or two, then try again.');
        }
        if ($exception instanceof UserNotFoundException || $exception->getPrevious() instanceof UserNotFoundException) {
            // Making a hash takes as long as checking one, which is what a known name costs.
            $this->hashers->getPasswordHasher(Person::class)->hash('nobody of this name');
        }

        return new Problem(401, 'Not signed in', 'Name and password do not match.');
    }
}
