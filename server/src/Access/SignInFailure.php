<?php

declare(strict_types=1);

namespace Yew\Server\Access;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Http\Authentication\AuthenticationFailureHandlerInterface;
use Yew\Server\Http\Problem;

/** json_login alone answers 401 even when throttled; a throttled try is 429. */
final class SignInFailure implements AuthenticationFailureHandlerInterface
{
    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): Response
    {
        return $exception instanceof TooManyLoginAttemptsAuthenticationException
            ? new Problem(429, 'Too many tries', 'Too many wrong tries. Wait a minute or two, then try again.')
            : new Problem(401, 'Not signed in', 'Name and password do not match.');
    }
}
