<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Compute;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;
use Yew\Core\Codec\BadData;
use Yew\Server\Compute\ComputeDoor;

/** Nothing that a form's input contains may end in anything but an answer or a sentence: no fault, no endless figures, no endless work. */
final class CrookedInputTest extends KernelTestCase
{
    private const CROOKED = [0, -1, 1, 100, 1e-15, 1e-6, 1e6, 1e12, 1e15, -1e15, 1e300, '', '0', 'ol', '>5', '４１６', "a\u{7f}b", '1e999', true, null, [], [[]], ['0' => 1], [[[[]]]]];
    private const MOST_SHEET_LEAVES = 60;
    private const LONGEST_ANSWER = 400_000;

    /** @return iterable<string, array{string, array<string, mixed>}> */
    public static function forms(): iterable
    {
        yield from ComputeDoorTest::forms();
    }

    /** @param array<string, mixed> $in */
    #[DataProvider('forms')]
    public function testAnyLeafMayBeAnything(string $name, array $in): void
    {
        $door = self::getContainer()->get(ComputeDoor::class);
        $tried = 0;
        foreach (self::paths($in) as $i => $path) {
            // A sheet is read by the same codec in every form: a spread of its leaves, each with a few values.
            $inSheet = 'sheet' === $path[0];
            foreach ($inSheet ? [self::CROOKED[$i % \count(self::CROOKED)]] : self::CROOKED as $value) {
                $crooked = self::with($in, $path, $value);
                try {
                    $answer = json_encode($door->run($name, $crooked), \JSON_THROW_ON_ERROR);
                } catch (BadData $e) {
                    self::assertNotSame('', $e->getMessage());
                    ++$tried;
                    continue;
                } catch (\Throwable $e) {
                    self::fail(\sprintf('%s: %s = %s: %s %s (%s:%d)', $name, implode('.', $path), json_encode($value), $e::class, $e->getMessage(), $e->getFile(), $e->getLine()));
                }
                self::assertLessThan(self::LONGEST_ANSWER, \strlen($answer));
                self::assertDoesNotMatchRegularExpression('/[0-9]{40}/', $answer, 'a figure of forty digits is none');
                ++$tried;
            }
        }
        self::assertGreaterThan(0, $tried);
    }

    /**
     * Every leaf; of a sheet a spread of them.
     *
     * @param array<mixed> $in
     *
     * @return list<non-empty-list<int|string>>
     */
    private static function paths(array $in): array
    {
        $paths = $ofSheet = [];
        foreach (self::leaves($in, []) as $path) {
            if ('sheet' === $path[0]) {
                $ofSheet[] = $path;
            } else {
                $paths[] = $path;
            }
        }
        $step = max(1, intdiv(\count($ofSheet), self::MOST_SHEET_LEAVES));

        return [...$paths, ...array_values(array_filter($ofSheet, static fn (int $i): bool => 0 === $i % $step, \ARRAY_FILTER_USE_KEY))];
    }

    /**
     * @param array<mixed>     $data
     * @param list<int|string> $path
     *
     * @return iterable<non-empty-list<int|string>>
     */
    private static function leaves(array $data, array $path): iterable
    {
        foreach ($data as $key => $value) {
            $here = [...$path, $key];
            if (\is_array($value) && [] !== $value) {
                yield from self::leaves($value, $here);
            } else {
                yield $here;
            }
        }
    }

    /**
     * @param array<mixed>               $in
     * @param non-empty-list<int|string> $path
     *
     * @return array<mixed>
     */
    private static function with(array $in, array $path, mixed $value): array
    {
        $at = array_shift($path);
        $below = $in[$at] ?? null;
        $in[$at] = [] === $path ? $value : self::with(\is_array($below) ? $below : [], $path, $value);

        return $in;
    }
}
