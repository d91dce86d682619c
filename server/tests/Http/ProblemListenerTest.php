<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Http;

use Doctrine\DBAL\Driver\PDO\Exception as PdoFault;
use Doctrine\DBAL\Exception\DriverException;
use League\Flysystem\UnableToWriteFile;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Psr\Log\AbstractLogger;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\HttpKernelInterface;
use Yew\Server\Http\NoRoom;
use Yew\Server\Http\Problem;
use Yew\Server\Http\ProblemListener;
use Yew\Server\Http\Room;

/** What a client is told when the machine under the server gives way. */
final class ProblemListenerTest extends TestCase
{
    /** @return iterable<string, array{\Throwable, int}> */
    public static function faults(): iterable
    {
        yield 'the database’s disk is full' => [self::ofDatabase('53100', 'could not extend file'), 507];
        yield 'a file cannot be written' => [UnableToWriteFile::atLocation('photos/a.jpg', 'fwrite failed'), 507];
        yield 'the system says so, two causes down' => [new \RuntimeException('a', 0, new \RuntimeException('b', 0, new \ErrorException('file_put_contents(): Write of 10 bytes failed with errno=28 No space left on device'))), 507];
        yield 'no room' => [new NoRoom(), 507];
        yield 'too many connections' => [self::ofDatabase('53300', 'sorry, too many clients already'), 503];
        yield 'out of memory is neither' => [self::ofDatabase('53200', 'out of memory'), 500];
        yield 'the connection is killed' => [self::ofDatabase('57P01', 'terminating connection due to administrator command'), 503];
        yield 'a fault of the program' => [new \LogicException('oops'), 500];
    }

    #[DataProvider('faults')]
    public function testAFaultOfTheMachineIsSaidAsWhatItIs(\Throwable $fault, int $status): void
    {
        $logger = new class extends AbstractLogger {
            public function log($level, string|\Stringable $message, array $context = []): void
            {
                throw new \UnexpectedValueException('Writing to the log file failed: No space left on device');
            }
        };
        $event = new ExceptionEvent(self::createStub(HttpKernelInterface::class), new Request(), HttpKernelInterface::MAIN_REQUEST, $fault);
        (new ProblemListener($logger, new Room(__DIR__)))->onException($event);
        $answer = $event->getResponse();
        self::assertInstanceOf(Problem::class, $answer, 'a log that cannot be written does not change the answer');
        self::assertSame([$status, 'application/problem+json'], [$answer->getStatusCode(), $answer->headers->get('Content-Type')]);
        self::assertStringNotContainsString('device', (string) $answer->getContent());
    }

    private static function ofDatabase(string $state, string $says): DriverException
    {
        $pdo = new \PDOException($says);
        $pdo->errorInfo = [$state, 7, $says];

        return new DriverException(PdoFault::new($pdo), null);
    }
}
