<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Doctrine\DBAL\Platforms\AbstractPlatform;
use Doctrine\DBAL\Types\Exception\InvalidFormat;
use Doctrine\DBAL\Types\Type;

/** A moment to the microsecond, in UTC: `TIMESTAMPTZ(6)`. */
final class InstantType extends Type
{
    public function getSQLDeclaration(array $column, AbstractPlatform $platform): string
    {
        return 'TIMESTAMP(6) WITH TIME ZONE';
    }

    public function convertToDatabaseValue(mixed $value, AbstractPlatform $platform): ?string
    {
        return $value instanceof \DateTimeInterface ? $value->format('Y-m-d\TH:i:s.uP') : null;
    }

    public function convertToPHPValue(mixed $value, AbstractPlatform $platform): ?\DateTimeImmutable
    {
        if (null === $value || $value instanceof \DateTimeImmutable) {
            return $value;
        }
        try {
            return (new \DateTimeImmutable(\is_string($value) ? $value : ''))->setTimezone(new \DateTimeZone('UTC'));
        } catch (\Exception $e) {
            throw InvalidFormat::new(\is_string($value) ? $value : get_debug_type($value), 'instant', 'Y-m-d H:i:s.uP', $e);
        }
    }
}
