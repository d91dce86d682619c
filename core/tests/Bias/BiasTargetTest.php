<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bias;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bias\BiasAdvice;
use Yew\Core\Bias\BiasJudge;
use Yew\Core\Bias\BiasLimit;
use Yew\Core\Bias\BiasSweep;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Drawn\OutputClass;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BiasTarget;
use Yew\Core\Station\Practice;
use Yew\Core\Test\Reason;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Whose word says where a stage idles (BIAS-3), and what a plate may dissipate (BIAS-2). */
final class BiasTargetTest extends TestCase
{
    private const READ = ['V4.8' => '0.0440', 'V4.3' => '432', 'V4.4' => '432', 'V4.5' => '-43.0'];

    public function testTheJobsWordComesBeforeTheShopsAndThatBeforeTheSchools(): void
    {
        $practice = Practice::decode(['biasTargets' => ['fixed-push-pull' => ['lowPercent' => 50, 'highPercent' => 60]]]);
        self::assertSame(['shop', 0.5, 0.6], self::told($practice->biasTarget(OutputClass::FixedPushPull)));
        self::assertSame(['school', 0.75, 1.0], self::told($practice->biasTarget(OutputClass::CathodePushPull)));
        self::assertSame(['school', 0.6, 0.7], self::told(Practice::decode((new Practice())->toArray())->biasTarget(OutputClass::FixedPushPull)), 'what equals the school is the school’s');
        self::assertEquals($practice, Practice::decode($practice->toArray()));

        $tape = BiasTape::energised('lantern-30', 117.0);
        $tape->tape->taken('bias-target', ['stage' => 'T2', 'school' => 'owner', 'lowPercent' => 40, 'highPercent' => 50, 'reason' => 'likes it cool']);
        self::assertSame(['job', 0.4, 0.5], self::told($tape->tube('V4')->target()));
        self::assertEqualsWithDelta(0.45, $tape->tube('V4')->target()->aim(), 1e-9);
        self::assertSame('target-by-owner', self::plate($tape->reads(self::READ))->figures['targetSaid']);
        $tape->tape->taken('bias-target', ['stage' => 'T2', 'school' => 'shop']);
        self::assertSame(['school', 0.6, 0.7], self::told($tape->tube('V4')->target()), 'taken back');
    }

    public function testAStageThatIsNoneIsRefused(): void
    {
        self::assertSame('no-such-stage', BiasTape::energised('lantern-30', 117.0)->tape->says('bias-target', ['stage' => 'T9', 'school' => 'shop'])?->code);
        self::assertNull(BiasTape::energised('lantern-30', 117.0)->tape->says('bias-target', ['stage' => 'T2', 'school' => 'shop']));
    }

    /** @return iterable<string, array{array<string, mixed>, string|null}> */
    public static function said(): iterable
    {
        yield 'a band' => [['school' => 'percent', 'lowPercent' => 60, 'highPercent' => 100], null];
        yield 'four hundred percent' => [['school' => 'percent', 'lowPercent' => 60, 'highPercent' => 400], 'highPercent'];
        yield 'over the limit by a little' => [['school' => 'percent', 'lowPercent' => 60, 'highPercent' => 100.5], 'highPercent'];
        yield 'nothing at all' => [['school' => 'percent', 'lowPercent' => 4.9, 'highPercent' => 50], 'lowPercent'];
        yield 'upside down' => [['school' => 'percent', 'lowPercent' => 70, 'highPercent' => 60], 'highPercent'];
        yield 'half a band' => [['school' => 'percent', 'lowPercent' => 70], 'highPercent'];
        yield 'an owner who said nothing' => [['school' => 'owner', 'lowPercent' => 50, 'highPercent' => 60, 'reason' => ' '], 'reason'];
        yield 'an owner' => [['school' => 'owner', 'lowPercent' => 50, 'highPercent' => 60, 'reason' => 'cool'], null];
        yield 'the analyser, by nothing' => [['school' => 'distortion'], 'reason'];
        yield 'the analyser' => [['school' => 'distortion', 'reason' => '0.25 % at 10 W'], null];
        yield 'the drawing' => [['school' => 'schematic'], null];
        yield 'the drawing in percent' => [['school' => 'schematic', 'lowPercent' => 50, 'highPercent' => 60], 'lowPercent'];
        yield 'by feel' => [['school' => 'feel'], 'school'];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('said')]
    public function testATargetLiesInsideWhatIsSafeAndIsWrittenDown(array $payload, ?string $fault): void
    {
        try {
            $target = BiasTarget::decode(Fields::of($payload));
            self::assertNull($fault);
            self::assertEquals($target, BiasTarget::decode(Fields::of($target->toArray())));
        } catch (BadData $e) {
            self::assertSame($fault, explode(':', $e->getMessage())[0]);
        }
    }

