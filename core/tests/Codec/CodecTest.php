<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Codec;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\CanonicalJson;
use Yew\Core\Codec\Fields;

final class CodecTest extends TestCase
{
    /** @return iterable<string, array{float, string}> */
    public static function numbers(): iterable
    {
        // RFC 8785, appendix B (number serialisation samples), from memory.
        yield 'smallest step above zero' => [5e-324, '5e-324'];
        yield 'largest' => [1.7976931348623157e308, '1.7976931348623157e+308'];
        yield '9007199254740992' => [9007199254740992.0, '9007199254740992'];
        yield '295147905179352830000' => [295147905179352830000.0, '295147905179352830000'];
        yield '1e+23' => [1e23, '1e+23'];
        yield '333333333.3333333' => [333333333.3333333, '333333333.3333333'];
        yield '1e-27' => [1e-27, '1e-27'];
        yield 'below a millionth' => [4.7e-7, '4.7e-7'];
        yield 'a millionth' => [1e-6, '0.000001'];
        yield 'minus zero' => [-0.0, '0'];
        yield 'plain' => [-41.2, '-41.2'];
    }

    #[DataProvider('numbers')]
    public function testCanonicalNumbers(float $number, string $text): void
    {
        self::assertSame($text, CanonicalJson::encode($number));
    }

    public function testCanonicalTextSortsNamesAndKeepsLists(): void
    {
        self::assertSame('{"a":[2,1],"b":{"z":null,"é":"Ω/µ"}}', CanonicalJson::encode(['b' => ['z' => null, 'é' => 'Ω/µ'], 'a' => [2, 1.0]]));
        self::assertSame(CanonicalJson::hash(['a' => 1, 'b' => 2]), CanonicalJson::hash(['b' => 2, 'a' => 1.0]));
        $this->expectException(\InvalidArgumentException::class);
        CanonicalJson::encode("\xff");
    }

    public function testFieldsNameThePathOfTheFault(): void
    {
        $inner = Fields::of(['a' => [['b' => 'x']]])->objects('a')[0];
        try {
            $inner->number('b');
            self::fail('read text as a number');
        } catch (BadData $e) {
            self::assertSame('a[0].b', $e->path);
        }
    }

    public function testUnknownFieldIsRefused(): void
    {
        $fields = Fields::of(['known' => 1, 'extra' => 2]);
        $fields->number('known');
        $this->expectExceptionMessage('extra: unknown field');
        $fields->done();
    }

    /** @return iterable<string, array{callable(Fields): mixed}> */
    public static function refusals(): iterable
    {
        yield 'a list for an object' => [static fn (Fields $f) => $f->object('list')];
        yield 'zero for a positive number' => [static fn (Fields $f) => $f->positive('zero')];
        yield 'too large' => [static fn (Fields $f) => $f->number('large', 0, 10)];
        yield 'empty text' => [static fn (Fields $f) => $f->string('empty')];
        yield 'missing text' => [static fn (Fields $f) => $f->string('nowhere')];
        yield 'a number for true or false' => [static fn (Fields $f) => $f->boolean('zero')];
        yield 'text that is too long' => [static fn (Fields $f) => $f->string('long', 3)];
        yield 'an object for a list' => [static fn (Fields $f) => $f->objects('object')];
        yield 'an empty string in a list' => [static fn (Fields $f) => $f->strings('strings')];
        yield 'too many' => [static fn (Fields $f) => $f->objects('list', 1)];
    }

    /** @param callable(Fields): mixed $read */
    #[DataProvider('refusals')]
    public function testRefuses(callable $read): void
    {
        $this->expectException(BadData::class);
        $read(Fields::of(['list' => [[], []], 'zero' => 0, 'large' => 1e9, 'empty' => ' ', 'long' => 'four', 'object' => ['a' => 1], 'strings' => ['']]));
    }

    public function testADayIsOneOfTheCalendar(): void
    {
        foreach (['2024-02-29', '1970-01-01', '2100-01-01'] as $day) {
            self::assertSame([$day, $day], [Fields::of(['on' => $day])->day('on'), Fields::of(['on' => $day])->optionalDay('on')]);
        }
        foreach (['1999-12-31' => false, '2000-01-01' => true, '2099-12-31' => true, '2100-01-01' => false] as $day => $belongs) {
            try {
                self::assertSame($day, Fields::of(['on' => $day])->optionalDay('on', 20));
                self::assertTrue($belongs, $day);
            } catch (BadData) {
                self::assertFalse($belongs, $day);
            }
        }
        self::assertNull(Fields::of(['on' => null])->optionalDay('on'));
        foreach (['2025-02-29', '2026-13-01', '2026-1-1', '2026-01-01T', 'today', 20260101, ''] as $not) {
            try {
                Fields::of(['on' => $not], 'meter')->day('on');
                self::fail(json_encode($not, \JSON_THROW_ON_ERROR));
            } catch (BadData $e) {
                self::assertStringContainsString('meter.on', $e->getMessage());
            }
        }
    }
}
