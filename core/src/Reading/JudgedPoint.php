<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Quantity\Figure;
use Yew\Core\Sheet\TestPoint;

/** A point with what it should read and, once read, its figure and verdict: what groups and currents are made from. */
final readonly class JudgedPoint
{
    /**
     * @param Expected       $expected  for the reading that decides; where none was taken, now
     * @param Judgement|null $judgement of the reading that decides
     * @param Judgement|null $newest    of the newest, where an earlier one decides
     * @param Expected|null  $next      for the next reading, where conditions or parts changed since the newest
     * @param list<Beside>   $beside    other figures to lay beside it
     */
    public function __construct(public TestPoint $point, public Expected $expected, public ?Judgement $judgement, public ?Figure $figure, public ?Judgement $newest = null, private ?Expected $next = null, public array $beside = [])
    {
    }

    /** What a reading taken now should show. */
    public function next(): Expected
    {
        return $this->next ?? $this->expected;
    }

    /** low, high, or null when it does not deviate in a known direction */
    public function leaning(): ?string
    {
        return null !== $this->judgement && $this->judgement->verdict->deviates() ? $this->judgement->direction() : null;
    }
}
