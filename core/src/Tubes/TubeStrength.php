<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\TakenTest;
use Yew\Core\Tube\TubeSection;

/** A figure that a tester read of a tube or of one of its halves, beside what is good. */
final readonly class TubeStrength
{
    private const KINDS = ['siemens' => ['goodSiemens', 'S'], 'plateAmperes' => ['goodAmperes', 'A'], 'percent' => ['goodPercent', '%']];

    /**
     * @param string     $section  half of the bottle; empty for the whole
     * @param float      $value    in the unit
     * @param string     $unit     S, A or %
     * @param float|null $usual    what the type shows at the setting; null where the instrument has a mark of its own, or the law says nothing
     * @param float|null $goodFrom least that is good; null where nobody can say
     */
    private function __construct(public string $section, public float $value, public string $unit, public ?float $usual, public ?float $goodFrom, public ?float $goodTo, public Verdict $verdict)
    {
    }

    /** @return list<self> of each figure that was read */
    public static function of(TakenTest $test, ?TesterSetting $tester, ?TubeSection $section): array
    {
        $verdict = FiguresJudge::judge($test, $tester, $section)->verdict;
        $strengths = [];
        foreach (self::KINDS as $name => [$mark, $unit]) {
            $value = $test->value($name);
            if (null !== $value) {
                $good = $test->value($mark);
                $usual = null === $good ? FiguresJudge::usual($name, $tester, $section) : null;
                [$low, $high] = FiguresJudge::window($good, $usual);
                $strengths[] = new self($test->subject, $value, $unit, $usual, $low, $high, $verdict);
            }
        }

        return $strengths;
    }

    /** @return array{section: string, unit: string, overGood: float|null, verdict: string} */
    public function toArray(): array
    {
        return ['section' => $this->section, 'unit' => $this->unit, 'overGood' => null === $this->goodFrom ? null : $this->value / $this->goodFrom, 'verdict' => $this->verdict->value];
    }
}
