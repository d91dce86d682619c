<?php

declare(strict_types=1);

namespace Yew\Server\Formats;

use Symfony\Component\Yaml\Yaml;
use Yew\Core\Station\Stations;
use Yew\Server\Tape\Entry\EntryFaces;

/** The whole contract of the API: docs/api/openapi.yaml, with the stations and the kinds of entry that this installation has. */
final readonly class OpenApi
{
    /** What of a JSON Schema document is of the file, not of the schema. */
    private const OF_THE_FILE = ['$schema', '$id', 'title'];

    public function __construct(private Stations $stations, private EntryFaces $faces, private string $root)
    {
    }

    public function document(): \stdClass
    {
        $api = Yaml::parseFile($this->root.'/docs/api/openapi.yaml', Yaml::PARSE_OBJECT_FOR_MAP);
        if (!$api instanceof \stdClass || !($api->components ?? null) instanceof \stdClass || !($api->components->schemas ?? null) instanceof \stdClass) {
            throw new \LogicException('docs/api/openapi.yaml is no document of an API');
        }
        $api->components->schemas->StationId = (object) ['type' => 'string', 'enum' => array_keys($this->stations->all())];
        $api->components->schemas->EntryKind = (object) ['type' => 'string', 'enum' => array_keys($this->faces->all())];
        $api->components->schemas->EntryPayloads = (object) ['type' => 'object', 'description' => 'what a client sends as the payload of each kind, in its newest form', 'properties' => (object) $this->payloads()];

        return $api;
    }

    public function json(): string
    {
        return json_encode($this->document(), \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR)."\n";
    }

    /** @return array<string, object> schemas by kind, without what only the server writes */
    private function payloads(): array
    {
        $payloads = [];
        foreach ($this->faces->all() as $kind => $face) {
            $schemas = $face->schemas();
            $schema = json_decode((string) file_get_contents($schemas[max(array_keys($schemas))]), false, 32, \JSON_THROW_ON_ERROR);
            if (!$face->isFromClients() || !$schema instanceof \stdClass) {
                continue;
            }
            $properties = array_diff_key((array) ($schema->properties ?? []), array_flip($face->serverFields()));
            $payloads[$kind] = (object) [...array_diff_key((array) $schema, array_flip(self::OF_THE_FILE)), 'properties' => (object) $properties];
        }

        return $payloads;
    }
}
