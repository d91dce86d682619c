<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Extension;

use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Board;
use Yew\Core\Station\Item;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Station\Station;
use Yew\Core\Station\Step;
use Yew\Core\Test\Reason;

/** A made-up station: the battery of a remote control. It needs no more than this file and its test’s. */
final class BatteryStation implements Station
{
    public function id(): string
    {
        return 'battery';
    }

    public function order(): int
    {
        return 45;
    }

    public function tests(): array
    {
        return BatteryTestKind::cases();
    }

    public function board(BenchFacts $facts): Board
    {
        $volts = $facts->tests->of('B1')->latest(BatteryTestKind::BatteryVolts)?->value('volts');
        $verdict = match (true) {
            null === $volts => PartVerdict::open(),
            $volts < 1.2 => new PartVerdict(Outcome::Bad, Verdict::Out, [new Reason('battery-flat', Verdict::Out, ['volts' => $volts])]),
            default => new PartVerdict(Outcome::Good, Verdict::Within, [new Reason('battery-full', Verdict::Within, ['volts' => $volts])]),
        };

        return new Board($this->id(), [new Item('B1', 'battery', 'battery', '1.5 V', $verdict, [Step::of($facts->tests, BatteryTestKind::BatteryVolts, 'B1')])]);
    }
}
