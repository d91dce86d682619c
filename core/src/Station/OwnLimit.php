<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Codec\Fields;

/** What a shop allows the plates and screens of a type, by its own word (BIAS-2): never more than the type’s data do. */
final readonly class OwnLimit
{
    public const MOST = 60;

    private function __construct(public string $type, public float $plateWatts, public ?float $screenWatts, public string $source)
    {
    }

    public static function decode(Fields $fields): self
    {
        $limit = new self($fields->string('type', 20), $fields->number('plateWatts', 0.1, 1000), $fields->optionalNumber('screenWatts', 0.05, 200), trim($fields->optionalText('source', 120)));
        $fields->done();

        return $limit;
    }

    /** @return array<string, float|string> */
    public function toArray(): array
    {
        return ['type' => $this->type, 'plateWatts' => $this->plateWatts, ...(null === $this->screenWatts ? [] : ['screenWatts' => $this->screenWatts]), 'source' => $this->source];
    }
}
