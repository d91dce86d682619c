<?php

declare(strict_types=1);

namespace Yew\Server\Access;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Http\EntryPoint\AuthenticationEntryPointInterface;
use Yew\Server\Http\Problem;

final class SignInNeeded implements AuthenticationEntryPointInterface
{
    public function start(Request $request, ?AuthenticationException $authException = null): Response
    {
        return new Problem(401, 'Sign in', 'Sign in first.');
    }
}