    /** ± 10 % of what is printed at the mains as it is: bias follows the mains. */
    public function testAsTheDrawingPrintsIt(): void
    {
        $at = static function (string $grid, float $mains = 117.0): Reason {
            $tape = BiasTape::energised('lantern-30', $mains);
            $tape->tape->taken('bias-target', ['stage' => 'T2', 'school' => 'schematic']);

            return self::plate($tape->reads([...self::READ, 'V4.5' => $grid]));
        };
        $printed = $at('-43')->figures['printedVolts'] ?? null;
        self::assertIsFloat($printed);
        self::assertLessThan(-30.0, $printed);
        self::assertSame('bias-as-printed', $at(\sprintf('%.2f', 0.91 * $printed))->code);
        self::assertSame(['bias-hotter-than-printed', Verdict::Watch], [$at(\sprintf('%.2f', 0.89 * $printed))->code, $at(\sprintf('%.2f', 0.89 * $printed))->verdict]);
        self::assertSame('bias-as-printed', $at(\sprintf('%.2f', 1.09 * $printed))->code);
        self::assertSame('bias-colder-than-printed', $at(\sprintf('%.2f', 1.11 * $printed))->code);
        self::assertEqualsWithDelta($printed * 105.3 / 117.0, $at('-43', 105.3)->figures['printedVolts'], 1e-6);
        $unread = BiasTape::energised('lantern-30', 117.0)->reads(array_diff_key(self::READ, ['V4.5' => 0]));
        $unread->tape->taken('bias-target', ['stage' => 'T2', 'school' => 'schematic']);
        self::assertSame('bias-grid-unread', self::plate($unread)->code);
        $tape = BiasTape::energised('lantern-30', 117.0)->reads(self::READ);
        $tape->tape->taken('bias-target', ['stage' => 'T2', 'school' => 'schematic']);
        $advice = BiasAdvice::of($tape->tube('V4'), BiasSweep::of($tape->bench(), $tape->tube('V4'))) ?? self::fail('it is to be moved to what is printed');
        self::assertEqualsWithDelta($printed, $advice->gridTo, 1e-9);
        self::assertEqualsWithDelta($printed + 43.0, $advice->gridVolts, 1e-9);
        $tape->tape->taken('bias-target', ['stage' => 'T2', 'school' => 'distortion', 'reason' => '0.25 % at 10 W']);
        self::assertSame('bias-set-by-distortion', self::plate($tape)->code);
        self::assertNull(BiasAdvice::of($tape->tube('V4'), BiasSweep::of($tape->bench(), $tape->tube('V4'))), 'nothing is to be moved');
    }

    /** The limit holds whatever was wished. */
    public function testNoWishLiftsTheLimit(): void
    {
        foreach ([['school' => 'schematic'], ['school' => 'distortion', 'reason' => 'x'], ['school' => 'owner', 'lowPercent' => 90, 'highPercent' => 100, 'reason' => 'hot']] as $wish) {
            $tape = BiasTape::energised('lantern-30', 117.0);
            $tape->tape->taken('bias-target', ['stage' => 'T2', ...$wish]);
            $tape->reads(['V4.3' => '432', 'V4.4' => '432', 'V4.8' => '110mA']);
            self::assertSame(['bias-over-limit', Verdict::Danger], [self::plate($tape)->code, self::plate($tape)->verdict]);
        }
    }

    public function testTheShopsOwnLimitComesFirstAndIsNeverMoreThanTheDataAllow(): void
    {
        $type = ShippedTubes::catalogue()->find('6L6GC') ?? self::fail('6L6GC');
        $most = max([0.0, ...array_map(static fn (BiasLimit $l): float => $l->plateWatts, BiasLimit::ofType($type))]);
        $limits = static fn (float $watts): array => BiasLimit::ofType($type, Practice::decode(['tubeLimits' => [['type' => '6L6GC', 'plateWatts' => $watts, 'source' => 'what these last with']]]));
        self::assertSame([25.0, 'shop’s own', 'what these last with'], [$limits(25.0)[0]->plateWatts, $limits(25.0)[0]->system, $limits(25.0)[0]->source]);
        self::assertSame($most, $limits($most + 10.0)[0]->plateWatts);
        self::assertCount(\count(BiasLimit::ofType($type)) + 1, $limits(25.0), 'what the data say is shown beside it');
        self::assertTrue($limits(25.0)[0]->holdsAtHighestMains());
        self::assertSame(BiasLimit::ofType($type)[0]->plateWatts, BiasLimit::ofType($type, Practice::decode(['tubeLimits' => [['type' => 'EL34', 'plateWatts' => 20]]]))[0]->plateWatts);
        $this->expectException(BadData::class);
        Practice::decode(['tubeLimits' => [['type' => 'EL34', 'plateWatts' => 20], ['type' => 'EL34', 'plateWatts' => 21]]]);
    }

    /** @return array{string, float, float} */
    private static function told(BiasTarget $target): array
    {
        return [$target->setBy, $target->low, $target->high];
    }

    /** What is said of the plate: neither of the type nor of the grid. */
    private static function plate(BiasTape $tape): Reason
    {
        return array_values(array_filter(BiasJudge::judge($tape->tube('V4')), static fn (Reason $r): bool => isset($r->figures['limitPercent']) && !isset($r->figures['highWatts'])))[0] ?? self::fail('nothing is said');
    }
}
