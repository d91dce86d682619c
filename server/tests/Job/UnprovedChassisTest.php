<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Job;

use Yew\Core\Codec\Fields;
use Yew\Server\Tests\ServerTestCase;

/** Every screen of the shop says which chassis is on, or was and is not proved discharged (SAFE-2). */
final class UnprovedChassisTest extends ServerTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
    }

    public function testAChassisStandsThereFromBookInUntilItIsProvedAndAgainAsSoonAsItIsOn(): void
    {
        $job = $this->bookIn($this->lantern());
        self::assertSame([['discharging', true, false]], $this->said());
        $this->proved($job, 9);
        self::assertSame([], $this->said(), 'proved');
        $this->ramp($job, 8);
        self::assertSame([['ramping', false, false]], $this->said());
        $this->write($job, 'trial', ['test' => 'stop-seen', 'part' => 'tubes-not-said-100', 'text' => 'smoke'], 7);
        self::assertSame([['ramping', false, true]], $this->said(), 'a broken stop rule is said to everyone');
        $this->write($job, 'state-change', ['to' => 'discharging'], 6);
        self::assertSame([['discharging', false, false]], $this->said(), 'off, and not proved');
        $this->proved($job, 5);
        self::assertSame([], $this->said());
    }

    public function testAProofWhoseTimeIsOverIsNoChassisThatIsOn(): void
    {
        $job = $this->bookIn($this->lantern());
        $this->proved($job, 600);
        self::assertSame('discharging', $this->bench($job)->object('state')->string('name'), 'at its bench it must be proved again');
        self::assertSame([], $this->said());
    }

    public function testWhatIsOnStandsBeforeWhatWasAndWhatWasBeforeWhatNobodyProved(): void
    {
        $never = $this->bookIn($this->lantern());
        $off = $this->bookIn($this->lantern());
        $on = $this->bookIn($this->lantern());
        foreach ([$off, $on] as $job) {
            $this->proved($job, 9);
            $this->ramp($job, 8);
        }
        $this->write($off, 'state-change', ['to' => 'discharging'], 6);
        self::assertSame([$on, $off, $never], array_map(static fn (Fields $c): string => $c->string('jobId'), $this->get('/api/chassis')->objects('chassis')));
    }

    public function testWhatAnotherVersionKeptIsFoldedAnewAndNotPassedOver(): void
    {
        $job = $this->bookIn($this->lantern());
        $this->proved($job, 9);
        $this->ramp($job, 8);
        $this->em()->getConnection()->executeStatement("UPDATE bench_projection SET document = jsonb_set(jsonb_set(document, '{form}', '1'), '{chassis,state}', '\"dead\"')");
        $this->em()->clear();
        self::assertSame([['ramping', false, false]], $this->said());
        $this->em()->getConnection()->executeStatement('DELETE FROM bench_projection');
        $this->em()->clear();
        self::assertSame([['ramping', false, false]], $this->said(), 'nor is what nobody kept');
    }

    public function testItIsForThoseWhoAreSignedIn(): void
    {
        $this->client->jsonRequest('POST', '/api/sign-out', [], ['HTTP_ORIGIN' => 'http://localhost']);
        $this->client->request('GET', '/api/chassis');
        self::assertResponseStatusCodeSame(401);
    }

    private function proved(string $job, float $minutesAgo): void
    {
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
            $this->write($job, 'discharge-proof', ['island' => $island, 'text' => $text], $minutesAgo);
        }
    }

    /** @return list<array{string, bool, bool}> state, from book-in, stopped */
    private function said(): array
    {
        return array_map(static fn (Fields $c): array => [$c->string('state'), $c->boolean('isFromBookIn'), $c->boolean('isStopped')], $this->get('/api/chassis')->objects('chassis'));
    }
}
