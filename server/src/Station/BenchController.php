<?php

declare(strict_types=1);

namespace Yew\Server\Station;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Core\Job\Bench;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Body;
use Yew\Server\Http\Moment;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Jobs;
use Yew\Server\Tape\Benches;
use Yew\Server\Tape\BenchView;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\EntryView;
use Yew\Server\Tape\TapeDoor;
use Yew\Server\Tape\TapeReader;

/** What the page of a job asks for again and again: the tape, the benches as they are now, the board that is on the page. */
final readonly class BenchController
{
    /** Entries of a page, and at most of what came since a poll. */
    private const PAGE = 100;
    private const MOST = 500;

    public function __construct(private Jobs $jobs, private TapeDoor $door, private TapeReader $tape, private BenchView $bench, private EntryView $entries, private StationView $stations, private ClockInterface $clock, private Benches $benches)
    {
    }

    /**
     * A page of the tape. With `after`, what came since, and the benches only when something did or they are asked for; else the newest
     * page with the benches, or with `before` the page before that.
     */
    #[Route('/api/jobs/{jobId}/tape', methods: ['GET'])]
    public function read(string $jobId, Request $request): JsonResponse
    {
        $query = $request->query;
        if ($query->has('after') && !$query->getBoolean('benches') && $this->tape->endsBy($jobId, max(0, $query->getInt('after')))) {
            return $this->nothing();
        }
        $job = $this->jobs->get($jobId);
        if ($query->has('after')) {
            $entries = $this->tape->page($jobId, max(0, $query->getInt('after')), null, self::MOST);

            return $this->answer($job, $entries, [] !== $entries || $query->getBoolean('benches'), $query->getString('station'), $query->getString('unit'));
        }
        $before = $query->has('before') ? max(0, $query->getInt('before')) : null;

        return $this->answer($job, $this->tape->page($jobId, null, $before, self::PAGE), null === $before, $query->getString('station'), $query->getString('unit'));
    }

    #[Route('/api/jobs/{jobId}/tape', methods: ['POST'])]
    public function write(string $jobId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $entry = $this->door->take($job, $person->id, Body::array($request), $person->role());

        return $this->answer($job, [$entry], true, $request->query->getString('station'), $request->query->getString('unit'), ['slip' => $entry->judgement['slip'] ?? null]);
    }

    /** Nothing came since: nothing is looked up. */
    private function nothing(): JsonResponse
    {
        return new JsonResponse(['entries' => [], 'benches' => null, 'summaries' => null, 'board' => null, 'serverTime' => Moment::text($this->clock->now())]);
    }

    /**
     * @param list<TapeEntry>      $entries
     * @param bool                 $full    with the benches, how far every station is, and the board that the page shows
     * @param array<string, mixed> $more
     */
    private function answer(Job $job, array $entries, bool $full, string $station, string $unitId, array $more = []): JsonResponse
    {
        $benches = $full ? array_map($this->benches->of(...), $job->units()) : [];
        $shown = array_values(array_filter($benches, static fn (Bench $b): bool => $b->unit->unitId() === $unitId))[0] ?? null;

        return new JsonResponse([
            'entries' => array_map($this->entries->of(...), $entries),
            'benches' => $full ? array_map($this->bench->of(...), $benches) : null,
            'summaries' => $full ? array_map(fn (Bench $b): array => ['unitId' => $b->unit->unitId(), 'stations' => $this->stations->summary($b)], $benches) : null,
            'board' => null === $shown || !$shown->unit->stations()->has($station) ? null : $this->stations->of($shown, $station),
            'serverTime' => Moment::text($this->clock->now()),
            ...$more,
        ]);
    }
}
