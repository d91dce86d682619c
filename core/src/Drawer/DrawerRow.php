<?php

declare(strict_types=1);

namespace Yew\Core\Drawer;

use Yew\Core\Codec\BadData;
use Yew\Core\Estimate\MinorUnits;
use Yew\Core\Quantity\CannotRead;

/** A tube as a row of a file has it: every column but the type may be empty. */
final readonly class DrawerRow
{
    /** In the order in which they are written. */
    public const COLUMNS = ['label', 'type', 'maker', 'state', 'price', 'plate_ma', 'transconductance_ms', 'percent', 'good_percent', 'instrument', 'plate_volts', 'grid_volts', 'screen_volts', 'heater_volts', 'warm_minutes'];
    private const LONGEST = 80;

    private function __construct(public ?string $label, public string $type, public string $maker, public TubeState $state, public ?int $priceMinor, public ?DrawerTest $test)
    {
    }

    /**
     * @param array<string, string> $row by column
     *
     * @throws BadData    that says which column
     * @throws CannotRead
     */
    public static function read(array $row): self
    {
        $unknown = array_diff(array_keys($row), self::COLUMNS);
        if ([] !== $unknown) {
            throw BadData::at(array_values($unknown)[0], 'there is no such column');
        }
        $text = static fn (string $name): string => self::plain($name, $row[$name] ?? '');
        $state = TubeState::tryFrom('' === $text('state') ? TubeState::PulledGood->value : str_replace(' ', '-', strtolower($text('state'))));
        if (null === $state || !$state->mayBeSaid()) {
            throw BadData::at('state', \sprintf('“%s” is not new, pulled-good, worn or scrapped', $text('state')));
        }

        return new self('' === $text('label') ? null : TubeLabel::read($text('label')), self::type($text('type')), $text('maker'), $state, '' === $text('price') ? null : MinorUnits::read($text('price')), self::test($text));
    }

    /** @throws BadData for what is no designation */
    public static function type(string $typed): string
    {
        $type = strtoupper(trim($typed));

        return 1 === preg_match('/^(?=.*[0-9])[A-Z0-9][A-Z0-9\/+-]{1,19}$/D', $type) ? $type : throw BadData::at('type', '' === $type ? 'the type is what a tube is found by' : \sprintf('“%s” is no designation of a tube', mb_substr($typed, 0, 30)));
    }

    private static function plain(string $name, string $value): string
    {
        $value = trim($value);

        return match (true) {
            !mb_check_encoding($value, 'UTF-8') => throw BadData::at($name, 'this is no UTF-8 text'),
            mb_strlen($value) > self::LONGEST => throw BadData::at($name, \sprintf('longer than %d characters', self::LONGEST)),
            1 === preg_match('/\p{C}/u', $value) => throw BadData::at($name, 'holds characters that cannot be shown'),
            default => $value,
        };
    }

    /** @param \Closure(string): string $text */
    private static function test(\Closure $text): ?DrawerTest
    {
        $figures = array_filter([
            '' === $text('plate_ma') ? '' : $text('plate_ma').'mA', '' === $text('transconductance_ms') ? '' : $text('transconductance_ms').'mS',
            '' === $text('percent') ? '' : $text('percent').'%'.('' === $text('good_percent') ? '' : '/'.$text('good_percent')),
        ], static fn (string $f): bool => '' !== $f);
        if ([] === $figures) {
            return null;
        }
        $volts = array_filter([$text('plate_volts'), $text('grid_volts'), $text('screen_volts')], static fn (string $v): bool => '' !== $v);
        $tester = array_filter([$text('instrument'), implode('/', $volts), '' === $text('heater_volts') ? '' : $text('heater_volts').'V', '' === $text('warm_minutes') ? '' : $text('warm_minutes').'m'], static fn (string $w): bool => '' !== $w);

        return DrawerTest::typed('' === $text('instrument') ? '' : implode(', ', $tester), implode(' ', $figures));
    }
}
