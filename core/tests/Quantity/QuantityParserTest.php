<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Quantity;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\Grammar;
use Yew\Core\Quantity\QuantityParser;
use Yew\Core\Quantity\Unit;

/** The same vectors are run by the front end's tests: docs/formats/quantity-vectors.json. */
final class QuantityParserTest extends TestCase
{
    private const FORMATS = __DIR__.'/../../../docs/formats/';

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function readable(): iterable
    {
        yield from self::vectors('readable');
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function refused(): iterable
    {
        yield from self::vectors('refused');
    }

    /** @param array{text: string, field: ?string, kind: string, value: float|int, unit: ?string, resolution: float|int, understood: string} $vector */
    #[DataProvider('readable')]
    public function testReads(array $vector): void
    {
        $quantity = QuantityParser::parse($vector['text'], null === $vector['field'] ? null : Unit::from($vector['field']));
        self::assertSame($vector['kind'], $quantity->kind->value);
        self::assertEqualsWithDelta($vector['value'], $quantity->value, 1e-9 * abs($vector['value']));
        self::assertSame($vector['unit'], $quantity->unit?->value);
        self::assertEqualsWithDelta($vector['resolution'], $quantity->resolution, 1e-9);
        self::assertSame($vector['understood'], $quantity->understood());
        self::assertSame(trim($vector['text']), $quantity->text, 'the typed text is kept');
    }

    /** @param array{text: string, field: string, reason: string, understood: string} $vector */
    #[DataProvider('refused')]
    public function testRefusesAndSaysWhatItUnderstood(array $vector): void
    {
        try {
            QuantityParser::parse($vector['text'], Unit::from($vector['field']));
            self::fail('was read');
        } catch (CannotRead $e) {
            self::assertSame($vector['reason'], $e->reason);
            self::assertSame($vector['understood'], $e->understood);
            self::assertNotSame('', $e->getMessage());
        }
    }

    public function testReadsAPairAndRefusesThree(): void
    {
        self::assertSame([1.2, 1.23], array_map(static fn ($q) => $q->value, QuantityParser::parsePair('1.2/1,23', Unit::Volts)));
        $this->expectException(CannotRead::class);
        QuantityParser::parsePair('1/2/3', Unit::Volts);
    }

    public function testPublishedGrammarIsTheOneInForce(): void
    {
        self::assertSame(
            json_encode(Grammar::table()),
            json_encode(json_decode((string) file_get_contents(self::FORMATS.'quantity-grammar.json'), true)),
            'write docs/formats/quantity-grammar.json anew with bin/bench formats:write',
        );
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    private static function vectors(string $group): iterable
    {
        $file = json_decode((string) file_get_contents(self::FORMATS.'quantity-vectors.json'), true);
        self::assertIsArray($file);
        self::assertIsArray($file[$group]);
        foreach ($file[$group] as $vector) {
            self::assertIsArray($vector);
            yield json_encode($vector['text']).' in '.json_encode($vector['field']) => [array_combine(array_map(strval(...), array_keys($vector)), $vector)];
        }
    }
}
