<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Shop;

use Symfony\Component\Clock\Clock;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\Clock\NativeClock;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Server\Tests\ServerTestCase;

/** From the invitation to the end of access: the link that works once, what each role may, and that the shop keeps an owner. */
final class PeopleTest extends ServerTestCase
{
    private const SECRET = 'alder and ash and oak';

    protected function tearDown(): void
    {
        Clock::set(new NativeClock());
        parent::tearDown();
    }

    /** @param array<string, mixed> $body */
    private function ask(string $method, string $path, array $body = []): Fields
    {
        $this->client->jsonRequest($method, '/api/'.$path, $body, ['HTTP_ORIGIN' => 'http://localhost']);

        return $this->answer();
    }

    private function signOut(): void
    {
        $this->client->jsonRequest('POST', '/api/sign-out', [], ['HTTP_ORIGIN' => 'http://localhost']);
    }

    private function isIn(string $name, string $password): bool
    {
        $this->signOut();
        $this->ask('POST', 'sign-in', ['name' => $name, 'password' => $password]);

        return 200 === $this->lastStatus();
    }

    /** @return array<string, array{string, string, string}> id, role and access by sign-in name */
    private function people(?Fields $people = null): array
    {
        $all = [];
        foreach (($people ?? $this->get('/api/shop/people'))->objects('people') as $person) {
            $all[$person->string('signInName')] = [$person->string('id'), $person->string('role'), $person->string('access')];
        }

        return $all;
    }

    private function invite(string $as = 'wren', string $role = 'technician'): string
    {
        $invited = $this->ask('POST', 'shop/people', ['name' => 'Wren Ashby', 'signInName' => $as, 'role' => $role]);
        self::assertResponseStatusCodeSame(201);

        return self::token($invited);
    }

    private static function token(Fields $invited): string
    {
        self::assertStringStartsWith('/welcome#', $invited->string('path'));

        return substr($invited->string('path'), \strlen('/welcome#'));
    }

    public function testAnInvitationOpensTheShopOnce(): void
    {
        $this->signIn('nell');
        $token = $this->invite('  WREN ');
        self::assertSame(['technician', 'invited'], \array_slice($this->people()['wren'] ?? [], 1));
        self::assertFalse($this->isIn('wren', ''), 'nobody signs in before a password is set');
        $this->ask('POST', 'invitation', ['token' => $token, 'password' => 'too short']);
        self::assertSame(422, $this->lastStatus());
        self::assertSame('wren', $this->ask('POST', 'invitation', ['token' => $token, 'password' => self::SECRET])->string('signInName'));
        $this->ask('POST', 'invitation', ['token' => $token, 'password' => 'another long password']);
        self::assertSame(410, $this->lastStatus(), 'not twice');
        self::assertFalse($this->isIn('wren', 'another long password'));
        self::assertTrue($this->isIn('wren', self::SECRET));
        $this->bookIn($this->lantern());
        self::assertLessThan(300, $this->lastStatus(), 'a technician writes');
        $this->get('/api/shop/people');
        self::assertSame(403, $this->lastStatus());
        $kept = $this->em()->getConnection()->fetchAllAssociative('SELECT * FROM invitation');
        self::assertStringNotContainsString($token, json_encode($kept, \JSON_THROW_ON_ERROR), 'the token is kept nowhere');
    }

    public function testALinkRunsOutAndALaterOneEndsAnEarlierOne(): void
    {
        $this->signIn('nell');
        Clock::set($clock = new MockClock('2026-06-01 12:00:00'));
        $first = $this->invite();
        $id = $this->people()['wren'][0] ?? '';
        $second = self::token($this->ask('POST', 'shop/people/'.$id.'/invitation'));
        $this->ask('POST', 'invitation', ['token' => $first, 'password' => self::SECRET]);
        self::assertSame(410, $this->lastStatus(), 'the earlier link is dead');
        $gone = $this->client->getResponse()->getContent();
        $clock->modify('+7 days');
        $this->ask('POST', 'invitation', ['token' => $second, 'password' => self::SECRET]);
        self::assertSame(410, $this->lastStatus(), 'seven days, and no longer');
        self::assertSame('expired', $this->people()['wren'][2] ?? '');
        $this->ask('POST', 'invitation', ['token' => str_repeat('A', 43), 'password' => self::SECRET]);
        self::assertSame($gone, $this->client->getResponse()->getContent(), 'a link that never was is told from none of them');
        $third = self::token($this->ask('POST', 'shop/people/'.$id.'/invitation'));
        $clock->modify('+7 days -1 second');
        $this->ask('POST', 'invitation', ['token' => $third, 'password' => self::SECRET]);
        self::assertSame(200, $this->lastStatus());
    }

