<?php

declare(strict_types=1);

namespace Yew\Server\Instrument;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\Fields;
use Yew\Core\Instrument\InstrumentProfile;
use Yew\Core\Instrument\NetworkAddress;
use Yew\Core\Job\Entry\DischargeProof;
use Yew\Core\Job\Entry\MeterSet;
use Yew\Core\Job\Entry\ReadingTaken;
use Yew\Core\Job\Entry\TestTaken;
use Yew\Core\Job\Statement;
use Yew\Core\Safety\Refusal;
use Yew\Server\Http\Refused;
use Yew\Server\Instrument\Entity\Instrument;
use Yew\Server\Instrument\Entity\InstrumentUse;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Shop\ShopMeters;
use Yew\Server\Shop\ShopRecord;

/** The shop's instruments on the network, and which chassis each of them hangs on. */
final readonly class Instruments
{
    private const MOST = 32;

    public function __construct(private EntityManagerInterface $em, private ShopMeters $meters, private ShopRecord $record, private Profiles $profiles, private ClockInterface $clock)
    {
    }

    public function get(string $id): Instrument
    {
        $instrument = Uuid::isValid($id) ? $this->em->find(Instrument::class, $id) : null;

        return null === $instrument || $instrument->isRetired() ? throw Refused::notFound('instrument in use') : $instrument;
    }

    /** @return list<Instrument> in use */
    public function all(): array
    {
        return array_values(array_filter($this->em->getRepository(Instrument::class)->findBy([], ['name' => 'ASC', 'id' => 'ASC']), static fn (Instrument $i): bool => !$i->isRetired()));
    }

    public function ofMeter(string $meterId): ?Instrument
    {
        return $this->em->getRepository(Instrument::class)->findOneBy(['meterId' => $meterId, 'retiredAt' => null]);
    }

    public function useOf(Instrument $instrument): ?InstrumentUse
    {
        return $this->em->find(InstrumentUse::class, $instrument->id);
    }

    /** An address, for one of the shop's meters; a name is looked up once, and the number is what is kept. */
    public function add(Fields $fields, string $personId): Instrument
    {
        $meter = $this->meters->find($fields->string('meterId', 40));
        if (null === $meter || !\in_array($meter->id, $this->meters->inUse(), true)) {
            throw $fields->fault('meterId', 'one of the shop’s meters belongs here: its ranges and accuracy judge what it shows');
        }
        $host = trim($fields->string('host', 200));
        $address = NetworkAddress::of(self::resolved($host), $fields->whole('port', 1, 65535), 'host');
        $profile = $this->profiles->document($fields->raw('profile'));
        $fields->done();
        if (\count($this->all()) >= self::MOST) {
            throw Refused::conflict(\sprintf('%d instruments are listed; more are not.', self::MOST));
        }
        if (null !== $this->ofMeter($meter->id)) {
            throw Refused::conflict(\sprintf('%s has an address already. Take that one away first.', $meter->name));
        }
        foreach ($this->all() as $other) {
            if ($other->host === $address->number && $other->port === $address->port) {
                throw Refused::conflict(\sprintf('%s answers at that address already.', $other->name));
            }
        }
        $instrument = new Instrument(Uuid::v7()->toRfc4122(), mb_substr($meter->name, 0, 80), $meter->id, $profile, $address->number, $address->port);
        $this->em->persist($instrument);
        $this->record->changed($personId, 'instrument', [], ['name' => $meter->name, 'address' => $address->text(), 'asked for as' => $host]);
        $this->em->flush();

        return $instrument;
    }

    public function retire(string $id, string $personId): void
    {
        $instrument = $this->get($id);
        $use = $this->useOf($instrument);
        if (null !== $use) {
            throw Refused::conflict(\sprintf('%s hangs on a chassis. Take it off there first.', $instrument->name));
        }
        $instrument->retire($this->clock->now());
        $this->record->changed($personId, 'instrument', ['name' => $instrument->name, 'use' => 'in use'], ['name' => $instrument->name, 'use' => 'retired']);
        $this->em->flush();
    }

    /** Why what is said of an instrument cannot be: it hangs on a chassis that is live, or not on this one. */
    public function refusal(?Statement $said, Job $job, ?JobUnit $unit): ?Refusal
    {
        $sampled = $said instanceof ReadingTaken || $said instanceof DischargeProof || $said instanceof TestTaken ? $said->sampled : null;
        $meterId = match (true) {
            $said instanceof MeterSet && null !== $said->function => $said->meterId,
            null === $sampled => null,
            $said instanceof ReadingTaken, $said instanceof DischargeProof => $said->figure->meterId,
            default => $said->meterId,
        };
        $instrument = null === $meterId ? null : $this->ofMeter($meterId);
        if (null !== $sampled && $instrument?->id !== $sampled->instrumentId) {
            return new Refusal('no-such-instrument');
        }
        $use = null === $instrument ? null : $this->useOf($instrument);
        if (null === $use || null === $unit || $use->isOf($job->id, $unit->unit->id)) {
            return null;
        }
        // One that stands on a dead chassis may be carried over; from a live one nobody takes the meter.
        $isFree = $said instanceof MeterSet && !$this->isLive($use);

        return $isFree ? null : new Refusal('meter-elsewhere', ['meterName' => $instrument->name, 'tag' => $this->tag($use)]);
    }

    /** A meter was set on a unit, or taken off it. */
    public function follow(MeterSet $said, string $personId, Job $job, JobUnit $unit, \DateTimeImmutable $at): void
    {
        $instrument = $this->ofMeter($said->meterId);
        $use = null === $instrument ? null : $this->useOf($instrument);
        if (null === $instrument) {
            return;
        }
        if (null === $said->function) {
            if (null !== $use && $use->isOf($job->id, $unit->unit->id)) {
                $this->em->remove($use);
            }

            return;
        }
        if (null === $use) {
            $this->em->persist(new InstrumentUse($instrument->id, $job->id, $unit->unit->id, $personId, $said->function->value, $at));
        } else {
            $use->moveTo($job->id, $unit->unit->id, $personId, $said->function->value, $at);
        }
    }

    /** @return list<MeterFunction> that it can be set to: its meter has them, and its dialect knows them */
    public function functions(Instrument $instrument): array
    {
        $meter = $this->meters->find($instrument->meterId);
        $profile = InstrumentProfile::decode($instrument->profile);

        return array_values(array_filter(MeterFunction::cases(), static fn (MeterFunction $f): bool => null !== $profile->function($f) && null !== $meter?->highest($f)));
    }

    public function tag(InstrumentUse $use): string
    {
        $tag = $this->em->getConnection()->fetchOne('SELECT tag FROM job WHERE id = ?', [$use->jobId()]);

        return \is_string($tag) ? $tag : '';
    }

    /** By what the record knows last; what nobody knows is live. */
    private function isLive(InstrumentUse $use): bool
    {
        $state = $this->em->getConnection()->fetchOne("SELECT document->'chassis'->>'state' FROM bench_projection WHERE job_id = ? AND unit_id = ?", [$use->jobId(), $use->unitId()]);
        $chassis = \is_string($state) ? ChassisState::tryFrom($state) : null;

        return null === $chassis || $chassis->appliesPower();
    }

    /** A name becomes a number here, once. */
    private static function resolved(string $host): string
    {
        $plain = trim($host, '[]');
        if (false !== filter_var($plain, \FILTER_VALIDATE_IP)) {
            return $plain;
        }
        if (1 !== preg_match('/^[A-Za-z0-9]([A-Za-z0-9.-]{0,60}[A-Za-z0-9])?$/D', $host)) {
            return $host;
        }
        $numbers = gethostbynamel($host);

        return false === $numbers || [] === $numbers ? throw Refused::badData('host', \sprintf('nobody here knows the name “%s”; give its number', $host)) : $numbers[0];
    }
}
