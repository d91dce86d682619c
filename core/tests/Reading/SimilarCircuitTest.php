<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Reading\Judgement;
use Yew\Core\Reading\SimilarCircuit;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Tests\Tube\ShippedTubes;

/** A drawing that is only of a similar circuit says at most *watch*; what holds in any circuit it says as before. */
final class SimilarCircuitTest extends TestCase
{
    /** @return iterable<string, array{string, Verdict, Verdict}> reason, verdict, verdict by a similar circuit */
    public static function reasons(): iterable
    {
        foreach (['low', 'high', 'bias-cold', 'above-window', 'below-window'] as $code) {
            yield $code => [$code, Verdict::Out, Verdict::Watch];
        }
        foreach (['wrong-sign', 'zero', 'heater-below-rating', 'leakage', 'grid-leaks-over-return'] as $code) {
            yield $code => [$code, Verdict::Out, Verdict::Out];
        }
        foreach (['above-capacitor-rating', 'bias-lost', 'bias-less-negative', 'plate-over-limit'] as $code) {
            yield $code => [$code, Verdict::Danger, Verdict::Danger];
        }
        yield 'within' => ['within', Verdict::Within, Verdict::Within];
        yield 'watched anyway' => ['near-edge', Verdict::Watch, Verdict::Watch];
    }

    #[DataProvider('reasons')]
    public function testWhatRestsOnTheDrawingAloneIsAtMostWatched(string $code, Verdict $verdict, Verdict $similar): void
    {
        $judgement = new Judgement($verdict, [], $code, ['deviationPercent' => 20.0], 'model', 120.0, 100.0, null, 1.0);
        $data = json_decode((string) file_get_contents(__DIR__.'/../../../server/demo/sheets/nuthatch-5.sheet.json'), true);
        self::assertIsArray($data);
        [$drawn, $similarOne] = array_map(static fn (string $trust): Sheet => (new SheetCodec(ShippedTubes::catalogue()))->decode([...$data, 'source' => ['trust' => $trust]]), ['original-schematic', Sheet::SIMILAR]);
        self::assertSame($judgement, SimilarCircuit::capped($judgement, $drawn), 'of its own drawing');
        self::assertSame($judgement, SimilarCircuit::capped($judgement, null), 'without a sheet');
        $capped = SimilarCircuit::capped($judgement, $similarOne);
        self::assertSame($similar, $capped->verdict);
        self::assertSame($similar === $verdict ? $code : 'similar-'.$code, $capped->reasonCode);
        self::assertSame(['deviationPercent' => 20.0], $capped->figures);
    }
}
