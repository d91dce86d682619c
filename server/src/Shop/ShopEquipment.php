<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Instrument\DialTable;
use Yew\Core\Instrument\Equipment;
use Yew\Server\Http\Refused;
use Yew\Server\Shop\Entity\ShopThing;

/** What the shop has besides its meters: variacs with their tables, lamps, limiters, loads, probes, testers. */
final readonly class ShopEquipment
{
    private const MOST = 200;

    public function __construct(private EntityManagerInterface $em, private ShopRecord $record)
    {
    }

    /** In use or not: what was read by it before goes by it all the same. */
    public function find(string $id): ?Equipment
    {
        $thing = $this->em->find(ShopThing::class, $id);

        return null === $thing ? null : Equipment::decode($thing->document());
    }

    /** @return list<Equipment> in use */
    public function all(): array
    {
        $things = array_filter($this->em->getRepository(ShopThing::class)->findBy([], ['id' => 'ASC']), static fn (ShopThing $t): bool => !$t->isRetired());

        return array_values(array_map(static fn (ShopThing $t): Equipment => Equipment::decode($t->document()), $things));
    }

    /** @return list<array{float, float}> watts and rated volts of the lamps in use, as far as both are known */
    public function lamps(): array
    {
        $lamps = [];
        foreach ($this->all() as $thing) {
            [$watts, $volts] = [$thing->figures['watts'] ?? null, $thing->figures['ratedVolts'] ?? null];
            $lamps = [...$lamps, ...('lamp' === $thing->kind && null !== $watts && null !== $volts ? [[$watts, $volts]] : [])];
        }

        return $lamps;
    }

    /** @param array<mixed> $body without its id */
    public function list(array $body, string $personId): void
    {
        $all = $this->all();
        if (\count($all) >= self::MOST) {
            throw Refused::conflict(\sprintf('%d things are listed; more are not.', self::MOST));
        }
        $listed = Equipment::decode([...$body, 'id' => Uuid::v7()->toRfc4122()], '');
        foreach ($all as $other) {
            if (mb_strtolower($other->name) === mb_strtolower($listed->name)) {
                throw Refused::conflict(\sprintf('Something called “%s” is listed already.', $other->name));
            }
        }
        $this->em->persist(new ShopThing($listed->id, $listed->toArray()));
        $this->record->changed($personId, 'equipment', [], $listed->toArray());
        $this->em->flush();
    }

    /** What the dial of a variac was found to give. */
    public function calibrate(string $id, DialTable $table, string $personId): void
    {
        $thing = $this->inUse($id);
        $before = Equipment::decode($thing->document());
        if ('variac' !== $before->kind) {
            throw Refused::badData('', 'only a variac has a dial');
        }
        $after = $before->withDial($table);
        $thing->replace($after->toArray());
        $this->record->changed($personId, 'equipment', $before->toArray(), $after->toArray());
        $this->em->flush();
    }

    public function retire(string $id, \DateTimeImmutable $at, string $personId): void
    {
        $thing = $this->inUse($id);
        $thing->retire($at);
        $name = $thing->document()['name'] ?? '';
        $this->record->changed($personId, 'equipment', ['name' => $name, 'use' => 'in use'], ['name' => $name, 'use' => 'retired']);
        $this->em->flush();
    }

    private function inUse(string $id): ShopThing
    {
        $thing = $this->em->find(ShopThing::class, $id);

        return null === $thing || $thing->isRetired() ? throw Refused::notFound('equipment in use') : $thing;
    }
}
