<?php

declare(strict_types=1);

namespace Yew\Core\Resistor;

use Yew\Core\Drawn\DrawnResistor;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Board;
use Yew\Core\Station\Gauge;
use Yew\Core\Station\Item;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Station\Station;
use Yew\Core\Station\Step;
use Yew\Core\Test\Check;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TestRecord;

/** Every resistor by its ohms in place, every socket by its contacts and paths, and the heaters’ reference. */
final class ResistorStation implements Station
{
    public function id(): string
    {
        return 'resistors';
    }

    public function order(): int
    {
        return 40;
    }

    public function tests(): array
    {
        return ResistorTestKind::cases();
    }

    public function board(BenchFacts $facts): Board
    {
        return new Board($this->id(), self::items($facts));
    }

    /** @return list<Item> sockets first: a bad contact costs an output tube */
    private static function items(BenchFacts $facts): array
    {
        $sockets = array_values(array_map(static fn (TubePosition $t): Item => self::socket($facts, $t), $facts->sheet->tubes ?? []));
        usort($sockets, static fn (Item $a, Item $b): int => self::isOutput($b) <=> self::isOutput($a));

        return [...$sockets, ...array_map(static fn (DrawnResistor $r): Item => self::resistor($facts, $r), $facts->drawn->resistors), self::heaters($facts)];
    }

    private static function resistor(BenchFacts $facts, DrawnResistor $drawn): Item
    {
        $mate = null === $drawn->mate ? null : $facts->tests->of($drawn->mate)->latest(ResistorTestKind::Resistor);
        $judged = ResistorJudge::judge($drawn, $facts->tests->of($drawn->id), $mate, $facts->damageAt($drawn->id), $facts->practice->resistorGracePercent);
        $test = $facts->tests->of($drawn->id)->latest(ResistorTestKind::Resistor);
        $ohms = $test?->value('ohms');
        // What the mate makes of it counts for the mark too: off together is a remark, not a fault.
        $verdict = $judged->of('resistor-', 'pair-off-together') ?? Verdict::CannotSay;
        $gauges = null === $test ? [] : [new Gauge($test->lifted ? 'lifted' : 'in-place', $ohms, 'Ω', $judged->expectedOhms, $judged->lowOhms, $judged->highOhms, $verdict, null === $ohms ? ($test->isOverload('ohms') ? 'OL' : $test->shown('ohms')) : null)];

        return new Item(
            $drawn->id, 'resistor-'.($drawn->isSafety() ? 'safety' : 'other'), 'resistor-'.$drawn->does, Engineering::text($drawn->ohms, 'Ω', Engineering::twoDigits($drawn->ohms)), $judged,
            [Step::of($facts->tests, ResistorTestKind::Resistor, $drawn->id, checks: [Check::figure('ohms', $judged->lowOhms, $judged->highOhms)])], $gauges, new ResistorDetail($drawn, $judged->expectedOhms),
        );
    }

    private static function isOutput(Item $socket): bool
    {
        return $socket->more instanceof SocketDetail && $socket->more->output;
    }

    private static function socket(BenchFacts $facts, TubePosition $tube): Item
    {
        $paths = $facts->drawn->paths[$tube->position] ?? [];
        $forbidden = $facts->drawn->pinPairs[$tube->position] ?? [];
        $tests = $facts->tests->of($tube->position);
        $sister = null === $tube->sisterOf ? self::sisterOf($facts, $tube->position) : $tube->sisterOf;
        $beside = null === $sister ? new TestRecord() : $facts->tests->of($sister);
        // The sister in the same chassis, else the same socket of the other unit (JUDGE-6).
        $judged = SocketJudge::judge($tests, $paths, $forbidden, $tube->output, [] === $beside->all ? $facts->otherUnit->of($tube->position) : $beside);
        $steps = [Step::of($facts->tests, ResistorTestKind::Contacts, $tube->position)];
        foreach ($paths as $path) {
            // The way to an output grid is asked of everyone; the others where there is doubt.
            $steps[] = Step::of($facts->tests, ResistorTestKind::Path, $tube->position, $path->subject(), !$tube->output, null === $path->ohms || $path->ohms < 10.0 ? [] : [Check::figure('ohms', 0.75 * $path->ohms, 1.25 * $path->ohms)]);
        }
        foreach ($forbidden as $pair) {
            $steps[] = Step::of($facts->tests, ResistorTestKind::PinShort, $tube->position, $pair->pins, !$tube->output);
        }

        $open = Outcome::Bad !== $judged->outcome && [] !== array_filter($steps, static fn (Step $s): bool => $s->isOpen());
        $faults = $tests->latest(ResistorTestKind::Contacts)->said['faults'] ?? null;

        return new Item(
            $tube->position, 'socket', 'socket', $tube->type.(null === $tube->role ? '' : ', '.$tube->role), $open ? new PartVerdict(Outcome::Open, Verdict::CannotSay, $judged->reasons) : $judged,
            $steps, [], new SocketDetail($tube->output, $paths, $forbidden, \is_array($faults) ? array_filter($faults, is_string(...)) : null),
        );
    }

    /** The position that names this one as its sister. */
    private static function sisterOf(BenchFacts $facts, string $position): ?string
    {
        foreach ($facts->sheet->tubes ?? [] as $tube) {
            if ($tube->sisterOf === $position) {
                return $tube->position;
            }
        }

        return null;
    }

    private static function heaters(BenchFacts $facts): Item
    {
        $reasons = Reason::worstFirst(HeaterJudge::judge($facts->tests->of('heaters')));
        $steps = [Step::of($facts->tests, ResistorTestKind::HeaterReference, 'heaters'), Step::of($facts->tests, ResistorTestKind::HeaterLegs, 'heaters', '', true)];
        $worst = Reason::worst($reasons);

        $outcome = match (true) {
            [] === $reasons => Outcome::Open,
            Verdict::Out === $worst => Outcome::Bad,
            Verdict::Watch === $worst => Outcome::Watch,
            default => Outcome::Sound,
        };

        return new Item('heaters', 'socket', 'heaters', '', new PartVerdict($outcome, $worst ?? Verdict::CannotSay, $reasons), $steps);
    }
}
