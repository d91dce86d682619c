<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Formats;

use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use Symfony\Component\Uid\Uuid;
use Yew\Server\Formats\OpenApi;
use Yew\Server\Tests\ServerTestCase;

/** Real responses against docs/api/openapi.yaml. */
final class ApiContractTest extends ServerTestCase
{
    private \stdClass $api;

    protected function setUp(): void
    {
        parent::setUp();
        $this->api = self::getContainer()->get(OpenApi::class)->document();
    }

    public function testResponsesAreWhatTheContractSays(): void
    {
        $this->signIn('idris');
        $this->check('/api/me', '/api/me');
        $this->check('/api/ping', '/api/ping');
        $this->check('/api/shop', '/api/shop');
        $job = $this->bookIn($this->lantern());
        $this->powerUp($job);
        foreach (['A' => '453.2', 'B' => '451.4', 'C' => '341.8', 'D' => '308.1', 'E' => '274', 'N2' => '-42.3', 'V4.3' => 'ol', 'V4.4' => '>600', 'V1.1' => '4,7,k'] as $place => $text) {
            $this->write($job, 'reading', self::reading($place, $text));
            $this->validate('/api/jobs/{jobId}/tape', 'post', '200');
        }
        $this->write($job, 'reading', [...self::reading('V3.1', '270'), 'tapped' => ['270', '130']]);
        $this->validate('/api/jobs/{jobId}/tape', 'post', '200');
        $this->write($job, 'close-out', ['found' => 'a', 'done' => 'b', 'leftAlone' => '', 'notLookedAt' => '', 'outcome' => 'cured']);
        $this->post('/api/jobs/'.$job.'/reports', []);
        $this->validate('/api/jobs/{jobId}/reports', 'post', '202');
        $report = $this->answer()->string('id');
        $this->check('/api/computations/{computationId}', '/api/computations/'.$report);
        $this->workOff();
        $this->check('/api/reports/{reportId}', '/api/reports/'.$report);
        $this->check('/api/status', '/api/status');
        $this->check('/api/equipment', '/api/equipment');
        $this->check('/api/practice-bench', '/api/practice-bench');
        $this->write($job, 'trial', ['test' => 'tube-shorts', 'part' => 'V4', 'text' => 'p-s']);
        $this->write($job, 'trial', ['test' => 'tube-figures', 'part' => 'V5', 'text' => '80%/60']);
        $unit = '/api/jobs/'.$job.'/units/'.$this->get('/api/jobs/'.$job)->objects('units')[0]->string('id');
        $this->write($job, 'finding', ['what' => 'burnt', 'severity' => 'out', 'place' => 'R26', 'text' => 'brown']);
        foreach (['look', 'iron', 'capacitors', 'resistors', 'tubes', 'voltages'] as $station) {
            $this->check('/api/jobs/{jobId}/units/{unitId}/stations/{station}', $unit.'/stations/'.$station);
        }
        $this->check('/api/jobs/{jobId}/units/{unitId}/stations', $unit.'/stations');
        $this->check('/api/jobs/{jobId}/units/{unitId}/power', $unit.'/power');
        $this->check('/api/jobs/{jobId}/units/{unitId}/power/rise', $unit.'/power/rise');
        $this->check('/api/jobs/{jobId}/units/{unitId}/places', $unit.'/places');
        $this->check('/api/jobs/{jobId}/units/{unitId}/transformers/{part}/specification.json', $unit.'/transformers/T1/specification.json');
        $sheetId = $this->get('/api/jobs/'.$job)->objects('units')[0]->object('sheet')->string('sheetId');
        $this->post('/api/drawer/trays', ['id' => Uuid::v7()->toRfc4122(), 'type' => '6L6GC', 'state' => 'new', 'tester' => 'jig, 250/-14/250, 6.3V, 5m', 'lines' => ['60 5.5', '61', '62', '85%/60']]);
        $this->validate('/api/drawer/trays', 'post', '201');
        $this->post('/api/drawer/tubes/T001/entries', ['id' => Uuid::v7()->toRfc4122(), 'kind' => 'note', 'text' => 'rattles']);
        $this->validate('/api/drawer/tubes/{label}/entries', 'post', '201');
        $this->check('/api/jobs/{jobId}/estimate', '/api/jobs/'.$job.'/estimate');
        $sent = $this->post('/api/jobs/'.$job.'/estimate/sent', []);
        $this->validate('/api/jobs/{jobId}/estimate/sent', 'post', '201');
        $token = substr($sent->string('path'), 6);
        $this->check('/api/owner/{token}', '/api/owner/'.$token);
        $this->post('/api/owner/'.$token.'/price', ['answers' => ['L1' => 'yes']]);
        $this->validate('/api/owner/{token}/price', 'post', '200');
        $this->check('/api/shop/settings', '/api/shop/settings');
        foreach (['/api/jobs' => '/api/jobs', '/api/drawer' => '/api/drawer', '/api/drawer/tubes/{label}' => '/api/drawer/tubes/T001', '/api/drawer/sets' => '/api/drawer/sets?type=6L6GC', '/api/jobs/{jobId}' => '/api/jobs/'.$job, '/api/jobs/{jobId}/tape' => '/api/jobs/'.$job.'/tape', '/api/jobs/{jobId}/reports' => '/api/jobs/'.$job.'/reports', '/api/owners' => '/api/owners?q=m', '/api/units' => '/api/units?q=L', '/api/sheets' => '/api/sheets', '/api/sheets/{sheetId}' => '/api/sheets/'.$sheetId, '/api/sheets/{sheetId}/pages' => '/api/sheets/'.$sheetId.'/pages', '/api/compute' => '/api/compute'] as $template => $path) {
            $this->check($template, $path);
        }
    }

