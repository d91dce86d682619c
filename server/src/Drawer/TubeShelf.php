<?php

declare(strict_types=1);

namespace Yew\Server\Drawer;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Drawer\DrawerTube;
use Yew\Core\Drawer\Heated;
use Yew\Core\Drawer\LabelledTube;
use Yew\Core\Drawer\Stay;
use Yew\Core\Drawer\TubeState;
use Yew\Server\Drawer\Entity\Tube;
use Yew\Server\Drawer\Entity\TubeTest;
use Yew\Server\Job\Entity\Unit;
use Yew\Server\Tape\LabelledTubes;
use Yew\Server\Tape\SocketRecord;

/** Every tube of the drawer as it is now: what was said of it, its tests, and the socket that it stands in by the tapes. */
final class TubeShelf implements LabelledTubes, ResetInterface
{
    /** @var array<string, list<array{unit: string, stay: Stay}>>|null by label */
    private ?array $stays = null;

    public function __construct(private readonly EntityManagerInterface $em, private readonly SocketRecord $record, private readonly ClockInterface $clock)
    {
    }

    /** The next request knows nothing of this one. */
    public function reset(): void
    {
        $this->stays = null;
    }

    public function find(string $label): ?LabelledTube
    {
        $tube = $this->em->find(Tube::class, $label);
        if (null === $tube) {
            return null;
        }
        $here = $this->standing($label);
        $unit = null === $here ? null : $this->em->find(Unit::class, $here['unit']);

        return new LabelledTube($label, $tube->type(), $this->state($tube), $here['unit'] ?? null, $here['stay']->position ?? null, null === $unit ? '' : trim($unit->model.' '.$unit->serial));
    }

    /** @return array{unit: string, stay: Stay}|null where it is now */
    public function standing(string $label): ?array
    {
        foreach (array_reverse($this->staysOf($label)) as $stay) {
            if (null === $stay['stay']->to) {
                return $stay;
            }
        }

        return null;
    }

    /** @return list<array{unit: string, stay: Stay}> where it lived, oldest first */
    public function staysOf(string $label): array
    {
        if (null === $this->stays) {
            $this->stays = [];
            foreach ($this->record->changes() as $unit => $changes) {
                foreach (Stay::all($changes) as $stay) {
                    $this->stays['#'.$stay->label][] = ['unit' => $unit, 'stay' => $stay];
                }
            }
        }
        $stays = $this->stays['#'.$label] ?? [];
        usort($stays, static fn (array $a, array $b): int => $a['stay']->from <=> $b['stay']->from);

        return $stays;
    }

    public function state(Tube $tube): TubeState
    {
        $stays = $this->staysOf($tube->label);
        $out = array_map(static fn (array $s): float => $s['stay']->to ?? 0.0, $stays);

        return match (true) {
            null !== $this->standing($tube->label) => TubeState::Fitted,
            [] !== $out && max($out) > $tube->saidAt() && TubeState::Scrapped !== $tube->said() => TubeState::Pulled,
            default => $tube->said(),
        };
    }

    /**
     * @param list<Tube> $tubes
     *
     * @return list<DrawerTube>
     */
    public function read(array $tubes): array
    {
        $tests = [];
        $labels = array_map(static fn (Tube $t): string => $t->label, $tubes);
        foreach ([] === $labels ? [] : $this->em->getRepository(TubeTest::class)->findBy(['label' => $labels], ['takenAt' => 'ASC', 'id' => 'ASC']) as $test) {
            $tests['#'.$test->label][] = $test->read();
        }

        return array_map(fn (Tube $t): DrawerTube => new DrawerTube($t->label, $t->type(), $t->maker(), $this->state($t), $tests['#'.$t->label] ?? []), $tubes);
    }

    /** Hours for which it was heated in our own record. */
    public function hours(string $label): float
    {
        $now = (float) $this->clock->now()->format('U.u');
        $byUnit = [];
        foreach ($this->staysOf($label) as ['unit' => $unit, 'stay' => $stay]) {
            $byUnit[$unit][] = [$stay->from, $stay->to ?? $now];
        }
        $hours = 0.0;
        foreach ($byUnit as $unit => $fitted) {
            $hours += Heated::hours($fitted, $this->record->powered($unit, $now));
        }

        return $hours;
    }
}
