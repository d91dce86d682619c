<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Bench\MeterSetting;
use Yew\Server\Shop\ShopMeters;
use Yew\Server\Tape\Entity\TapeEntry;

/** A meter was set on the unit, or taken off it. */
final class MeterSetFace extends ShippedFace
{
    public function __construct(string $root, private readonly ShopMeters $meters)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'meter-set';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $name = $this->meters->find(self::text($entry, 'meterId'))->name ?? self::text($entry, 'meterId');
        $function = MeterFunction::tryFrom(self::text($entry, 'function'));
        if (null === $function) {
            return new EntryWords($name.' taken off');
        }
        $leads = MeterSetting::leadsWord(self::text($entry, 'leads'));

        return new EntryWords(\sprintf('%s set to %s', $name, $function->unit()->word()), EntryWords::joined(' at ', $leads, self::text($entry, 'place')).', jacks seen');
    }
}
