<?php

declare(strict_types=1);

namespace Yew\Server\Tests;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\SheetFile;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Access\Role;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Shop\Entity\ShopMeter;
use Yew\Server\Worker\Worker;

/** The server on its real database, emptied before each test; a shop with three people and two meters. */
abstract class ServerTestCase extends WebTestCase
{
    protected const PASSWORD = 'a good password';
    private const ORIGIN = ['HTTP_ORIGIN' => 'http://localhost'];

    protected KernelBrowser $client;
    private int $counter = 0;

    protected function setUp(): void
    {
        $this->client = self::createClient();
        $this->client->disableReboot(); // one kernel for the requests of a test; what it keeps is reset before each
        $owner = self::getContainer()->get('doctrine.dbal.owner_connection');
        $owner->executeStatement('TRUNCATE shop, shop_meter, equipment, instrument, instrument_use, recording, recording_sample, person, sheet, sheet_version, amplifier_owner, unit, job, job_unit, tape_entry, bench_projection, bench_checkpoint, computation, issued_report, sheet_calibration, photo, schematic_page, tube, tube_entry, tube_test, estimate_draft, owner_link, shop_change, invitation');
        $em = $this->em();
        $em->persist(new Shop(1, 'Test works', 'Yard 1', 'Europe/London', 'us', 'Thanks.'));
        foreach ([['nell', Role::Owner], ['idris', Role::Technician], ['pim', Role::Onlooker]] as [$name, $role]) {
            $person = new Person(Uuid::v7()->toRfc4122(), ucfirst($name), $name, $role);
            $person->setPassword(self::getContainer()->get(UserPasswordHasherInterface::class)->hashPassword($person, self::PASSWORD));
            $em->persist($person);
        }
        foreach (self::json(self::root().'/server/demo/meters.json') as $meter) {
            $fields = Fields::of($meter);
            $document = [];
            foreach ($fields->names() as $name) {
                $document[$name] = $fields->raw($name);
            }
            $em->persist(new ShopMeter($fields->string('id'), $document));
        }
        $em->flush();
        $em->clear();
        self::getContainer()->get('cache.rate_limiter')->clear();
    }

    protected static function root(): string
    {
        return \dirname(__DIR__, 2);
    }

    /** @return array<mixed> */
    protected static function json(string $file): array
    {
        $data = json_decode((string) file_get_contents($file), true);
        self::assertIsArray($data);

        return $data;
    }

    protected function em(): EntityManagerInterface
    {
        return self::getContainer()->get(EntityManagerInterface::class);
    }

    /** Lets the worker do what waits. */
    protected function workOff(): void
    {
        self::getContainer()->get(Worker::class)->workOff();
    }

    protected function signIn(string $name): void
    {
        $this->post('/api/sign-in', ['name' => $name, 'password' => self::PASSWORD]);
        self::assertResponseIsSuccessful();
    }

    /** @param array<string, mixed>  $body
     * @param array<string, string> $server
     */
    protected function post(string $path, array $body, array $server = self::ORIGIN): Fields
    {
        $this->client->jsonRequest('POST', $path, $body, $server);

        return $this->answer();
    }

    protected function get(string $path): Fields
    {
        $this->client->request('GET', $path);

        return $this->answer();
    }

    /** @return array<mixed> */
    protected function getList(string $path): array
    {
        $this->client->request('GET', $path);
        $data = json_decode((string) $this->client->getResponse()->getContent(), true);
        self::assertIsArray($data);

        return $data;
    }

    protected function answer(): Fields
    {
        $data = json_decode((string) $this->client->getResponse()->getContent(), true);
        self::assertIsArray($data, (string) $this->client->getResponse()->getContent());

        return Fields::of($data);
    }

    protected function lastStatus(): int
    {
        return $this->client->getResponse()->getStatusCode();
    }

    protected function lantern(): string
    {
        return self::getContainer()->get(SheetShelf::class)->import(SheetFile::decode((string) file_get_contents(self::root().'/server/demo/sheets/lantern-30.sheet.json')), null)->id;
    }

    /** Books an amplifier in and answers the job's id. */
    protected function bookIn(?string $sheetVersionId = null, string $ownerName = 'Maren Tolliver', string $complaint = 'weak'): string
    {
        $id = Uuid::v7()->toRfc4122();
        $this->post('/api/jobs', [
            'id' => $id,
            'owner' => ['name' => $ownerName, 'phone' => '', 'email' => ''],
            'units' => [['maker' => 'Hollinwick', 'model' => 'Lantern 30', 'serial' => 'L30-1', 'wiredForVolts' => 120, 'sheetVersionId' => $sheetVersionId]],
            'complaint' => $complaint, 'cameWith' => 'cord', 'conditionNotes' => 'clean',
        ]);
        self::assertResponseStatusCodeSame(201);
        // As if it had stood on the bench since yesterday: tests say what was observed some minutes ago.
        self::getContainer()->get('doctrine.dbal.owner_connection')->executeStatement("UPDATE job SET booked_in_at = booked_in_at - INTERVAL '1 day' WHERE id = ?", [$id]);
        $this->em()->clear();

        return $id;
    }

