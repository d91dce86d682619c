<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Formats;

use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;

/** Holds a document against one of the published schemas. */
trait SchemaCheck
{
    /** @param mixed $document decoded with objects as objects */
    private static function assertFits(string $schemaFile, mixed $document): void
    {
        self::assertSame([], self::faults($schemaFile, $document), $schemaFile);
    }

    /** @return array<mixed> what does not fit, by path */
    private static function faults(string $schemaFile, mixed $document): array
    {
        $schema = json_decode((string) file_get_contents(\dirname(__DIR__, 3).'/docs/formats/'.$schemaFile));
        self::assertInstanceOf(\stdClass::class, $schema, $schemaFile);
        $validator = new Validator();
        $validator->resolver()?->registerPrefix('https://yew-bench.invalid/formats/', \dirname(__DIR__, 3).'/docs/formats/');
        $error = $validator->validate($document, $schema)->error();

        return null === $error ? [] : (new ErrorFormatter())->format($error);
    }
}
