<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Report;

use Yew\Core\Codec\Fields;
use Yew\Server\Tests\ServerTestCase;

/** How an amplifier was brought up stands on both faces of its report (PWR-7): what was read at each stop, the fall, the dark, the gates with what they rest on. */
final class PowerPaperTest extends ServerTestCase
{
    use MadeReport;

    private const OUT = ['V1', 'V2', 'V3', 'V4', 'V5'];
    private const TYPES = ['V1' => '12AX7', 'V2' => '12AX7', 'V3' => '12AX7', 'V4' => '6L6GC', 'V5' => '6L6GC'];

    /** Minutes before now: each entry is a little later than the one before it. */
    private float $ago = 60.0;
    private string $job = '';

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
    }

    public function testItsOwnerReadsHowItWasBroughtUpAndTheNextTechnicianSeesIt(): void
    {
        $this->dead();
        $this->said('power-choice', ['method' => 'variac-lamp', 'lampWatts' => 100, 'lampVolts' => 120]);
        $fuse = $this->said('trial', ['test' => 'fuse', 'part' => 'F1', 'text' => 'T2A 250V']);
        $this->states(['load' => ['kind' => 'resistor', 'ohms' => 8], 'meterId' => 'no-1', 'standby' => 'play', 'limiters' => [['kind' => 'lamp', 'watts' => 100, 'ratedVolts' => 120]], 'tubes' => $this->tubes(self::OUT)]);
        self::assertStringNotContainsString('How it was brought up', self::text($this->pdf($this->job)), 'it was not yet');
        $this->powered();
        $this->walked();
        $this->said('state-change', ['to' => 'discharging']);
        $this->said('trial', ['test' => 'decay', 'part' => 'A', 'text' => '460/20/300']);
        $this->dead();
        $this->states(['tubes' => $this->tubes(['V1', 'V2', 'V3'])]);
        $this->powered();
        $this->walked(2);
        $this->said('trial', ['test' => 'lights-out', 'part' => 'V4', 'text' => 'faint-blue']);
        $this->said('trial', ['test' => 'lights-out', 'part' => 'V5', 'text' => 'none']);

        $pdf = $this->pdf($this->job);
        $text = self::text($pdf);
        foreach ([
            'How it was brought up', 'slowly, from a variac and through a lamp', 'Without tubes:', 'all as they should be', 'With V4, V5:', 'It was not taken to the end', 'what it stores fell as it should', 'no plate and no screen of V4, V5 glowed red; a faint blue glow is normal',
            'First power, without tubes', 'lamp 100 W', 'Fall of A after switching off', 'Down to 65 % after 20', 'Gates when power was last given', 'a cold morning', 'T2A 250V',
        ] as $expected) {
            self::assertStringContainsString($expected, $text);
        }
        self::assertFalse($fuse->boolean('refused'));
    }

    public function testRedPlatesAndABadFallAreSaidFirstOfAll(): void
    {
        $this->dead();
        $this->said('power-choice', ['method' => 'straight', 'reason' => 'known good']);
        $this->said('trial', ['test' => 'fuse', 'part' => 'F1', 'text' => 'T2A 250V']);
        $this->states(['load' => ['kind' => 'resistor', 'ohms' => 8], 'meterId' => 'no-1', 'standby' => 'play', 'limiters' => [], 'tubes' => $this->tubes(self::OUT)]);
        $this->powered();
        $this->said('state-change', ['to' => 'discharging']);
        $this->said('trial', ['test' => 'decay', 'part' => 'A', 'text' => '460/1/0']);
        $text = self::text($this->pdf($this->job));
        self::assertStringContainsString('at full mains, as one that is known to be good (known good)', $text);
        self::assertStringContainsString('nothing was measured', $text);
        self::assertStringContainsString('Switched off: Gone within 1.00', $text);
        self::assertStringNotContainsString('what it stores fell', $text);
        self::assertStringNotContainsString('glowed', $text, 'nobody looked');
    }

    /**
     * @param list<string> $out
     *
     * @return array<string, mixed>
     */
    private function tubes(array $out): array
    {
        return array_map(static fn (string $type): array => ['type' => $type, 'tubeId' => null], array_diff_key(self::TYPES, array_flip($out))) + array_fill_keys($out, 'out');
    }

    /** @param array<string, mixed> $payload */
    private function said(string $kind, array $payload): Fields
    {
        $entry = $this->write($this->job, $kind, $payload, $this->ago -= 0.05)->objects('entries')[0];
        self::assertFalse($entry->boolean('refused'), $kind.' '.json_encode($payload, \JSON_THROW_ON_ERROR).': '.$entry->optionalText('line'));

        return $entry;
    }

    /** @param array<string, mixed> $facts */
    private function states(array $facts): void
    {
        $this->said('conditions', ['facts' => array_map(static fn (mixed $v): array => ['value' => $v, 'how' => 'measured'], $facts)]);
    }

    private function dead(): void
    {
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
            $this->said('discharge-proof', ['island' => $island, 'text' => $text]);
        }
    }

    private function powered(): void
    {
        $gates = array_values(array_filter($this->way()->objects('gates'), static fn (Fields $g): bool => !$g->boolean('passes') && 'volumes' !== $g->string('id')));
        $this->said('state-change', ['to' => 'ramping', 'gates' => ['volumes' => 'yes'], 'overrides' => array_fill_keys(array_map(static fn (Fields $g): string => $g->string('id'), $gates), 'a cold morning')]);
    }

    private function way(): Fields
    {
        $unit = $this->em()->getConnection()->fetchOne('SELECT unit_id FROM job_unit WHERE job_id = ?', [$this->job]);
        self::assertIsString($unit);

        return $this->get('/api/jobs/'.$this->job.'/units/'.$unit.'/power');
    }

    /** Up by its stops, each read as the circuit has it. */
    private function walked(int $most = 20): void
    {
        foreach (\array_slice($this->way()->objects('stops'), 0, $most) as $stop) {
            $this->states(['source' => ['kind' => 'variac', 'volts' => $stop->number('volts')], 'limiters' => $stop->raw('limiters')]);
            foreach ($stop->objects('readings') as $reading) {
                if ($reading->boolean('required')) {
                    $text = \sprintf('%.2f', $reading->optionalNumber('volts') ?? 0.0);
                    $this->said('reading', ['place' => $reading->string('place'), 'function' => $reading->string('function'), 'text' => $text, 'meterId' => 'no-1', ...($reading->boolean('toTap') ? ['tapped' => [$text]] : [])]);
                }
            }
            $this->said('trial', ['test' => 'stop-seen', 'part' => $stop->string('id'), 'text' => 'quiet']);
        }
    }
}
