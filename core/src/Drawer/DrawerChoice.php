<?php

declare(strict_types=1);

namespace Yew\Core\Drawer;

use Yew\Core\Codec\BadData;
use Yew\Core\Matching\Candidate;
use Yew\Core\Matching\Choice;
use Yew\Core\Matching\ComparableTubes;
use Yew\Core\Matching\Incomparable;
use Yew\Core\Matching\Matching;
use Yew\Core\Matching\StandsApart;
use Yew\Core\Matching\TestedTube;
use Yew\Core\Matching\TubeConditions;
use Yew\Core\Matching\TubeLaw;
use Yew\Core\Tube\TubeType;

/** Pairs, quads and sextets out of the drawer, at the setting at which most of its tubes were read (TUBE-3). */
final readonly class DrawerChoice
{
    /**
     * @param Choice|null         $choice     null where too few can be laid side by side
     * @param TubeConditions|null $at         that all are compared at; null where no test says its setting
     * @param int                 $comparable how many can be
     * @param list<StandsApart>   $apart      those that cannot, each with why
     * @param list<string>        $converted  labels of those whose figures were carried over by the type's law
     * @param list<string>        $unread     labels of those without a plate current
     */
    private function __construct(public ?Choice $choice, public ?TubeConditions $at, public int $comparable, public array $apart, public array $converted, public array $unread)
    {
    }

    /**
     * @param list<DrawerTube> $tubes       of one type
     * @param TubeType|null    $type        whose law carries figures over to another setting; null where nothing is to be carried over
     * @param float            $bandPercent of the meter: spreads that differ by less count as equal
     *
     * @throws BadData for a set that cannot be
     */
    public static function of(array $tubes, ?TubeType $type, int $size, int $count, float $bandPercent = 0.0): self
    {
        if (\count($tubes) > Matching::MOST_TUBES) {
            throw BadData::at('type', \sprintf('more than %d tubes of one type', Matching::MOST_TUBES));
        }
        $tested = $unread = $settings = [];
        foreach ($tubes as $tube) {
            $read = $tube->state->isStock() ? $tube->newest()?->tested($tube->label) : null;
            if (null !== $read) {
                $tested[] = $read;
                $settings[] = $read->conditions;
            } elseif ($tube->state->isStock()) {
                $unread[] = $tube->label;
            }
        }
        $at = self::commonest(array_values(array_filter($settings)));
        $law = $type?->section();
        $comparable = null === $at ? null : ComparableTubes::at($at, $tested, null !== $law && TubeLaw::holdsFor($law) ? $law : null);
        $candidates = $comparable->candidates ?? [];
        $enough = \count($candidates) >= $size * $count;

        return new self(
            $enough ? Matching::choose($candidates, $size, $count, $bandPercent) : null, $at, \count($candidates),
            $comparable->apart ?? array_map(static fn (TestedTube $t): StandsApart => new StandsApart($t->id, Incomparable::NotStated), $tested),
            array_map(static fn (Candidate $c): string => $c->id, $comparable->converted ?? []), $unread,
        );
    }

    /**
     * The setting beside which most of the others can be laid as they are; the newest of several.
     *
     * @param list<TubeConditions> $settings oldest first
     */
    private static function commonest(array $settings): ?TubeConditions
    {
        $best = null;
        $most = 0;
        foreach (array_reverse($settings) as $setting) {
            $like = \count(array_filter($settings, static fn (TubeConditions $other): bool => null === $other->differenceFrom($setting)));
            if ($like > $most) {
                [$best, $most] = [$setting, $like];
            }
        }

        return $best;
    }
}
