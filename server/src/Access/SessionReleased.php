<?php

declare(strict_types=1);

namespace Yew\Server\Access;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ControllerEvent;

/**
 * Lets go of the session once it is known who asks: its file is locked while it is open, and a note would wait behind a photo of the same browser.
 *
 * Nothing is written to a session after that; the firewall’s copy of who asked is in it already.
 */
#[AsEventListener]
final readonly class SessionReleased
{
    public function __invoke(ControllerEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || 'sign_in' === $request->attributes->get('_route') || !$request->hasSession(true) || !$request->getSession()->isStarted()) {
            return;
        }
        $request->getSession()->save();
        header_remove('Set-Cookie'); // of PHP’s own; a late answer must not bring back a session that a sign-in has replaced meanwhile
        $request->attributes->remove('_security_firewall_run');
    }
}
