<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Matching\TubeConditions;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** The instrument that reads a tube, with the setting at which it does: said once, and held for what is read after it (TUBE-1). */
final readonly class TesterSetting
{
    /** The part under which the record keeps it. */
    public const PART = 'tester';

    /** @param TubeConditions|null $conditions null where the setting was not said in full */
    private function __construct(public string $instrument, public ?TubeConditions $conditions)
    {
    }

    public static function of(TakenTest $said): self
    {
        $instrument = $said->said['instrument'] ?? null;
        $instrument = \is_string($instrument) ? $instrument : '';
        [$plate, $grid, $heater, $warm] = [$said->value('plateVolts'), $said->value('gridVolts'), $said->value('heaterVolts'), $said->value('warmMinutes')];
        $isWhole = null !== $plate && null !== $grid && null !== $heater && null !== $warm && '' !== $instrument;

        return new self($instrument, $isWhole ? new TubeConditions($plate, $grid, $said->value('screenVolts'), $heater, $warm, $instrument) : null);
    }

    /** @return array<string, self> by entry of the figures that were read with it */
    public static function byTest(TestRecord $tests): array
    {
        $inHand = null;
        $settings = [];
        foreach ($tests->all as $test) {
            if (TubeTestKind::Tester === $test->kind) {
                $inHand = self::of($test);
            } elseif (null !== $inHand) {
                $settings[$test->id] = $inHand;
            }
        }

        return $settings;
    }
}
