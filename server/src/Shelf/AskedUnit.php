<?php

declare(strict_types=1);

namespace Yew\Server\Shelf;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** One chassis of a booking as it was sent: one that was here before by its id, or a new one by its fields. */
final readonly class AskedUnit
{
    public ?string $id;
    public ?string $sheetVersionId;

    /**
     * @param Fields $fields {id, sheetVersionId?} | {maker, model, serial, wiredForVolts, sheetVersionId?}
     *
     * @throws BadData when an id is no text
     */
    public function __construct(public Fields $fields)
    {
        $id = $fields->optionalString('id', 36);
        $this->id = null === $id ? null : strtolower($id);
        $this->sheetVersionId = $fields->optionalString('sheetVersionId', 36);
    }
}
