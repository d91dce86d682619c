<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Numeric;

use PHPUnit\Framework\TestCase;
use Yew\Core\Numeric\AndersonMixing;

final class AndersonMixingTest extends TestCase
{
    /** x = 4 − 3·x is 1; half steps swing between 0 and 2 for ever. */
    public function testFindsWhatHalfStepsSwingAround(): void
    {
        $mixing = new AndersonMixing();
        $x = [0.0];
        for ($i = 0; $i < 3; ++$i) {
            $x = $mixing->next($x, [4.0 - 3.0 * $x[0]]);
        }
        self::assertEqualsWithDelta(1.0, $x[0], 1e-6);
        $swung = 0.0;
        for ($i = 0; $i < 10; ++$i) {
            $swung += 0.5 * (4.0 - 4.0 * $swung);
        }
        self::assertSame(0.0, $swung);
    }

    /** A linear system of n is met within n + 1 rounds (Walker and Ni 2011: as GMRES does). */
    public function testALinearSystemIsMetInAFewRounds(): void
    {
        $g = static fn (float $a, float $b, float $c): array => [1.0 - 2.0 * $a + 0.5 * $b, 2.0 + 0.3 * $a - 1.5 * $c, -1.0 + 0.8 * $b - 0.2 * $c];
        $mixing = new AndersonMixing();
        $x = [0.0, 0.0, 0.0];
        for ($i = 0; $i < 6; ++$i) {
            $x = $mixing->next($x, $g(...$x));
        }
        foreach ($g(...$x) as $i => $asked) {
            self::assertEqualsWithDelta($asked, $x[$i], 1e-5);
        }
    }

    public function testOneRoundIsAStride(): void
    {
        self::assertSame([2.5], (new AndersonMixing(4, 0.25))->next([2.0], [4.0]));
    }

    public function testStepsThatAreAlikeDoNotThrowItOff(): void
    {
        $mixing = new AndersonMixing();
        $x = [1.0, 1.0];
        for ($i = 0; $i < 5; ++$i) {
            $x = $mixing->next($x, [1.0, 1.0]);
        }
        self::assertSame([1.0, 1.0], $x);
    }
}
