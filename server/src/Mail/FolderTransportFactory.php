<?php

declare(strict_types=1);

namespace Yew\Server\Mail;

use Psr\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\Mailer\Exception\UnsupportedSchemeException;
use Symfony\Component\Mailer\Transport\Dsn;
use Symfony\Component\Mailer\Transport\TransportFactoryInterface;
use Symfony\Component\Mailer\Transport\TransportInterface;

/** `folder://mail`: letters as files under the state of the application. */
final readonly class FolderTransportFactory implements TransportFactoryInterface
{
    public function __construct(private string $stateDir, private ?EventDispatcherInterface $dispatcher = null)
    {
    }

    public function create(Dsn $dsn): TransportInterface
    {
        return $this->supports($dsn) ? new FolderTransport($this->stateDir.'/mail', $this->dispatcher) : throw new UnsupportedSchemeException($dsn, 'folder', ['folder']);
    }

    public function supports(Dsn $dsn): bool
    {
        return 'folder' === $dsn->getScheme();
    }
}
