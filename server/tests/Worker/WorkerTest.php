<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Worker;

use PHPUnit\Framework\Attributes\DataProvider;
use Psr\Log\NullLogger;
use Symfony\Component\HttpKernel\DependencyInjection\ServicesResetterInterface;
use Symfony\Component\Process\Process;
use Symfony\Component\Uid\Uuid;
use Yew\Server\Tests\ServerTestCase;
use Yew\Server\Worker\Computation;
use Yew\Server\Worker\Computations;
use Yew\Server\Worker\ComputationState;
use Yew\Server\Worker\LongWork;
use Yew\Server\Worker\Progress;
use Yew\Server\Worker\TooMuchWaits;
use Yew\Server\Worker\Worker;

/** What is asked is done once, by whoever lives; it ends when somebody says so; what cannot be done is said. */
final class WorkerTest extends ServerTestCase
{
    private string $job;

    /** @var \ArrayObject<int, string> what was run, by id */
    private \ArrayObject $ran;

    protected function setUp(): void
    {
        parent::setUp();
        $this->ran = new \ArrayObject();
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
    }

    public function testWhatWaitsIsDoneInTheOrderItWasAsked(): void
    {
        $asked = [$this->ask(), $this->ask(), $this->ask()];
        $this->worker(static fn (Progress $p) => $p->reach('halfway', 0.5))->workOff();
        self::assertSame($asked, $this->ran());
        $done = $this->computation($asked[1]);
        self::assertSame([ComputationState::Done, 'halfway', 0.5, 1], [$done->state, $done->stage, $done->share, $done->tries]);
        $this->worker()->workOff();
        self::assertCount(3, $this->ran(), 'what is done is done once');
    }

    public function testWhatFailsIsSaidAndTheNextGoesOn(): void
    {
        [$first, $second] = [$this->ask(), $this->ask()];
        $this->worker(static fn (Progress $p, Computation $c) => $c->id === $first ? throw new \RuntimeException('no') : null)->workOff();
        self::assertSame([ComputationState::Failed, ComputationState::Done], [$this->computation($first)->state, $this->computation($second)->state]);
    }

    public function testWhatNobodyKnowsToMakeFails(): void
    {
        $id = $this->computations()->ask('riddle', $this->job, $this->person())->id;
        $this->worker()->workOff();
        self::assertSame(ComputationState::Failed, $this->computation($id)->state);
    }

    public function testCancelledWhileItWaitsItIsNeverBegun(): void
    {
        $id = $this->ask();
        $this->post('/api/computations/'.$id.'/cancelled', []);
        self::assertSame('cancelled', $this->answer()->string('state'), (string) $this->client->getResponse()->getContent());
        $this->worker()->workOff();
        self::assertSame([], $this->ran());
        self::assertSame('cancelled', $this->get('/api/computations/'.$id)->string('state'));
    }

    public function testCancelledWhileItRunsItEndsAtItsNextStep(): void
    {
        $id = $this->ask();
        $steps = 0;
        $this->worker(function (Progress $p) use ($id, &$steps): void {
            $p->reach('first', 0.1);
            $this->computations()->cancel($id);
            ++$steps;
            $p->reach('second', 0.2);
            ++$steps;
        })->workOff();
        self::assertSame([ComputationState::Cancelled, 1], [$this->computation($id)->state, $steps]);
    }

    public function testWhatIsOverIsNotCancelled(): void
    {
        $id = $this->ask();
        $this->worker()->workOff();
        $this->computations()->cancel($id);
        self::assertSame([ComputationState::Done, false], [$this->computation($id)->state, $this->computation($id)->isToEnd]);
    }

    public function testAStoppedWorkerPutsItsWorkBack(): void
    {
        $id = $this->ask();
        $worker = null;
        $worker = $this->worker(static function (Progress $p) use (&$worker): void {
            \assert($worker instanceof Worker);
            $worker->stop();
            $p->reach('on', 0.5);
        });
        $worker->run();
        $back = $this->computation($id);
        self::assertSame([ComputationState::Waiting, 0, '', 0.0], [$back->state, $back->tries, $back->stage, $back->share]);
    }

    /** @return iterable<string, array{int, ComputationState}> */
    public static function tries(): iterable
    {
        yield 'the third' => [2, ComputationState::Done];
        yield 'no fourth' => [3, ComputationState::Failed];
    }

    #[DataProvider('tries')]
    public function testTheWorkOfADeadWorkerIsTakenUpThreeTimes(int $tries, ComputationState $then): void
    {
        $id = $this->ask();
        $this->em()->getConnection()->executeStatement("UPDATE computation SET state = 'running', tries = ?", [$tries]);
        $this->worker()->workOff();
        self::assertSame([$then, ComputationState::Done === $then ? [$id] : []], [$this->computation($id)->state, $this->ran()]);
    }

