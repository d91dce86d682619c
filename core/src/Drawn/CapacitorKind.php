<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** What a capacitor is made of, as far as its windows depend on it (CAP-2). */
enum CapacitorKind: string
{
    case Electrolytic = 'electrolytic';
    case Film = 'film';

    /** Above this a part in these amplifiers is an electrolytic, farads (our choice). */
    private const FILM_UP_TO_FARADS = 2e-6;

    public static function of(float $farads): self
    {
        return $farads > self::FILM_UP_TO_FARADS ? self::Electrolytic : self::Film;
    }

    /** @return array{float, float} percent below and above nominal (CAP-2) */
    public function window(): array
    {
        return self::Electrolytic === $this ? [-20.0, 50.0] : [-10.0, 10.0];
    }
}
