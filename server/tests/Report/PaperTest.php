<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Report;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Server\Report\PaperExtension;

final class PaperTest extends TestCase
{
    /** @return iterable<string, array{string, string}> text; the same with the places where no line may end marked by ~ */
    public static function texts(): iterable
    {
        yield 'volts' => ['Read 412 V of 450 V.', 'Read 412~V of 450~V.'];
        yield 'with a prefix' => ['22 µF and 4.7 mA, 100 kHz', '22~µF and 4.7~mA, 100~kHz'];
        yield 'ohms' => ['800 mΩ, 4.7 kΩ, 1 Ω', '800~mΩ, 4.7~kΩ, 1~Ω'];
        yield 'percent and band' => ['43 mA ± 3 mA, low by 12 %', '43~mA ±~3~mA, low by 12~%'];
        yield 'a pin' => ['V5 pin 8 reads', 'V5~pin~8 reads'];
        yield 'no unit' => ['5 are out of 27 points', '5 are out of 27 points'];
        yield 'a word that begins like a unit' => ['2 Very old parts', '2 Very old parts'];
    }

    #[DataProvider('texts')]
    public function testAFigureAndItsUnitNeverPart(string $text, string $together): void
    {
        $paper = strip_tags(self::sym($text));
        self::assertSame($together, str_replace("\u{A0}", '~', html_entity_decode($paper)));
        self::assertSame(self::sym('<b>'), '&lt;b&gt;');
    }

    private static function sym(string $text): string
    {
        foreach ((new PaperExtension())->getFilters() as $filter) {
            $callable = $filter->getCallable();
            if ('sym' === $filter->getName() && \is_callable($callable)) {
                $made = $callable($text);

                return $made instanceof \Stringable ? (string) $made : '';
            }
        }

        return '';
    }
}