    /**
     * Writes an entry as a client does.
     *
     * @param array<string, mixed> $payload
     * @param array<string, mixed> $change  of the envelope
     */
    protected function write(string $jobId, string $kind, array $payload, float $minutesAgo = 0.0, array $change = []): Fields
    {
        return $this->post('/api/jobs/'.$jobId.'/tape', [...$this->entry($jobId, $kind, $payload, $minutesAgo), ...$change]);
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array<string, mixed>
     */
    protected function entry(string $jobId, string $kind, array $payload, float $minutesAgo = 0.0): array
    {
        $unit = $this->em()->getConnection()->fetchOne('SELECT unit_id FROM job_unit WHERE job_id = ?', [$jobId]);

        if ('discharge-proof' === $kind) {
            $payload += ['meterId' => 'no-1'];
        }

        return [
            'id' => Uuid::v7()->toRfc4122(), 'unitId' => $unit, 'kind' => $kind, 'v' => 'state-change' === $kind ? 2 : 1, 'payload' => $payload, 'device' => 'test-device', 'counter' => ++$this->counter,
            'observedAt' => (new \DateTimeImmutable('now', new \DateTimeZone('UTC')))->modify(\sprintf('-%d milliseconds', (int) ($minutesAgo * 60000)))->format('Y-m-d\TH:i:s.v\Z'),
        ];
    }

    /** Discharged, ramped, conditions stated, energised since twenty minutes. */
    protected function powerUp(string $jobId, float $inletVolts = 121.4): void
    {
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
            $this->write($jobId, 'discharge-proof', ['island' => $island, 'text' => $text], 24);
        }
        $this->ramp($jobId, 22);
        $tubes = [];
        foreach (['V1' => '12AX7', 'V2' => '12AX7', 'V3' => '12AX7', 'V4' => '6L6GC', 'V5' => '6L6GC'] as $position => $type) {
            $tubes[$position] = ['type' => $type, 'tubeId' => null];
        }
        $fact = static fn (mixed $value): array => ['value' => $value, 'how' => 'measured'];
        $this->write($jobId, 'conditions', ['facts' => ['inletVolts' => $fact($inletVolts), 'tubes' => $fact($tubes), 'limiter' => $fact(['kind' => 'none']), 'meterId' => $fact('no-1')]], 21);
        $this->energise($jobId, 20);
        self::assertSame('energised', $this->bench($jobId)->object('state')->string('name'));
    }

    /** Onto the mains at once, as known good: a fuse and a load are there, the other gates are answered for. */
    protected function ramp(string $jobId, float $minutesAgo = 0.0, string $fuse = 'T2A 250V', ?string $unit = null): Fields
    {
        $this->readyForPower($jobId, $minutesAgo, $fuse, $unit);

        return $this->write($jobId, 'state-change', ['to' => 'ramping', 'gates' => ['volumes' => 'yes'], 'overrides' => $this->reasons($jobId, 'gates', $unit)], $minutesAgo, self::of($unit));
    }

    /** What nobody goes through without. */
    protected function readyForPower(string $jobId, float $minutesAgo = 0.0, string $fuse = 'T2A 250V', ?string $unit = null): void
    {
        $this->write($jobId, 'power-choice', ['method' => 'straight', 'reason' => 'known good'], $minutesAgo + 0.03, self::of($unit));
        $this->write($jobId, 'trial', ['test' => 'fuse', 'part' => 'F1', 'text' => $fuse], $minutesAgo + 0.02, self::of($unit));
        $this->write($jobId, 'conditions', ['facts' => ['load' => ['value' => ['kind' => 'resistor', 'ohms' => 8], 'how' => 'measured']]], $minutesAgo + 0.01, self::of($unit));
    }

    protected function energise(string $jobId, float $minutesAgo = 0.0, ?string $unit = null): Fields
    {
        return $this->write($jobId, 'state-change', ['to' => 'energised', 'overrides' => $this->reasons($jobId, 'fullMains', $unit)], $minutesAgo, self::of($unit));
    }

    /**
     * @param 'gates'|'fullMains' $which
     *
     * @return array<string, string> a reason for each gate that is not met, as things are now
     */
    protected function reasons(string $jobId, string $which, ?string $unit = null): array
    {
        $unit ??= $this->em()->getConnection()->fetchOne('SELECT unit_id FROM job_unit WHERE job_id = ?', [$jobId]);
        self::assertIsString($unit);
        $gates = array_filter($this->get('/api/jobs/'.$jobId.'/units/'.$unit.'/power')->objects($which), static fn (Fields $g): bool => !$g->boolean('passes'));

        return array_fill_keys(array_map(static fn (Fields $g): string => $g->string('id'), array_values($gates)), 'known good');
    }

    /** @return array<string, string> of the envelope: an entry about another unit than the first */
    private static function of(?string $unit): array
    {
        return null === $unit ? [] : ['unitId' => $unit];
    }

    /** Dead, proved and fetched by its owner. */
    protected function collect(string $jobId): void
    {
        if ('dead-unproven' !== $this->bench($jobId)->object('state')->string('name')) {
            $this->write($jobId, 'state-change', ['to' => 'discharging']);
            foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
                $this->write($jobId, 'discharge-proof', ['island' => $island, 'text' => $text]);
            }
        }
        $this->write($jobId, 'shelf-move', ['to' => 'collected'], change: ['unitId' => null]);
        self::assertFalse($this->answer()->objects('entries')[0]->boolean('refused'));
    }

    protected function bench(string $jobId): Fields
    {
        return $this->get('/api/jobs/'.$jobId.'/tape')->objects('benches')[0];
    }

    /** The point with its reading, as the page gets it. */
    protected function point(string $jobId, string $place): Fields
    {
        foreach ($this->bench($jobId)->objects('points') as $point) {
            if ($point->string('place') === $place) {
                return $point;
            }
        }
        self::fail('no point at '.$place);
    }

    /** @return array<string, mixed> */
    protected static function reading(string $place, string $text, string $function = 'dc-volts'): array
    {
        return ['place' => $place, 'function' => $function, 'text' => $text];
    }
}
