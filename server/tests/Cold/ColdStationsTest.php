<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Cold;

use Symfony\Component\Process\Process;
use Yew\Core\Codec\Fields;
use Yew\Server\Tests\Formats\SchemaCheck;
use Yew\Server\Tests\ServerTestCase;

/** The four cold stations over the tape: what is refused, what is judged, what the boards then say. */
final class ColdStationsTest extends ServerTestCase
{
    use ColdBench;
    use SchemaCheck;

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
        $this->proveDead(30);
    }

    public function testOhmsWaitUntilItIsDeadAndRatiosUntilItIsDriven(): void
    {
        self::assertStringContainsString('needs a chassis that is driven; it is dead', $this->trial('ratio', 'T2', '8', '11.0/0.39')->string('line'));
        $this->drive();
        self::assertStringContainsString('needs a chassis that is dead; it is driven', $this->trial('winding-ohms', 'T2', 'half a', '58')->string('line'));
        self::assertStringContainsString('needs a chassis that is dead; it is driven', $this->trial('resistor', 'R14', '', '10k')->string('line'));
    }

    public function testAShortedOutputTransformerIsCondemnedAndNotMeasuredFurther(): void
    {
        $this->trial('winding-ohms', 'T2', 'half a', '57.1');
        $this->trial('winding-ohms', 'T2', 'half b', '66.3');
        $this->drive();
        $this->trial('ratio', 'T2', '8', '11.5/0.40');
        self::assertSame('open', $this->item('iron', 'T2')->string('word'));
        $entry = $this->trial('magnetising', 'T2', '8', '5.02/1.4');
        self::assertStringContainsString('Condemned: Magnetising current far too high', $entry->string('line'));
        $item = $this->item('iron', 'T2');
        self::assertSame(['condemned', 'out', null], [$item->string('word'), $item->string('verdict'), $item->raw('next')]);
        self::assertSame('6.61 kΩ', $item->objects('gauges')[0]->string('shown'));
    }

    public function testSwappedLeadsAreSaidNotJudged(): void
    {
        $this->drive();
        self::assertStringContainsString('the leads are swapped', $this->trial('ratio', 'T2', '8', '0.5/11.0')->string('line'));
        self::assertSame('retest', $this->item('iron', 'T2')->string('word'));
        self::assertStringContainsString('nothing tells nothing', $this->trial('ratio', 'T2', '8', '0/0.5')->string('line'));
        self::assertStringContainsString('open, shorted, or the wrong terminals', $this->trial('ratio', 'T2', '8', '11/0')->string('line'));
    }

    public function testALeakyCouplingCapacitorIsFoundByWhatItDoesToTheGrid(): void
    {
        $entry = $this->trial('capacitor', 'C14', '', '0.104 - 4u@250', lifted: true);
        self::assertStringContainsString('Replace:', $entry->string('line'));
        $reasons = array_map(static fn (Fields $f): string => $f->string('sentence'), $this->item('capacitors', 'C14')->objects('reasons'));
        self::assertStringContainsString('lifts the grid by', $reasons[0]);
        self::assertStringContainsString('Refused: leakage is taken while driven', $this->trial('capacitor', 'C15', '', '0.1 - 1u@250')->string('line'));
        $tight = $this->trial('capacitor', 'C15', '', '0.1 - <0.1u@400', lifted: true);
        self::assertStringContainsString('C15 so far: watch', $tight->string('line'));
        $codes = array_map(static fn (Fields $f): string => $f->string('code'), $this->item('capacitors', 'C15')->objects('reasons'));
        self::assertContains('coupling-tight', $codes);
        self::assertSame('rating-cold-start', $codes[0], 'a 400 V part behind 450 V of B+');
    }

    public function testADriftedScreenResistorIsFoundInPlace(): void
    {
        self::assertStringContainsString('Good', $this->trial('resistor', 'R25', '', '473')->string('line'));
        $entry = $this->trial('resistor', 'R26', '', '612');
        self::assertStringContainsString('Replace: 612 Ω in place where 470 Ω is expected', $entry->string('line'));
        self::assertStringContainsString('a decade off', $this->trial('resistor', 'R25', '', '4k7')->string('line'));
    }

    public function testALooseGridContactOfAnOutputTubeIsDanger(): void
    {
        $entry = $this->trial('contacts', 'V4', '', '5 loose');
        self::assertStringContainsString('loses its bias there', $entry->string('line'));
        self::assertSame('bad', $this->item('resistors', 'V4')->string('word'));
        $this->trial('contacts', 'V5', '', 'ok');
        $paths = $this->item('resistors', 'V5')->objects('steps');
        self::assertContains('path', array_map(static fn (Fields $f): string => $f->string('test'), $paths));
    }

    public function testWhatCannotBeReadIsKeptAndRefused(): void
    {
        foreach ([['resistor', 'R25', '-4'], ['capacitor', 'C14', '0.1 1 2 3'], ['contacts', 'V4', 'pin five'], ['tube-look', 'V4', 'purple']] as [$test, $part, $text]) {
            $entry = $this->trial($test, $part, '', $text);
            self::assertTrue($entry->boolean('refused'), $text);
        }
    }

    public function testATestTakenBackCountsNoMoreAndAPartLeftAloneIsSaid(): void
    {
        $entry = $this->trial('resistor', 'R26', '', '612');
        $this->write($this->job, 'correction', ['corrects' => $entry->string('id'), 'reason' => 'wrong part']);
        self::assertSame('open', $this->item('resistors', 'R26')->string('word'));
        $this->write($this->job, 'left-alone', ['part' => 'R26', 'station' => 'resistors', 'reason' => 'under the board']);
        $item = $this->item('resistors', 'R26');
        self::assertSame(['under the board', 'left alone'], [$item->string('leftAlone'), $item->string('wordText')]);
    }

    public function testAnAmplifierFromAnotherMainsCountry(): void
    {
        $this->signIn('nell');
        $says = fn (): string => implode(' ', array_map(static fn (Fields $f): string => $f->string('sentence'), $this->item('look', 'mains')->objects('reasons')));
        self::assertStringNotContainsString('wired for', $says());
        // A place with 234 V at 60 Hz: the sheet's transformer is made for 117 or 234 V.
        $this->client->jsonRequest('PUT', '/api/shop/practice', ['mainsVolts' => 234, 'mainsHertz' => 60], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertStringContainsString('Do not plug in', $says());
        $this->trial('primary', 'mains', '', 'two equal');
        self::assertStringContainsString('Can be wired for 234 V: series, with a fuse of 1.00 A', $says());
        $this->trial('primary', 'mains', '', 'single');
        self::assertStringContainsString('cannot be wired for 234 V', $says());
        // At 50 Hz the same iron carries a fifth more flux.
        $this->client->jsonRequest('PUT', '/api/shop/practice', ['mainsVolts' => 234, 'mainsHertz' => 50], ['HTTP_ORIGIN' => 'http://localhost']);
        $this->trial('primary', 'mains', '', 'two equal');
        self::assertStringContainsString('Made for 60.0 Hz: on 50.0 Hz its core stands 195 V at most, and there the heaters starve by 17 %. No step-down cures that', $says());
    }

    public function testLabelsCarryTheirFiguresAndACode(): void
    {
        $this->trial('resistor', 'R26', '', '612');
        $this->trial('capacitor', 'C14', '', '0.104 - 4u@250', lifted: true);
        $text = $this->pdfText('/labels.pdf');
        foreach (['R26', 'C14', '0.104 - 4u@250', 'Replace', 'L30-1'] as $says) {
            self::assertStringContainsString($says, $text);
        }
        self::assertStringNotContainsString('C15', $text, 'what is good needs no label');
        self::assertStringContainsString('C15', $this->pdfText('/labels.pdf?parts=C15'));
        $this->client->request('GET', $this->unitPath().'/labels.pdf?parts=R999');
        self::assertResponseStatusCodeSame(404);
    }

    public function testAReplacementTransformerIsSpecified(): void
    {
        $json = $this->get($this->unitPath().'/transformers/T1/specification.json');
        self::assertSame(['transformer-specification/1', 'power'], [$json->string('format'), $json->string('role')]);
        foreach (['T1', 'T2'] as $part) {
            $this->client->request('GET', $this->unitPath().'/transformers/'.$part.'/specification.json');
            self::assertFits('transformer-specification.schema.json', json_decode((string) $this->client->getResponse()->getContent()));
        }
        self::assertStringContainsString('each half', $this->pdfText('/transformers/T1/specification.pdf'));
        self::assertStringContainsString('plate to plate', $this->pdfText('/transformers/T2/specification.pdf'));
        $this->client->request('GET', $this->unitPath().'/transformers/R14/specification.json');
        self::assertResponseStatusCodeSame(404);
    }

    public function testThePracticeIsTheOwnersToSet(): void
    {
        $this->client->jsonRequest('PUT', '/api/shop/practice', ['capacitorSchool' => 'age-first'], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(403);
        $this->signIn('nell');
        $this->client->jsonRequest('PUT', '/api/shop/practice', ['capacitorSchool' => 'labour-first', 'mainsHertz' => 50], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseIsSuccessful();
        self::assertSame('labour-first', $this->get('/api/shop')->object('practice')->string('capacitorSchool'));
        $this->client->jsonRequest('PUT', '/api/shop/practice', ['capacitorSchool' => 'by-feel'], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(422);
        $this->trial('capacitor', 'C2', '', '52 0.3');
        self::assertContains('school-labour', array_map(static fn (Fields $f): string => $f->string('code'), $this->item('capacitors', 'C2')->objects('reasons')));
    }

    public function testAReformingRunIsResumedFromTheTape(): void
    {
        $this->drive();
        self::assertStringContainsString('Forming', $this->trial('reform', 'C2', '', '50/2m')->string('line'));
        self::assertStringContainsString('Below the limit: next step', $this->trial('reform', 'C2', '', '50/60u')->string('line'));
        $progress = Fields::of(Fields::of($this->item('capacitors', 'C2')->raw('more'))->object('reform')->raw('progress'));
        self::assertSame(['next', 1.0], [$progress->string('state'), $progress->number('step')]);
        self::assertCount(2, $progress->objects('log'));
    }

    public function testASummaryForThePath(): void
    {
        $this->trial('contacts', 'V4', '', '5 loose');
        $summaries = $this->getList($this->unitPath().'/stations');
        self::assertSame(['look', 'iron', 'capacitors', 'resistors', 'tubes', 'work', 'first-power', 'voltages', 'bias'], array_column($summaries, 'station'));
        self::assertSame(['V4'], Fields::of($summaries[3])->strings('bad'));
    }

    public function testWhatWasFoundDifferentDoesNotBecomeItsOwnReference(): void
    {
        $this->write($this->job, 'as-fitted', ['text' => 'found R26 612']);
        self::assertStringContainsString('Replace: 612', $this->trial('resistor', 'R26', '', '612')->string('line'), 'the fault would vanish otherwise');
        $this->write($this->job, 'as-fitted', ['text' => 'R26 560']);
        self::assertStringContainsString('Good', $this->trial('resistor', 'R26', '', '561')->string('line'), 'a part that was replaced is judged by what was fitted');
    }

    public function testAReplacedPartStartsAnewAndItsOldTestsStay(): void
    {
        self::assertStringContainsString('Condemned', $this->trial('winding-ohms', 'T2', 'half a', 'ol')->string('line'));
        self::assertSame('condemned', $this->item('iron', 'T2')->string('word'));
        self::assertFalse($this->write($this->job, 'as-fitted', ['text' => 'T2 new'])->objects('entries')[0]->boolean('refused'));
        $item = $this->item('iron', 'T2');
        self::assertSame('open', $item->string('word'), 'nothing is known of the new one');
        self::assertSame([['overload', 'Half a, ohms']], array_map(static fn (Fields $f): array => [$f->string('given'), $f->string('title')], $item->objects('former')));
        self::assertSame('open', $this->itemAfter('winding-ohms', 'T2', 'half a', '57.9')->string('word'));
    }

    public function testASocketAndTheTubeInItAreTwoParts(): void
    {
        $this->trial('tube-look', 'V4', '', 'white');
        $this->trial('contacts', 'V4', '', '5 loose');
        $this->write($this->job, 'as-fitted', ['text' => 'V4 new']);
        self::assertSame(['open', 'bad'], [$this->item('look', 'V4')->string('word'), $this->item('resistors', 'V4')->string('word')]);
        $this->write($this->job, 'as-fitted', ['text' => 'V4 socket repaired']);
        self::assertSame('open', $this->item('resistors', 'V4')->string('word'));
        self::assertStringContainsString('nothing on this sheet', $this->write($this->job, 'as-fitted', ['text' => 'V9 new'])->objects('entries')[0]->string('line'));
        $this->write($this->job, 'state-change', ['to' => 'driven']);
        self::assertStringContainsString('only when the chassis is dead', $this->write($this->job, 'as-fitted', ['text' => 'C2 new'])->objects('entries')[0]->string('line'));
    }

    public function testAGoodAnswerNeitherClearsACondemnedPartNorIsCalledCondemned(): void
    {
        $this->trial('winding-ohms', 'T2', 'half a', 'ol');
        $entry = $this->trial('output-ohms', 'T2', '', '0.4');
        self::assertSame('within', $entry->string('verdict'), 'its own verdict');
        self::assertStringContainsString('Output continuous, 0.4 Ω. T2 so far: condemned.', $entry->string('line'));
        $again = $this->trial('output-ohms', 'T2', '', '0.4');
        self::assertSame(['within', true], [$again->string('verdict'), str_starts_with($again->string('line'), 'Output continuous')], 'said twice, it says the same');
    }

    public function testAPartThatTheBoardDoesNotHaveIsNotStoredWithoutATrace(): void
    {
        $entry = $this->trial('resistor', 'R999', '', '470');
        self::assertSame([true, true], [$entry->boolean('refused'), str_contains($entry->string('line'), 'R999')]);
        self::assertFalse($this->trial('capacitor', 'C999', '', '22', lifted: true)->boolean('refused'), 'a capacitor is judged by itself');
    }

    public function testABoundIsKeptAndRefusedWhereAFigureIsNeeded(): void
    {
        $this->drive();
        $entry = $this->trial('ratio', 'T2', '8', '11.5/<0.4');
        self::assertTrue($entry->boolean('refused'));
        self::assertStringContainsString('is a bound', $entry->string('line'));
        self::assertSame('cannot-say', $this->trial('insulation', 'T2', 'primary-core', '600/>500k', lifted: true)->string('verdict'));
        $reasons = $this->item('iron', 'T2')->objects('reasons');
        self::assertStringContainsString('on a tester that sees 500 kΩ at most', $reasons[0]->string('sentence'));
    }

    public function testNothingIsTestedOfNoUnit(): void
    {
        $this->write($this->job, 'trial', ['test' => 'resistor', 'part' => 'R26', 'text' => '470'], change: ['unitId' => null]);
        self::assertResponseStatusCodeSame(422);
        $this->write($this->job, 'trial', ['test' => 'resistor', 'part' => 'R26', 'text' => '470', 'figures' => []]);
        self::assertResponseStatusCodeSame(422);
        $entry = $this->write($this->job, 'trial', ['test' => 'smell', 'part' => 'R26', 'text' => '470'])->objects('entries')[0];
        self::assertSame(['R26 Smell 470', true], [$entry->string('headline'), $entry->boolean('refused')], 'kept, and counted nowhere');
        self::assertStringContainsString('No station has a test called “smell”', $entry->string('line'));
    }

    public function testEveryBoardOpensWithAndWithoutASheet(): void
    {
        foreach (['look', 'iron', 'capacitors', 'resistors'] as $station) {
            self::assertGreaterThan(2, \count($this->board($station)->objects('items')), $station);
        }
        $this->job = $this->bookIn();
        foreach (['look', 'iron', 'capacitors', 'resistors'] as $station) {
            self::assertFalse($this->board($station)->boolean('hasCircuit'), $station);
        }
    }

    private function pdfText(string $path): string
    {
        $this->client->request('GET', $this->unitPath().$path);
        self::assertResponseIsSuccessful();
        $process = new Process(['pdftotext', '-layout', '-', '-']);
        $process->setInput((string) $this->client->getResponse()->getContent())->mustRun();

        return (string) preg_replace('/\s+/', ' ', $process->getOutput());
    }

    private function itemAfter(string $test, string $part, string $subject, string $text): Fields
    {
        $this->trial($test, $part, $subject, $text);

        return $this->item('iron', $part);
    }

    private function drive(): void
    {
        $this->write($this->job, 'state-change', ['to' => 'driven', 'gates' => ['isolated-source' => 'yes', 'output-tubes-out' => 'yes']]);
    }
}
