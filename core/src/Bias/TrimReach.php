<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Codec\Fields;
use Yew\Core\Drawn\DrawnTrim;
use Yew\Core\Sheet\FittedChange;

/** What a trim does from one end to the other, and when its wiper loses its track (BIAS-4b). */
final readonly class TrimReach
{
    /**
     * @param float        $hotSetting at which its tubes are hottest: 0 or 1
     * @param TrimEnd|null $open       with the wiper open; null where the circuit has no answer
     */
    private function __construct(public TrimEnd $cold, public TrimEnd $hot, public float $hotSetting, public ?TrimEnd $open)
    {
    }

    /** Null where the circuit has no answer at an end of it. */
    public static function of(StageTrial $trial, DrawnTrim $trim, FittedChange ...$changes): ?self
    {
        [$bottom, $top] = [$trial->with(...[...array_values($changes), self::set($trim, 0.0)]), $trial->with(...[...array_values($changes), self::set($trim, 1.0)])];
        if (null === $bottom || null === $top) {
            return null;
        }
        $isTopHot = $top->share > $bottom->share;

        return new self($isTopHot ? $bottom : $top, $isTopHot ? $top : $bottom, $isTopHot ? 1.0 : 0.0, $trial->with(...[...array_values($changes), ...self::opened($trim)]));
    }

    /** Whether the tubes stay inside their limits without the wiper; what nobody knows is not safe. */
    public function failsSafe(): bool
    {
        return null !== $this->open && $this->open->isAllowed();
    }

    /** The trim turned there. */
    public static function set(DrawnTrim $trim, float $setting): FittedChange
    {
        return self::change(['kind' => 'setting', 'id' => $trim->id, 'setting' => $setting]);
    }

    /** The place of the end of its track at which the tubes are coldest. */
    public function coldPlace(DrawnTrim $trim): string
    {
        return $this->hotSetting > 0.5 ? $trim->bottom : $trim->top;
    }

    /**
     * The track whole, and nothing at the wiper.
     *
     * @return list<FittedChange>
     */
    private static function opened(DrawnTrim $trim): array
    {
        return [self::change(['kind' => 'open', 'id' => $trim->id]), self::change(['kind' => 'bridge', 'id' => $trim->id.'~track', 'between' => [$trim->top, $trim->bottom], 'ohms' => $trim->ohms])];
    }

    /** @param array<string, mixed> $change */
    private static function change(array $change): FittedChange
    {
        return FittedChange::fromFields(Fields::of(['text' => json_encode($change, \JSON_THROW_ON_ERROR), 'change' => $change]));
    }
}
