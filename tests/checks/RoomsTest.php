<?php

declare(strict_types=1);

namespace Yew\Checks;

use PHPat\Selector\Selector;
use PHPat\Selector\SelectorInterface;
use PHPat\Test\Attributes\TestRule;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** The walls between the rooms (docs: server → core; core → nothing; inside core and server one direction). Read by PHPStan, not by PHPUnit. */
final class RoomsTest
{
    /** Areas of core from the ground up: each may use those before it. A folder that is not listed here is no area, and no rule passes. */
    private const CORE = ['Codec', 'Numeric', 'Quantity', 'Tube', 'Matching', 'Bench', 'Instrument', 'Circuit', 'Sheet', 'Reading', 'Hint', 'Ramp', 'Drawn', 'Output', 'Test', 'Substitution', 'Station', 'Look', 'Iron', 'Capacitor', 'Resistor', 'Tubes', 'Voltages', 'Bias', 'Work', 'Safety', 'Power', 'Estimate', 'Drawer', 'Owner', 'Job', 'History', 'Compute'];

    /** Rooms of the server in the same way; entities may be used from above and below. */
    private const SERVER = ['Http', 'Mail', 'Wording', 'Access', 'Shop', 'Sheet', 'Circuit', 'Job', 'Instrument', 'Tape', 'Station', 'Photo', 'Formats', 'Worker', 'Report', 'Schematic', 'Drawer', 'Owner', 'Work', 'Waiting', 'History', 'Shelf', 'Compute', 'Live', 'Demo'];

    /** @return iterable<Rule> */
    #[TestRule]
    public function coreUsesOnlyWhatLiesBelow(): iterable
    {
        yield from self::upwards('Yew\Core', self::listed(self::CORE, \dirname(__DIR__, 2).'/core/src'));
    }

    /** @return iterable<Rule> */
    #[TestRule]
    public function theServerUsesOnlyWhatLiesBelow(): iterable
    {
        yield from self::upwards('Yew\Server', self::listed(self::SERVER, \dirname(__DIR__, 2).'/server/src'));
    }

    /** No library, no framework, no file of PHP's own that reads the clock, a file or the network: core depends on core. */
    #[TestRule]
    public function coreStandsAlone(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('Yew\Core'))->excluding(Selector::inNamespace('Yew\Core\Tests'))->canOnly()->dependOn()
            ->classes(
                Selector::inNamespace('Yew\Core'),
                ...array_map(Selector::classname(...), ['ArrayIterator', 'BackedEnum', 'Closure', 'Countable', 'DateTimeImmutable', 'DateTimeInterface', 'DateTimeZone', 'Generator', 'IteratorAggregate', 'JsonException', 'Stringable', 'Throwable', 'Traversable', 'UnitEnum', 'stdClass', 'WeakMap']),
                ...array_map(Selector::classname(...), ['Exception', 'InvalidArgumentException', 'LogicException', 'RuntimeException', 'UnexpectedValueException', 'ValueError', 'DomainException', 'DivisionByZeroError']),
            )
            ->because('the rules of the job know no framework');
    }

    /** The simulated bench knows the rules of circuits, and no shop. */
    #[TestRule]
    public function standsKnowCoreAlone(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('Yew\Stands'))->shouldNot()->dependOn()->classes(Selector::inNamespace('Yew\Server'))
            ->because('stands speak to the shop over their instruments’ own lines');
    }

    /** @return iterable<Rule> */
    #[TestRule]
    public function nobodyKnowsTheStands(): iterable
    {
        yield PHPat::rule()->classes(Selector::inNamespace('Yew\Server'), Selector::inNamespace('Yew\Core'))->excluding(Selector::inNamespace('Yew\Server\Tests'), Selector::inNamespace('Yew\Core\Tests'))->shouldNot()->dependOn()->classes(Selector::inNamespace('Yew\Stands'))
            ->because('a simulated bench is an instrument like any other');
    }

    #[TestRule]
    public function entitiesKnowNothingOfTheWeb(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('/^Yew\\\\Server\\\\\w+\\\\Entity$/', true))->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('Symfony\Component\HttpFoundation'), Selector::inNamespace('Yew\Server\Http'))
            ->because('entities are the inner layer of the server');
    }

    /**
     * @param list<string> $areas from the ground up
     *
     * @return iterable<Rule>
     */
    private static function upwards(string $room, array $areas): iterable
    {
        foreach ($areas as $i => $area) {
            $above = \array_slice($areas, $i + 1);
            if ([] !== $above) {
                yield PHPat::rule()->classes(Selector::inNamespace($room.'\\'.$area))->shouldNot()->dependOn()->classes(...array_map(static fn (string $a): SelectorInterface => Selector::inNamespace($room.'\\'.$a), $above))
                    ->because($room.' builds upwards: '.implode(' ← ', $areas));
            }
        }
    }

    /**
     * @param list<string> $areas
     *
     * @return list<string> the same, when the folder holds these and no others
     */
    private static function listed(array $areas, string $folder): array
    {
        $found = glob($folder.'/*', \GLOB_ONLYDIR);
        $there = array_map(static fn (string $path): string => basename($path), false === $found ? [] : $found);
        $unlisted = [...array_diff($there, $areas), ...array_diff($areas, $there)];

        return [] === $unlisted ? $areas : throw new \LogicException(\sprintf('%s: %s is no area, or is missing; say in RoomsTest where it stands', $folder, implode(', ', $unlisted)));
    }
}
