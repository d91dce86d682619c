<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Demo;

use Yew\Core\Codec\Fields;
use Yew\Core\Reading\JudgedBench;
use Yew\Server\Demo\DemoShop;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Job\Jobs;
use Yew\Server\Tape\Benches;
use Yew\Server\Tests\ServerTestCase;

/** The demo's figures hang together: what deviates is what is meant to. */
final class DemoShopTest extends ServerTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->em()->getConnection()->executeStatement('DELETE FROM person');
        $this->em()->getConnection()->executeStatement('DELETE FROM shop_meter');
        $this->em()->clear();
        self::getContainer()->get(DemoShop::class)->load();
        $this->em()->clear();
    }

    public function testAJobOnEveryShelfAndASheetForEveryTopology(): void
    {
        $this->post('/api/sign-in', ['name' => 'pim.demo', 'password' => DemoShop::PASSWORD]);
        $states = array_values(array_unique(array_map(static fn (Fields $j): string => $j->string('shelfState'), $this->get('/api/jobs')->objects('jobs'))));
        sort($states);
        self::assertSame(['on-the-bench', 'owners-word', 'parts', 'ready', 'soaking'], $states);
        self::assertCount(6, $this->getList('/api/sheets'));
    }

    public function testOnlyWhatIsMeantToDeviatesDoes(): void
    {
        self::assertSame(['C out', 'D out', 'E out', 'V3.1 out'], $this->deviating('l30-2071'), 'a load on C');
        self::assertSame(['V4.2 out'], $this->deviating('w15/1147'), 'a leaking coupling capacitor');
        self::assertSame(['V2.8 out'], $this->deviating('n5-0288'), 'a drifted cathode resistor, let stand');
        self::assertSame([], $this->deviating('qd-00391'));
    }

    public function testOfThePairOneIsInTroubleAndEachHasItsOwnState(): void
    {
        self::assertSame([], $this->deviating('r60-0117'));
        self::assertSame(['C out', 'V1.6 out', 'V1.1 out', 'V1.3 out'], $this->deviating('r60-0118'));
        $findings = $this->judged('r60-0118')->findings();
        self::assertSame('C', $findings[0]->node ?? null);
        $units = self::getContainer()->get(Jobs::class)->search('r60-0118')[0][0]->units();
        self::assertSame(['discharging', 'energised'], array_map(static fn (JobUnit $u): string => self::getContainer()->get(Benches::class)->of($u)->state->chassis->state->value, $units));
    }

    public function testTheTroubleIsOneFindingWithItsCurrent(): void
    {
        $findings = $this->judged('l30-2071')->findings();
        self::assertCount(1, $findings);
        self::assertSame(['C', ['C', 'D', 'E'], 'current-high'], [$findings[0]->node, $findings[0]->nodes, $findings[0]->current?->reasonCode]);
    }

    public function testEveryStepOfItWasTaken(): void
    {
        $before = $this->em()->getConnection()->fetchOne('SELECT count(*) FROM tape_entry');
        self::assertGreaterThan(80, $before);
        self::assertSame(0, $this->em()->getConnection()->fetchOne('SELECT count(*) FROM tape_entry WHERE refusal IS NOT NULL'));
        self::assertSame($before, $this->em()->getConnection()->fetchOne('SELECT count(DISTINCT id) FROM tape_entry'));
    }

    private function judged(string $serial): JudgedBench
    {
        $jobs = self::getContainer()->get(Jobs::class)->search($serial)[0];
        self::assertCount(1, $jobs);

        $units = array_values(array_filter($jobs[0]->units(), static fn (JobUnit $u): bool => mb_strtolower($u->unit->serial) === $serial));
        self::assertCount(1, $units);

        return self::getContainer()->get(Benches::class)->of($units[0])->readings();
    }

    /** @return list<string> places that are out or in danger, with their verdicts */
    private function deviating(string $serial): array
    {
        $deviating = [];
        foreach ($this->judged($serial)->points() as $point) {
            $verdict = $point->judgement?->verdict->value;
            if ('out' === $verdict || 'danger' === $verdict) {
                $deviating[] = $point->point->place.' '.$verdict;
            }
        }

        return $deviating;
    }
}
