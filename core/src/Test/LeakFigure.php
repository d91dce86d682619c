<?php

declare(strict_types=1);

namespace Yew\Core\Test;

/**
 * What a test of insulation found, whether it was typed in ohms or in amperes: a leak, or nothing up to a limit (JUDGE-7f).
 *
 * Overload in ohms and `none` say that nothing was seen, but not how far the tester sees: they prove nothing.
 */
final readonly class LeakFigure
{
    /**
     * @param float|null $leakOhms  of the leak that is there, at most; null when none was seen
     * @param float|null $limitOhms up to which nothing was seen; null when there is a leak, or nobody said the limit
     * @param bool       $overrange the leak is more than the tester can show
     */
    private function __construct(public float $volts, public ?float $leakOhms, public ?float $limitOhms, public bool $overrange)
    {
    }

    /** Of a trial that holds `volts` and `leakAmperes` or `leakOhms`, or `ohms` alone. */
    public static function of(TakenTest $test): self
    {
        $volts = $test->value('volts') ?? 0.0;
        $amperes = $test->figures['leakAmperes'] ?? null;
        if (null !== $amperes) {
            $limit = $amperes->detectionLimit();
            $least = $amperes->least();

            return match (true) {
                $test->isOverload('leakAmperes') => new self($volts, null, null, true),
                null !== $limit => new self($volts, null, $limit > 0.0 && $volts > 0.0 ? $volts / $limit : null, false),
                default => new self($volts, null === $least || $least <= 0.0 ? null : $volts / $least, null, null !== $least && $least <= 0.0),
            };
        }
        $name = isset($test->figures['leakOhms']) ? 'leakOhms' : 'ohms';
        $most = $test->most($name);

        return new self($volts, $most, null === $most ? $test->least($name) : null, false);
    }

    public function leaks(): bool
    {
        return $this->overrange || null !== $this->leakOhms;
    }
}
