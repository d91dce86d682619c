<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Sheet;

use Yew\Server\Tests\ServerTestCase;

final class SheetTest extends ServerTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('nell');
    }

    public function testImportedSheetsComeOutAgainAsTheyWentIn(): void
    {
        $document = self::json(self::root().'/server/demo/sheets/wren-15.sheet.json');
        $sheet = $this->post('/api/sheets', self::named($document));
        self::assertResponseStatusCodeSame(201);
        $this->client->request('GET', '/api/sheet-versions/'.$sheet->string('versionId').'/file');
        $exported = (string) $this->client->getResponse()->getContent();
        self::assertEquals($document, json_decode($exported, true));
        self::assertSame('attachment; filename="wren-15.sheet.json"', $this->client->getResponse()->headers->get('Content-Disposition'));
        self::assertTrue($sheet->objects('islands')[0]->boolean('holdsCharge'), 'no bleeder');
    }

    public function testAJobKeepsTheVersionItWasMeasuredAgainst(): void
    {
        $version = $this->lantern();
        $job = $this->bookIn($version);
        $sheetId = $this->get('/api/jobs/'.$job)->objects('units')[0]->object('sheet')->string('sheetId');
        $document = self::json(self::root().'/server/demo/sheets/lantern-30.sheet.json');
        self::assertSame(1.0, $this->post('/api/sheets/'.$sheetId.'/versions', self::named($document))->number('number'), 'the same document is the same version');
        $document['name'] = 'Lantern 30, later';
        $second = $this->post('/api/sheets/'.$sheetId.'/versions', self::named($document));
        self::assertSame(2.0, $second->number('number'));
        self::assertSame(1.0, $this->get('/api/jobs/'.$job)->objects('units')[0]->object('sheet')->number('number'));
        $this->write($job, 'sheet-chosen', ['sheetVersionId' => $second->string('versionId')]);
        self::assertSame(2.0, $this->get('/api/jobs/'.$job)->objects('units')[0]->object('sheet')->number('number'));
    }

    public function testTheListOfSheetsIsOneQueryHoweverManyThereAre(): void
    {
        $queries = function (): int {
            $holder = self::getContainer()->get('doctrine.debug_data_holder');
            $holder->reset();
            self::assertNotSame([], $this->getList('/api/sheets'));
            $made = array_filter(array_merge(...array_values($holder->getData())), static fn (array $q): bool => \is_string($q['sql']) && str_contains($q['sql'], 'sheet'));

            return \count($made);
        };
        $this->lantern();
        self::assertSame([2, 1], [$queries(), $queries()], 'one more where it was never listed');
        for ($i = 0; $i < 5; ++$i) {
            $this->lantern();
        }
        self::assertSame([2, 1], [$queries(), $queries()]);
        self::assertCount(6, $this->getList('/api/sheets'));
    }

    public function testAFaultIsNamedByItsPathAndNothingIsStored(): void
    {
        $document = self::json(self::root().'/server/demo/sheets/wren-15.sheet.json');
        self::assertIsArray($document['circuit']);
        $unfed = $document;
        $unfed['circuit'] = array_replace_recursive($document['circuit'], ['blocks' => [2 => ['from' => 'Q']]]);
        foreach (['circuit.blocks[2]' => $unfed, 'supply' => [...$document, 'supply' => ['rectifier' => 'tube']], 'colour' => [...$document, 'colour' => 'red']] as $path => $bad) {
            $problem = $this->post('/api/sheets', self::named($bad));
            self::assertSame([422, $path], [$this->lastStatus(), $problem->string('path')]);
        }
        foreach (['[[[[' => 'JSON', str_repeat('[', 200).str_repeat(']', 200) => 'nested', "\xff\xfe{" => 'UTF-8'] as $text => $says) {
            $this->client->request('POST', '/api/sheets', server: ['HTTP_ORIGIN' => 'http://localhost', 'CONTENT_TYPE' => 'application/json'], content: $text);
            self::assertStringContainsString($says, $this->answer()->string('detail'));
            self::assertResponseStatusCodeSame(422);
        }
        $this->client->request('POST', '/api/sheets', server: ['HTTP_ORIGIN' => 'http://localhost', 'CONTENT_TYPE' => 'application/json'], content: '{"a":"'.str_repeat('x', 2_100_000).'"}');
        self::assertSame([413, 'More than the 2000 kB that this takes.'], [$this->lastStatus(), $this->answer()->string('detail')]);
        self::assertSame([], $this->getList('/api/sheets'));
    }

    /**
     * @param array<mixed> $document
     *
     * @return array<string, mixed>
     */
    private static function named(array $document): array
    {
        return array_combine(array_map(strval(...), array_keys($document)), $document);
    }
}