    public function testAccessEndsAtOnceAndItsEntriesStay(): void
    {
        $this->signIn('nell');
        $token = $this->invite();
        $this->ask('POST', 'invitation', ['token' => $token, 'password' => self::SECRET]);
        self::assertTrue($this->isIn('wren', self::SECRET));
        $job = $this->bookIn($this->lantern());
        $wrens = $this->client->getCookieJar()->all();
        self::assertTrue($this->isIn('nell', self::PASSWORD));
        $id = $this->people()['wren'][0] ?? '';
        $link = self::token($this->ask('POST', 'shop/people/'.$id.'/invitation'));
        self::assertSame('ended', $this->people($this->ask('DELETE', 'shop/people/'.$id.'/access'))['wren'][2] ?? '');
        $this->ask('POST', 'invitation', ['token' => $link, 'password' => self::SECRET]);
        self::assertSame(410, $this->lastStatus(), 'a link that was out is dead too');
        self::assertSame('Wren Ashby', $this->get('/api/shop')->object('people')->string($id), 'the name stays beside what was written');
        self::assertNotSame([], $this->get('/api/jobs/'.$job.'/tape')->objects('entries'));
        self::assertFalse($this->isIn('wren', self::SECRET));
        foreach ($wrens as $cookie) {
            $this->client->getCookieJar()->set($cookie);
        }
        $this->get('/api/jobs');
        self::assertSame(401, $this->lastStatus(), 'an open session ends as well');
        self::assertTrue($this->isIn('nell', self::PASSWORD));
        $back = self::token($this->ask('POST', 'shop/people/'.$id.'/invitation'));
        $this->ask('POST', 'invitation', ['token' => $back, 'password' => 'birch and rowan']);
        self::assertSame('yes', $this->people()['wren'][2] ?? '', 'let back by a further link');
        self::assertTrue($this->isIn('wren', 'birch and rowan'));
    }

    public function testTheShopKeepsAnOwnerWhoCanSignIn(): void
    {
        $this->signIn('nell');
        $people = $this->people();
        $nell = current(array_filter($people, static fn (array $p): bool => 'owner' === $p[1]));
        self::assertIsArray($nell);
        $token = $this->invite(role: 'owner');
        foreach ([['DELETE', 'access', []], ['PUT', 'role', ['role' => 'technician']]] as [$method, $path, $body]) {
            $this->ask($method, 'shop/people/'.$nell[0].'/'.$path, $body);
            self::assertSame(409, $this->lastStatus(), $path.': an invited owner has no password yet');
        }
        $this->ask('PUT', 'shop/people/'.$nell[0].'/role', ['role' => 'owner']);
        self::assertSame(200, $this->lastStatus());
        $this->ask('POST', 'invitation', ['token' => $token, 'password' => self::SECRET]);
        $this->ask('PUT', 'shop/people/'.$nell[0].'/role', ['role' => 'onlooker']);
        self::assertSame(200, $this->lastStatus(), 'there is another now');
        $this->get('/api/shop/people');
        self::assertNotSame(200, $this->lastStatus(), 'and it holds from the next request on');
    }

    public function testOnesOwnPasswordIsChangedByWhoKnowsIt(): void
    {
        $this->signIn('pim');
        $this->ask('POST', 'password', ['now' => 'something else', 'password' => self::SECRET]);
        self::assertSame(422, $this->lastStatus());
        $this->ask('POST', 'password', ['now' => self::PASSWORD, 'password' => 'ninechars']);
        self::assertSame(422, $this->lastStatus(), 'nine characters');
        self::assertTrue($this->isIn('pim', self::PASSWORD), 'as it was');
        $this->ask('POST', 'password', ['now' => self::PASSWORD, 'password' => 'ten chars!']);
        self::assertSame(200, $this->lastStatus());
        $this->get('/api/me');
        self::assertSame(401, $this->lastStatus(), 'every session of this person ends');
        self::assertFalse($this->isIn('pim', self::PASSWORD));
        self::assertTrue($this->isIn('pim', 'ten chars!'));
    }

    public function testWhatIsNobodyIsRefused(): void
    {
        $this->signIn('nell');
        foreach ([['name' => ' '], ['signInName' => 'two words'], ['signInName' => "x\u{0}y"], ['signInName' => ''], ['role' => 'king'], ['admin' => true]] as $bad) {
            $this->ask('POST', 'shop/people', ['name' => 'Wren', 'signInName' => 'wren', 'role' => 'technician', ...$bad]);
            self::assertSame(422, $this->lastStatus(), json_encode($bad, \JSON_THROW_ON_ERROR));
        }
        $this->invite();
        $this->ask('POST', 'shop/people', ['name' => 'Another', 'signInName' => 'Wren', 'role' => 'onlooker']);
        self::assertSame(409, $this->lastStatus());
        foreach (['x', Uuid::v7()->toRfc4122()] as $nobody) {
            $this->ask('DELETE', 'shop/people/'.$nobody.'/access');
            self::assertSame(404, $this->lastStatus());
        }
        $changes = array_filter($this->get('/api/shop/settings')->objects('changes'), static fn (Fields $c): bool => 'person' === $c->string('what'));
        self::assertSame(['Wren Ashby'], array_values(array_map(static fn (Fields $c): string => $c->string('about'), $changes)));
    }
}
