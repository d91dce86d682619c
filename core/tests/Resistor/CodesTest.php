<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Resistor;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Codec\BadData;
use Yew\Core\Quantity\ESeries;
use Yew\Core\Resistor\ColourCode;
use Yew\Core\Resistor\LetterCode;

/** Colour and letter codes both ways (IEC 60062, from memory). */
final class CodesTest extends TestCase
{
    /** @return iterable<string, array{string, float, float}> */
    public static function colours(): iterable
    {
        yield 'a grid leak' => ['red red yellow silver', 220e3, 10.0];
        yield 'without a fourth band' => ['Brown, Black, Green', 1e6, 20.0];
        yield 'a screen resistor' => ['yellow violet brown gold', 470.0, 5.0];
        yield 'under ten ohms' => ['brown black gold gold', 1.0, 5.0];
        yield 'five bands' => ['brown black black red brown', 10e3, 1.0];
        yield 'six bands' => ['orange blue blue black red brown', 366.0, 2.0];
        yield 'short words' => ['yel vio red gd', 4700.0, 5.0];
    }

    #[DataProvider('colours')]
    public function testReadsColours(string $text, float $ohms, float $tolerance): void
    {
        $read = ColourCode::read($text);
        self::assertEqualsWithDelta($ohms, $read->value, 1e-9 * $ohms);
        self::assertSame($tolerance, $read->tolerancePercent);
    }

    public function testEveryValueOfE96ComesBackFromItsColours(): void
    {
        foreach (ESeries::E96->mantissas() as $mantissa) {
            for ($decade = 1; $decade <= 6; ++$decade) {
                $ohms = round($mantissa * 10 ** $decade, 3);
                $read = ColourCode::read(implode(' ', ColourCode::write($ohms, 1.0)));
                self::assertEqualsWithDelta($ohms, $read->value, 1e-9 * $ohms);
                self::assertSame(1.0, $read->tolerancePercent);
            }
        }
        foreach (ESeries::E24->mantissas() as $mantissa) {
            self::assertEqualsWithDelta($mantissa * 100, ColourCode::read(implode(' ', ColourCode::write($mantissa * 100, 10.0)))->value, 1e-9);
        }
    }

    public function testEveryToleranceHasItsColourAndItsLetter(): void
    {
        // IEC 60062, from memory.
        foreach (['brown' => 1.0, 'red' => 2.0, 'orange' => 0.05, 'yellow' => 0.02, 'green' => 0.5, 'blue' => 0.25, 'violet' => 0.1, 'grey' => 0.01, 'gold' => 5.0, 'silver' => 10.0] as $colour => $percent) {
            self::assertSame($percent, ColourCode::read('red red black '.(\in_array($colour, ['gold', 'silver'], true) ? '' : 'black ').$colour)->tolerancePercent, $colour);
        }
        foreach (['B' => 0.1, 'C' => 0.25, 'D' => 0.5, 'F' => 1.0, 'G' => 2.0, 'J' => 5.0, 'K' => 10.0, 'M' => 20.0] as $letter => $percent) {
            self::assertSame($percent, LetterCode::read('4K7'.$letter)->tolerancePercent, $letter);
        }
        foreach (['47p' => 47e-12, '4n7' => 4.7e-9, '47u' => 47e-6, '1m' => 1e-3] as $mark => $farads) {
            self::assertEqualsWithDelta($farads, LetterCode::read($mark)->value, 1e-9 * $farads);
        }
        self::assertEqualsWithDelta(4.7e9, LetterCode::read('4G7')->value, 1.0);
    }

    public function testARowOfBandsIsShorterThanSixtyCharacters(): void
    {
        self::assertSame(220e3, ColourCode::read('red red yellow silver'.str_repeat(' ', 38))->value);
        $this->expectException(BadData::class);
        ColourCode::read('red red yellow silver'.str_repeat(' ', 39));
    }

    /** @return iterable<string, array{string, string}> */
    public static function noColours(): iterable
    {
        yield 'a word that is none' => ['red pink yellow', 'no colour'];
        yield 'two bands' => ['red red', 'three to six'];
        yield 'read from the wrong end' => ['gold yellow violet red', 'other end'];
        yield 'sixty characters' => [str_repeat('brown ', 10), 'longer than any row'];
        yield 'a tolerance that is none' => ['red red red white', 'no tolerance'];
        yield 'nothing' => ['', 'three to six'];
    }

    #[DataProvider('noColours')]
    public function testSaysWhatIsWrongWithColours(string $text, string $says): void
    {
        $this->expectException(BadData::class);
        $this->expectExceptionMessage($says);
        ColourCode::read($text);
    }

    public function testThreeDigitsDoNotFitFourBands(): void
    {
        $this->expectException(BadData::class);
        ColourCode::write(1020.0, 10.0);
    }

    /** @return iterable<string, array{string, float, string, float|null}> */
    public static function letters(): iterable
    {
        yield '4K7' => ['4K7', 4700.0, 'Ω', null];
        yield 'R22J' => ['R22J', 0.22, 'Ω', 5.0];
        yield '1M' => ['1M', 1e6, 'Ω', null];
        yield '100RK' => ['100RK', 100.0, 'Ω', 10.0];
        yield '47n' => ['47n', 47e-9, 'F', null];
        yield '2µ2' => ['2µ2', 2.2e-6, 'F', null];
        yield '104J, three digits of picofarads' => ['104J', 100e-9, 'F', 5.0];
        yield '223' => ['223', 22e-9, 'F', null];
    }

    #[DataProvider('letters')]
    public function testReadsLetters(string $text, float $value, string $unit, ?float $tolerance): void
    {
        $read = LetterCode::read($text);
        self::assertEqualsWithDelta($value, $read->value, 1e-9 * $value);
        self::assertSame([$unit, $tolerance], [$read->unit, $read->tolerancePercent]);
    }

    public function testEveryValueOfE24ComesBackFromItsLetters(): void
    {
        foreach (ESeries::E24->mantissas() as $mantissa) {
            for ($decade = -1; $decade <= 6; ++$decade) {
                $ohms = round($mantissa * 10 ** $decade, 4);
                self::assertEqualsWithDelta($ohms, LetterCode::read(LetterCode::write($ohms, 'Ω', 10.0))->value, 1e-6 * $ohms);
            }
            self::assertEqualsWithDelta($mantissa * 1e-8, LetterCode::read(LetterCode::write($mantissa * 1e-8, 'F'))->value, 1e-15);
        }
        self::assertSame(['4K7', 'R22J', '22n'], [LetterCode::write(4700.0, 'Ω'), LetterCode::write(0.22, 'Ω', 5.0), LetterCode::write(22e-9, 'F')]);
    }

    public function testNonsenseIsNoLetterCode(): void
    {
        foreach (['4Q7', '', 'K', '12345', '4K7K7'] as $text) {
            try {
                LetterCode::read($text);
                self::fail($text.' was read');
            } catch (BadData $e) {
                self::assertSame('text', $e->path);
            }
        }
    }
}
