<?php

declare(strict_types=1);

namespace Yew\Server\Instrument;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Instrument\InstrumentProfile;

/** The dialects that ship with the application; a shop may bring its own. */
final readonly class Profiles
{
    public function __construct(private string $root)
    {
    }

    /** @return array<string, array<string, mixed>> documents by their file's name */
    public function shipped(): array
    {
        $found = glob($this->root.'/server/data/instruments/*.json');
        $profiles = [];
        foreach (false === $found ? [] : $found as $file) {
            $data = json_decode((string) file_get_contents($file), true, 16, \JSON_THROW_ON_ERROR);
            $profiles[basename($file, '.json')] = Fields::named($data);
        }

        return $profiles;
    }

    /**
     * @param mixed $asked name of one that ships, or a document
     *
     * @return array<string, mixed>
     *
     * @throws BadData
     */
    public function document(mixed $asked): array
    {
        $document = \is_string($asked) ? $this->shipped()[$asked] ?? throw BadData::at('profile', \sprintf('there is no profile “%s”; there are %s', mb_substr($asked, 0, 40), implode(', ', array_keys($this->shipped())))) : $asked;
        InstrumentProfile::decode($document);

        return Fields::named($document);
    }
}
