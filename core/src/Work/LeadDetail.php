<?php

declare(strict_types=1);

namespace Yew\Core\Work;

use Yew\Core\Station\ItemDetail;
use Yew\Core\Station\Lead;

/** A lead of the map, with the photo that shows it. */
final readonly class LeadDetail implements ItemDetail
{
    public function __construct(public Lead $lead)
    {
    }

    public function kind(): string
    {
        return 'lead';
    }

    public function toArray(): array
    {
        return ['name' => $this->lead->name, 'colour' => $this->lead->colour, 'from' => $this->lead->from, 'to' => $this->lead->to, 'does' => $this->lead->does, 'ohms' => $this->lead->ohms, 'certainty' => $this->lead->isSeen ? 'seen' : 'believed', 'photoId' => $this->lead->photoId, 'pin' => $this->lead->pin];
    }
}
