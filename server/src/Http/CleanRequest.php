<?php

declare(strict_types=1);

namespace Yew\Server\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Yew\Core\Sheet\SheetFile;

/**
 * Turns away what no form could have sent, before anybody is asked who they are: bodies without measure, and text that no database keeps.
 *
 * Priority: after the format is set (250), before the session and the firewall (128, 8).
 */
#[AsEventListener(priority: 200)]
final readonly class CleanRequest
{
    /** A sign-in is a name and a password. */
    private const MOST_BYTES_BEFORE_SIGN_IN = 4_000;

    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || !str_starts_with($request->getPathInfo(), '/api/')) {
            return;
        }
        $uri = rawurldecode($request->getRequestUri());
        if (str_contains($uri, "\0") || !mb_check_encoding($uri, 'UTF-8')) {
            $event->setResponse(new Problem(422, 'Cannot be read', 'The address holds a sign that no text has.'));

            return;
        }
        if ($request->isMethodSafe() || str_starts_with((string) $request->headers->get('Content-Type'), 'multipart/')) {
            return; // uploads are measured where they are taken, by people who have signed in
        }
        $most = \in_array($request->getPathInfo(), ['/api/sign-in', '/api/setup'], true) ? self::MOST_BYTES_BEFORE_SIGN_IN : SheetFile::MAX_BYTES;
        if ((int) $request->headers->get('Content-Length', '0') > $most || \strlen($text = $request->getContent()) > $most) {
            $event->setResponse(new Problem(413, 'Too large', \sprintf('More than the %d kB that this takes.', intdiv($most, 1000))));

            return;
        }
        if (str_contains($text, "\0") || str_contains($text, '\u0000')) {
            $event->setResponse(new Problem(422, 'Cannot be read', 'It holds a sign that no text has (U+0000).'));
        }
    }
}
