<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Access;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Symfony\Component\HttpKernel\KernelEvents;
use Symfony\Component\Uid\Uuid;
use Yew\Server\Access\FirstOwnerToken;
use Yew\Server\Tests\ServerTestCase;

final class AccessTest extends ServerTestCase
{
    public function testSignsInAndOut(): void
    {
        $this->get('/api/me');
        self::assertResponseStatusCodeSame(401);
        $this->signIn('idris');
        self::assertSame('technician', $this->get('/api/me')->string('role'));
        $this->client->jsonRequest('POST', '/api/sign-out', [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(204);
        $this->get('/api/me');
        self::assertResponseStatusCodeSame(401);
        $this->client->request('GET', '/api/sign-out');
        self::assertResponseStatusCodeSame(405);
    }

    public function testWrongPasswordsAreThrottled(): void
    {
        for ($i = 0; $i < 5; ++$i) {
            $this->post('/api/sign-in', ['name' => 'idris', 'password' => 'wrong']);
            self::assertResponseStatusCodeSame(401);
        }
        self::assertStringContainsString('Wait', $this->post('/api/sign-in', ['name' => 'idris', 'password' => self::PASSWORD])->string('detail'));
        self::assertResponseStatusCodeSame(429);
    }

    public function testOnesTyposShutOutNobodyElse(): void
    {
        $try = fn (string $name, string $password, string $address = '192.0.2.1'): int => [$this->post('/api/sign-in', ['name' => $name, 'password' => $password], ['HTTP_ORIGIN' => 'http://localhost', 'REMOTE_ADDR' => $address]), $this->lastStatus()][1];
        $answers = [];
        for ($i = 0; $i < 80; ++$i) {
            $answers[] = $try('idris', 'wrong');
        }
        self::assertSame([401 => 5, 429 => 75], array_count_values($answers));
        self::assertSame([200, 200], [$try('nell', self::PASSWORD), $try('idris', self::PASSWORD, '192.0.2.2')], 'another name, and the same from another bench');
        self::assertSame(429, $try('IDRIS', self::PASSWORD), 'the same name however written');
    }

    public function testAnAddressThatTriesManyNamesIsShutOut(): void
    {
        $try = fn (string $name, string $password): int => [$this->post('/api/sign-in', ['name' => $name, 'password' => $password]), $this->lastStatus()][1];
        for ($i = 0; $i < 59; ++$i) {
            self::assertSame(401, $try('guess '.$i, 'wrong'));
        }
        self::assertSame(200, $try('nell', self::PASSWORD));
        self::assertSame([401, 429], [$try('guess 59', 'wrong'), $try('nell', self::PASSWORD)]);
    }

    public function testTheSessionIsFreeWhileARequestIsAnswered(): void
    {
        $this->signIn('idris');
        $this->client->disableReboot();
        $open = null;
        $listener = static function (ControllerEvent $event) use (&$open): void {
            $open = $event->getRequest()->getSession()->isStarted();
        };
        $dispatcher = self::getContainer()->get('event_dispatcher');
        $dispatcher->addListener(KernelEvents::CONTROLLER, $listener, -1000);
        $this->get('/api/me');
        self::assertFalse($open, 'no other request of this browser waits for this one');
        self::assertSame('technician', $this->get('/api/me')->string('role'), 'and it is still who it was');
    }

    public function testAnotherOriginIsRefused(): void
    {
        $this->post('/api/sign-in', ['name' => 'idris', 'password' => self::PASSWORD], ['HTTP_ORIGIN' => 'http://elsewhere.example']);
        self::assertResponseStatusCodeSame(403);
        $this->client->restart();
        $this->post('/api/sign-in', ['name' => 'idris', 'password' => self::PASSWORD], []);
        self::assertResponseStatusCodeSame(403);
    }

    /** @return iterable<string, array{string, string}> */
    public static function addresses(): iterable
    {
        $id = '01a208dc-a6c5-78c0-82e1-a752f8e6d57b';
        foreach (['/api/me', '/api/shop', '/api/jobs', '/api/jobs/'.$id, '/api/jobs/'.$id.'/tape', '/api/jobs/'.$id.'/readings.csv', '/api/jobs/'.$id.'/bundle.json', '/api/jobs/'.$id.'/reports', '/api/reports/'.$id.'/file', '/api/owners', '/api/units', '/api/sheets', '/api/sheets/'.$id, '/api/sheet-versions/'.$id.'/file', '/api/compute'] as $path) {
            yield 'GET '.$path => ['GET', $path];
        }
        foreach (['/api/jobs', '/api/jobs/'.$id.'/tape', '/api/jobs/'.$id.'/reports', '/api/sheets', '/api/sheets/'.$id.'/versions', '/api/compute/discharge/1'] as $path) {
            yield 'POST '.$path => ['POST', $path];
        }
    }

    #[DataProvider('addresses')]
    public function testNothingIsShownToSomeoneNotSignedIn(string $method, string $path): void
    {
        $this->client->jsonRequest($method, $path, [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(401);
        self::assertSame('Sign in first.', $this->answer()->string('detail'));
    }

    public function testAGuessedIdIsNotFound(): void
    {
        $this->signIn('pim');
        foreach (['01a208dc-a6c5-78c0-82e1-a752f8e6d57b', 'nonsense', '1 OR 1=1'] as $id) {
            $this->get('/api/jobs/'.rawurlencode($id));
            self::assertResponseStatusCodeSame(404);
        }
    }

    public function testAnOnlookerReadsAndWritesNothing(): void
    {
        $this->signIn('idris');
        $job = $this->bookIn($this->lantern());
        $entry = $this->entry($job, 'note', ['text' => 'x']);
        $this->signIn('pim');
        self::assertCount(1, $this->get('/api/jobs/'.$job.'/tape')->objects('entries'));
        $sheet = $this->em()->getConnection()->fetchOne('SELECT id FROM sheet');
        self::assertIsString($sheet);
        foreach (['/api/jobs' => ['id' => Uuid::v7()->toRfc4122()], '/api/jobs/'.$job.'/tape' => $entry, '/api/jobs/'.$job.'/reports' => [], '/api/sheets' => [], '/api/sheets/'.$sheet.'/versions' => []] as $path => $body) {
            $this->post($path, $body);
            self::assertResponseStatusCodeSame(403, $path);
        }
        self::assertCount(1, $this->get('/api/jobs/'.$job.'/tape')->objects('entries'));
    }

    public function testTheFirstOwnerSignsUpOnce(): void
    {
        $this->em()->getConnection()->executeStatement('DELETE FROM person');
        $stateDir = self::getContainer()->getParameter('yew.state');
        file_put_contents(FirstOwnerToken::file($stateDir), 'one-time');
        $body = ['token' => 'one-time', 'name' => 'Ada Larch', 'signInName' => 'Ada', 'password' => 'long enough it is'];
        $this->post('/api/setup', [...$body, 'token' => 'guessed']);
        self::assertResponseStatusCodeSame(410);
        $this->post('/api/setup', [...$body, 'password' => 'short']);
        self::assertResponseStatusCodeSame(422);
        self::assertSame('owner', $this->post('/api/setup', $body)->string('role'));
        $this->post('/api/setup', $body);
        self::assertResponseStatusCodeSame(410);
        $this->post('/api/sign-in', ['name' => 'ada', 'password' => 'long enough it is']);
        self::assertResponseIsSuccessful();
    }
}
