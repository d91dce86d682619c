<?php

declare(strict_types=1);

namespace Yew\Core\Tests\History;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\History\Comeback;
use Yew\Core\History\Told;
use Yew\Core\History\Trend;
use Yew\Core\History\Visit;
use Yew\Core\Job\Cause;
use Yew\Core\Job\OpenEnd;
use Yew\Core\Reading\Verdict;

/** What a comeback opens with, and what moves from visit to visit (LOOK-6, REC-4b, REC-6). */
final class HistoryTest extends TestCase
{
    private const DAY = 86400.0;

    /**
     * @param list<Visit> $earlier
     *
     * @return list<string>
     */
    private static function codes(array $earlier, string $complaint = '', float $days = 200.0): array
    {
        return array_map(static fn (Told $t): string => $t->code, Comeback::of($earlier, $complaint, $days * self::DAY));
    }

    /** @param list<string> $fuses */
    private static function visit(string $complaint = '', ?Cause $cause = new Cause('can leaks', 'C1', 'proven'), array $fuses = []): Visit
    {
        return new Visit('K-101', 0.0, 0.0, $complaint, $cause, fuses: $fuses);
    }

    public function testWhatWasNeverHereOpensWithNothing(): void
    {
        self::assertSame([], self::codes([]));
        self::assertSame([], self::codes([self::visit('hums')], 'no sound'), 'a proven cause long ago has nothing to add');
    }

    public function testBackWithinNinetyDaysTheOldWorkIsLookedAtFirst(): void
    {
        self::assertSame(['back-soon'], self::codes([self::visit()], '', 90.9));
        self::assertSame([], self::codes([self::visit()], '', 91.0));
        self::assertSame('12', Comeback::of([new Visit('K-101', 0.0, 100 * self::DAY, '', new Cause('x', '', 'proven'))], '', 112.5 * self::DAY)[0]->figures['days'], 'from the day it was collected');
    }

    /** @return iterable<string, array{string, string, string|null}> old, new, words */
    public static function complaints(): iterable
    {
        yield 'the same word' => ['Hums when warm', 'it hums', 'hums'];
        yield 'another form of it' => ['Crackles and pops', 'crackling, mostly', 'crackl'];
        yield 'words that every complaint has' => ['still weak since then', 'still loud since when', null];
        yield 'short words' => ['low on one', 'not on, low', null];
        yield 'another complaint' => ['blows its fuse', 'distorts early', null];
        yield 'nothing said' => ['hums', '', null];
    }

    #[DataProvider('complaints')]
    public function testTheSameComplaintIsKnownByItsWords(string $old, string $new, ?string $words): void
    {
        $same = array_values(array_filter(Comeback::of([self::visit($old)], $new, 200 * self::DAY), static fn (Told $t): bool => 'same-complaint' === $t->code))[0] ?? null;
        self::assertSame($words, $same?->figures['words']);
    }

    public function testAFuseThatWasReplacedOnASuspicionIsTheFirstThingSaid(): void
    {
        self::assertSame(['fuse-before', 'cause-only-suspected'], self::codes([self::visit('', new Cause('a tired tube', 'V4', 'suspected'), ['F1'])]));
        self::assertSame(['fuse-before', 'cause-not-found'], self::codes([self::visit('', new Cause('nothing', '', 'not-found')), self::visit('', null, ['F1'])]), 'an older one counts too');
        self::assertSame(['fuse-before', 'no-cause-said'], self::codes([self::visit('', null, ['F1'])]));
        self::assertSame([], self::codes([self::visit('', new Cause('shorted', 'V4', 'proven'), ['F1'])]), 'proven, it is no suspicion');
    }

    public function testWhatWasLeftOpenOrDeclinedComesAlong(): void
    {
        $visit = new Visit('K-101', 0.0, 0.0, '', new Cause('x', '', 'proven'), [new OpenEnd('stopgap', 'two 22 µF', 'C1')], [['text' => 'Replace C14', 'says' => 'no'], ['text' => 'Replace V4', 'says' => 'later']]);
        self::assertSame([['left-open', 'C1: two 22 µF'], ['declined-no', 'Replace C14'], ['declined-later', 'Replace V4']], array_map(static fn (Told $t): array => [$t->code, $t->figures['text'] ?? ''], Comeback::of([$visit], '', 200 * self::DAY)));
    }

    /** @return iterable<string, array{list<array{value: float, expected: float|null}>, float|null, bool, Verdict}> */
    public static function trends(): iterable
    {
        $read = static fn (float $value, ?float $expected = null): array => ['value' => $value, 'expected' => $expected];
        yield 'one visit' => [[$read(-40.0)], null, false, Verdict::CannotSay];
        yield 'stands' => [[$read(-40.0), $read(-41.9)], 4.75, false, Verdict::Within];
        yield 'at its limit' => [[$read(40.0), $read(42.0)], 5.0, false, Verdict::Within];
        yield 'beyond it' => [[$read(40.0), $read(42.1)], 5.25, false, Verdict::Watch];
        yield 'falls' => [[$read(40.0), $read(37.9)], -5.25, false, Verdict::Watch];
        yield 'mains of another day taken out' => [[$read(400.0, 400.0), $read(440.0, 440.0)], 0.0, true, Verdict::Within];
        yield 'and what is left of it' => [[$read(400.0, 400.0), $read(396.0, 440.0)], -10.0, true, Verdict::Watch];
        yield 'only one day knows' => [[$read(400.0, 400.0), $read(440.0)], 10.0, false, Verdict::Watch];
        yield 'from nothing' => [[$read(0.0), $read(1.0)], null, false, Verdict::CannotSay];
        yield 'the first and the last decide' => [[$read(40.0), $read(80.0), $read(40.0)], 0.0, false, Verdict::Within];
    }

    /** @param list<array{value: float, expected: float|null}> $read */
    #[DataProvider('trends')]
    public function testWhetherAPointMoves(array $read, ?float $change, bool $corrected, Verdict $verdict): void
    {
        $trend = Trend::of($read);
        self::assertSame([$corrected, $verdict], [$trend->isCorrected, $trend->verdict]);
        self::assertEqualsWithDelta($change ?? 0.0, $trend->changePercent ?? 0.0, 1e-9);
        self::assertSame(null === $change, null === $trend->changePercent);
    }
}
