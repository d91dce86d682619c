<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Power;

use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Server\Instrument\Entity\Recording;
use Yew\Server\Tests\ServerTestCase;

/** The fall of B+ as a meter on the network kept it: followed while it falls, judged with the entry, and nobody else’s (PWR-4). */
final class FallTest extends ServerTestCase
{
    private string $job = '';
    private string $unit = '';

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
        $this->unit = self::text($this->em()->getConnection()->fetchOne('SELECT unit_id FROM job_unit WHERE job_id = ?', [$this->job]));
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
            $this->write($this->job, 'discharge-proof', ['island' => $island, 'text' => $text], 6);
        }
        $this->readyForPower($this->job, 5.8);
        $this->write($this->job, 'conditions', ['facts' => ['tubes' => ['value' => array_fill_keys(['V1', 'V2', 'V3', 'V4', 'V5'], 'out'), 'how' => 'measured'], 'meterId' => ['value' => 'no-1', 'how' => 'measured'], 'source' => ['value' => ['kind' => 'wall', 'volts' => 120], 'how' => 'measured'], 'limiters' => ['value' => [], 'how' => 'measured']]], 5.7);
        $this->write($this->job, 'state-change', ['to' => 'ramping', 'gates' => ['volumes' => 'yes'], 'overrides' => $this->reasons($this->job, 'gates')], 5.5);
        self::assertFalse($this->answer()->objects('entries')[0]->boolean('refused'));
    }

    public function testAFallThatIsTracedIsJudgedWhileItFallsAndWithItsEntry(): void
    {
        self::assertNull($this->decay()->raw('falling'), 'it is on');
        // The hand at the switch was three seconds before the hand at the key.
        $this->traced('A', 60.0 + 3.0, 46.0);
        $this->write($this->job, 'state-change', ['to' => 'discharging'], 1);
        $falling = $this->decay()->object('falling');
        self::assertSame('within', $falling->string('verdict'));
        self::assertStringContainsString('Down to', $falling->string('sentence'));
        self::assertEqualsWithDelta(470.0, $falling->number('startVolts'), 3.0);
        self::assertEqualsWithDelta(46.0, $falling->number('seconds'), 1.5, 'since it fell, not since somebody said so');
        self::assertNotSame([], $falling->objects('trace'));
        $this->write($this->job, 'trial', ['test' => 'decay', 'part' => 'A', 'text' => \sprintf('%.0f/%.1f/%.0f', $falling->number('startVolts'), $falling->number('seconds'), $falling->number('volts'))]);
        self::assertSame('within', $this->answer()->objects('entries')[0]->optionalText('verdict'));
        $test = $this->decay()->object('test');
        self::assertSame('within', $test->string('verdict'));
        self::assertGreaterThan(20, \count($test->objects('trace')));
    }

    public function testAShortThatTheTraceSawIsNoHealthyFallByTwoFigures(): void
    {
        $this->traced('A', 60.0, 46.0, 0.05);
        $this->write($this->job, 'state-change', ['to' => 'discharging'], 1);
        self::assertSame('danger', $this->decay()->object('falling')->string('verdict'));
        $this->write($this->job, 'trial', ['test' => 'decay', 'part' => 'A', 'text' => '470/20/330']);
        self::assertSame('danger', $this->answer()->objects('entries')[0]->optionalText('verdict'), 'a figure between two that nobody saw');
    }

    public function testWhatHungElsewhereOrShowedSomethingElseSaysNothing(): void
    {
        $this->traced('B', 60.0, 46.0, 0.05);
        $this->traced('A', 60.0, 46.0, 0.05, 'ac-volts');
        $other = $this->bookIn($this->lantern(), 'Ada Larch');
        $this->traced('A', 60.0, 46.0, 0.05, unit: self::text($this->em()->getConnection()->fetchOne('SELECT unit_id FROM job_unit WHERE job_id = ?', [$other])), job: $other);
        $this->write($this->job, 'state-change', ['to' => 'discharging'], 1);
        self::assertNull($this->decay()->raw('falling'));
        $this->write($this->job, 'trial', ['test' => 'decay', 'part' => 'A', 'text' => '470/20/330']);
        self::assertSame([], $this->decay()->object('test')->objects('trace'));
        self::assertSame('within', $this->decay()->object('test')->string('verdict'));
    }

    private function decay(): Fields
    {
        return $this->get('/api/jobs/'.$this->job.'/units/'.$this->unit.'/power')->objects('decays')[0];
    }

    /**
     * Five values a second: standing at 470 V until so long ago, then falling with a time constant.
     *
     * @param float $ago     seconds before now that it was switched off
     * @param float $lasts   seconds that it is traced after that
     * @param float $seconds its time constant
     */
    private function traced(string $place, float $ago, float $lasts, float $seconds = 50.0, string $function = 'dc-volts', ?string $unit = null, ?string $job = null): void
    {
        $now = microtime(true);
        $recording = new Recording(Uuid::v7()->toRfc4122(), $job ?? $this->job, $unit ?? $this->unit, $this->instrument(), 'no-1', $place, $function, self::text($this->em()->getConnection()->fetchOne('SELECT id FROM person LIMIT 1')), new \DateTimeImmutable('-5 minutes'));
        $recording->end(new \DateTimeImmutable());
        $this->em()->persist($recording);
        $this->em()->flush();
        for ($t = -40.0; $t < $lasts; $t += 0.2) {
            $volts = $t <= 0.0 ? 470.0 + 0.2 * sin(7.0 * $t) : 470.0 * exp(-$t / $seconds);
            $this->em()->getConnection()->executeStatement('INSERT INTO recording_sample (recording_id, at, value) VALUES (?, to_timestamp(?), ?)', [$recording->id, $now - $ago + $t, $volts]);
        }
    }

    private function instrument(): string
    {
        $known = $this->em()->getConnection()->fetchOne('SELECT id FROM instrument LIMIT 1');
        if (\is_string($known)) {
            return $known;
        }
        $id = Uuid::v7()->toRfc4122();
        $this->em()->getConnection()->executeStatement("INSERT INTO instrument (id, name, meter_id, profile, host, port) VALUES (?, 'Bench meter', 'no-1', '{}', '127.0.0.1', 5025)", [$id]);

        return $id;
    }

    private static function text(mixed $value): string
    {
        return \is_string($value) ? $value : self::fail('it is there');
    }
}
