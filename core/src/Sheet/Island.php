<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

/** A bank of charge that something can cut off from the others, and so needs its own discharge proof (SAFE-2a). */
final readonly class Island
{
    /** Without a sheet the whole chassis is one bank. */
    public const WHOLE_CHASSIS = 'all';

    /**
     * @param list<string> $nodes
     * @param string       $proofAt  place where the proof is read
     * @param string|null  $cutOffBy what can separate it: standby, a fuse, a diode
     */
    public function __construct(public string $id, public string $name, public array $nodes, public string $proofAt, public ?string $cutOffBy)
    {
    }

    public static function wholeChassis(): self
    {
        return new self(self::WHOLE_CHASSIS, 'the whole chassis', [], 'reservoir', null);
    }
}
