<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Access;

use Symfony\Component\Routing\RouterInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Server\Tests\ServerTestCase;

/** Every route that is not a GET, walked as everyone who may not: a write is denied unless its role is named. */
final class RolesTest extends ServerTestCase
{
    /** Routes that take what an onlooker or a stranger sends: with why. */
    private const OPEN = [
        '/api/sign-in' => 'the way in', '/api/setup' => 'by the one-time token only', '/api/sign-out' => 'the way out',
        '/api/invitation' => 'by the token of a one-time link only',
        '/api/owner/{token}/price' => 'by the token of one estimate', '/api/owner/{token}/answer' => 'by the token of one estimate',
    ];
    /** Routes that answer an onlooker and write nothing, or keep what speaks against safety alone. */
    private const FOR_ONLOOKERS = [
        '/api/compute/{name}/{version}', '/api/circuits/compose', '/api/sheet-versions/{versionId}/what-if', '/api/jobs/{jobId}/tape', '/api/password',
    ];

    public function testNoStrangerWrites(): void
    {
        foreach ($this->writes() as [$method, $path]) {
            if (!isset(self::OPEN[$path])) {
                self::assertSame(401, $this->asked($method, $path), $method.' '.$path);
            }
        }
    }

    public function testNoOnlookerWrites(): void
    {
        $job = $this->jobOf('idris');
        $this->signIn('pim');
        $before = $this->rows();
        foreach ($this->writes() as [$method, $path]) {
            if (isset(self::OPEN[$path])) {
                continue;
            }
            $status = $this->asked($method, $path, $job);
            if (!\in_array($path, self::FOR_ONLOOKERS, true)) {
                self::assertSame(403, $status, $method.' '.$path);
            }
        }
        foreach (['note' => ['text' => 'x'], 'reading' => self::reading('A', '4'), 'discharge-proof' => ['island' => 'A', 'text' => '1']] as $kind => $payload) {
            $this->write($job, $kind, $payload);
            self::assertSame(403, $this->lastStatus(), $kind);
        }
        self::assertSame($before, $this->rows(), 'nothing was written');
    }

    public function testTheShopIsItsOwners(): void
    {
        $this->signIn('idris');
        self::assertSame(403, $this->asked('PUT', '/api/shop/practice'));
        $this->signIn('nell');
        $this->client->jsonRequest('PUT', '/api/shop/practice', ['mainsVolts' => 230], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseIsSuccessful();
    }

    public function testNothingIsWrittenWithAnotherJobsIds(): void
    {
        $mine = $this->jobOf('idris');
        $other = $this->bookIn($this->lantern(), 'Corin Vasey');
        $unit = $this->em()->getConnection()->fetchOne('SELECT unit_id FROM job_unit WHERE job_id = ?', [$other]);
        $before = $this->rows();
        $this->write($mine, 'note', ['text' => 'x'], change: ['unitId' => $unit]);
        self::assertSame(404, $this->lastStatus());
        foreach ($this->writes() as [$method, $path]) {
            if (str_contains($path, '{jobId}') && str_contains($path, '{unitId}')) {
                self::assertSame(404, $this->asked($method, $path, $mine, \is_string($unit) ? $unit : ''), $method.' '.$path);
            }
            if (str_contains($path, '{') && '/api/compute/{name}/{version}' !== $path) {
                self::assertContains($this->asked($method, $path), str_starts_with($path, '/api/shop/') ? [403] : [404, 422], $method.' '.$path.' of nothing');
            }
        }
        self::assertSame($before, $this->rows());
    }

    /** @return list<array{string, string}> method and path of every route that is not a GET */
    private function writes(): array
    {
        $writes = [];
        foreach (self::getContainer()->get(RouterInterface::class)->getRouteCollection() as $route) {
            foreach ($route->getMethods() as $method) {
                if ('GET' !== $method && str_starts_with($route->getPath(), '/api/')) {
                    $writes[] = [$method, $route->getPath()];
                }
            }
            self::assertNotSame([], str_starts_with($route->getPath(), '/api/') ? $route->getMethods() : ['GET'], $route->getPath().' takes anything');
        }
        self::assertGreaterThan(14, \count($writes));

        return $writes;
    }

    private function jobOf(string $person): string
    {
        $this->signIn($person);

        return $this->bookIn($this->lantern());
    }

    private function asked(string $method, string $path, ?string $job = null, ?string $unit = null): int
    {
        $ids = ['{jobId}' => $job ?? Uuid::v7()->toRfc4122(), '{unitId}' => $unit ?? Uuid::v7()->toRfc4122(), '{name}' => 'parse-quantity', '{version}' => '1'];
        $address = (string) preg_replace('/\{\w+\}/', Uuid::v7()->toRfc4122(), strtr($path, $ids));
        $this->client->jsonRequest($method, $address, [], ['HTTP_ORIGIN' => 'http://localhost']);

        return $this->lastStatus();
    }

    /** @return array<string, mixed> how much there is of everything that can be written */
    private function rows(): array
    {
        $rows = [];
        foreach (['job', 'unit', 'tape_entry', 'sheet', 'sheet_version', 'photo', 'schematic_page', 'issued_report', 'person', 'invitation', 'shop_change', 'owner_link', 'tube_entry'] as $table) {
            $rows[$table] = $this->em()->getConnection()->fetchOne('SELECT count(*) FROM '.$table);
        }

        return $rows;
    }
}
