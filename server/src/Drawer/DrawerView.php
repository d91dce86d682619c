<?php

declare(strict_types=1);

namespace Yew\Server\Drawer;

use Doctrine\ORM\EntityManagerInterface;
use Twig\Environment;
use Yew\Core\Drawer\DrawerChoice;
use Yew\Core\Drawer\DrawerRow;
use Yew\Core\Drawer\DrawerTube;
use Yew\Core\Drawer\TubeState;
use Yew\Core\Estimate\MinorUnits;
use Yew\Core\Matching\Candidate;
use Yew\Core\Matching\MatchedSet;
use Yew\Core\Matching\StandsApart;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tubes\FiguresJudge;
use Yew\Server\Drawer\Entity\Tube;
use Yew\Server\Drawer\Entity\TubeEntry;
use Yew\Server\Drawer\Entity\TubeTest;
use Yew\Server\Http\Moment;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Unit;
use Yew\Server\Report\Pdf;
use Yew\Server\Report\QrCode;
use Yew\Server\Wording\Wording;

/** The drawer as the page, a file and paper show it. */
final readonly class DrawerView
{
    private const MOST_SHOWN = 500;
    private const MOST_LABELS = 120;

    public function __construct(private EntityManagerInterface $em, private TubeShelf $shelf, private DrawerDesk $desk, private TubeCatalogue $tubes, private Wording $wording, private Environment $twig, private Pdf $pdf)
    {
    }

    /** @return array<string, mixed> the schema Drawer of docs/api/openapi.yaml */
    public function all(string $type, string $words, bool $scrapped): array
    {
        $query = $this->em->getRepository(Tube::class)->createQueryBuilder('t')->orderBy('t.type')->addOrderBy('t.label');
        if ('' !== $type) {
            $query->andWhere('t.type = :type')->setParameter('type', $type);
        }
        if ('' !== trim($words)) {
            $query->andWhere("LOWER(CONCAT(t.label, ' ', t.type, ' ', t.maker)) LIKE :words")->setParameter('words', '%'.addcslashes(mb_strtolower(trim($words)), '%_\\').'%');
        }
        if (!$scrapped) {
            $query->andWhere('t.state <> :scrapped')->setParameter('scrapped', TubeState::Scrapped->value);
        }
        $found = self::tubes($query->setMaxResults(self::MOST_SHOWN + 1)->getQuery()->getResult());
        $counts = $this->em->getConnection()->fetchAllKeyValue('SELECT type, count(*) FROM tube WHERE state <> ? GROUP BY type ORDER BY type', [TubeState::Scrapped->value]);

        return [
            'tubes' => array_map($this->line(...), $this->shelf->read(\array_slice($found, 0, self::MOST_SHOWN))),
            'types' => array_map(static fn (string|int $t, mixed $n): array => ['type' => (string) $t, 'count' => is_numeric($n) ? (int) $n : 0], array_keys($counts), $counts),
            'more' => \count($found) > self::MOST_SHOWN,
            'nextLabel' => $this->desk->nextLabel(),
            'states' => array_map(fn (TubeState $s): array => ['state' => $s->value, 'words' => $this->words($s), 'maySay' => $s->mayBeSaid()], TubeState::cases()),
        ];
    }

    /** @return array<string, mixed> */
    private function line(DrawerTube $tube): array
    {
        $test = $tube->newest() ?? $tube->tests[\count($tube->tests) - 1] ?? null;
        $here = $this->shelf->standing($tube->label);
        $section = $this->tubes->find($tube->type)?->section();
        $ground = null === $test ? null : FiguresJudge::judge($test->figures(), $test->setting(), $section);

        return [
            'label' => $tube->label, 'type' => $tube->type, 'maker' => $tube->maker, 'state' => $tube->state->value, 'stateWords' => $this->words($tube->state),
            'plateMilliamperes' => self::thousandths($test?->plateAmperes()),
            'millisiemens' => self::thousandths($test?->siemens()),
            'figures' => $test->text ?? null, 'tester' => $test->tester ?? null, 'tests' => \count($tube->tests),
            'verdict' => $ground?->verdict->value, 'sentence' => null === $ground ? null : $this->wording->ground($ground),
            'standsIn' => null === $here ? null : $here['stay']->position.' · '.$this->unit($here['unit']),
        ];
    }

    /** @return array<string, mixed> the schema DrawerTube of docs/api/openapi.yaml */
    public function one(string $label): array
    {
        $tube = $this->em->find(Tube::class, $label) ?? throw Refused::notFound('tube in the drawer');
        $section = $this->tubes->find($tube->type())?->section();
        $tests = array_map(function (TubeTest $t) use ($section): array {
            $read = $t->read();
            $ground = FiguresJudge::judge($read->figures(), $read->setting(), $section);

            return ['id' => $t->id, 'at' => Moment::text($t->takenAt), 'personId' => $t->personId, ...$read->toArray(), 'verdict' => $ground->verdict->value, 'sentence' => $this->wording->ground($ground)];
        }, $this->em->getRepository(TubeTest::class)->findBy(['label' => $label], ['takenAt' => 'DESC', 'id' => 'DESC'], 200));
        $entries = array_map(static fn (TubeEntry $e): array => ['id' => $e->id, 'at' => Moment::text($e->saidAt), 'personId' => $e->personId, 'kind' => $e->kind, 'payload' => (object) $e->payload], $this->em->getRepository(TubeEntry::class)->findBy(['label' => $label], ['saidAt' => 'DESC', 'id' => 'DESC'], 200));
        $stays = array_map(fn (array $s): array => ['unitId' => $s['unit'], 'unit' => $this->unit($s['unit']), 'position' => $s['stay']->position, 'from' => Moment::ofSeconds($s['stay']->from), 'to' => Moment::ofSecondsOrNull($s['stay']->to)], array_reverse($this->shelf->staysOf($label)));
        $code = QrCode::of($label);

        return [
            ...$this->line($this->shelf->read([$tube])[0] ?? throw Refused::notFound('tube in the drawer')), 'priceMinor' => $tube->priceMinor(),
            'heatedHours' => round($this->shelf->hours($label), 1), 'testsTaken' => $tests, 'entries' => $entries, 'stays' => $stays, 'code' => ['size' => $code->size, 'path' => $code->path],
        ];
    }

    /** @return array<string, mixed> the schema DrawerSets of docs/api/openapi.yaml */
    public function sets(string $type, int $size, int $count, float $limitPercent, float $meterPercent): array
    {
        $tubes = $this->shelf->read($this->em->getRepository(Tube::class)->findBy(['type' => $type], ['label' => 'ASC'], 1001));
        $choice = DrawerChoice::of($tubes, $this->tubes->find($type), $size, $count, $meterPercent);
        $set = static fn (MatchedSet $s): array => [
            'labels' => array_map(static fn (Candidate $c): string => $c->id, $s->tubes), 'plateMilliamperes' => array_map(static fn (Candidate $c): ?float => self::thousandths($c->plateAmperes), $s->tubes),
            'plateSpreadPercent' => $s->plateSpreadPercent, 'siemensSpreadPercent' => $s->siemensSpreadPercent, 'bandPercent' => $s->bandPercent, 'claim' => $s->claim($limitPercent)->value,
        ];
        $at = $choice->at;

        return [
            'type' => $type, 'size' => $size, 'comparable' => $choice->comparable, 'wanted' => $size * $count,
            'at' => null === $at ? null : trim(\sprintf('%s, %s/%s%s V, %s V, %s min', $at->instrument, Engineering::plain($at->plateVolts, 1.0), Engineering::plain($at->gridVolts, 0.1), null === $at->screenVolts ? '' : '/'.Engineering::plain($at->screenVolts, 1.0), Engineering::plain($at->heaterVolts, 0.1), Engineering::plain($at->warmMinutes, 1.0))),
            'sets' => array_map($set, $choice->choice->sets ?? []),
            'leftOver' => array_map(static fn (Candidate $c): array => ['label' => $c->id, 'plateMilliamperes' => self::thousandths($c->plateAmperes)], $choice->choice->leftOver ?? []),
            'leftOverPairs' => array_map($set, $choice->choice->leftOverPairs ?? []),
            'worstPlatePercent' => $choice->choice?->worstPlatePercent(), 'boundPlatePercent' => $choice->choice?->plateBoundPercent, 'worstSiemensPercent' => $choice->choice?->worstSiemensPercent(),
            'apart' => array_map(fn (StandsApart $a): array => ['label' => $a->id, 'because' => $this->wording->cold('apart-'.$a->why->value, [])], $choice->apart),
            'converted' => $choice->converted, 'unread' => $choice->unread,
        ];
    }

    /** @return list<array<string, string>> as a file has them */
    public function rows(): array
    {
        $all = $this->em->getRepository(Tube::class)->findBy([], ['label' => 'ASC'], DrawerCsv::MOST_ROWS);

        return array_map(static fn (DrawerTube $t, Tube $said): array => self::row($t, $said), $this->shelf->read($all), $all);
    }

    /** @return array<string, string> */
    private static function row(DrawerTube $tube, Tube $said): array
    {
        $test = $tube->newest() ?? $tube->tests[\count($tube->tests) - 1] ?? null;
        $number = static fn (?float $v, float $by = 1.0): string => null === $v ? '' : (string) round($v * $by, 6);
        $figures = $test?->figures();
        $at = $test?->conditions();
        $price = $said->priceMinor();

        return array_combine(DrawerRow::COLUMNS, [
            $tube->label, $tube->type, $tube->maker, $said->said()->value, null === $price ? '' : MinorUnits::text($price),
            $number($test?->plateAmperes(), 1000), $number($test?->siemens(), 1000), $number($figures?->value('percent')), $number($figures?->value('goodPercent')), $test?->setting()->instrument ?? '',
            $number($at?->plateVolts), $number($at?->gridVolts), $number($at?->screenVolts), $number($at?->heaterVolts), $number($at?->warmMinutes),
        ]);
    }

    /** @param list<string> $labels */
    public function labels(array $labels): string
    {
        $tubes = $this->shelf->read($this->em->getRepository(Tube::class)->findBy(['label' => \array_slice($labels, 0, self::MOST_LABELS)], ['label' => 'ASC']));
        if ([] === $tubes) {
            throw Refused::notFound('tube to label');
        }

        return $this->pdf->make($this->twig->render('tube-labels.html.twig', ['labels' => array_map(fn (DrawerTube $t): array => [...$this->line($t), 'code' => QrCode::of($t->label)->image()], $tubes)]));
    }

    /** A figure in thousandths of its unit, without the dust of arithmetic. */
    private static function thousandths(?float $value): ?float
    {
        return null === $value ? null : round(1000 * $value, 6);
    }

    private function words(TubeState $state): string
    {
        return $this->wording->cold('tube-state-'.$state->value, []);
    }

    private function unit(string $id): string
    {
        $unit = $this->em->find(Unit::class, $id);

        return null === $unit ? '' : trim($unit->maker.' '.$unit->model.' '.$unit->serial);
    }

    /** @return list<Tube> */
    private static function tubes(mixed $result): array
    {
        return \is_array($result) ? array_values(array_filter($result, static fn (mixed $t): bool => $t instanceof Tube)) : [];
    }
}
