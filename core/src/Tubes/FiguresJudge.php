<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Matching\TubeLaw;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Check;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Tube\HandbookPoint;
use Yew\Core\Tube\TubeSection;

/**
 * What plate current, transconductance or the percent of a scale say of a tube (TUBE-1): against the instrument's own good mark where
 * it has one, else against the law of the type at the setting of the instrument. Without either nothing can be said.
 */
final class FiguresJudge
{
    /** Under the good mark by up to this share a tube is at its end, and not past it (our choice: a tester's scale is no finer). */
    private const NEAR_MARK = 0.9;
    /** Against the type's own figures, shares: good from the first, weak under the second (common practice: 60 to 70 % of new is the end). */
    private const GOOD_SHARE = 0.8;
    private const END_SHARE = 0.65;
    /** More than this share of the type's plate current is no strength: gas, another type, or another setting (our choice). */
    private const STRONG_SHARE = 1.5;
    /** A figure beyond these shares of the type's own is asked about: a slip of a decade or a unit (JUDGE-7c). */
    private const SLIP_SHARES = [0.15, 2.5];

    private const MARKS = ['plateAmperes' => 'goodAmperes', 'siemens' => 'goodSiemens', 'percent' => 'goodPercent'];

    /**
     * @param TesterSetting|null $tester  null while nobody said which instrument reads
     * @param TubeSection|null   $section null where the type is not known
     */
    public static function judge(TakenTest $test, ?TesterSetting $tester, ?TubeSection $section): Reason
    {
        $reasons = [];
        foreach (self::MARKS as $name => $mark) {
            $value = $test->value($name);
            if (null !== $value) {
                $reasons[] = self::figure($name, $value, $test, $test->value($mark), $tester, $section);
            }
        }

        return Reason::worstFirst($reasons)[0] ?? new Reason('tube-figures-none', Verdict::CannotSay);
    }

    private static function figure(string $name, float $value, TakenTest $test, ?float $mark, ?TesterSetting $tester, ?TubeSection $section): Reason
    {
        $figures = ['section' => $test->subject, 'shown' => $test->shown($name), 'instrument' => $tester?->instrument];
        if (null === $tester) {
            return new Reason('tester-not-said', Verdict::CannotSay, $figures);
        }
        if (null !== $mark) {
            $share = $value / $mark;
            $figures += ['mark' => $test->shown(self::MARKS[$name]), 'sharePercent' => 100 * $share];

            return match (true) {
                $share >= 1.0 => new Reason('tube-good', Verdict::Within, $figures),
                $share >= self::NEAR_MARK => new Reason('tube-near-mark', Verdict::Watch, $figures),
                default => new Reason('tube-under-mark', Verdict::Out, $figures),
            };
        }
        if ('percent' === $name) {
            return new Reason('percent-without-mark', Verdict::CannotSay, $figures);
        }
        $usual = self::usual($name, $tester, $section);
        if (null === $usual) {
            return new Reason(null === $tester->conditions ? 'tube-without-conditions' : 'tube-without-law', Verdict::CannotSay, $figures);
        }
        $share = $value / $usual;
        $figures += ['usual'.('siemens' === $name ? 'Siemens' : 'Amperes') => $usual, 'sharePercent' => 100 * $share];

        return match (true) {
            'plateAmperes' === $name && $share > self::STRONG_SHARE => new Reason('tube-strong', Verdict::Watch, $figures),
            $share >= self::GOOD_SHARE => new Reason('siemens' === $name ? 'siemens-as-type' : 'current-as-type', Verdict::Within, $figures),
            $share >= self::END_SHARE => new Reason('siemens' === $name ? 'siemens-aged' : 'current-aged', Verdict::Watch, $figures),
            default => new Reason('siemens' === $name ? 'siemens-weak' : 'current-weak', Verdict::Out, $figures),
        };
    }

    /** What a tube of the type shows at the setting of the instrument, A or S; null where setting or law is not known. */
    public static function usual(string $name, ?TesterSetting $tester, ?TubeSection $section): ?float
    {
        $at = null === $tester?->conditions || null === $section ? null : TubeLaw::at($section, $tester->conditions);
        $usual = match ($name) {
            'plateAmperes' => $at[0] ?? null,
            'siemens' => $at[1] ?? null,
            default => null,
        };

        return null === $usual || $usual < 1e-6 ? null : $usual;
    }

    /**
     * Where a figure is good, for the mark beside it: above the good mark as far as a new tube goes, or about the type's own.
     *
     * @return array{float|null, float|null}
     */
    public static function window(?float $mark, ?float $usual): array
    {
        return match (true) {
            null !== $mark => [$mark, $mark * self::STRONG_SHARE / self::GOOD_SHARE],
            null !== $usual => [self::GOOD_SHARE * $usual, self::STRONG_SHARE * $usual],
            default => [null, null],
        };
    }

    /** @return list<Check> what the figures should be about: at the setting of the instrument, else anywhere where the handbook has the type */
    public static function checks(?TesterSetting $tester, ?TubeSection $section): array
    {
        $checks = [];
        foreach (['plateAmperes', 'siemens'] as $name) {
            $usual = self::usual($name, $tester, $section);
            $of = array_filter(array_map(static fn (HandbookPoint $p): ?float => 'siemens' === $name ? $p->transconductanceSiemens : $p->plateAmperes, $section->points ?? []), static fn (?float $v): bool => null !== $v);
            $range = null !== $usual ? [$usual] : $of;
            if ([] !== $range) {
                $checks[] = Check::figure($name, self::SLIP_SHARES[0] * min($range), self::SLIP_SHARES[1] * max($range));
            }
        }

        return $checks;
    }
}
