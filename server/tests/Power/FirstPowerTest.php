<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Power;

use Yew\Core\Codec\Fields;
use Yew\Server\Tests\ServerTestCase;

/** A time under power, as the tape and the page tell it. */
final class FirstPowerTest extends ServerTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
    }

    private function ramping(): string
    {
        $job = $this->bookIn($this->lantern());
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
            $this->write($job, 'discharge-proof', ['island' => $island, 'text' => $text], 3);
        }
        self::assertFalse($this->ramp($job, 2)->objects('entries')[0]->boolean('refused'));

        return $job;
    }

    private function last(string $job): Fields
    {
        $entries = $this->get('/api/jobs/'.$job.'/tape')->objects('entries');

        return $entries[\count($entries) - 1];
    }

    public function testAStopIsCalledByItsShareAndItsTubes(): void
    {
        $job = $this->ramping();
        $this->write($job, 'trial', ['test' => 'stop-seen', 'part' => 'tubes-not-said-100', 'text' => 'quiet'], 1);
        self::assertSame('Stop at 100 %, tubes not said: Look, listen, smell quiet', $this->last($job)->string('headline'));
        self::assertNull($this->bench($job)->object('state')->raw('stop'));
    }

    public function testSmokeStopsTheWorkUntilItIsOffAndHasACause(): void
    {
        $job = $this->ramping();
        $this->write($job, 'trial', ['test' => 'stop-seen', 'part' => 'tubes-not-said-100', 'text' => 'smoke'], 1);
        $stop = $this->bench($job)->object('state')->object('stop');
        self::assertFalse($stop->boolean('isOff'));
        self::assertStringContainsString('Smoke', $stop->string('sentence'));
        $refused = $this->write($job, 'conditions', ['facts' => ['inletVolts' => ['value' => 118.0, 'how' => 'measured']]], 0.8)->objects('entries')[0];
        self::assertTrue($refused->boolean('refused'), 'nothing goes on meanwhile');
        $this->write($job, 'state-change', ['to' => 'discharging'], 0.6);
        self::assertTrue($this->bench($job)->object('state')->object('stop')->boolean('isOff'));
        $this->write($job, 'finding', ['place' => 'C1', 'what' => 'leaking', 'severity' => 'danger'], 0.4);
        self::assertNull($this->bench($job)->object('state')->raw('stop'));
    }
}
