<?php

declare(strict_types=1);

namespace Yew\Core\Instrument;

use Yew\Core\Quantity\Unit;

/** One answer of an instrument, understood: a value in the function's unit, or that it is too much to show. */
final readonly class Answer
{
    public const MOST_SIGNS = 256;

    /** What some instruments put behind their figure. */
    private const SUFFIXES = [
        'V' => Unit::Volts, 'VDC' => Unit::Volts, 'VAC' => Unit::Volts, 'A' => Unit::Amperes, 'ADC' => Unit::Amperes, 'AAC' => Unit::Amperes, 'OHM' => Unit::Ohms, 'OHMS' => Unit::Ohms, 'F' => Unit::Farads, 'HZ' => Unit::Hertz,
    ];
    /** SCPI's “not a number” (SCPI-1999 volume 1, §7.2.1.5, from memory). */
    private const NOT_A_NUMBER = 9.91e37;

    /** @param float|null $value null for overload */
    private function __construct(public ?float $value)
    {
    }

    /**
     * @param string $line without its ending
     *
     * @throws AnswerFault for what is no reading of this function
     */
    public static function read(string $line, ProfileFunction $function, InstrumentProfile $profile): self
    {
        $line = trim($line);
        if ('' === $line) {
            throw new AnswerFault('answered nothing');
        }
        if (1 !== preg_match('/^([+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d{1,3})?)\s*([A-Za-z]*)$/D', $line, $parts)) {
            throw new AnswerFault(\sprintf('answered “%s”, which is no number', self::shortened($line)));
        }
        $unit = strtoupper($parts[2]);
        if ('' !== $unit && (self::SUFFIXES[$unit] ?? null) !== $function->function->unit()) {
            throw new AnswerFault(\sprintf('answered in %s, not in %s', self::shortened($parts[2]), $function->function->unit()->value));
        }
        $number = (float) $parts[1];
        if (abs($number) >= 0.9999 * self::NOT_A_NUMBER && abs($number) <= 1.0001 * self::NOT_A_NUMBER) {
            throw new AnswerFault('says that it has no number');
        }

        return abs($number) >= $profile->overload ? new self(null) : new self($number * $function->scale);
    }

    private static function shortened(string $text): string
    {
        return mb_substr((string) preg_replace('/[^\x20-\x7e]/', '·', $text), 0, 24);
    }
}
