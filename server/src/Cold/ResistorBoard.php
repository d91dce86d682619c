<?php

declare(strict_types=1);

namespace Yew\Server\Cold;

use Yew\Core\Quantity\Engineering;
use Yew\Core\Reading\Verdict;
use Yew\Core\Resistor\DrawnPaths;
use Yew\Core\Resistor\DrawnResistor;
use Yew\Core\Resistor\DrawnResistors;
use Yew\Core\Resistor\HeaterJudge;
use Yew\Core\Resistor\ResistorJudge;
use Yew\Core\Resistor\SocketJudge;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Test\Check;
use Yew\Core\Test\Reason;
use Yew\Core\Test\Step;
use Yew\Core\Test\TestRecord;
use Yew\Core\Test\TrialKind;

/** Every resistor by its ohms in place, every socket by its contacts and paths, and the heaters' reference. */
final class ResistorBoard
{
    /** @return list<ColdItem> sockets first: a bad contact costs an output tube */
    public static function items(ColdBench $bench): array
    {
        $sockets = array_values(array_map(static fn (TubePosition $t): ColdItem => self::socket($bench, $t), $bench->sheet->tubes ?? []));
        usort($sockets, static fn (ColdItem $a, ColdItem $b): int => ($b->more['output'] ?? false) <=> ($a->more['output'] ?? false));
        $drawn = null !== $bench->circuit ? DrawnResistors::of($bench->circuit) : (null === $bench->sheet ? [] : DrawnResistors::ofList($bench->sheet));

        return [...$sockets, ...array_map(static fn (DrawnResistor $r): ColdItem => self::resistor($bench, $r), $drawn), self::heaters($bench)];
    }

    private static function resistor(ColdBench $bench, DrawnResistor $drawn): ColdItem
    {
        $mate = null === $drawn->mate ? null : $bench->tests()->of($drawn->mate)->latest(TrialKind::Resistor);
        $case = ResistorJudge::judge($drawn, $bench->tests()->of($drawn->id), $mate, $bench->damageAt($drawn->id), $bench->practice->resistorGracePercent);
        $test = $bench->tests()->of($drawn->id)->latest(TrialKind::Resistor);
        $ohms = $test?->value('ohms');
        $gauges = null === $test ? [] : [new Gauge($test->lifted ? 'lifted' : 'in-place', $ohms, 'Ω', $case['expectedOhms'], $case['lowOhms'], $case['highOhms'], Reason::worst(array_values(array_filter($case['reasons'], static fn (Reason $r): bool => str_starts_with($r->code, 'resistor-')))) ?? Verdict::Within, null === $ohms ? ($test->isOverload('ohms') ? 'OL' : $test->shown('ohms')) : null)];
        $where = implode(', ', array_map(static fn (array $p): string => \sprintf('%s pin %d %s', $p['tube'], $p['pin'], $p['electrode']), \array_slice($drawn->pins, 0, 2)));

        return new ColdItem(
            $drawn->id, 'resistor-'.($drawn->isSafety() ? 'safety' : 'other'), 'resistor-'.$drawn->does, Engineering::text($drawn->ohms, 'Ω', Engineering::twoDigits($drawn->ohms)),
            $case['word'], $case['verdict'], $case['reasons'], [Step::of($bench->tests(), TrialKind::Resistor, $drawn->id, checks: [Check::figure('ohms', $case['lowOhms'], $case['highOhms'])])], $gauges,
            ['where' => $where, 'between' => [$drawn->a, $drawn->b], 'mate' => $drawn->mate, 'expectedText' => Engineering::text($case['expectedOhms'], 'Ω'), 'inCircuit' => null !== $drawn->inCircuitOhms, 'watts' => $drawn->watts, 'ratedWatts' => $drawn->ratedWatts],
        );
    }

    private static function socket(ColdBench $bench, TubePosition $tube): ColdItem
    {
        $paths = null === $bench->circuit ? [] : DrawnPaths::through($bench->circuit, $tube->position);
        $forbidden = null === $bench->circuit ? [] : DrawnPaths::forbidden($bench->circuit, $tube->position);
        $tests = $bench->tests()->of($tube->position);
        $sister = null === $tube->sisterOf ? self::sisterOf($bench, $tube->position) : $tube->sisterOf;
        $case = SocketJudge::judge($tests, $paths, $forbidden, $tube->output, null === $sister ? new TestRecord() : $bench->tests()->of($sister));
        $steps = [Step::of($bench->tests(), TrialKind::Contacts, $tube->position)];
        foreach ($paths as $path) {
            // The way to an output grid is asked of everyone; the others where there is doubt.
            $steps[] = Step::of($bench->tests(), TrialKind::Path, $tube->position, $path['from'].'→'.$path['to'], !$tube->output, null === $path['ohms'] || $path['ohms'] < 10.0 ? [] : [Check::figure('ohms', 0.75 * $path['ohms'], 1.25 * $path['ohms'])]);
        }
        foreach ($forbidden as $pair) {
            $steps[] = Step::of($bench->tests(), TrialKind::PinShort, $tube->position, $pair['pins'], !$tube->output);
        }

        $open = 'bad' !== $case['word'] && [] !== array_filter($steps, static fn (Step $s): bool => $s->isOpen());

        return new ColdItem($tube->position, 'socket', 'socket', $tube->type.(null === $tube->role ? '' : ', '.$tube->role), $open ? 'open' : $case['word'], $open ? Verdict::CannotSay : $case['verdict'], $case['reasons'], $steps, [], ['output' => $tube->output, 'paths' => $paths, 'forbidden' => $forbidden, 'faults' => $tests->latest(TrialKind::Contacts)->said['faults'] ?? null]);
    }

    /** The position that names this one as its sister. */
    private static function sisterOf(ColdBench $bench, string $position): ?string
    {
        foreach ($bench->sheet->tubes ?? [] as $tube) {
            if ($tube->sisterOf === $position) {
                return $tube->position;
            }
        }

        return null;
    }

    private static function heaters(ColdBench $bench): ColdItem
    {
        $reasons = Reason::worstFirst(HeaterJudge::judge($bench->tests()->of('heaters')));
        $steps = [Step::of($bench->tests(), TrialKind::HeaterReference, 'heaters'), Step::of($bench->tests(), TrialKind::HeaterLegs, 'heaters', '', true)];
        $worst = Reason::worst($reasons);

        return new ColdItem('heaters', 'socket', 'heaters', '', match (true) {
            [] === $reasons => 'open',
            Verdict::Out === $worst => 'bad',
            Verdict::Watch === $worst => 'watch',
            default => 'sound',
        }, $worst ?? Verdict::CannotSay, $reasons, $steps);
    }
}
