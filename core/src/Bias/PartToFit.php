<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\FittedChange;

/** A resistor that belongs into a bias supply: in the place of a drawn one, or from a trim’s wiper to the cold end of its track. */
final readonly class PartToFit
{
    /**
     * @param string                     $id      of the part whose place it takes; of a new one the two places, as a change names them
     * @param float|null                 $was     ohms of what is there; null of a new one
     * @param float|null                 $watts   that it must be rated for; null where nothing tells
     * @param array{string, string}|null $between places of a new one
     */
    public function __construct(public string $id, public float $ohms, public ?float $was = null, public ?float $watts = null, public ?array $between = null)
    {
    }

    /** @param array{string, string} $between */
    public static function between(array $between, float $ohms): self
    {
        return new self('bridge.'.implode('.', $between), $ohms, between: $between);
    }

    /** As it is typed once it is in: `R33 33000`, `N2 D3/top 220000`. */
    public function text(): string
    {
        return \sprintf('%s %.9G', null === $this->between ? $this->id : implode(' ', $this->between), $this->ohms);
    }

    public function change(): FittedChange
    {
        $change = null === $this->between ? ['kind' => 'part', 'id' => $this->id, 'ohms' => $this->ohms] : ['kind' => 'bridge', 'id' => $this->id, 'between' => $this->between, 'ohms' => $this->ohms];

        return FittedChange::fromFields(Fields::of(['text' => $this->text(), 'change' => $change]));
    }
}
