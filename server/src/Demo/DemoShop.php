<?php

declare(strict_types=1);

namespace Yew\Server\Demo;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Core\Look\FuseCheck;
use Yew\Core\Power\Gate;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Station\Practice;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Access\Role;
use Yew\Server\Drawer\DrawerDesk;
use Yew\Server\Http\Moment;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Schematic\Schematics;
use Yew\Server\Sheet\Entity\SheetVersion;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Shelf\BookIn;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Shop\Entity\ShopMeter;
use Yew\Server\Shop\ShopEquipment;
use Yew\Server\Tape\Benches;
use Yew\Server\Tape\TapeDoor;

/**
 * A made-up shop with made-up people, makers and models.
 *
 * Its jobs (server/demo/jobs.json) go through the same doors as a technician's: booked in, stated, read, judged.
 */
final class DemoShop
{
    public const PASSWORD = 'yew-bench-demo';

    private int $counter = 0;
    /** Which unit of its job the demo tells of. */
    private int $unit = 0;
    /** @var array<string, Job> first visits of those that come again, by their key */
    private array $first = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly ClockInterface $clock,
        private readonly UserPasswordHasherInterface $hasher,
        private readonly SheetShelf $sheets,
        private readonly BookIn $bookIn,
        private readonly TapeDoor $door,
        private readonly Benches $benches,
        private readonly Schematics $schematics,
        private readonly DrawerDesk $drawer,
        private readonly ShopEquipment $equipment,
        private readonly string $root,
    ) {
    }

    public function load(): void
    {
        foreach ($this->em->getRepository(Shop::class)->findAll() as $opened) {
            $this->em->remove($opened); // an empty shop that nobody has taken yet
        }
        $this->em->flush();
        $shop = new Shop(1, 'Hedgerow Amplifier Works', '4 Tannery Yard, Lower Marl', 'Europe/London', 'us', 'Thank you for bringing it to us.');
        $shop->workBy(new Practice(mainsVolts: 230, mainsHertz: 50));
        $this->em->persist($shop);
        $people = [];
        foreach ([['nell', 'Nell Farrow', Role::Owner], ['idris', 'Idris Holt', Role::Technician], ['pim', 'Pim Aske', Role::Onlooker]] as [$key, $name, $role]) {
            $person = new Person(Uuid::v7()->toRfc4122(), $name, $key.'.demo', $role);
            $person->setPassword($this->hasher->hashPassword($person, self::PASSWORD));
            $this->em->persist($person);
            $people[$key] = $person;
        }
        $owner = $people['nell'] ?? throw new \LogicException('the demo shop has an owner');
        foreach ($this->json('meters.json') as $meter) {
            $document = self::object($meter);
            $this->em->persist(new ShopMeter(self::text($document, 'id'), $document));
        }
        $this->em->flush();
        $versions = [];
        foreach ((array) glob($this->root.'/server/demo/sheets/*.sheet.json') as $file) {
            $versions[basename((string) $file, '.sheet.json')] = $this->sheets->import(SheetFile::decode((string) file_get_contents((string) $file)), $owner->id);
        }
        foreach ((array) glob($this->root.'/server/demo/schematics/*.png') as $file) {
            $sheet = $versions[basename((string) $file, '.png')]->sheet;
            $this->schematics->add($sheet, (string) $file, $owner->id);
            $this->schematics->mark($this->schematics->of($sheet)[0], ['marks' => $this->json('schematics/'.basename((string) $file, '.png').'.marks.json')]);
        }
        foreach ($this->json('equipment.json') as $thing) {
            $this->equipment->list(self::object($thing), $owner->id);
        }
        foreach ($this->json('tubes.json') as $tray) {
            $this->drawer->addTray(Fields::of(['id' => Uuid::v7()->toRfc4122(), ...self::object($tray)]), $owner->id);
        }
        foreach ($this->json('jobs.json') as $job) {
            $this->job(self::object($job), $people, $versions);
        }
    }

    /**
     * @param array<string, mixed>        $demo
     * @param array<string, Person>       $people
     * @param array<string, SheetVersion> $versions
     */
    private function job(array $demo, array $people, array $versions): void
    {
        $by = $people[self::text($demo, 'by')];
        $sheet = \is_string($demo['sheet'] ?? null) ? $versions[$demo['sheet']] : null;
        $before = \is_string($demo['again'] ?? null) ? $this->first[$demo['again']] : null;
        $job = $this->bookIn->book([
            'id' => Uuid::v7()->toRfc4122(),
            'owner' => null === $before ? $demo['owner'] : ['id' => $before->owner->id],
            'units' => array_map(static fn (array $unit): array => [...$unit, 'sheetVersionId' => $sheet?->id], null === $before ? self::units($demo) : array_map(static fn (JobUnit $u): array => ['id' => $u->unit->id], $before->units())),
            'complaint' => $demo['complaint'],
            'cameWith' => $demo['cameWith'] ?? '',
            'conditionNotes' => $demo['conditionNotes'] ?? '',
        ], $by->id, $this->ago(self::number($demo, 'bookedInMinutesAgo')));
        if (\is_string($demo['key'] ?? null)) {
            $this->first[$demo['key']] = $job;
        }
        $tubes = [];
        foreach (null === $sheet ? [] : $this->sheets->decoded($sheet->id)->tubes as $tube) {
            $tubes[$tube->position] = ['type' => $tube->type, 'tubeId' => null];
        }
        $accepts = null;
        foreach (\is_array($demo['tape'] ?? null) ? $demo['tape'] : [] as $line) {
            $step = self::object($line);
            $at = self::number($step, 'minutesAgo');
            $this->unit = is_numeric($step['unit'] ?? null) ? (int) $step['unit'] : 0;
            foreach (\is_array($step['readings'] ?? null) ? $step['readings'] : [] as $reading) {
                [$place, $text] = \is_array($reading) ? array_values($reading) + ['', ''] : ['', ''];
                $function = \is_array($reading) && isset($reading[2]) ? $reading[2] : 'dc-volts';
                $accepts = $this->take($job, $by, 'reading', ['place' => $place, 'function' => $function, 'text' => $text, 'slipAnswer' => 'as-typed'], $at);
                $at -= 0.35;
            }
            foreach (\is_array($step['trials'] ?? null) ? $step['trials'] : [] as $test) {
                $given = self::object($test);
                $this->take($job, $by, 'trial', array_diff_key($given, ['own' => 0]), $at);
                $at -= 0.4;
            }
            if (\is_string($step['accept'] ?? null) && null !== $accepts) {
                $this->take($job, $by, 'accept', ['reading' => $accepts, 'reason' => $step['accept']], $at);
            }
            if (\is_string($step['powerUp'] ?? null)) {
                $this->powerUp($job, $by, $step['powerUp'], $at);
            }
            if (\is_string($step['kind'] ?? null)) {
                $payload = self::object($step['payload'] ?? []);
                $facts = self::object($payload['facts'] ?? []);
                $said = self::object($facts['tubes'] ?? [])['value'] ?? null;
                if ('all' === $said || 'none' === $said) {
                    $payload['facts'] = [...$facts, 'tubes' => ['value' => 'all' === $said ? $tubes : array_fill_keys(array_keys($tubes), 'out'), 'how' => 'measured']];
                }
                $this->take($job, $by, $step['kind'], $payload, $at);
            }
        }
    }

    /** Full mains at once, as an amplifier that is known to be good: fuse and load are there, everything else is answered for. */
    private function powerUp(Job $job, Person $by, string $reason, float $at): void
    {
        $unit = $job->units()[$this->unit];
        $version = $unit->sheetVersionId();
        $sheet = null === $version ? null : $this->sheets->decoded($version);
        foreach ($sheet->fuses ?? [] as $fuse) {
            $drawnVolts = $sheet->printedMains[0] ?? 230.0;
            $amperes = FuseCheck::scaled($fuse->printedAmperes, $drawnVolts, $unit->unit->wiredForVolts ?? $drawnVolts);
            $this->take($job, $by, 'trial', ['test' => 'fuse', 'part' => $fuse->id, 'text' => \sprintf('%s%gA 250V', $fuse->characteristic, $amperes)], $at + 0.04);
        }
        // One that is wired for another mains hangs on the bench's own transformer.
        $this->take($job, $by, 'conditions', ['facts' => ['load' => ['value' => ['kind' => 'resistor', 'ohms' => 8], 'how' => 'measured'], 'source' => ['value' => ['kind' => 'wall', 'volts' => $unit->unit->wiredForVolts ?? 230], 'how' => 'measured']]], $at + 0.03);
        $this->take($job, $by, 'power-choice', ['method' => 'straight', 'reason' => $reason], $at + 0.02);
        $this->take($job, $by, 'state-change', ['to' => 'ramping', 'gates' => ['volumes' => 'yes'], 'overrides' => $this->reasons($unit, 'ramping', $reason)], $at);
    }

    /** @return array<string, string> a reason for every gate that is not met */
    private function reasons(JobUnit $unit, string $to, string $reason): array
    {
        $bench = $this->benches->of($unit);
        $shut = array_filter('energised' === $to ? $bench->gatesOfFullMains() : $bench->gates(['volumes' => 'yes']), static fn (Gate $g): bool => !$g->state->passes());

        return array_fill_keys(array_map(static fn (Gate $g): string => $g->id, array_values($shut)), $reason);
    }

    /** @param array<string, mixed> $payload */
    private function take(Job $job, Person $by, string $kind, array $payload, float $minutesAgo): string
    {
        $payload += 'energised' === ($payload['to'] ?? null) ? ['overrides' => $this->reasons($job->units()[$this->unit], 'energised', 'known good, on for its readings')] : [];
        $entry = $this->door->take($job, $by->id, [
            'id' => Uuid::v7()->toRfc4122(),
            'unitId' => 'shelf-move' === $kind ? null : ($job->units()[$this->unit]->unit->id ?? null),
            'kind' => $kind,
            'v' => 'state-change' === $kind || isset(self::object($payload['facts'] ?? [])['source']) ? 2 : 1,
            'payload' => $payload,
            'device' => 'demo '.$job->tag,
            'counter' => ++$this->counter,
            'observedAt' => Moment::text($this->ago($minutesAgo)),
        ], $by->role());
        if (null !== $entry->refusal) {
            throw new \LogicException(\sprintf('the demo tape was refused: %s %s %s', $kind, json_encode($payload), json_encode($entry->refusal)));
        }

        return $entry->id;
    }

    /**
     * @param array<string, mixed> $demo
     *
     * @return non-empty-list<array<string, mixed>> all of one sheet
     */
    private static function units(array $demo): array
    {
        $units = array_map(self::object(...), \is_array($demo['units'] ?? null) ? array_values($demo['units']) : []);

        return [] === $units ? throw new \LogicException('a job of the demo is over an amplifier') : $units;
    }

    private function ago(float $minutes): \DateTimeImmutable
    {
        return $this->clock->now()->setTimezone(new \DateTimeZone('UTC'))->modify(\sprintf('-%d milliseconds', (int) round($minutes * 60000)));
    }

    /** @return list<mixed> */
    private function json(string $name): array
    {
        $data = json_decode((string) file_get_contents($this->root.'/server/demo/'.$name), true, 32, \JSON_THROW_ON_ERROR);

        return \is_array($data) ? array_values($data) : [];
    }

    /** @return array<string, mixed> */
    private static function object(mixed $data): array
    {
        $object = [];
        foreach (\is_array($data) ? $data : [] as $name => $value) {
            $object[(string) $name] = $value;
        }

        return $object;
    }

    /** @param array<string, mixed> $data */
    private static function text(array $data, string $name): string
    {
        return \is_string($data[$name] ?? null) ? $data[$name] : throw new \LogicException('the demo data lacks '.$name);
    }

    /** @param array<string, mixed> $data */
    private static function number(array $data, string $name): float
    {
        return is_numeric($data[$name] ?? null) ? (float) $data[$name] : throw new \LogicException('the demo data lacks '.$name);
    }
}
