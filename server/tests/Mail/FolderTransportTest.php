<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Mail;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Mailer\Exception\UnsupportedSchemeException;
use Symfony\Component\Mailer\Transport\Dsn;
use Symfony\Component\Mime\Email;
use Yew\Server\Mail\FolderTransportFactory;

/** Letters as files: each its own, readable by its owner alone. */
final class FolderTransportTest extends TestCase
{
    private string $state;

    protected function setUp(): void
    {
        $this->state = sys_get_temp_dir().'/yew-letters-'.bin2hex(random_bytes(4));
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->state);
    }

    public function testEachLetterIsAFile(): void
    {
        $transport = (new FolderTransportFactory($this->state))->create(Dsn::fromString('folder://mail'));
        foreach (['one', "two\r\nBcc: x@example.org"] as $subject) {
            $transport->send((new Email())->from('bench@example.org')->to('maren@example.org')->subject($subject)->text('Grüße'));
        }
        $files = (array) glob($this->state.'/mail/*.eml');
        self::assertCount(2, $files);
        $letters = implode("\n", array_map(static fn (mixed $f): string => (string) file_get_contents((string) $f), $files));
        self::assertStringContainsString('To: maren@example.org', $letters);
        self::assertDoesNotMatchRegularExpression('/^Bcc:/m', $letters, 'a subject adds no line to the head');
        self::assertSame(0o700, fileperms($this->state.'/mail') & 0o777);
    }

    public function testAFolderThatCannotBeIsSaid(): void
    {
        (new Filesystem())->mkdir($this->state);
        touch($this->state.'/mail');
        $transport = (new FolderTransportFactory($this->state))->create(Dsn::fromString('folder://mail'));
        $this->expectExceptionMessage('no right to write letters');
        $transport->send((new Email())->from('bench@example.org')->to('maren@example.org')->text('x'));
    }

    public function testAnotherWayIsForAnotherFactory(): void
    {
        $factory = new FolderTransportFactory($this->state);
        self::assertFalse($factory->supports(Dsn::fromString('smtp://localhost')));
        $this->expectException(UnsupportedSchemeException::class);
        $factory->create(Dsn::fromString('smtp://localhost'));
    }
}