    public function testWhatADeadWorkerWasToEndEnds(): void
    {
        $id = $this->ask();
        $this->em()->getConnection()->executeStatement("UPDATE computation SET state = 'running'");
        $this->computations()->cancel($id);
        self::assertSame(ComputationState::Running, $this->computation($id)->state, 'whoever runs it ends it');
        $this->worker()->workOff();
        self::assertSame([ComputationState::Cancelled, []], [$this->computation($id)->state, $this->ran()]);
    }

    public function testWhatAnotherWorksOnIsLeftToIt(): void
    {
        $id = $this->ask();
        $other = self::getContainer()->get('doctrine.dbal.owner_connection');
        $other->fetchOne('SELECT pg_advisory_lock(7001, hashtext(?))', [$id]);
        $this->worker()->workOff();
        self::assertSame([], $this->ran());
        $other->fetchOne('SELECT pg_advisory_unlock(7001, hashtext(?))', [$id]);
        $this->worker()->workOff();
        self::assertSame([$id], $this->ran());
    }

    public function testAKeyThatIsHeldDownAsksNoMoreThanTwenty(): void
    {
        for ($i = 0; $i < 20; ++$i) {
            $this->post('/api/jobs/'.$this->job.'/reports', []);
            self::assertResponseStatusCodeSame(202);
        }
        $this->post('/api/jobs/'.$this->job.'/reports', []);
        self::assertResponseStatusCodeSame(409);
        $this->expectException(TooMuchWaits::class);
        $this->computations()->ask('report', $this->job, $this->person());
    }

    public function testNobodyElseIsAskedAboutAndAnOnlookerCancelsNothing(): void
    {
        foreach (['nothing', Uuid::v7()->toRfc4122()] as $id) {
            $this->get('/api/computations/'.$id);
            self::assertResponseStatusCodeSame(404);
        }
        $id = $this->ask();
        $this->signIn('pim');
        $this->post('/api/computations/'.$id.'/cancelled', []);
        self::assertResponseStatusCodeSame(403);
    }

    public function testTheProcessPicksUpAReportAtOnceAndGoesWhenItIsTold(): void
    {
        self::assertFalse($this->get('/api/status')->object('worker')->boolean('running'));
        $process = new Process(['php', self::root().'/bin/bench', 'worker:run'], env: ['APP_ENV' => 'test'], timeout: 60.0);
        $process->start();
        try {
            $process->waitUntil(static fn (string $type, string $out): bool => str_contains($out, 'waits'));
            self::until(fn (): bool => $this->get('/api/status')->object('worker')->boolean('running'));
            $report = $this->post('/api/jobs/'.$this->job.'/reports', [])->string('id');
            self::until(fn (): bool => $this->get('/api/reports/'.$report)->boolean('ready'));
            self::assertSame(0, $this->get('/api/status')->object('worker')->whole('waiting', 0, 100));
        } finally {
            $process->signal(\SIGTERM);
            $code = $process->wait();
        }
        self::assertSame(0, $code, $process->getErrorOutput());
        self::assertFalse($this->get('/api/status')->object('worker')->boolean('running'));
    }

    private function ask(): string
    {
        return $this->computations()->ask('stones', $this->job, $this->person())->id;
    }

    private function person(): string
    {
        return $this->get('/api/me')->string('id');
    }

    private function computations(): Computations
    {
        return self::getContainer()->get(Computations::class);
    }

    /** @return array<int, string> */
    private function ran(): array
    {
        return $this->ran->getArrayCopy();
    }

    /** @phpstan-impure */
    private function computation(string $id): Computation
    {
        return $this->computations()->find($id) ?? self::fail('it is gone');
    }

    /** @param (\Closure(Progress, Computation): mixed)|null $does what its only kind of work does, besides being noted */
    private function worker(?\Closure $does = null): Worker
    {
        $work = new class(function (Computation $c, Progress $p) use ($does): void {
            $this->ran[] = $c->id;
            null === $does ? null : $does($p, $c);
        }) implements LongWork {
            /** @param \Closure(Computation, Progress): void $does */
            public function __construct(private readonly \Closure $does)
            {
            }

            public function kind(): string
            {
                return 'stones';
            }

            public function run(Computation $asked, Progress $progress): void
            {
                ($this->does)($asked, $progress);
            }
        };

        return new Worker($this->em()->getConnection(), $this->computations(), [$work], self::getContainer()->get(ServicesResetterInterface::class), new NullLogger());
    }

    /** @param \Closure(): bool $is */
    private static function until(\Closure $is): void
    {
        for ($i = 0; !$is(); ++$i) {
            self::assertLessThan(400, $i, 'not within twenty seconds');
            usleep(50_000);
        }
    }
}
