<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** What the value of each condition must look like: read strictly, with its place where it does not. */
final class ConditionValue
{
    /** Lamps and limiters in one lead; more than anybody wires up. */
    private const MOST_LIMITERS = 3;

    /** A discharge resistor that works and does not burn at once: 2.2 to 10 kΩ is usual (SAFE-2), so much either way is taken, Ω (our choice). */
    private const BLEEDER_OHMS = [470.0, 100e3];

    /** @throws BadData */
    public static function read(Fields $fact, string $name): mixed
    {
        switch ($name) {
            case 'inletVolts':
                return $fact->number('value', Conditions::LEAST_INLET_VOLTS, 500);
            case 'ambientCelsius':
                return $fact->number('value', -20, 60);
            case 'tubes':
                return self::tubes($fact->object('value'));
            case Conditions::FIRST_FORM:
                $limiter = self::choice($fact->object('value'), ['none', 'lamp', 'electronic'], 'watts', 1, 5000);

                return 'none' === $limiter['kind'] ? [] : [array_diff_key($limiter, 'lamp' === $limiter['kind'] ? [] : ['watts' => 0])];
            case 'limiters':
                return array_map(self::limiter(...), $fact->objects('value', self::MOST_LIMITERS));
            case 'source':
                $source = $fact->object('value');
                $value = ['kind' => self::oneOf($source, ['wall', 'variac']), 'volts' => $source->number('volts', Conditions::LEAST_INLET_VOLTS, 500)];
                // By which dial, and where it stood: what it gives was worked out from its table (COND-1).
                $dial = $source->optionalNumber('dial', 0, 500);
                $value += null === $dial ? [] : ['dial' => $dial, 'equipmentId' => $source->string('equipmentId', 40)];
                $source->done();

                return $value;
            case 'ammeter':
                $ammeter = $fact->object('value');
                $value = ['place' => $ammeter->string('place', 40), ...(null === ($ohms = $ammeter->optionalNumber('ohms', 0, 1e4)) ? [] : ['ohms' => $ohms])];
                $ammeter->done();

                return $value;
            case 'load':
                return self::choice($fact->object('value'), ['none', 'resistor', 'reactive', 'speaker'], 'ohms', 0.1, 1e6);
            case 'bleeder':
                $bleeder = $fact->object('value');
                $clipped = $bleeder->boolean('clipped');
                $value = $clipped ? ['clipped' => true, 'ohms' => $bleeder->number('ohms', ...self::BLEEDER_OHMS), 'node' => $bleeder->string('node', 40)] : ['clipped' => false];
                $bleeder->done();

                return $value;
            default:
                return $fact->string('value', 400);
        }
    }

    /** @return array<string, mixed> */
    private static function tubes(Fields $tubes): array
    {
        $fitted = [];
        foreach ($tubes->names() as $position) {
            if ('out' === $tubes->raw($position)) {
                $fitted[$position] = 'out';
                continue;
            }
            $tube = $tubes->object($position);
            $fitted[$position] = ['type' => $tube->string('type', 20), 'tubeId' => $tube->optionalString('tubeId')];
            $tube->done();
        }

        return $fitted;
    }

    /** @return array<string, string|float> */
    private static function limiter(Fields $fields): array
    {
        $kind = self::oneOf($fields, ['lamp', 'electronic']);
        $sizes = 'lamp' === $kind ? ['watts' => [1.0, 5000.0], 'ratedVolts' => [6.0, 500.0]] : ['amperes' => [0.01, 30.0]];
        $limiter = ['kind' => $kind];
        foreach ($sizes as $size => $bounds) {
            $amount = $fields->optionalNumber($size, ...$bounds);
            $limiter += null === $amount ? [] : [$size => $amount];
        }
        $fields->done();

        return $limiter;
    }

    /** @param list<string> $kinds */
    private static function oneOf(Fields $fields, array $kinds): string
    {
        $kind = $fields->string('kind');

        return \in_array($kind, $kinds, true) ? $kind : throw $fields->fault('kind', 'one of '.implode(', ', $kinds).' belongs here');
    }

    /**
     * @param list<string> $kinds
     *
     * @return array<string, string|float>
     */
    private static function choice(Fields $fields, array $kinds, string $size, float $least, float $most): array
    {
        $kind = self::oneOf($fields, $kinds);
        $amount = $fields->optionalNumber($size, $least, $most);
        $fields->done();

        return null === $amount ? ['kind' => $kind] : ['kind' => $kind, $size => $amount];
    }
}
