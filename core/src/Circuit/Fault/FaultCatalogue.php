<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Wire;
use Yew\Core\Codec\BadData;
use Yew\Core\Tube\TubeCatalogue;

/** Every kind of fault that the bench knows. */
final class FaultCatalogue
{
    /** More faults than that in one unit are no diagnosis but a rebuild (our choice). */
    public const MOST_AT_ONCE = 8;

    /** @return array<string, FaultKind> by id */
    public static function kinds(): array
    {
        $kinds = [
            new PartOpen('resistor-open', Resistor::class), new PartShorted('resistor-shorted', Resistor::class),
            // Carbon rises, by half or by more than twice; a decade slips where somebody read the third ring wrong (common practice).
            new PartOfOtherValue('resistor-drifted', [Resistor::class], new Severity('times', 0.1, 20.0, [1.5, 3.0])), new PartOfOtherValue('resistor-wrong-decade', [Resistor::class], new Severity('times', 0.001, 1000.0, [0.1, 10.0])),
            new PartOfOtherValue('part-wrong', [Resistor::class, Capacitor::class], new Severity('times', 0.001, 1000.0, [0.47, 2.2])),
            new PartOpen('capacitor-open', Capacitor::class, Observable::ColdOhms, Observable::Tap), new PartShorted('capacitor-shorted', Capacitor::class), new CapacitorLeaking(),
            new PartOfOtherValue('capacitor-lost', [Capacitor::class], new Severity('times', 0.001, 1.0, [0.3, 0.05]), Observable::ColdOhms), new CapacitorDried(),
            new TubeDead(), new TubeHeaterOpen(), new TubeWeak(), new TubeGassy(), new TubeMicrophonic(), new TubeShorted(), new TubeHeaterToCathode(), new TubeWrong(),
            new WindingOpen(), new WindingShortedTurns(), new WindingLeaking(), new WindingOnWrongTap(), new DiodeOpen(), new DiodeShorted(),
            new ContactBad(), new JointBad(), new LeadBroken(), new PartOpen('jumper-lost', Wire::class), new OutputDisconnected(), new ControlWorn(), new FuseOpen(),
        ];

        return array_combine(array_map(static fn (FaultKind $k): string => $k->id(), $kinds), $kinds);
    }

    /** @return list<Fault> each kind at everything that it can befall, as bad as it usually is */
    public static function of(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        $faults = [];
        foreach (self::kinds() as $kind) {
            $usual = $kind->severity()->usual ?? [null];
            foreach ($kind->subjects($fitted, $tubes) as $subject) {
                array_push($faults, ...array_map(static fn (?float $s): Fault => new Fault($kind, $subject, $s), $usual));
            }
        }

        return $faults;
    }

    /**
     * A fault as it is written: `resistor-drifted:R14:1.5`.
     *
     * @throws BadData for a kind that there is not, for what it cannot befall in this circuit, and beyond the bounds of its severity
     */
    public static function read(string $text, AsFitted $fitted, TubeCatalogue $tubes): Fault
    {
        [$id, $subject, $figure] = [...explode(':', $text, 3), '', ''];
        $kind = self::kinds()[$id] ?? throw BadData::at('fault', \sprintf('there is no fault “%s”; there are %s', mb_substr($id, 0, 40), implode(', ', array_keys(self::kinds()))));
        $subjects = $kind->subjects($fitted, $tubes);
        if (!\in_array($subject, $subjects, true)) {
            throw BadData::at('fault', \sprintf('%s cannot befall “%s” here; it can befall %s', $id, mb_substr($subject, 0, 40), [] === $subjects ? 'nothing' : implode(', ', $subjects)));
        }
        $severity = $kind->severity();
        if (null === $severity) {
            return '' === $figure ? new Fault($kind, $subject) : throw BadData::at('fault', \sprintf('%s has no degrees', $id));
        }
        $value = '' === $figure ? $severity->usual[0] : (is_numeric($figure) ? (float) $figure : \NAN);

        return $value >= $severity->least && $value <= $severity->most ? new Fault($kind, $subject, $value) : throw BadData::at('fault', \sprintf('%s takes %s from %s to %s', $id, $severity->figure, $severity->least, $severity->most));
    }
}
