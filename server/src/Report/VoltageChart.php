<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Twig\Environment;
use Yew\Core\Codec\Fields;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Shop\ShopMeters;
use Yew\Server\Tape\Benches;
use Yew\Server\Tape\BenchView;
use Yew\Server\Tape\PointView;
use Yew\Server\Wording\Wording;

/** The volts of a unit on paper: its rails, then a socket for each tube with what belongs at its pins, what was read, and room to write what was not. */
final readonly class VoltageChart
{
    public function __construct(private EntityManagerInterface $em, private Benches $benches, private BenchView $view, private ShopMeters $meters, private Marks $marks, private Environment $twig, private Pdf $pdf, private Wording $wording, private ClockInterface $clock)
    {
    }

    public function pdf(JobUnit $unit): string
    {
        $bench = $this->benches->of($unit);
        $view = $this->view->of($bench);
        $shop = $this->em->getRepository(Shop::class)->findOneBy([])?->head();
        $conditions = $bench->state->conditions;
        if ([] === $view['points']) {
            throw Refused::notFound('test point: choose a sheet, or read a place');
        }

        return $this->pdf->make($this->twig->render('voltage-chart.html.twig', [
            'unit' => $unit->unit, 'tag' => $unit->job->tag, 'sheet' => $bench->unit->sheet(), 'shop' => $shop, 'zone' => $shop->timeZone ?? 'UTC', 'today' => $this->clock->now(),
            'mains' => $conditions->mainsVolts(), 'limiter' => PointView::limiter($conditions), 'meter' => $this->meters->find($conditions->meterId())?->name,
            'rails' => array_values(array_filter(Fields::allNamed($view['points']), static fn (array $p): bool => null === $p['tube'])),
            'sockets' => $this->sockets($view), 'marks' => $this->marks, 'words' => $this->wording->words(),
        ]));
    }

    /**
     * @param array<string, mixed> $view as BenchView gives it
     *
     * @return list<array{position: string, type: string, where: ?string, image: string, points: list<array<string, mixed>>}> of every socket that has a test point
     */
    public function sockets(array $view): array
    {
        $sockets = [];
        $points = Fields::allNamed($view['points']);
        foreach (Fields::allNamed($view['tubes']) as $tube) {
            $here = array_values(array_filter($points, static fn (array $p): bool => $p['tube'] === $tube['position']));
            if ([] === $here) {
                continue;
            }
            $figures = [];
            foreach ($here as $point) {
                $reading = null === $point['reading'] ? null : Fields::named($point['reading']);
                $expected = Fields::named($point['expected'])['text'];
                $shown = [
                    'read' => null === $reading ? null : self::text($reading['shown']), 'expected' => self::text($reading['expectedText'] ?? null) ?? self::text($expected),
                    'verdict' => null === $reading ? null : self::text($reading['verdict']),
                ];
                // Volts stand at the pin; a current through it is in the list beside.
                $figures = 'dc-amperes' === $point['function'] || !\is_int($point['pin']) ? $figures : [$point['pin'] => $shown] + $figures;
            }
            $sockets[] = [
                'position' => self::text($tube['position']) ?? '', 'type' => self::text($tube['type']) ?? '', 'where' => self::text($tube['where']),
                'image' => SocketDrawing::of($this->marks, self::text($tube['base']), \is_int($tube['pinCount']) ? $tube['pinCount'] : null, array_filter((array) $tube['pins'], is_string(...)), $figures),
                'points' => $here,
            ];
        }

        return $sockets;
    }

    private static function text(mixed $value): ?string
    {
        return \is_string($value) ? $value : null;
    }
}
