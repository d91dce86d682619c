<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Version;

/** A form over a solved circuit; that it did not converge is a result of its own, not an error. */
abstract readonly class CircuitForm implements ComputeForm
{
    public function __construct(protected TubeCatalogue $tubes)
    {
    }

    final public function run(array $in): array
    {
        $fields = Fields::of($in);
        $input = CircuitInput::decode($fields, $this->tubes);
        $versions = ['coreVersion' => Version::CORE, 'tubeDataVersion' => $this->tubes->version];
        try {
            return ['result' => 'solved', ...$this->answer($input, $fields), ...$versions];
        } catch (DidNotConverge $e) {
            return ['result' => 'did-not-converge', 'worstPlace' => $e->worstPlace, 'sentence' => $e->getMessage(), ...$versions];
        }
    }

    /**
     * @param Fields $fields the form's own fields; the common ones are read
     *
     * @return array<string, mixed>
     *
     * @throws BadData
     * @throws DidNotConverge
     */
    abstract protected function answer(CircuitInput $input, Fields $fields): array;

    /** @throws BadData when the circuit lacks the place */
    protected static function place(Solution $solution, Fields $fields, string $name): string
    {
        $place = $fields->string($name, 40);

        return $solution->circuit->nodes->has($place) ? $place : throw $fields->fault($name, \sprintf('the circuit has no place “%s”', $place));
    }
}
