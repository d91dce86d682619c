<?php

declare(strict_types=1);

namespace Yew\Core\Work;

use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Capacitor\Replacement;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnLead;
use Yew\Core\Drawn\DrawnLeads;
use Yew\Core\Drawn\DrawnPath;
use Yew\Core\Drawn\DrawnPinPair;
use Yew\Core\Drawn\DrawnResistor;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Reading\Verdict;
use Yew\Core\Resistor\ResistorTestKind;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Gauge;
use Yew\Core\Station\Item;
use Yew\Core\Station\Order;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Station\Renewal;
use Yew\Core\Station\Step;
use Yew\Core\Test\Check;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestKind;
use Yew\Core\Test\TestRecord;

/**
 * The exchange of one part, from the order to what is read back in its place: the old one measured, the new one measured, fitted,
 * read back to where it leads and to where it must not lead, the old one bagged (WORK-1, CAP-10).
 */
final readonly class Exchange
{
    /**
     * @param TestRecord          $tests     of this part
     * @param list<Renewal>       $renewals  of this part on this job, oldest first
     * @param DrawnCapacitor|null $capacitor that it is
     * @param DrawnResistor|null  $resistor  that it is
     */
    private function __construct(private BenchFacts $facts, private string $part, private TestRecord $tests, private ?Order $order, private array $renewals, private ?DrawnCapacitor $capacitor, private ?DrawnResistor $resistor)
    {
    }

    public static function of(BenchFacts $facts, string $part): self
    {
        $capacitor = $resistor = null;
        foreach ($facts->drawn->capacitors as $drawn) {
            $capacitor = $drawn->id === $part ? $drawn : $capacitor;
        }
        foreach ($facts->drawn->resistors as $drawn) {
            $resistor = $drawn->id === $part ? $drawn : $resistor;
        }

        return new self($facts, $part, $facts->tests->of($part), $facts->work->orderOf($part), array_values(array_filter($facts->work->renewals, static fn (Renewal $r): bool => $r->isOf($part))), $capacitor, $resistor);
    }

    public function item(): Item
    {
        $reasons = Reason::worstFirst($this->reasons());
        $steps = $this->steps();
        $isOpen = [] !== array_filter($steps, static fn (Step $s): bool => $s->isOpen());
        $worst = Reason::worst($reasons);
        [$outcome, $verdict] = match (true) {
            // Put right, it is read again: nothing else of it is let off.
            Verdict::Danger === $worst, Verdict::Out === $worst => [Outcome::Retest, $worst],
            $isOpen, null === $worst => [Outcome::Open, Verdict::CannotSay],
            Verdict::CannotSay === $worst => [Outcome::CannotSay, $worst],
            Verdict::Watch === $worst => [Outcome::Watch, $worst],
            default => [Outcome::Good, Verdict::Within],
        };

        return new Item(
            $this->part, '' === ($this->order->opening ?? '') ? 'work' : (string) $this->order?->opening, $this->name(), $this->detail(), new PartVerdict($outcome, $verdict, $reasons), $steps, $this->gauges(),
            new WorkDetail($this->order, $this->renewals, $this->proposal(), $this->leads(), $this->facts->work->modifications[$this->part] ?? null),
        );
    }

    private function isFitted(): bool
    {
        return [] !== $this->renewals;
    }

    /** The tube position whose socket this is; null for every other part. */
    private function socket(): ?string
    {
        return str_ends_with($this->part, '/socket') ? substr($this->part, 0, -\strlen('/socket')) : null;
    }

    private function isTube(): bool
    {
        return null === $this->socket() && (isset($this->facts->sheet->tubes[$this->part]) || (null === $this->facts->sheet && 1 === preg_match('/^V\d/', $this->part)) || ($this->isFitted() && $this->renewals[\count($this->renewals) - 1]->ofTube));
    }

    /** @return list<DrawnLead> of what is soldered */
    private function leads(): array
    {
        $position = $this->socket();
        if (null === $position) {
            return $this->isTube() ? [] : $this->facts->drawn->leads[$this->part] ?? [];
        }

        return [
            ...array_map(static fn (DrawnPath $p): DrawnLead => new DrawnLead($p->from, $p->to, 'across', $p->ohms), $this->facts->drawn->paths[$position] ?? []),
            ...array_map(static fn (DrawnPinPair $p): DrawnLead => new DrawnLead($position.'.'.explode('-', $p->pins)[0], $position.'.'.explode('-', $p->pins)[1], 'apart', $p->ohms), array_filter($this->facts->drawn->pinPairs[$position] ?? [], static fn (DrawnPinPair $p): bool => null === $p->ohms || $p->ohms >= DrawnLeads::LEAST_APART_OHMS)),
        ];
    }

    private function newKind(): WorkTestKind
    {
        return match (true) {
            null !== $this->capacitor => WorkTestKind::NewCapacitor,
            null !== $this->resistor => WorkTestKind::NewResistor,
            default => WorkTestKind::NewPart,
        };
    }

    /** The test that its own station brings for the old part, once a lead is off; null where no figure is asked for. */
    private function oldKind(): ?TestKind
    {
        return match ($this->newKind()) {
            WorkTestKind::NewCapacitor => CapacitorTestKind::Capacitor,
            WorkTestKind::NewResistor => ResistorTestKind::Resistor,
            default => null,
        };
    }

    /** What was measured on the part that goes out, or is out. */
    private function oldTest(): ?TakenTest
    {
        $kind = $this->oldKind();
        $tests = $this->tests;
        $all = array_values(array_filter($this->isFitted() ? $tests->former : $tests->all, static fn (TakenTest $t): bool => $t->kind === $kind));

        return [] === $all ? null : $all[\count($all) - 1];
    }

    /** What was measured on the new part before it went in: after the exchange before this one, if there was one. */
    private function newTest(): ?TakenTest
    {
        $count = \count($this->renewals);
        [$from, $to] = 0 === $count ? [-\INF, \INF] : [1 === $count ? -\INF : $this->renewals[$count - 2]->at, $this->renewals[$count - 1]->at];
        $found = null;
        foreach ($this->tests->kind($this->newKind())->all as $test) {
            $found = $test->at > $from && $test->at <= $to ? $test : $found;
        }

        return $found;
    }

    private function removed(): ?TakenTest
    {
        $said = $this->tests->latest(WorkTestKind::Removed);

        return $this->isFitted() && null !== $said && $said->at >= $this->renewals[\count($this->renewals) - 1]->at ? $said : null;
    }

    /** @return list<Step> */
    private function steps(): array
    {
        $last = $this->isFitted() ? $this->renewals[\count($this->renewals) - 1] : null;
        $fit = new Step(WorkTestKind::Fit, $this->part, '', null === $last ? null : new TakenTest(WorkTestKind::Fit, $this->part, '', trim((string) preg_replace('/^\S+\s+/', '', $last->text)), [], [], false, $last->at, $last->entryId));
        if ($this->isTube()) {
            return [$fit];
        }
        $steps = [];
        $old = $this->oldKind();
        if (null !== $old) {
            // Once the new one is in, nobody can measure the old one in its place.
            $steps[] = new Step($old, $this->part, '', $this->oldTest(), $this->isFitted());
        }
        $steps[] = new Step($this->newKind(), $this->part, '', $this->newTest(), $this->isFitted(), $this->checks());
        $steps[] = $fit;
        if (null === $last) {
            return $steps;
        }
        foreach ($this->leads() as $lead) {
            $steps[] = Step::of($this->tests, WorkTestKind::ReadBack, $this->part, $lead->subject(), false, 'across' === $lead->purpose && null !== $lead->ohms && $lead->ohms >= 10.0 ? [Check::figure('ohms', ReadBackJudge::window($lead)->low, ReadBackJudge::window($lead)->high)] : [], ReadBackJudge::expects($lead));
        }
        if ([] === $this->leads()) {
            $steps[] = Step::of($this->tests, WorkTestKind::InPlace, $this->part);
        }
        $steps[] = new Step(WorkTestKind::Removed, $this->part, '', $this->removed());

        return $steps;
    }

    /** @return list<Check> */
    private function checks(): array
    {
        $resistor = $this->resistor;

        return null === $resistor ? [] : [Check::figure('ohms', (1 - NewPartJudge::OTHER_VALUE_PERCENT / 100) * $resistor->ohms, (1 + NewPartJudge::OTHER_VALUE_PERCENT / 100) * $resistor->ohms)];
    }

    /** @return list<Reason> */
    private function reasons(): array
    {
        $reasons = null === $this->order && $this->isFitted() ? [new Reason('not-approved', Verdict::Watch, ['part' => $this->part])] : [];
        $old = $this->oldTest();
        if (!$this->isFitted()) {
            return [...$reasons, ...$this->newReasons()];
        }
        if ($this->isTube()) {
            return [...$reasons, new Reason('tube-fitted', Verdict::Within, ['part' => $this->part])];
        }
        array_push($reasons, ...$this->newReasons());
        $unread = 0;
        foreach ($this->leads() as $lead) {
            $tests = $this->tests->about($lead->subject())->kind(WorkTestKind::ReadBack);
            $unread += [] === $tests->all ? 1 : 0;
            array_push($reasons, ...([] === $tests->all ? [] : [ReadBackJudge::judge($lead, $tests->all[\count($tests->all) - 1])]));
        }
        if ([] === $this->leads()) {
            $said = $this->tests->latest(WorkTestKind::InPlace)?->choice();
            $unread += null === $said ? 1 : 0;
            array_push($reasons, ...match ($said) {
                null => [],
                'leads-right' => [new Reason('in-place-right', Verdict::Within)],
                'open' => [new Reason('in-place-open', Verdict::Out)],
                default => [new Reason('in-place-joined', Verdict::Danger)],
            });
        }
        if ($unread > 0) {
            $reasons[] = new Reason('not-read-back', Verdict::Watch, ['part' => $this->part, 'missing' => (string) $unread]);
        }
        if (null === $this->newTest()) {
            $reasons[] = new Reason('fitted-unmeasured', Verdict::Watch);
        }
        if (null !== $this->oldKind() && null === $old) {
            $reasons[] = new Reason('removed-unmeasured', Verdict::Watch);
        }
        $removed = $this->removed()?->choice();
        if (null !== $removed) {
            $reasons[] = new Reason('removed-'.$removed, Verdict::Within, ['measured' => $old?->answer()]);
        }
        if (null !== ($why = $this->facts->work->modifications[$this->part] ?? null)) {
            $reasons[] = new Reason('modified-because', Verdict::Within, ['why' => $why]);
        }

        return $reasons;
    }

    /** @return list<Reason> of the new part; one that is another than drawn for a reason is no fault */
    private function newReasons(): array
    {
        $test = $this->newTest();
        $reasons = match (true) {
            null === $test => [],
            null !== $this->capacitor => NewPartJudge::capacitor($this->capacitor, $test, $this->facts),
            null !== $this->resistor => [NewPartJudge::resistor($this->resistor, $test)],
            default => [NewPartJudge::byEye($test)],
        };

        return isset($this->facts->work->modifications[$this->part]) ? array_map(static fn (Reason $r): Reason => \in_array($r->code, ['new-off', 'new-other-value'], true) ? $r->superseded() : $r, $reasons) : $reasons;
    }

    /** @return list<Gauge> what was read back, beside what the circuit puts there */
    private function gauges(): array
    {
        $gauges = [];
        foreach ($this->leads() as $lead) {
            $test = $this->tests->about($lead->subject())->latest(WorkTestKind::ReadBack);
            if (null !== $test && $this->isFitted()) {
                $window = ReadBackJudge::window($lead);
                $isOpen = \INF === $window->high;
                $gauges[] = new Gauge(str_replace('→', ' → ', $lead->subject()), $test->value('ohms'), 'Ω', $lead->ohms, $isOpen ? null : $window->low, $isOpen ? null : $window->high, ReadBackJudge::judge($lead, $test)->verdict, $test->shown('ohms'));
            }
        }

        // The worst stands first: it is the one that a list has room for.
        usort($gauges, static fn (Gauge $a, Gauge $b): int => $b->verdict->severity() <=> $a->verdict->severity());

        return $gauges;
    }

    private function proposal(): string
    {
        return match (true) {
            null !== $this->capacitor => Replacement::propose($this->capacitor)->text(),
            null !== $this->resistor => Engineering::text($this->resistor->ohms, 'Ω', Engineering::twoDigits($this->resistor->ohms)).(null === $this->resistor->watts ? '' : ', '.Engineering::text(2 * $this->resistor->watts, 'W', Engineering::twoDigits(2 * $this->resistor->watts)).' or more'),
            default => '',
        };
    }

    private function name(): string
    {
        return match (true) {
            null !== $this->capacitor => 'capacitor-'.$this->capacitor->does,
            null !== $this->resistor => 'resistor-'.$this->resistor->does,
            null !== $this->socket() => 'socket',
            $this->isTube() => 'tube',
            default => 'work-part',
        };
    }

    private function detail(): string
    {
        return match (true) {
            null !== $this->capacitor => Engineering::text($this->capacitor->farads, 'F', Engineering::twoDigits($this->capacitor->farads)).(null === $this->capacitor->ratedVolts ? '' : \sprintf(' %g V', $this->capacitor->ratedVolts)),
            null !== $this->resistor => Engineering::text($this->resistor->ohms, 'Ω', Engineering::twoDigits($this->resistor->ohms)),
            default => $this->facts->sheet?->tubes[$this->part]->type ?? $this->order->text ?? '',
        };
    }
}
