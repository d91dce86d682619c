<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Access;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\PasswordHasher\PasswordHasherInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\BadCredentialsException;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Yew\Server\Access\SignInFailure;

/** Whether a name is known cannot be told by the clock: each wrong try costs one hash, made here where none was checked. */
final class SignInFailureTest extends TestCase
{
    /** @return iterable<string, array{AuthenticationException, int, int}> */
    public static function tries(): iterable
    {
        yield 'a known name: its hash was checked already' => [new BadCredentialsException('wrong'), 0, 401];
        yield 'an unknown name' => [new UserNotFoundException(), 1, 401];
        yield 'an unknown name as the firewall hides it' => [new BadCredentialsException('Bad credentials.', 0, new UserNotFoundException()), 1, 401];
        yield 'too many tries: nobody is looked up' => [new TooManyLoginAttemptsAuthenticationException(), 0, 429];
    }

    #[DataProvider('tries')]
    public function testEachWrongTryCostsOneHash(AuthenticationException $why, int $hashes, int $status): void
    {
        $hasher = $this->createMock(PasswordHasherInterface::class);
        $hasher->expects(self::exactly($hashes))->method('hash')->willReturn('');
        $hashers = self::createStub(PasswordHasherFactoryInterface::class);
        $hashers->method('getPasswordHasher')->willReturn($hasher);
        self::assertSame($status, (new SignInFailure($hashers))->onAuthenticationFailure(new Request(), $why)->getStatusCode());
    }
}
