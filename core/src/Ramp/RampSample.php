<?php

declare(strict_types=1);

namespace Yew\Core\Ramp;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\TakenReading;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\TestPoint;

/** One reading under power, with the mains that it was taken at: a point of the graph, and of a stop (PWR-7). */
final readonly class RampSample
{
    /**
     * @param float        $value       in the function’s unit; the limit of a bound
     * @param float|null   $sourceVolts of the wall or the variac, before any limiter; null where nobody said
     * @param float|null   $inletVolts  measured at the amplifier; null where nobody did
     * @param bool|null    $isLimited   whether anything stood in the mains lead; null where nobody said
     * @param Verdict|null $verdict     as given then
     * @param bool         $isAccepted  let stand with a reason
     * @param bool         $isTapped    the socket was tapped while it was watched
     * @param float        $at          seconds since the epoch
     */
    public function __construct(
        public string $entryId,
        public string $place,
        public MeterFunction $function,
        public ReadingKind $kind,
        public float $value,
        public ?float $sourceVolts,
        public ?float $inletVolts,
        public ?bool $isLimited,
        public ?Verdict $verdict,
        public bool $isAccepted,
        public bool $isTapped,
        public float $at,
    ) {
    }

    public static function of(TakenReading $reading): self
    {
        $verdict = $reading->then['verdict'] ?? null;
        $conditions = $reading->conditions;

        return new self(
            $reading->entryId, $reading->place, $reading->function, $reading->kind, $reading->value, $conditions->sourceVolts(), $conditions->inletVolts(), $conditions->limited(),
            \is_string($verdict) ? Verdict::tryFrom($verdict) : null, null !== $reading->accepted, [] !== $reading->tapped, $reading->observedAt,
        );
    }

    public function key(): string
    {
        return TestPoint::keyOf($this->place, $this->function);
    }

    /** The same with other mains at the inlet: what was said of it before was wrong. */
    public function withInlet(float $volts): self
    {
        return $this->copy($volts, $this->isAccepted);
    }

    public function accepted(): self
    {
        return $this->copy($this->inletVolts, true);
    }

    /** It says something, and nothing against going on; or somebody answered for it. A bound that cannot be judged says nothing. */
    public function letsGoOn(): bool
    {
        return $this->isAccepted || Verdict::Within === $this->verdict || Verdict::Watch === $this->verdict || (Verdict::CannotSay === $this->verdict && ReadingKind::Value === $this->kind);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'entryId' => $this->entryId, 'place' => $this->place, 'function' => $this->function->value, 'kind' => $this->kind->value, 'value' => $this->value, 'sourceVolts' => $this->sourceVolts, 'inletVolts' => $this->inletVolts,
            'isLimited' => $this->isLimited, 'verdict' => $this->verdict?->value, 'isAccepted' => $this->isAccepted, 'isTapped' => $this->isTapped, 'at' => $this->at,
        ];
    }

    public static function fromFields(Fields $fields): self
    {
        return new self(
            $fields->string('entryId'), $fields->string('place'), $fields->oneOf('function', MeterFunction::class), $fields->oneOf('kind', ReadingKind::class), $fields->number('value'), $fields->optionalNumber('sourceVolts'), $fields->optionalNumber('inletVolts'),
            null === $fields->raw('isLimited') ? null : $fields->boolean('isLimited'), null === $fields->raw('verdict') ? null : $fields->oneOf('verdict', Verdict::class), $fields->boolean('isAccepted'), $fields->boolean('isTapped'), $fields->number('at'),
        );
    }

    private function copy(?float $inlet, bool $accepted): self
    {
        return new self($this->entryId, $this->place, $this->function, $this->kind, $this->value, $this->sourceVolts, $inlet, $this->isLimited, $this->verdict, $accepted, $this->isTapped, $this->at);
    }
}
