<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Http;

use PHPUnit\Framework\Attributes\DataProvider;
use Psr\Log\LoggerInterface;
use Psr\Log\NullLogger;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\HttpKernelInterface;
use Yew\Server\Http\NoRoom;
use Yew\Server\Http\ProblemListener;
use Yew\Server\Http\Refused;
use Yew\Server\Http\Room;

/** A file system without a free block is full: /proc never has one. */
final class RoomTest extends KernelTestCase
{
    /** @return iterable<string, array{\Throwable, string, int}> */
    public static function faults(): iterable
    {
        yield 'whatever fails on a full disk fails for that' => [new \LogicException('half a file'), '/proc', 507];
        yield 'with room it is a fault of ours' => [new \LogicException('half a file'), __DIR__, 500];
        yield 'what is refused is refused, full or not' => [Refused::notFound('job'), '/proc', 404];
        yield 'where it cannot be told it is not said' => [new \LogicException('half a file'), '/nowhere/at/all', 500];
    }

    #[DataProvider('faults')]
    public function testAFaultOnAFullDiskIsTheDisks(\Throwable $fault, string $folder, int $status): void
    {
        $event = new ExceptionEvent(self::createStub(HttpKernelInterface::class), new Request(), HttpKernelInterface::MAIN_REQUEST, $fault);
        (new ProblemListener(new NullLogger(), new Room($folder)))->onException($event);
        self::assertSame($status, $event->getResponse()?->getStatusCode());
    }

    public function testWhatMustBeKeptIsNotBegunWithoutRoom(): void
    {
        (new Room(__DIR__))->need();
        $this->expectException(NoRoom::class);
        (new Room('/proc'))->need();
    }

    public function testALogThatCannotBeWrittenChangesNoAnswer(): void
    {
        $file = self::bootKernel()->getLogDir().'/test.log';
        $disk = new Filesystem();
        $disk->remove($file);
        $disk->mkdir($file); // a folder in the log's place: nothing can be written to it
        try {
            self::getContainer()->get(LoggerInterface::class)->error('cannot be kept');
            self::assertDirectoryExists($file);
        } finally {
            $disk->remove($file);
        }
    }
}
