<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Twig\Environment;
use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Iron\IronTestKind;
use Yew\Core\Iron\ReplacementSheet;
use Yew\Core\Resistor\ResistorTestKind;
use Yew\Core\Station\Item;
use Yew\Core\Work\WorkDetail;
use Yew\Core\Work\WorkStation;
use Yew\Server\Circuit\Drawings;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Tape\Benches;
use Yew\Server\Wording\Wording;

/** Papers of the cold bench: labels for removed parts, the specification of a replacement transformer. */
final readonly class Papers
{
    private const MOST_LABELS = 120;

    public function __construct(private EntityManagerInterface $em, private Benches $benches, private Drawings $drawings, private Environment $twig, private Pdf $pdf, private Wording $wording, private ClockInterface $clock)
    {
    }

    /**
     * A sheet of labels, each with a code that a phone reads back (CAP-10).
     *
     * @param list<string> $parts ids; empty for every part that is to be replaced
     */
    public function labels(JobUnit $unit, array $parts): string
    {
        $labels = [];
        $bench = $this->benches->of($unit);
        $known = static fn (string $part): bool => [] === $parts || \in_array($part, $parts, true);
        // What is out already has its label by what was measured on it while it was in.
        foreach ($bench->board(WorkStation::ID)->items as $item) {
            if ($item->more instanceof WorkDetail && [] !== $item->more->renewals && $known($item->part)) {
                $labels[$item->part] = $this->label($unit, $bench->formerItem($item->part) ?? $item);
            }
        }
        foreach ($bench->boards() as $station => $board) {
            foreach (WorkStation::ID === $station ? [] : $board->items as $item) {
                // What has figures of its own is a part: the walk round names the same parts once more.
                $wanted = null !== $item->more && !isset($labels[$item->part]) && ([] === $parts ? $item->judged->outcome->isToBeReplaced() : $known($item->part));
                if ($wanted) {
                    $labels[$item->part] = $this->label($unit, $item);
                }
            }
        }
        $labels = \array_slice(array_values($labels), 0, self::MOST_LABELS);
        if ([] === $labels) {
            throw Refused::notFound('part to label: measure it first');
        }

        return $this->pdf->make($this->twig->render('labels.html.twig', ['labels' => $labels, 'shop' => $this->em->getRepository(Shop::class)->findOneBy([])?->head()]));
    }

    /** @return array<string, mixed> */
    public function specification(JobUnit $unit, string $part): array
    {
        $bench = $this->benches->of($unit);
        $version = $unit->sheetVersionId();
        $circuit = null === $version ? null : $this->drawings->atWork($version, $bench->made());

        return (null === $circuit ? null : ReplacementSheet::of($circuit, $part, $bench->facts()->mainsRatio())) ?? throw Refused::notFound('transformer in a circuit of this sheet');
    }

    public function specificationSheet(JobUnit $unit, string $part): string
    {
        $sheet = $this->specification($unit, $part);
        $notes = \is_array($sheet['notes']) ? $sheet['notes'] : [];

        return $this->pdf->make($this->twig->render('transformer.html.twig', [
            'sheet' => $sheet, 'unit' => $unit->unit, 'tag' => $unit->job->tag, 'shop' => $this->em->getRepository(Shop::class)->findOneBy([])?->head(), 'today' => $this->clock->now(),
            'notes' => array_map(fn (mixed $n): string => $this->wording->cold(\is_string($n) ? 'note-'.$n : '', []), $notes),
        ]));
    }

    /** @return array<string, string> */
    private function label(JobUnit $unit, Item $item): array
    {
        $measured = [];
        foreach ($item->steps as $step) {
            if (null !== $step->done && \in_array($step->kind, [CapacitorTestKind::Capacitor, ResistorTestKind::Resistor, IronTestKind::Ratio, IronTestKind::Magnetising], true)) {
                $measured[] = $step->done->text;
            }
        }
        $text = [
            'tag' => $unit->job->tag, 'unit' => trim($unit->unit->maker.' '.$unit->unit->model.' '.$unit->unit->serial), 'part' => $item->part, 'drawn' => $item->detail,
            'measured' => implode(' · ', $measured), 'word' => $this->wording->cold('word-'.$item->judged->outcome->value, []), 'date' => $this->clock->now()->format('Y-m-d'),
        ];

        return [...$text, 'code' => QrCode::of(implode("\n", array_filter([$text['tag'].' '.$text['part'], $text['unit'], $text['drawn'], $text['measured'], $text['word'], $text['date']], static fn (string $t): bool => '' !== $t)))->image()];
    }
}
