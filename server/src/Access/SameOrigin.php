<?php

declare(strict_types=1);

namespace Yew\Server\Access;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\Security\Csrf\CsrfToken;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;
use Yew\Server\Http\Problem;

/**
 * json_login has no CSRF option of its own: every unsafe request must say that it comes from this origin.
 *
 * Priority: after the session listener (128), before the router (32) and the firewall (8).
 */
#[AsEventListener(priority: 40)]
final readonly class SameOrigin
{
    public function __construct(private CsrfTokenManagerInterface $csrf)
    {
    }

    public function __invoke(RequestEvent $event): void
    {
        if (!$event->isMainRequest() || $event->getRequest()->isMethodSafe()) {
            return;
        }
        // The literal value (framework.csrf_protection.cookie_name) means: judge by Sec-Fetch-Site, Origin or Referer alone.
        if (!$this->csrf->isTokenValid(new CsrfToken('api', 'csrf-token'))) {
            $event->setResponse(new Problem(403, 'Not from here', 'This request did not come from the application’s own pages.'));
        }
    }
}
