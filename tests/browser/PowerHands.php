<?php

declare(strict_types=1);

namespace Yew\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Assert;
use Yew\Core\Codec\Fields;

/** A technician at First power: reads the meter of a simulated bench and types what it shows, by the keyboard alone. */
final class PowerHands
{
    /** More questions than any way up asks. */
    private const MOST = 80;
    /** Microseconds to stay at a stop before it is read: half a minute of the amplifier. */
    private const DWELL = 1_500_000;

    private float $offVolts = 0.0;
    private float $offAt = 0.0;
    public string $job = '';

    public function __construct(private readonly Browser $b, private readonly SimulatedBench $bench)
    {
    }

    /** Books an amplifier in and opens its First power, with what nobody goes through without. */
    public function bookIn(string $sheet, string $fuse, float $mains, string $method, ?float $lampWatts = null): void
    {
        $this->job = $this->b->bookedIn($sheet, $mains);
        $this->b->write($this->job, 'trial', ['test' => 'fuse', 'part' => 'F1', 'text' => $fuse]);
        $this->b->write($this->job, 'power-choice', ['method' => $method, ...('straight' === $method ? ['reason' => 'known good'] : []), ...(null === $lampWatts ? [] : ['lampWatts' => $lampWatts, 'lampVolts' => $mains])]);
        $this->b->open('/jobs/'.$this->job.'/first-power');
        $this->b->see('First power');
    }

    /**
     * @param list<string> $out
     *
     * @return array<string, array{type: string, tubeId: null}|string> every tube of the chassis, those out and those in as they are drawn
     */
    public function tubes(array $out): array
    {
        $tubes = [];
        foreach ($this->asked('/tape')->objects('benches')[0]->objects('tubes') as $tube) {
            $position = $tube->string('position');
            $tubes[$position] = \in_array($position, $out, true) ? 'out' : ['type' => $tube->string('type'), 'tubeId' => null];
        }

        return $tubes;
    }

    /** Hands go in: the tubes of the next step, said by one key. */
    public function fits(string ...$tubes): void
    {
        $this->b->tabTo('#entry');
        $this->b->see(implode(' ', $tubes).' in');
        $this->b->type('i');
        $this->bench->hand(...array_map(static fn (string $t): string => 'tube in '.$t, $tubes));
        $this->b->see('Power with');
    }

    /** The mains to where the line wants it. */
    public function sets(): void
    {
        $title = $this->title();
        Assert::assertSame(1, preg_match('/^Set ([\d.]+) V, (?:lamp ([\d.]+) W|no limiter)/', $title, $m), $title);
        $this->bench->hand('limiter '.($m[2] ?? 'none'), 'variac '.$m[1]);
        $this->b->type('g');
        $this->b->until(fn (): bool => $this->title() !== $title || $this->isOff(), 'the stop is in hand');
        $this->mains();
    }

    /** What the lamp does at the stop in hand. */
    public function lamp(string $light): void
    {
        $unit = $this->asked('')->objects('units')[0]->string('id');
        foreach ($this->asked('/units/'.$unit.'/power')->objects('stops') as $stop) {
            if ($stop->boolean('here')) {
                $this->b->write($this->job, 'trial', ['test' => 'lamp-glow', 'part' => $stop->string('id'), 'text' => $light]);
            }
        }
    }

    /** What the API says of the job. */
    private function asked(string $path): Fields
    {
        return Fields::of(json_decode($this->b->fetch('/api/jobs/'.$this->job.$path), true));
    }

    /** @param array<string, mixed> $facts */
    public function says(array $facts): void
    {
        $this->b->write($this->job, 'conditions', ['facts' => array_map(static fn (mixed $v): array => ['value' => $v, 'how' => 'measured'], $facts)]);
    }

    /** Off, its fall watched where it is asked for, and every bank proved. */
    public function dead(): void
    {
        $asked = false;
        for ($i = 0; $i < self::MOST && !str_contains($this->b->textOf('.top'), 'DEAD'); ++$i) {
            $title = $this->title();
            if (str_contains($title, 'Fall of')) {
                $this->fall();
            } elseif (str_starts_with($title, 'Prove')) {
                $this->b->type('0.4', WebDriverKeys::ENTER);
                if (!$asked && str_contains($this->b->text(), 'By which meter?')) {
                    $this->b->nameMeter();
                    $asked = true;
                }
            }
            $this->b->until(fn (): bool => $this->title() !== $title || str_contains($this->b->text(), 'By which meter?') || str_contains($this->b->textOf('.top'), 'DEAD'), 'what '.$title.' asks is taken');
        }
    }

