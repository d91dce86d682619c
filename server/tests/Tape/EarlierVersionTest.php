<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Tape;

use Symfony\Component\Clock\Clock;
use Symfony\Component\Clock\MockClock;
use Yew\Core\Codec\Fields;
use Yew\Server\Job\Jobs;
use Yew\Server\Station\StationView;
use Yew\Server\Tape\Benches;
use Yew\Server\Tape\BenchView;
use Yew\Server\Tests\ServerTestCase;

/**
 * A database as version 2026.11.3 wrote it, with what that version said of it: the demo shop, its seven jobs and 170 entries.
 *
 * What that version got wrong is left out of the comparison: verdicts of gauges that contradicted the part’s, and proofs that were
 * shown after their time.
 */
final class EarlierVersionTest extends ServerTestCase
{
    /** Tables in the order in which they depend on each other. */
    private const TABLES = ['shop', 'shop_meter', 'person', 'sheet', 'sheet_version', 'sheet_calibration', 'amplifier_owner', 'unit', 'job', 'job_unit', 'tape_entry', 'bench_projection'];

    public function testItsTapeFoldsToTheSameBenches(): void
    {
        $before = $this->restore();
        foreach ($before->objects('jobs') as $job) {
            Clock::set(new MockClock($job->string('serverTime')));
            $unit = self::getContainer()->get(Jobs::class)->get($job->string('id'))->units()[0];
            $bench = self::getContainer()->get(Benches::class)->of($unit);
            $view = self::getContainer()->get(BenchView::class)->of($bench);
            self::assertSame([], Fields::of($view)->object('openEnds')->objects('left'), 'nobody could leave anything for later');
            $view['openEnds'] = array_diff_key(Fields::named($view['openEnds']), ['left' => true]);
            $told = self::flat($view);
            $then = $job->objects('benches')[0];
            foreach (['state', 'conditions', 'warm', 'missing', 'points', 'stairs', 'findings', 'currents', 'platesAgainstScreens', 'fitted', 'closeOut', 'openEnds'] as $part) {
                self::assertEqualsWithDelta(self::asItWas(self::flat([$then->raw($part)])), [self::asItWas($told[$part])], 1e-9, $job->string('tag').' '.$part);
            }
            self::assertEqualsWithDelta(self::charge($then->objects('islands')), self::charge(Fields::of($told)->objects('islands')), 1e-9, $job->string('tag'));
            foreach (['look', 'iron', 'capacitors', 'resistors'] as $station) {
                $board = self::flat(self::getContainer()->get(StationView::class)->of($bench, $station));
                $was = self::flat($job->object('stations')->object($unit->unit->id)->raw($station));
                self::assertEqualsWithDelta(self::asItWas(self::said($was)), self::asItWas(self::said($board)), 1e-9, $job->string('tag').' '.$station);
            }
        }
    }

    public function testAStateThatItStoredIsFoldedAnew(): void
    {
        $before = $this->restore();
        $unit = self::getContainer()->get(Jobs::class)->get($before->objects('jobs')[0]->string('id'))->units()[0];
        $benches = self::getContainer()->get(Benches::class);
        self::assertEquals($benches->rebuilt($unit)->toArray(), $benches->state($unit)->toArray());
    }

    protected function tearDown(): void
    {
        Clock::set(new \Symfony\Component\Clock\NativeClock());
        parent::tearDown();
    }

    private function restore(): Fields
    {
        $data = Fields::of(json_decode((string) gzdecode((string) file_get_contents(self::root().'/server/tests/fixtures/tape-of-version-1.json.gz')), true, 32, \JSON_THROW_ON_ERROR));
        $owner = self::getContainer()->get('doctrine.dbal.owner_connection');
        $owner->executeStatement('TRUNCATE shop, shop_meter, instrument, instrument_use, recording, recording_sample, person, invitation');
        foreach (self::TABLES as $table) {
            foreach ($data->object('tables')->objects($table) as $row) {
                // A column that came later has its default.
                $columns = implode(', ', array_map($owner->quoteSingleIdentifier(...), $row->names()));
                $owner->executeStatement(\sprintf('INSERT INTO %1$s (%2$s) SELECT %2$s FROM json_populate_record(NULL::%1$s, ?)', $table, $columns), [json_encode(self::all($row), \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION)]);
            }
        }
        $this->em()->clear();

        return $data;
    }

    /**
     * Everything that is said of each item of a board; what the verdict of a gauge was is left out, and the pictures’ figures.
     *
     * @param array<mixed> $board
     *
     * @return array<string, mixed>
     */
    private static function said(array $board): array
    {
        $items = [];
        foreach (Fields::of($board)->objects('items') as $item) {
            $items[$item->string('group').' '.$item->string('part')] = [
                ...array_intersect_key(self::all($item), array_flip(['name', 'detail', 'word', 'wordText', 'verdict', 'done', 'asked', 'leftAlone', 'reasons', 'next', 'former'])),
                // What a step should read came later.
                'steps' => array_map(static fn (Fields $s): array => array_diff_key(self::all($s), ['expects' => true]), $item->objects('steps')),
                'gauges' => array_map(static fn (Fields $g): array => [$g->string('label'), $g->string('shown'), $g->raw('expected'), $g->raw('window')], $item->objects('gauges')),
            ];
        }

        return $items;
    }

    /**
     * @param list<Fields> $islands
     *
     * @return list<array<string, mixed>>
     */
    private static function charge(array $islands): array
    {
        return array_map(static fn (Fields $i): array => array_diff_key(self::all($i), array_flip(['lastVolts', 'provedAt', 'proved'])), $islands);
    }

    /** @return array<string, mixed> */
    private static function all(Fields $row): array
    {
        $all = [];
        foreach ($row->names() as $name) {
            $all[$name] = $row->raw($name);
        }

        return $all;
    }

    /** Without what that version did not tell, or wrote as it was typed where figures stand with their units now; ohms in ohms, not in thousandths. */
    private static function asItWas(mixed $told): mixed
    {
        if (\is_string($told)) {
            $ohms = preg_replace_callback('/(\d+(?:\.\d+)?) mΩ/', static fn (array $m): string => \sprintf('%.6f Ω', (float) $m[1] / 1000), $told);

            return preg_replace('/(\.\d*?)0+ Ω/', '$1 Ω', (string) $ohms);
        }

        return \is_array($told) ? array_map(self::asItWas(...), array_diff_key($told, ['beside' => true, 'otherUnit' => true, 'given' => true, 'placeholder' => true, 'change' => true, 'askedBy' => true, 'asksFor' => true, 'offBelow' => true, 'offAbove' => true, 'asksAgain' => true, 'sister' => true])) : $told;
    }

    /** @return array<mixed> as it goes over the wire, without what only one of two equal accounts may have */
    private static function flat(mixed $told): array
    {
        $flat = json_decode((string) json_encode($told), true);

        return \is_array($flat) ? $flat : [$flat];
    }
}
