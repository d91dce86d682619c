<?php

declare(strict_types=1);

namespace Yew\Server\Demo;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Core\Codec\Fields;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Refused;
use Yew\Server\Instrument\Entity\Instrument;
use Yew\Server\Instrument\Instruments;
use Yew\Server\Shop\DemoMark;
use Yew\Server\Shop\Entity\ShopMeter;
use Yew\Server\Shop\ShopMeters;

/** The simulated amplifier that a demo shop has on its bench: its meters are connected by one press, for anybody who works there. */
final readonly class PracticeBench
{
    public function __construct(private EntityManagerInterface $em, private DemoMark $demo, private Instruments $instruments, private ShopMeters $meters, private ClockInterface $clock, private string $root, private string $stateDir)
    {
    }

    /** Whether there is one, where its panel is, and whether its meters are connected. */
    #[Route('/api/practice-bench', methods: ['GET'])]
    public function bench(): JsonResponse
    {
        $stand = $this->stand();

        return new JsonResponse(['bench' => null === $stand ? null : ['sheet' => $stand['sheet'], 'panel' => \sprintf('http://127.0.0.1:%d/', $stand['port'] + 1), 'connected' => $this->isConnected($stand['port'])]]);
    }

    #[Route('/api/practice-bench', methods: ['POST'])]
    public function connect(#[CurrentUser] Person $person): JsonResponse
    {
        $stand = $this->stand() ?? throw Refused::notFound('practice bench here: it belongs to the demo shop');
        foreach ($this->meters() as [$document, $offset, $profile]) {
            $id = Fields::of($document)->string('id');
            if (null === $this->em->find(ShopMeter::class, $id)) {
                $this->em->persist(new ShopMeter($id, $document));
                $this->em->flush();
                $this->meters->reset();
            }
            $known = $this->instruments->ofMeter($id);
            if (null !== $known && $stand['port'] + $offset !== $known->port) {
                $this->moved($known);
                $known = null;
            }
            if (null === $known) {
                $this->instruments->add(Fields::of(['meterId' => $id, 'host' => '127.0.0.1', 'port' => $stand['port'] + $offset, 'profile' => $profile]), $person->id);
            }
        }

        return $this->bench();
    }

    /** It answers elsewhere since the last start: what hung on it hangs no longer. */
    private function moved(Instrument $instrument): void
    {
        $use = $this->instruments->useOf($instrument);
        if (null !== $use) {
            $this->em->remove($use);
            $this->em->flush();
        }
        $instrument->retire($this->clock->now());
        $this->em->flush();
    }

    private function isConnected(int $port): bool
    {
        return [] === array_filter($this->meters(), fn (array $m): bool => $this->instruments->ofMeter(Fields::of($m[0])->string('id'))?->port !== $port + $m[1]);
    }

    /** @return array{port: int, sheet: string}|null as bin/start wrote it; null in a shop that is none for practice */
    private function stand(): ?array
    {
        $file = $this->stateDir.'/run/stand.json';
        $data = is_file($file) ? json_decode((string) file_get_contents($file), true) : null;

        return \is_array($data) && \is_int($data['port'] ?? null) && \is_string($data['sheet'] ?? null) && $this->demo->isDemo() ? ['port' => $data['port'], 'sheet' => $data['sheet']] : null;
    }

    /** @return list<array{array<string, mixed>, int, string}> meter, its door after the stand's first, and how it is spoken to */
    private function meters(): array
    {
        $data = json_decode((string) file_get_contents($this->root.'/server/demo/practice-bench.json'), true, 16, \JSON_THROW_ON_ERROR);

        return array_map(static fn (Fields $m): array => [Fields::named($m->raw('meter')), $m->whole('port', 0, 20), $m->string('profile')], Fields::of($data)->objects('meters'));
    }
}
