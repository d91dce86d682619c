<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Job;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Job\ShelfReminder;
use Yew\Core\Job\ShelfState;

/** What is said of a job that waits, on both sides of each of its days (REC-3). */
final class ShelfReminderTest extends TestCase
{
    private const DAY = 86400.0;

    /** @return iterable<string, array{ShelfState, float, float|null, float|null, string|null, bool}> state, days waited, expected and promised in so many days, code, late */
    public static function waits(): iterable
    {
        [$bench, $owner, $parts, $soak, $ready, $gone] = [ShelfState::OnTheBench, ShelfState::OwnersWord, ShelfState::Parts, ShelfState::Soaking, ShelfState::Ready, ShelfState::Collected];
        yield 'an owner is given five days' => [$owner, 5.0, 25.0, null, null, false];
        yield 'and is asked then' => [$owner, 5.001, 25.0, null, 'remind-ask-the-owner', false];
        yield 'an estimate on its last moment' => [$owner, 4.0, 0.0, null, null, false];
        yield 'an estimate that ran out' => [$owner, 30.0, -0.001, null, 'remind-estimate-ran-out', true];
        yield 'a delivery on its day' => [$parts, 20.0, 0.0, null, null, false];
        yield 'a delivery that is late' => [$parts, 20.0, -0.001, null, 'remind-delivery-late', true];
        yield 'a supplier who named no day' => [$parts, 7.0, null, null, null, false];
        yield 'and is asked' => [$parts, 7.001, null, null, 'remind-ask-the-supplier', false];
        yield 'a supplier who named one' => [$parts, 30.0, 3.0, null, null, false];
        yield 'a soak that goes on' => [$soak, 1.0, 0.1, null, null, false];
        yield 'a soak that is over' => [$soak, 1.0, -0.001, null, 'remind-soak-over', false];
        yield 'ready' => [$ready, 14.0, null, null, null, false];
        yield 'ready for long' => [$ready, 14.001, null, null, 'remind-call-the-owner', false];
        yield 'a promise that is near' => [$bench, 1.0, null, 2.0, 'remind-promise-near', false];
        yield 'a promise that is not near' => [$bench, 1.0, null, 2.001, null, false];
        yield 'a promise on its last moment' => [$bench, 1.0, null, 0.0, 'remind-promise-near', false];
        yield 'a promise that is broken' => [$bench, 1.0, null, -0.001, 'remind-promise-late', true];
        yield 'a broken promise comes before a late delivery' => [$parts, 1.0, -1.0, -0.5, 'remind-promise-late', true];
        yield 'a late delivery comes before a promise that is near' => [$parts, 1.0, -1.0, 1.0, 'remind-delivery-late', true];
        yield 'what is ready keeps its promise' => [$ready, 1.0, null, -1.0, null, false];
        yield 'what was collected asks for nothing' => [$gone, 90.0, -1.0, -1.0, null, false];
        yield 'nothing was promised' => [$bench, 90.0, null, null, null, false];
    }

    #[DataProvider('waits')]
    public function testWhatIsSaid(ShelfState $shelf, float $waited, ?float $until, ?float $promised, ?string $code, bool $late): void
    {
        $now = 1e9;
        $in = static fn (?float $days): ?float => null === $days ? null : $now + $days * self::DAY;
        $reminder = ShelfReminder::of($shelf, $now - $waited * self::DAY, $in($until), $in($promised), $now);
        self::assertSame([$code, $late], [$reminder?->code, $reminder->isLate ?? false]);
    }
}
