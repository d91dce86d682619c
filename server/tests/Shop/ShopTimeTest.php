<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Shop;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Clock\Clock;
use Symfony\Component\Clock\NativeClock;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\Filesystem\Filesystem;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Access\Role;
use Yew\Server\Shop\ShopClock;
use Yew\Server\Shop\ShopTime;
use Yew\Server\Tests\ServerTestCase;

/** How time goes in a demo shop, and that it goes no faster in a real one. */
final class ShopTimeTest extends ServerTestCase
{
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/yew-time-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        Clock::set(new NativeClock());
        (new Filesystem())->remove([$this->folder, $this->clockFile()]);
        parent::tearDown();
    }

    public function testItGoesAsOnTheMachineUntilSomebodySaysOtherwise(): void
    {
        $time = new ShopTime($this->folder);
        self::assertSame([1.0, false, 1000.0], [$time->factor, $time->isOwn(), $time->at(1000.0)]);
        $time->go(1.0, 1000.0);
        self::assertFileDoesNotExist($this->folder.'/clock.json', 'nothing to say');
    }

    public function testItNeverLeapsAndNeverGoesBack(): void
    {
        (new ShopTime($this->folder))->go(6.0, 1000.0);
        $fast = new ShopTime($this->folder);
        self::assertSame([6.0, true, 1000.0, 1060.0], [$fast->factor, $fast->isOwn(), $fast->at(1000.0), $fast->at(1010.0)]);
        $fast->go(1.0, 1100.0);
        $slow = new ShopTime($this->folder);
        self::assertSame([1.0, true, 1600.0, 1610.0], [$slow->factor, $slow->isOwn(), $slow->at(1100.0), $slow->at(1110.0)]);
        $slow->go(20.0, 1110.0);
        self::assertSame(1630.0, (new ShopTime($this->folder))->at(1111.0));
    }

    public function testItsClockShowsItAndKeepsItsZone(): void
    {
        $real = microtime(true);
        (new ShopTime($this->folder))->go(20.0, $real - 100.0);
        $clock = (new ShopClock(new ShopTime($this->folder)))->withTimeZone('Asia/Tokyo');
        self::assertEqualsWithDelta($real + 1900.0, (float) $clock->now()->format('U.u'), 60.0);
        self::assertSame('Asia/Tokyo', $clock->now()->getTimezone()->getName());
        $clock->sleep(0.4);
        self::assertLessThan(0.4, microtime(true) - $real);
    }

    /** @return iterable<string, array{string}> */
    public static function brokenFiles(): iterable
    {
        yield 'empty' => [''];
        yield 'no JSON' => ['{"factor": 6'];
        yield 'a factor below 1' => ['{"factor": 0.5, "from": 1, "showed": 1}'];
        yield 'a factor above 20' => ['{"factor": 20.5, "from": 1, "showed": 1}'];
        yield 'no moment' => ['{"factor": 6, "showed": 1}'];
        yield 'words' => ['{"factor": "six", "from": 1, "showed": 1}'];
    }

    #[DataProvider('brokenFiles')]
    public function testAFileThatSaysNothingStopsEverything(string $text): void
    {
        file_put_contents($this->folder.'/clock.json', $text);
        $this->expectExceptionMessage('does not say how time goes');
        new ShopTime($this->folder);
    }

    public function testARealShopIsRefused(): void
    {
        [$code, $said] = $this->speed('6');
        self::assertSame(1, $code);
        self::assertStringContainsString('ten seconds are ten seconds', $said);
        self::assertFileDoesNotExist($this->clockFile());
    }

    public function testADemoShopTellsThePageAndEveryClockGoesFaster(): void
    {
        $nell = new Person('01900000-0000-7000-8000-000000000001', 'Nell', 'nell.demo', Role::Owner);
        $nell->setPassword('x');
        $this->em()->persist($nell);
        $this->em()->flush();
        foreach (['0', '0.9', '20.1', 'fast', ''] as $not) {
            self::assertSame(2, $this->speed($not)[0], $not);
        }
        self::assertSame(0, $this->speed('20')[0]);
        self::ensureKernelShutdown();
        $this->client = self::createClient();
        $this->signIn('idris');
        self::assertSame(20.0, $this->get('/api/shop')->number('timeFactor'));
        $first = $this->shopSeconds();
        usleep(300_000);
        self::assertGreaterThan(6.0, $this->shopSeconds() - $first);
    }

    private function shopSeconds(): float
    {
        return (float) (new \DateTimeImmutable($this->get('/api/status')->string('serverTime')))->format('U.u');
    }

    private function clockFile(): string
    {
        return self::getContainer()->getParameter('yew.state').'/clock.json';
    }

    /** @return array{int, string} how it ended and what it said */
    private function speed(string $factor): array
    {
        self::assertNotNull(self::$kernel);
        $tester = new CommandTester((new Application(self::$kernel))->find('shop:speed'));
        $code = $tester->execute(['factor' => $factor], ['capture_stderr_separately' => false]);

        return [$code, $tester->getDisplay()];
    }
}
