<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Helper;
use Opis\JsonSchema\Validator;
use Yew\Core\Codec\BadData;

/** The one JSON Schema of each kind of entry: docs/formats/tape/KIND.VERSION.json. */
final readonly class PayloadSchemas
{
    /** Kinds that a client may write; the others are written by the server with an act of their own. */
    public const FROM_CLIENTS = ['state-change', 'conditions', 'discharge-proof', 'reading', 'as-fitted', 'accept', 'correction', 'note', 'sheet-chosen', 'shelf-move', 'close-out', 'trial', 'finding', 'left-alone', 'photo'];

    /** Newest form of the kinds that have more than one; older ones are taken and read as before. */
    private const NEWEST = ['conditions' => 2];

    /** Fields of a payload that only the server writes, by kind. */
    private const SERVER_FIELDS = [
        'reading' => ['kind', 'value', 'unit', 'resolution', 'range', 'tappedValues'],
        'discharge-proof' => ['kind', 'value', 'unit', 'resolution', 'range', 'clockSeen'],
        'state-change' => ['hazards'],
        'conditions' => ['bleederIsland'],
        'sheet-chosen' => ['lostPlaces'],
        'as-fitted' => ['change', 'foundSo'],
        'trial' => ['figures', 'said'],
    ];

    /** Kinds that say something of one unit, and nothing without it. */
    public const OF_ONE_UNIT = ['as-fitted', 'reading', 'discharge-proof', 'conditions', 'state-change', 'trial', 'finding', 'left-alone', 'photo', 'accept', 'correction', 'sheet-chosen'];

    public function __construct(private string $root)
    {
    }

    /**
     * @param array<string, mixed> $payload as the client sent it
     *
     * @throws BadData with the path of the fault
     */
    public function checkFromClient(string $kind, int $version, array $payload): void
    {
        if ($version < 1 || $version > (self::NEWEST[$kind] ?? 1) || !\in_array($kind, self::FROM_CLIENTS, true)) {
            throw BadData::at('kind', \sprintf('“%s” version %d is not written by clients', $kind, $version));
        }
        foreach (self::SERVER_FIELDS[$kind] ?? [] as $field) {
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
        $schema = json_decode((string) file_get_contents(\sprintf('%s/docs/formats/tape/%s.%d.json', $this->root, $kind, $version)), false, 32, \JSON_THROW_ON_ERROR);
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