    public function testProblemsAreProblemDocuments(): void
    {
        $this->get('/api/jobs');
        $this->validate('/api/jobs', 'get', 'default');
        self::assertSame('application/problem+json', $this->client->getResponse()->headers->get('Content-Type'));
        $this->signIn('idris');
        foreach (['/api/jobs/nonsense', '/api/nowhere'] as $path) {
            $this->get($path);
            $this->validate('/api/jobs', 'get', 'default');
        }
    }

    public function testTheWrittenContractIsTheWholeOne(): void
    {
        self::assertSame(self::getContainer()->get(OpenApi::class)->json(), file_get_contents(self::root().'/docs/api/openapi.json'), 'bin/bench formats:write');
    }

    public function testTheShopsSettingsAreWhatTheContractSays(): void
    {
        $this->signIn('nell');
        $this->post('/api/shop/people', ['name' => 'Wren', 'signInName' => 'wren', 'role' => 'onlooker']);
        $this->validate('/api/shop/people', 'post', '201');
        $this->post('/api/shop/meters', ['name' => 'No. 9', 'counts' => 6000, 'inputResistanceOhms' => 10e6, 'highestVolts' => 1000, 'accuracyDigits' => 3, 'dcVoltsPercent' => 0.5, 'acVoltsPercent' => 1, 'ohmsPercent' => 0.8]);
        $this->validate('/api/shop/meters', 'post', '201');
        $this->check('/api/shop/people', '/api/shop/people');
        $this->check('/api/shop/settings', '/api/shop/settings');
    }

    private function check(string $template, string $path): void
    {
        $this->client->request('GET', $path);
        self::assertResponseIsSuccessful($path);
        $this->validate($template, 'get', '200');
    }

    private function validate(string $template, string $method, string $status): void
    {
        $media = 'default' === $status ? 'application/problem+json' : 'application/json';
        $spot = $this->api;
        foreach (['paths', $template, $method, 'responses', $status, 'content', $media, 'schema'] as $step) {
            self::assertInstanceOf(\stdClass::class, $spot->{$step} ?? null, $template.' '.$step);
            $spot = $spot->{$step};
        }
        $schema = (object) [...(array) $spot, 'components' => $this->api->components];
        $body = json_decode((string) $this->client->getResponse()->getContent());
        $error = (new Validator())->validate($body, $schema)->error();
        self::assertSame([], null === $error ? [] : (new ErrorFormatter())->format($error), $method.' '.$template);
    }
}
