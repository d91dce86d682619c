<?php

declare(strict_types=1);

namespace Yew\Core\Output;

use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\TriodeModel;

/** Tubes of one side of an output stage that are alike in everything: each carries the same. */
final readonly class DrivenTubes
{
    /**
     * @param list<string> $positions    at least one
     * @param 'a'|'b'      $side         of the primary
     * @param float        $strength     what its law’s currents are multiplied with
     * @param float        $screenOhms   at each screen
     * @param float        $cathodeOhms  under each cathode, its own
     * @param bool         $isOwnHeld    a capacitor keeps the volts across that
     * @param list<string> $sharing      positions whose currents flow through the shared part; none where there is none
     * @param float        $sharedOhms   of it
     * @param bool         $isSharedHeld likewise
     */
    public function __construct(
        public array $positions,
        public string $side,
        public TriodeModel|PentodeModel $model,
        public float $strength = 1.0,
        public float $screenOhms = 0.0,
        public float $cathodeOhms = 0.0,
        public bool $isOwnHeld = true,
        public array $sharing = [],
        public float $sharedOhms = 0.0,
        public bool $isSharedHeld = true,
    ) {
    }

    public function count(): int
    {
        return \count($this->positions);
    }

    /** The same with another tube of the side that is like these; null where it is not. */
    public function joinedBy(self $other): ?self
    {
        $isAlike = [$this->side, $this->strength, $this->screenOhms, $this->cathodeOhms, $this->isOwnHeld, $this->sharing, $this->sharedOhms, $this->isSharedHeld] === [$other->side, $other->strength, $other->screenOhms, $other->cathodeOhms, $other->isOwnHeld, $other->sharing, $other->sharedOhms, $other->isSharedHeld]
            && get_object_vars($this->model->grid) === get_object_vars($other->model->grid) && [...get_object_vars($this->model), 'grid' => null] === [...get_object_vars($other->model), 'grid' => null] && $this->model::class === $other->model::class;

        return $isAlike ? new self([...$this->positions, ...$other->positions], $this->side, $this->model, $this->strength, $this->screenOhms, $this->cathodeOhms, $this->isOwnHeld, $this->sharing, $this->sharedOhms, $this->isSharedHeld) : null;
    }
}
