<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Helper;
use Opis\JsonSchema\Validator;
use Yew\Core\Codec\BadData;
use Yew\Server\Tape\Entry\EntryFaces;

/** Checks payloads against the JSON Schema of their kind. */
final readonly class PayloadSchemas
{
    public function __construct(private EntryFaces $faces)
    {
    }

    /**
     * @param array<string, mixed> $payload as the client sent it
     *
     * @throws BadData with the path of the fault
     */
    public function checkFromClient(string $kind, int $version, array $payload): void
    {
        $face = $this->faces->find($kind);
        if (null === $face || !$face->isFromClients() || !isset($face->schemas()[$version])) {
            throw BadData::at('kind', \sprintf('“%s” version %d is not written by clients', $kind, $version));
        }
        foreach ($face->serverFields() as $field) {
            if (\array_key_exists($field, $payload)) {
                throw BadData::at('payload.'.$field, 'only the server writes this');
            }
        }
        $this->check($kind, $version, $payload);
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @throws BadData with the path of the fault
     */
    public function check(string $kind, int $version, array $payload): void
    {
        $file = $this->faces->find($kind)?->schemas()[$version] ?? throw new \LogicException('no schema for '.$kind);
        $schema = json_decode((string) file_get_contents($file), false, 32, \JSON_THROW_ON_ERROR);
        if (!\is_object($schema)) {
            throw new \LogicException('no schema for '.$kind);
        }
        $error = (new Validator())->validate(Helper::toJSON([] === $payload ? new \stdClass() : $payload), $schema)->error();
        if (null !== $error) {
            foreach ((new ErrorFormatter())->format($error, false) as $path => $sentence) {
                throw BadData::at('payload'.str_replace('/', '.', rtrim((string) $path, '/')), \is_string($sentence) ? $sentence : 'does not fit');
            }
        }
    }
}
