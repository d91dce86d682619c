<?php

declare(strict_types=1);

namespace Yew\Server\Mail;

use Psr\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;

/** A stand-in for a mail server: each letter becomes a file .eml (RFC 5322), which any mail program opens. */
final class FolderTransport extends AbstractTransport
{
    public function __construct(private readonly string $folder, ?EventDispatcherInterface $dispatcher = null)
    {
        parent::__construct($dispatcher);
    }

    protected function doSend(SentMessage $message): void
    {
        if (!is_dir($this->folder) && !@mkdir($this->folder, 0o700, true) && !is_dir($this->folder)) {
            throw new \RuntimeException('no right to write letters');
        }
        $name = gmdate('Ymd-His').'-'.bin2hex(random_bytes(6)).'.eml';
        if (false === @file_put_contents($this->folder.'/'.$name, $message->toString())) {
            throw new \RuntimeException('no room to write letters');
        }
    }

    public function __toString(): string
    {
        return 'folder://mail';
    }
}
