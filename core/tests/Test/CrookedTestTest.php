<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Test;

use PHPUnit\Framework\TestCase;
use Yew\Core\Capacitor\CapacitorContext;
use Yew\Core\Capacitor\CapacitorJudge;
use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Capacitor\Reform;
use Yew\Core\Codec\BadData;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnPath;
use Yew\Core\Drawn\DrawnPinPair;
use Yew\Core\Drawn\DrawnResistor;
use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Drawn\DrawnWinding;
use Yew\Core\Iron\Choke;
use Yew\Core\Iron\IronContext;
use Yew\Core\Iron\IronTestKind;
use Yew\Core\Iron\OutputTransformer;
use Yew\Core\Iron\PowerTransformer;
use Yew\Core\Look\LookJudge;
use Yew\Core\Look\LookTestKind;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Reading\Verdict;
use Yew\Core\Resistor\HeaterJudge;
use Yew\Core\Resistor\ResistorJudge;
use Yew\Core\Resistor\ResistorTestKind;
use Yew\Core\Resistor\SocketJudge;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestKind;
use Yew\Core\Test\TestRecord;

/** Whatever is typed for a test is read, refused with a sentence, or judged; no rule falls over it, and none calls a bound sound. */
final class CrookedTestTest extends TestCase
{
    private const WORDS = ['0', '0.0', '1', '8', '470', '1e3', '-5', '>5', '<5', '>20M', '<1', 'ol', 'none', '600', '0.4', '11.5', '4k7', '2uA', '<2uA', '0mA', '22', '22n', '1p', '999G', '４１６', 'ok', '5 loose', '-'];
    private const JOINTS = ['/', '/', ' ', '@', ' / ', '//', ''];
    private const SUBJECTS = ['', '8', '0', '16', 'primary-core', 'half a', 'secondary', 'winding', '3-4', 'A→V4.3', 'cord'];

    /** @return non-empty-list<TestKind> */
    private static function kinds(): array
    {
        return [...LookTestKind::cases(), ...IronTestKind::cases(), ...CapacitorTestKind::cases(), ...ResistorTestKind::cases()];
    }

    public function testNothingTypedFallsOver(): void
    {
        mt_srand(20261127);
        $kinds = self::kinds();
        $judged = $refused = 0;
        for ($i = 0; $i < 6000; ++$i) {
            $kind = $kinds[mt_rand(0, \count($kinds) - 1)];
            $text = self::pick(self::WORDS);
            for ($n = mt_rand(0, 3); $n > 0; --$n) {
                $text .= self::pick(self::JOINTS).self::pick(self::WORDS);
            }
            try {
                $test = TakenTest::typed($kind, 'x', self::pick(self::SUBJECTS), $text, 0 === mt_rand(0, 1));
                if (null !== $test->objection()) {
                    throw $test->objection();
                }
            } catch (BadData|CannotRead $e) {
                self::assertNotSame('', $e->getMessage());
                ++$refused;
                continue;
            }
            foreach (self::reasons(new TestRecord([$test])) as $reason) {
                self::assertNotFalse(json_encode($reason->toArray()), $kind->value.' '.$text.' '.$reason->code);
            }
            ++$judged;
        }
        self::assertGreaterThan(300, $judged);
        self::assertGreaterThan(500, $refused);
    }

    public function testNoSingleTestMakesATransformerSound(): void
    {
        foreach (self::kinds() as $kind) {
            foreach (['0', '>20M', 'ol', '600/>300M', '11.5/0.4', '5/60m', '117/350', '57/58'] as $text) {
                try {
                    $tests = new TestRecord([TakenTest::typed($kind, 'x', 'primary-core', $text, true)]);
                } catch (BadData|CannotRead) {
                    continue;
                }
                foreach ([OutputTransformer::judge(self::transformer('output'), $tests, new IronContext()), PowerTransformer::judge(self::transformer('power'), $tests, new IronContext()), Choke::judge(self::transformer('choke'), $tests, new IronContext())] as $verdict) {
                    self::assertNotContains($verdict->outcome->value, ['sound', 'sound-with-remark'], $kind->value.' '.$text);
                    self::assertNotSame(Verdict::Within, $verdict->verdict);
                }
            }
        }
    }

    /** @return list<Reason> of every rule that may be handed these tests */
    private static function reasons(TestRecord $tests): array
    {
        $paths = [new DrawnPath('A', 'V4.3', 'plate', 60.0)];
        $pairs = [new DrawnPinPair('3-4', 'plate–screen', null)];
        Reform::plan(20e-6, 450)->progress($tests);

        return [
            ...OutputTransformer::judge(self::transformer('output'), $tests, new IronContext(60, 450))->reasons,
            ...PowerTransformer::judge(self::transformer('power'), $tests, new IronContext(60, 450))->reasons,
            ...Choke::judge(self::transformer('choke'), $tests, new IronContext())->reasons,
            ...CapacitorJudge::judge(new DrawnCapacitor('x', 20e-6, 450.0), $tests, new CapacitorContext())->reasons,
            ...CapacitorJudge::judge(new DrawnCapacitor('x', 22e-9, 400.0, 'coupling', workingVolts: 300, gridOhms: 220e3), $tests, new CapacitorContext())->reasons,
            ...ResistorJudge::judge(new DrawnResistor('x', 470, 'a', 'b', inCircuitOhms: 400), $tests, $tests->all[0], null)->reasons,
            ...SocketJudge::judge($tests, $paths, $pairs, true, $tests)->reasons,
            ...HeaterJudge::judge($tests), ...LookJudge::judge($tests->all[0], null, 120.0, 120.0),
        ];
    }

    /** @param 'power'|'output'|'choke' $role */
    private static function transformer(string $role): DrawnTransformer
    {
        $winding = static fn (string $id, float $ohms, ?float $volts): DrawnWinding => new DrawnWinding($id, $id, $ohms, $volts);

        return new DrawnTransformer('x', $role, [$winding('half a', 58, null), $winding('secondary', 0.4, 6.3)], ratedVolts: 120, primaryOhms: 6600, tapOhms: 8, henries: 10);
    }

    /** @param non-empty-list<string> $of */
    private static function pick(array $of): string
    {
        return $of[mt_rand(0, \count($of) - 1)];
    }
}