    public function powerOn(string $why = 'a practice amplifier'): void
    {
        $this->b->tabTo('#entry');
        $this->b->type('s');
        $this->b->panel('Power on, slowly');
        $this->b->throughTheGates($why);
        $this->b->driver->findElement(WebDriverBy::id('gate-volumes'))->click();
        $this->b->click('//button[contains(., "Power on, ramping")]');
        $this->b->stands('RAMPING');
        $this->b->bare();
        $this->bench->hand('variac 0', 'switch on');
    }

    /**
     * Up by every stop: the source set, the mains at the inlet read, every place that is asked for, and quiet.
     *
     * @param int $most stops
     *
     * @return string what the page says at the end: `done`, `lights`, `off`, `against`, or the stop where it ended
     */
    public function walk(int $most = 9): string
    {
        $stops = 0;
        for ($i = 0; $i < self::MOST; ++$i) {
            if ($this->isOff()) {
                return 'off';
            }
            $title = $this->title();
            if ('Every stop is done' === $title) {
                return 'done';
            }
            if (str_contains($this->b->textOf('.station'), 'Against going on') && !str_starts_with($title, 'Look')) {
                return 'against';
            }
            if (str_starts_with($title, 'Set ')) {
                if (++$stops > $most) {
                    return $title;
                }
                $this->sets();
            } elseif (str_starts_with($title, 'Look, listen, smell')) {
                $this->b->type('1');
                $this->b->until(fn (): bool => $this->title() !== $title || $this->isOff(), 'it is quiet');
            } elseif (str_contains($title, 'A signal at its')) {
                $this->b->type('1');
                $this->b->until(fn (): bool => $this->title() !== $title, 'it comes through');
            } elseif (str_contains($title, 'Level on the load') || str_starts_with($title, 'Off; then:')) {
                return $title;
            } elseif ('Lights out' === $title) {
                return 'lights';
            } else {
                $this->reading($title);
            }
        }
        Assert::fail('the way up has no end: '.$this->title());
    }

    /** Off with two presses; what B+ was then is known. */
    public function off(): void
    {
        $this->offVolts = $this->bench->read('A');
        $this->bench->hand('switch off');
        $this->offAt = microtime(true);
        $this->b->type(WebDriverKeys::ESCAPE, WebDriverKeys::ESCAPE);
        $this->b->stands('DISCHARGING');
    }

    /** What stopped it, in the page’s words. */
    public function why(): string
    {
        return $this->isOff() ? ': '.$this->b->textOf('#off-why')."\n".implode("\n", $this->lastLines()) : '';
    }

    /** @return list<string> the newest entries of the tape, as they are shown */
    public function lastLines(): array
    {
        return array_map(static fn (Fields $e): string => $e->string('observedAt').' '.$e->string('headline').' '.$e->optionalText('line'), \array_slice($this->asked('/tape')->objects('entries'), -12));
    }

    public function isOff(): bool
    {
        return [] !== $this->b->driver->findElements(WebDriverBy::id('off-word'));
    }

    public function title(): string
    {
        $found = $this->b->driver->findElements(WebDriverBy::cssSelector('.probe b'));

        return [] === $found ? '' : (string) preg_replace('/\s+/', ' ', $this->b->textOf('.probe b'));
    }

    /** A place that nobody asked for. */
    public function reads(string $place): void
    {
        $this->b->tabTo('#entry');
        $this->b->enters(\sprintf('%s %.2f', $place, $this->bench->read($place)));
    }

    private function mains(): void
    {
        usleep(self::DWELL);
        $volts = $this->bench->read('inlet', 'AC');
        $this->b->type('i');
        $this->b->until(fn (): bool => 'Mains at the inlet' === $this->title(), 'the mains is asked for');
        $this->b->enters(\sprintf('%.1f', $volts));
        $this->b->until(fn (): bool => 'Mains at the inlet' !== $this->title(), 'the mains is taken');
    }

    private function reading(string $title): void
    {
        $place = 1 === preg_match('/^(V\d+) pin (\d+)/', $title, $m) ? $m[1].'.'.$m[2] : explode(' ', $title)[0];
        $volts = $this->bench->read($place);
        $text = \sprintf(abs($volts) < 10.0 ? '%.4f' : '%.2f', $volts);
        $this->b->type(str_ends_with($title, 'tapped') ? $text.' '.$this->tapped($place) : $text, WebDriverKeys::ENTER);
        $this->b->until(fn (): bool => $this->title() !== $title || $this->isOff() || str_contains($this->b->text(), 'Meant '), $place.' is taken');
    }

    /** What the meter shows while the socket is knocked on. */
    private function tapped(string $place): string
    {
        $this->bench->hand('tap '.explode('.', $place)[0]);

        return \sprintf('%.2f', $this->bench->now());
    }

    private function fall(): void
    {
        $seconds = (microtime(true) - $this->offAt) * SimulatedBench::SPEED;
        $this->b->type(\sprintf('%.1f/%.0f/%.1f', $this->offVolts, $seconds, $this->bench->now()), WebDriverKeys::ENTER);
    }
}
