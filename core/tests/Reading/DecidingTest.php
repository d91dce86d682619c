<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Reading\Deciding;
use Yew\Core\Reading\Judgement;
use Yew\Core\Reading\Mark;
use Yew\Core\Reading\Verdict;

/** Contract §7: of several readings at one place under conditions that have not moved, the worst decides; ratings always count. */
final class DecidingTest extends TestCase
{
    /** @return iterable<string, array{list<array{Verdict, string, bool, bool, bool}>, int}> verdict, code, moved, refitted, warming; index of the one that decides */
    public static function histories(): iterable
    {
        $within = [Verdict::Within, 'within', false, false, false];
        yield 'one alone' => [[$within], 0];
        yield 'the newest of equals' => [[$within, $within, $within], 2];
        yield 'a worse one before' => [[[Verdict::Out, 'high', false, false, false], $within], 0];
        yield 'a worse one under other conditions' => [[[Verdict::Out, 'high', true, false, false], $within], 1];
        yield 'a worse newest' => [[$within, [Verdict::Out, 'low', false, false, false]], 1];
        yield 'the worst of three' => [[[Verdict::Out, 'high', false, false, false], [Verdict::Danger, 'grid-positive', false, false, false], $within], 1];
        yield 'a rating passed under other conditions counts' => [[[Verdict::Danger, 'above-capacitor-rating', true, false, false], $within], 0];
        yield 'until the part was changed' => [[[Verdict::Danger, 'above-capacitor-rating', true, true, false], $within], 1];
        yield 'warming does not outweigh warm' => [[[Verdict::Out, 'low', false, false, true], $within], 1];
        yield 'warming beside warming does' => [[[Verdict::Out, 'low', false, false, true], [Verdict::Within, 'within', false, false, true]], 0];
        yield 'a dead zero that was probed again' => [[[Verdict::Danger, 'bias-lost-probe-again', false, false, false], $within], 1];
        yield 'a zero that was confirmed' => [[[Verdict::Danger, 'bias-lost', false, false, false], $within], 0];
        yield 'cannot say hides nothing' => [[[Verdict::CannotSay, 'overload', false, false, false], $within], 1];
        yield 'cannot say is no answer to danger' => [[[Verdict::Danger, 'bias-lost', false, false, false], [Verdict::CannotSay, 'meter-too-coarse', false, false, false]], 0];
    }

    /** @param non-empty-list<array{Verdict, string, bool, bool, bool}> $history */
    #[DataProvider('histories')]
    public function testTheWorstThatStillHoldsDecides(array $history, int $decides): void
    {
        $judgements = array_map(static fn (array $h): Judgement => (new Judgement($h[0], [], $h[1], [], 'model', 1.0, 1.0, null, null))->marked(...$h[4] ? [Mark::Warming] : []), $history);
        self::assertSame($decides, Deciding::among($judgements, array_column($history, 2), array_column($history, 3)));
    }
}
