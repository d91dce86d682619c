<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\Meters;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Power\PowerTestKind;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Safety\ChassisRules;
use Yew\Core\Safety\Refusal;
use Yew\Core\Safety\Stop;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestKind;

/** A test of a part was taken down. */
final readonly class TestTaken implements Statement
{
    /**
     * @param string|null  $slipAnswer what was answered when a slip was suspected
     * @param Sampled|null $sampled    where its figures were taken from an instrument on the network
     */
    private function __construct(public TakenTest $test, public ?string $meterId, private ?string $slipAnswer, public ?Sampled $sampled)
    {
    }

    /**
     * @throws CannotRead when a figure cannot be read, or is a bound where the test needs the figure
     * @throws BadData    when the text does not fit the test otherwise
     */
    public static function typed(TestKind $kind, Fields $payload, Meters $meters, float $now): self
    {
        $meterId = $payload->optionalString('meterId');
        $zero = $meters->find($meterId)?->leadsZero;
        $test = TakenTest::typed($kind, $payload->string('part'), $payload->optionalText('subject'), $payload->optionalText('text'), true === $payload->raw('lifted'));
        $test = null === $zero ? $test : $test->lessLeads($zero, $now);

        return null === $test->objection() ? new self($test, $meterId, $payload->optionalString('slipAnswer'), Sampled::decode($payload->optionalObject('sample'))) : throw $test->objection();
    }

    /** @throws BadData */
    public static function kept(TestKind $kind, Fields $payload): self
    {
        return new self(TakenTest::kept($kind, $payload), $payload->optionalString('meterId'), $payload->optionalString('slipAnswer'), Sampled::decode($payload->optionalObject('sample')));
    }

    public function toArray(): array
    {
        $test = $this->test;
        $said = array_filter(['meterId' => $this->meterId, 'slipAnswer' => $this->slipAnswer], is_string(...));

        return ['test' => $test->kind->name(), 'part' => $test->part, ...('' === $test->subject ? [] : ['subject' => $test->subject]), 'text' => $test->text, ...($test->lifted ? ['lifted' => true] : []), ...$said, ...$test->understood(), ...(null === $this->sampled ? [] : ['sample' => $this->sampled->toArray()])];
    }

    public function refusal(Bench $then): ?Refusal
    {
        $refusal = ChassisRules::test($then->state->chassis->state, $this->test) ?? $this->sampled?->refusal($then, $this->meterId, null);
        if (null !== $refusal) {
            return $refusal;
        }
        // Through a clipped resistor every bank falls alike.
        $bleeder = $then->state->chassis->bleederOn;
        if (PowerTestKind::Decay === $this->test->kind && null !== $bleeder && $bleeder === ($then->unit->sheet()?->islandAt($this->test->part)->id ?? $bleeder)) {
            return new Refusal('decay-through-bleeder', ['place' => $this->test->part]);
        }
        // AC beyond its band is no figure (COND-5b).
        $meter = $then->unit->meters()->find($this->meterId);
        $hertz = $this->test->value('hertz');
        if (null !== $meter && null !== $hertz && !$meter->reaches($hertz)) {
            return new Refusal('meter-does-not-reach', ['meterName' => $meter->name, 'hertz' => $hertz, 'lowHertz' => $meter->bandHertz[0] ?? null, 'highHertz' => $meter->bandHertz[1] ?? null]);
        }
        // A test of what no board shows, even with the test in, is a test of nothing.
        $shown = $then->with(new Entry('new', $this, $then->now, $then->now, ''))->board($then->unit->stations()->of($this->test->kind)->id())->find($this->test->part);

        return null === $shown ? new Refusal('no-such-part', ['part' => $this->test->part]) : null;
    }

    public function isTakenDuringStop(): bool
    {
        return false;
    }

    public function speaksAgainstProofs(): bool
    {
        return false;
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $state->record->test($this->test->of($entry->id, $entry->at));
        // What was seen or smelled may stop the work as well as a reading (SAFE-6).
        $broken = Stop::ofJudgement($this->test->part, $entry->judgement ?? [], $state->chassis->state, $entry->at);
        if (null !== $broken) {
            $state->stoppedBy($broken);
        }
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        $station = $after->unit->stations()->of($this->test->kind)->id();

        return $after->unit->stations()->judgement($before->board($station), $after->board($station), $after->facts(), $this->test->of($entry->id, $entry->at))?->toArray();
    }
}
