<?php

declare(strict_types=1);

namespace Yew\Server\Access;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\RateLimiter\PeekableRequestRateLimiterInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\RateLimiter\LimiterInterface;
use Symfony\Component\RateLimiter\RateLimit;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Security\Http\SecurityRequestAttributes;

/**
 * Wrong sign-ins are counted by name and address together, so nobody shuts somebody else out.
 *
 * Each address is counted by itself as well, against one that tries many names; a try that its name has used up already does not
 * count there again, or the typos of one would shut the whole shop, which often stands behind one address.
 */
final readonly class SignInLimiter implements PeekableRequestRateLimiterInterface
{
    public function __construct(
        #[Autowire(service: 'limiter.sign_in_by_name')]
        private RateLimiterFactory $byName,
        #[Autowire(service: 'limiter.sign_in_by_address')]
        private RateLimiterFactory $byAddress,
    ) {
    }

    public function peek(Request $request): RateLimit
    {
        return self::tighter($this->name($request)->consume(0), $this->address($request)->consume(0));
    }

    public function consume(Request $request): RateLimit
    {
        $name = $this->name($request)->consume();

        return $name->isAccepted() ? self::tighter($name, $this->address($request)->consume()) : $name;
    }

    public function reset(Request $request): void
    {
        $this->name($request)->reset();
    }

    private static function tighter(RateLimit $a, RateLimit $b): RateLimit
    {
        return $a->isAccepted() && (!$b->isAccepted() || $b->getRemainingTokens() < $a->getRemainingTokens()) ? $b : $a;
    }

    private function name(Request $request): LimiterInterface
    {
        $name = $request->attributes->get(SecurityRequestAttributes::LAST_USERNAME, '');

        return $this->byName->create(hash('sha256', mb_strtolower(\is_string($name) ? $name : '')."\n".$request->getClientIp()));
    }

    private function address(Request $request): LimiterInterface
    {
        return $this->byAddress->create(hash('sha256', (string) $request->getClientIp()));
    }
}
