<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Cold;

use Yew\Core\Codec\Fields;
use Yew\Server\Tests\ServerTestCase;

/** The tubes of an amplifier over the tape: types, testers, what a short asks for, swaps; in the words that people read. */
final class TubesTest extends ServerTestCase
{
    use ColdBench;

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
        $this->proveDead(30);
    }

    private function fit(string $text): Fields
    {
        return $this->write($this->job, 'as-fitted', ['text' => $text])->objects('entries')[0];
    }

    /** @return list<string> */
    private function sentences(string $part): array
    {
        return array_map(static fn (Fields $r): string => $r->string('sentence'), $this->item('tubes', $part)->objects('reasons'));
    }

    public function testATypeIsReadOnTheGlassAndJudgedOnTheTape(): void
    {
        self::assertSame('6L6 without its suffix could be 6L6G, 6L6GB, 6L6GC: their limits differ. Read it on the glass or the base.', $this->fit('found V4 6L6')->string('line'));
        $fitted = $this->bench($this->job)->objects('fitted')[0];
        self::assertSame(['found V4 6L6', 'V4', true, false], [$fitted->string('text'), $fitted->string('target'), $fitted->boolean('found'), $fitted->boolean('counted')], 'no circuit can be made of it');
        self::assertSame('6L6GC, as drawn: 30.0 W, design-maximum.', $this->fit('found V4 6L6GC #t017')->string('line'));
        self::assertSame(['found', 'T017'], [$this->item('tubes', 'V4')->object('more')->string('how'), $this->item('tubes', 'V4')->object('more')->string('label')]);
    }

    public function testAnotherTypeSaysWhatItChangesOrWhyItStaysOut(): void
    {
        self::assertSame('Refused: EL84 does not go into V4: its base is B9A, the socket is octal.', $this->fit('V4 EL84')->string('line'));
        self::assertStringContainsString('50L6GT wants 50.0 V on its heater', $this->fit('V4 50L6GT')->string('line'));
        self::assertStringContainsString('5881 where 6L6GC is drawn: 23 W, 400 V.', $this->fit('V4 5881')->string('line'));
        self::assertContains('V4/1: 433 V on the plate, above its 400 V (design-centre).', $this->sentences('V4'));
        // The second time it comes out of the cache.
        self::assertContains('V4/1: 433 V on the plate, above its 400 V (design-centre).', $this->sentences('V4'));
    }

    public function testATesterIsNamedBeforeItsFiguresSayAnything(): void
    {
        self::assertStringContainsString('which instrument reads this? Testers differ.', $this->trial('tube-figures', 'V4', '', '5200umho/3900')->string('line'));
        $this->trial('tester', 'tester', '', 'card tester');
        self::assertStringContainsString('5.200 mS, 133 % of the good mark.', $this->trial('tube-figures', 'V4', '', '5200umho/3900')->string('line'));
        self::assertStringContainsString('says nothing without its good mark', $this->trial('tube-figures', 'V5', '', '85%')->string('line'));
        self::assertStringContainsString('needs its unit', $this->trial('tube-figures', 'V5', '', '85')->string('line'));
        self::assertSame(['unit', 0.001], [($slip = $this->slip('5200mS'))->string('slip'), $slip->number('factor')]);
    }

    private function slip(string $text): Fields
    {
        $id = $this->trial('tube-figures', 'V5', '', $text)->string('id');
        $judgement = $this->em()->getConnection()->fetchOne('SELECT judgement FROM tape_entry WHERE id = ?', [$id]);

        return Fields::of(json_decode(\is_string($judgement) ? $judgement : '', true))->object('slip');
    }

    public function testAShortedOutputTubeAsksForWhatItTookAlong(): void
    {
        self::assertStringContainsString('Replace: Plate to screen: shorted. It goes.', $this->trial('tube-shorts', 'V4', '', 'p-s')->string('line'));
        $asked = $this->item('tubes', 'V4')->objects('asksFor');
        self::assertContains(['Iron', 'T2', false], array_map(static fn (Fields $a): array => [$a->string('title'), $a->string('part'), $a->boolean('done')], $asked));
        self::assertSame(['V4'], $this->item('resistors', 'R25')->strings('askedBy'));
        $this->trial('resistor', 'R25', '', '471');
        $again = array_values(array_filter($this->item('tubes', 'V4')->objects('asksFor'), static fn (Fields $a): bool => 'R25' === $a->string('part')))[0];
        self::assertSame([true, 'within', 'Good'], [$again->boolean('done'), $again->string('verdict'), $again->string('wordText')]);
    }

    public function testASwapIsOneEntryWithBothPositions(): void
    {
        $this->trial('tube-shorts', 'V4', '', 'k-h 3M');
        self::assertSame('V4 and V5 changed places: where did the fault stand before?', $this->fit('swap V4 V5')->string('line'));
        self::assertSame('k-h 3M', $this->item('tubes', 'V5')->objects('steps')[2]->raw('given'));
        self::assertNull($this->item('tubes', 'V4')->objects('steps')[2]->raw('given'));
        $this->trial('fault-at', 'V4+V5', '0', 'at the first');
        self::assertStringContainsString('The fault went with the tube to V5: suspected. Swap back to prove it.', $this->trial('fault-at', 'V4+V5', '1', 'at the second')->string('line'));
        self::assertStringContainsString('no tube is known at V9', $this->fit('swap V4 V9')->string('line'));
        $this->write($this->job, 'state-change', ['to' => 'driven', 'gates' => ['isolated-source' => 'yes', 'output-tubes-out' => 'yes']]);
        self::assertStringContainsString('only when the chassis is dead', $this->fit('swap V4 V5')->string('line'));
    }

    public function testAMakersNameWithAScriptIsNoType(): void
    {
        self::assertStringContainsString('is not understood', $this->fit('found V4 <script>alert(1)</script>')->string('line'));
        self::assertStringContainsString('Refused', $this->trial('tube-type', 'V4', '', '6L6GC')->string('line'));
    }
}
