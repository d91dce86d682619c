<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Estimate\MinorUnits;

/** Where a new part came from, and what it cost. */
final readonly class Supplied
{
    /** @param int|null $costMinor net, minor units; null where nobody said */
    private function __construct(public string $source, public ?int $costMinor)
    {
    }

    /**
     * @param Fields $payload {with?: {source?, costMinor?}}
     *
     * @throws BadData for a cost below nothing or beyond what money is counted in
     */
    public static function decode(Fields $payload): ?self
    {
        if (!$payload->has('with')) {
            return null;
        }
        $with = $payload->object('with');
        $supplied = new self($with->optionalText('source', 120), $with->has('costMinor') ? $with->whole('costMinor', 0, MinorUnits::MOST) : null);
        $with->done();

        return $supplied;
    }

    /** @return array{source?: string, costMinor?: int} */
    public function toArray(): array
    {
        return [...('' === $this->source ? [] : ['source' => $this->source]), ...(null === $this->costMinor ? [] : ['costMinor' => $this->costMinor])];
    }
}
