<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Work;

use Yew\Core\Codec\Fields;
use Yew\Server\Job\Jobs;
use Yew\Server\Report\Reports;
use Yew\Server\Tests\Cold\ColdBench;
use Yew\Server\Tests\ServerTestCase;

/** From the owner's yes to a part read back in its place: orders, openings, clock and money, causes, what may be taken back. */
final class WorkTest extends ServerTestCase
{
    use ColdBench;

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
        $this->proveDead(8);
        $this->trial('resistor', 'R26', '', 'ol', lifted: true);
        $this->trial('capacitor', 'C14', '', '0.104 - 4u@250', lifted: true);
    }

    /** @phpstan-impure */
    private function work(): Fields
    {
        return $this->get('/api/jobs/'.$this->job.'/work');
    }

    /** Yes to the resistor, later to the capacitor on the same board. */
    private function answered(): void
    {
        $this->client->jsonRequest('POST', '/api/jobs/'.$this->job.'/estimate/sent', [], ['HTTP_ORIGIN' => 'http://localhost']);
        $answers = [];
        foreach ($this->get('/api/jobs/'.$this->job.'/estimate')->object('offer')->objects('lines') as $line) {
            $answers[$line->string('id')] = str_ends_with($line->string('partOf'), 'R26') ? 'yes' : 'later';
        }
        $this->client->jsonRequest('POST', '/api/jobs/'.$this->job.'/estimate/answer', ['way' => 'telephone', 'answers' => $answers], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(201);
    }

    /** @return list<string> parts on the board */
    private function parts(): array
    {
        return array_map(static fn (Fields $i): string => $i->string('part'), $this->board('work')->objects('items'));
    }

    public function testAYesBecomesWorkAndWhatElseTheOpeningReachesStandsBesideIt(): void
    {
        self::assertSame([], $this->parts(), 'nothing was ordered');
        $this->answered();
        self::assertSame(['R26'], $this->parts());
        $item = $this->item('work', 'R26');
        self::assertSame(['The board out', true, '470 Ω'], [$item->string('group'), $item->object('more')->optionalBoolean('ordered', false), explode(',', $item->object('more')->string('proposal'))[0]]);
        $opening = $this->work()->objects('units')[0]->objects('openings')[0];
        self::assertSame('the board out', $opening->string('name'));
        $also = array_map(static fn (Fields $a): array => [$a->string('part'), $a->string('says'), (int) $a->number('marginalMinor')], $opening->objects('also'));
        self::assertSame([['C14', 'later', 400]], $also, 'five minutes at 48.00, not forty');
    }

    public function testAPartIsFittedWithItsCostReadBackAndLabelled(): void
    {
        $this->answered();
        $this->trial('new-resistor', 'R26', '', '472');
        $this->write($this->job, 'as-fitted', ['text' => 'R26 new', 'with' => ['source' => '<i>drawer</i> 3', 'costMinor' => 45]]);
        $steps = $this->item('work', 'R26')->objects('steps');
        self::assertSame(['under 1 Ω', 'under 1 Ω', 'about 470 Ω'], array_values(array_filter(array_map(static fn (Fields $s): string => str_starts_with($s->optionalText('expects'), 'over') ? '' : $s->optionalText('expects'), $steps), static fn (string $e): bool => '' !== $e)));
        $hazards = fn (): array => array_map(static fn (Fields $h): string => $h->string('part'), $this->get('/api/jobs/'.$this->job.'/units/'.$this->unitId().'/power')->objects('hazards'));
        self::assertEqualsCanonicalizing(['R26', 'supply'], array_values(array_intersect(['R26', 'supply'], $hazards())));
        foreach ($steps as $step) {
            if ('read-back' === $step->string('test')) {
                $this->trial('read-back', 'R26', $step->string('subject'), str_starts_with($step->string('expects'), 'about') ? '471' : (str_starts_with($step->string('expects'), 'under') ? '0.2' : 'ol'));
            }
        }
        $this->trial('removed', 'R26', '', 'to-the-owner');
        self::assertSame('within', $this->item('work', 'R26')->string('verdict'));
        self::assertNotContains('R26', $hazards());
        $this->client->request('GET', '/api/jobs/'.$this->job.'/units/'.$this->unitId().'/labels.pdf?parts=R26');
        self::assertResponseIsSuccessful();
        self::assertStringStartsWith('%PDF', (string) $this->client->getResponse()->getContent());

        $this->write($this->job, 'cause', ['text' => 'screen resistor open', 'part' => 'R26', 'certainty' => 'proven']);
        $this->write($this->job, 'open-end', ['sort' => 'promised', 'text' => 'an evening’s play']);
        $html = self::getContainer()->get(Reports::class)->html(self::getContainer()->get(Jobs::class)->get($this->job));
        self::assertStringContainsString('The cause, proven by what was measured', $html);
        self::assertStringContainsString('R26 new, from &lt;i&gt;drawer&lt;/i&gt;', $html);
        self::assertStringContainsString('Promised: an evening’s play.', $html);
        self::assertStringContainsString('Not finished: joints, supply.', $html);
    }

    public function testTheClockAndWhatWasSpentBesideWhatWasApproved(): void
    {
        $this->answered();
        $money = $this->work()->object('money');
        self::assertSame([40, 3200, 0, false], [(int) $money->number('approvedMinutes'), (int) $money->number('approvedNetMinor'), (int) $money->number('labourMinor'), $money->raw('isBeyondApproved')]);
        $this->write($this->job, 'clock', ['to' => 'run'], 7, ['unitId' => null]);
        $this->write($this->job, 'clock', ['to' => 'stand', 'minutes' => 41], 6, ['unitId' => null]);
        $this->write($this->job, 'agreed-sum', ['limitMinor' => 3900, 'beyond' => 'call'], 5, ['unitId' => null]);
        $money = $this->work()->object('money');
        self::assertSame([3280, true, true], [(int) $money->number('labourMinor'), $money->raw('isBeyondApproved'), $money->raw('isBeyondAgreed')], '32.80 and a fifth of tax is more than 39.00');
        $this->write($this->job, 'clock', ['to' => 'run'], 4, ['unitId' => null]);
        $clock = $this->work()->object('clock');
        self::assertEqualsWithDelta(41.0 + 0.0, $clock->number('minutes'), 0.5);
        self::assertCount(1, $clock->objects('running'));
    }

    public function testACauseThatNothingProvesIsRefusedAndWhatProvesOneIsOffered(): void
    {
        $proofs = array_map(static fn (Fields $p): string => $p->string('part'), $this->work()->objects('units')[0]->objects('proofs'));
        self::assertEqualsCanonicalizing(['R26', 'C14'], $proofs);
        $refused = $this->write($this->job, 'cause', ['text' => 'tired', 'part' => 'C5', 'certainty' => 'proven']);
        self::assertTrue($refused->objects('entries')[0]->raw('refused'));
        self::assertStringContainsString('until then it is suspected', $refused->objects('entries')[0]->string('line'));
        $this->write($this->job, 'cause', ['text' => 'tired', 'part' => 'C5', 'certainty' => 'suspected']);
        self::assertSame('suspected', $this->bench($this->job)->object('cause')->string('certainty'));
    }

    public function testFittedPartsStatesAndNotesAreTakenBackLikeReadings(): void
    {
        $fitted = $this->write($this->job, 'as-fitted', ['text' => 'R26 new'])->objects('entries')[0];
        self::assertSame(['R26', 'joints', 'supply'], $this->parts());
        self::assertTrue($fitted->raw('canBeTakenBack'));
        $this->write($this->job, 'correction', ['corrects' => $fitted->string('id'), 'reason' => 'another chassis']);
        self::assertSame([], $this->parts());
        self::assertSame('out', $this->item('resistors', 'R26')->string('verdict'), 'the old part is in there again, open as it was');
        $note = $this->write($this->job, 'note', ['text' => 'x'], 0, ['unitId' => null])->objects('entries')[0];
        self::assertFalse($this->write($this->job, 'correction', ['corrects' => $note->string('id'), 'reason' => ''])->objects('entries')[0]->raw('refused'));
        // Power that was never on: the chassis counts as charged all the same.
        $on = $this->write($this->job, 'state-change', ['to' => 'driven', 'gates' => ['isolated-source' => 'yes', 'output-tubes-out' => 'yes']])->objects('entries')[0];
        self::assertSame('driven', $this->bench($this->job)->object('state')->string('name'));
        $this->write($this->job, 'correction', ['corrects' => $on->string('id'), 'reason' => 'slip']);
        self::assertSame('discharging', $this->bench($this->job)->object('state')->string('name'));
    }

    public function testWhatWasTakenBackOnAnEarlierJobIsNotCarriedOn(): void
    {
        $fitted = $this->write($this->job, 'as-fitted', ['text' => 'R14 12k'], 3)->objects('entries')[0];
        $kept = $this->write($this->job, 'as-fitted', ['text' => 'R15 12k'], 3)->objects('entries')[0];
        $this->write($this->job, 'correction', ['corrects' => $fitted->string('id'), 'reason' => 'wrong board'], 2);
        $this->collect($this->job);
        $unit = $this->unitId();
        $again = $this->post('/api/jobs', ['id' => \Symfony\Component\Uid\Uuid::v7()->toRfc4122(), 'owner' => ['name' => 'Maren Tolliver'], 'units' => [['id' => $unit, 'sheetVersionId' => $this->lantern()]], 'complaint' => '', 'cameWith' => '', 'conditionNotes' => '']);
        self::assertSame(['R15 12k'], array_map(static fn (Fields $f): string => $f->string('text'), $this->bench($again->string('id'))->objects('fitted')));
        self::assertNotSame('', $kept->string('id'));
    }

    public function testOddWorkIsRefusedWithItsReason(): void
    {
        foreach ([['lead', ['name' => 'L1']], ['clock', ['to' => 'walk']], ['work-order', ['part' => 'R26', 'why' => '']], ['open-end', ['sort' => 'whim', 'text' => 'x']], ['as-fitted', ['text' => 'R26 new', 'with' => ['costMinor' => -1]]], ['as-fitted', ['text' => 'R26 new', 'with' => ['costMinor' => 1.5]]], ['lead', ['name' => 'L1', 'colour' => 'red', 'from' => 'T1', 'to' => 'V6.4', 'does' => 'singing', 'certainty' => 'seen']]] as [$kind, $payload]) {
            $this->write($this->job, $kind, $payload);
            self::assertSame(422, $this->lastStatus(), $kind.' '.json_encode($payload));
        }
        $this->signIn('pim');
        $this->work();
        self::assertSame(200, $this->lastStatus(), 'an onlooker reads it');
        $this->write($this->job, 'clock', ['to' => 'run'], 0, ['unitId' => null]);
        self::assertSame(403, $this->lastStatus());
    }

    private function unitId(): string
    {
        return $this->get('/api/jobs/'.$this->job)->objects('units')[0]->string('id');
    }
}
