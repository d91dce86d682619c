<?php

declare(strict_types=1);

namespace Yew\Checks;

use PHPat\Selector\Selector;
use PHPat\Selector\SelectorInterface;
use PHPat\Test\Attributes\TestRule;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** The walls between the rooms (docs: server → core; core → nothing; inside core one direction). Read by PHPStan, not by PHPUnit. */
final class RoomsTest
{
    /** Areas of core from the ground up: each may use those before it. */
    private const CORE = ['Codec', 'Numeric', 'Quantity', 'Tube', 'Bench', 'Circuit', 'Sheet', 'Reading', 'Drawn', 'Test', 'Station', 'Look', 'Iron', 'Capacitor', 'Resistor', 'Safety', 'Job', 'Compute'];

    /** @return iterable<Rule> */
    #[TestRule]
    public function coreUsesOnlyWhatLiesBelow(): iterable
    {
        foreach (self::CORE as $i => $area) {
            $above = \array_slice(self::CORE, $i + 1);
            if ([] !== $above) {
                yield PHPat::rule()->classes(self::core($area))->shouldNot()->dependOn()->classes(...array_map(self::core(...), $above))
                    ->because('core builds upwards: '.implode(' ← ', self::CORE));
            }
        }
    }

    #[TestRule]
    public function coreStandsAlone(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('Yew\Core'))->excluding(Selector::inNamespace('Yew\Core\Tests'))->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('Yew\Server'), Selector::inNamespace('Symfony'), Selector::inNamespace('Doctrine'), Selector::inNamespace('Psr'))
            ->because('the rules of the job know no framework');
    }

    #[TestRule]
    public function entitiesKnowNothingOfTheWeb(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('/^Yew\\\\Server\\\\\w+\\\\Entity$/', true))->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('Symfony\Component\HttpFoundation'), Selector::inNamespace('Yew\Server\Http'))
            ->because('entities are the inner layer of the server');
    }

    private static function core(string $area): SelectorInterface
    {
        return Selector::inNamespace('Yew\Core\\'.$area);
    }
}
