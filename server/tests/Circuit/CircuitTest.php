<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Circuit;

use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\EntityRepository;
use Symfony\Component\Clock\NativeClock;
use Yew\Core\Circuit\Lines\LineReader;
use Yew\Core\Codec\Fields;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Version;
use Yew\Server\Circuit\Calibrations;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Tests\ServerTestCase;
use Yew\Server\Wording\Wording;

/** Composing, the model behind a sheet, what-if and the netlist, over HTTP. */
final class CircuitTest extends ServerTestCase
{
    private string $version;

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->version = $this->lantern();
    }

    public function testACalibrationThatSomebodyElseStoredMeanwhileTakesNothingWithIt(): void
    {
        $shelf = self::getContainer()->get(SheetShelf::class);
        $tubes = self::getContainer()->get(TubeCatalogue::class);
        $version = $shelf->version($this->version);
        $model = SheetModel::of($shelf->decoded($this->version), $tubes);
        self::assertNotNull($model);
        // One that looked before the other stored it finds none.
        $looked = self::createStub(EntityManagerInterface::class);
        $looked->method('getRepository')->willReturn(self::createStub(EntityRepository::class));
        $looked->method('getConnection')->willReturn($this->em()->getConnection());
        $calibrations = new Calibrations($looked, $tubes, new NativeClock());
        $count = $this->em()->wrapInTransaction(function () use ($calibrations, $version, $model): mixed {
            self::assertEquals($calibrations->of($version, $model)->toArray(), $calibrations->of($version, $model)->toArray());

            return $this->em()->getConnection()->fetchOne('SELECT count(*) FROM sheet_calibration');
        });
        self::assertSame(1, $count, 'the transaction of the judgement goes on');
    }

    public function testNonsenseIsMarkedAtItsLineWhileTheRestIsDrawn(): void
    {
        $answer = $this->post('/api/circuits/compose', ['lines' => "mains 117 ht 662/86\nsupply ht ct A 50u/350\nrail B A 1k 47u/500\ngain V1 12AX7 B 100k 1k5\ngain V2 12AX7 Q 100k 1k5\nse V3 6V6GT A screens B sstop 4k7 cath 470 25u from V1 22n ot 5k\nnonsense\n"]);
        self::assertResponseIsSuccessful();
        self::assertSame([4, 6], array_map(static fn (Fields $f): int => (int) $f->number('line'), $answer->objects('faults')));
        self::assertStringContainsString('nothing feeds “Q”', $answer->objects('faults')[0]->string('sentence'));
        $remarks = [];
        foreach ($answer->objects('remarks') as $remark) {
            $remarks[$remark->string('code')] = [(int) ($remark->raw('line') ?? -1), $remark->string('sentence')]; // @phpstan-ignore cast.int (a number or null)
        }
        self::assertSame(1, $remarks['capacitor-over'][0]);
        self::assertMatchesRegularExpression('/stands at 4\d\d V and is rated for 350 V\./', $remarks['capacitor-over'][1]);
        self::assertSame([5, 'ScreenStopper of 4.70 kΩ: 470 Ω is usual. A decade slipped?'], $remarks['decade']);
        self::assertSame(['A', 'B'], array_map(static fn (Fields $f): string => $f->string('node'), $answer->objects('rails')));
        self::assertSame(['V1/1', 'T2'], array_map(static fn (Fields $f): string => $f->string('id'), $answer->objects('chain')));
    }

    public function testTheModelOfASheetIsCalibratedOnceAndKept(): void
    {
        $model = $this->get('/api/sheet-versions/'.$this->version.'/model');
        self::assertStringContainsString('rail C B R14=10k/2W C3=22u/450 called inverter', self::lines($model));
        self::assertGreaterThan(20, \count($model->object('calibration')->objects('residuals')));
        $kept = $this->em()->getConnection()->fetchAllAssociative('SELECT core_version FROM sheet_calibration');
        self::assertSame([['core_version' => Version::CORE]], $kept);
        $again = $this->get('/api/sheet-versions/'.$this->version.'/model');
        self::assertEquals($model->object('calibration')->raw('fitted'), $again->object('calibration')->raw('fitted'));
        self::assertSame(1, $this->em()->getConnection()->fetchOne('SELECT count(*) FROM sheet_calibration'));
    }

    public function testTheLinesOfASheetComposeToTheSheetsOwnCircuit(): void
    {
        $lines = self::lines($this->get('/api/sheet-versions/'.$this->version.'/model'));
        $composed = $this->post('/api/circuits/compose', ['lines' => $lines, 'mainsVolts' => 117]);
        self::assertSame([], $composed->objects('faults'));
        $document = self::json(self::root().'/server/demo/sheets/lantern-30.sheet.json');
        self::assertIsArray($document['circuit']);
        self::assertCount(\count((array) $document['circuit']['blocks']), $composed->object('circuit')->objects('blocks'));
    }

    public function testWhatIfMovesWhatItShould(): void
    {
        $asked = fn (mixed $body): Fields => $this->post('/api/sheet-versions/'.$this->version.'/what-if', \is_array($body) ? array_combine(array_map(strval(...), array_keys($body)), $body) : []);
        $volts = static function (Fields $answer, string $place): array {
            foreach ($answer->objects('points') as $point) {
                if ($point->string('place') === $place) {
                    return [$point->number('beforeVolts'), $point->number('volts')];
                }
            }
            self::fail('no '.$place);
        };
        [$before, $after] = $volts($asked(['inletVolts' => 105]), 'A');
        self::assertEqualsWithDelta(435.0, $before, 1.0);
        self::assertLessThan(0.93 * $before, $after);
        [$before, $after] = $volts($asked(['asFitted' => [['kind' => 'leak', 'id' => 'C3', 'ohms' => 62000]]]), 'C');
        self::assertLessThan($before - 40, $after);
        [$before, $after] = $volts($asked(['tubesOut' => ['V4', 'V5']]), 'A');
        self::assertGreaterThan($before + 10, $after, 'with the output tubes out rails float');
        [$before, $after] = $volts($asked(['meterOhms' => 1e6]), 'V4.5');
        self::assertEqualsWithDelta(-36.4, $after, 0.2, 'the meter of the print');
        $hot = $asked(['asFitted' => [['kind' => 'open', 'id' => 'R31']]]);
        self::assertContains('tube-over', array_map(static fn (Fields $f): string => $f->string('code'), $hot->objects('remarks')), 'without bias the output tubes run away');
        $asked(['asFitted' => [['kind' => 'open', 'id' => 'R99']]]);
        self::assertResponseStatusCodeSame(422);
        $asked(['tubesOut' => ['V9']]);
        self::assertResponseStatusCodeSame(422);
    }

    public function testAnotherTubeTypeIsJudgedWhileOneAsksWhatIf(): void
    {
        $asked = fn (string ...$changes): Fields => $this->post('/api/sheet-versions/'.$this->version.'/what-if', ['changes' => $changes]);
        // A type whose name is a number, at two sockets at once.
        [$pair] = $asked('V4 6550', 'V5 6550', 'R14 22k')->objects('substitutions');
        self::assertSame(['out', '6550 for 6L6GC at V4, V5: not in this circuit.'], [$pair->string('verdict'), $pair->string('headline')]);
        self::assertContains('grid-ohms-over', array_map(static fn (Fields $r): string => $r->string('code'), $pair->objects('reasons')));
        self::assertCount(2, $pair->objects('gains'));
        [$socket] = $asked('V1 6EU7')->objects('substitutions');
        self::assertSame(['danger', []], [$socket->string('verdict'), $socket->objects('gains')]);
        self::assertSame('V1 pin 1: wired for the plate, and the heater is there.', $socket->objects('reasons')[0]->string('sentence'));
        self::assertCount(2, $asked('V1 12AU7', 'V2 12AT7')->objects('substitutions'));
        self::assertSame('7025 for 12AX7 at V1: goes in as it is.', $asked('V1 7025')->objects('substitutions')[0]->string('headline'));
        self::assertSame([], $asked('V1 12AX7', 'R14 22k')->objects('substitutions'), 'the type that is drawn');
        self::assertSame([], $asked('V4 out')->objects('substitutions'));
        $asked('V1 12AX');
        self::assertResponseStatusCodeSame(422);
    }

    public function testEveryWordOfASubstitutionIsInTheCatalogue(): void
    {
        $codes = array_map(static fn (Verdict $v): string => 'substitution-'.$v->value, Verdict::cases());
        foreach ((array) glob(\dirname(__DIR__, 3).'/core/src/Substitution/*.php') as $file) {
            preg_match_all("/new Reason\\((?:[^()']*\\? )?'([a-z-]+)'(?: : '([a-z-]+)')?/", (string) file_get_contents((string) $file), $m);
            $codes = [...$codes, ...$m[1], ...array_filter($m[2], static fn (string $c): bool => '' !== $c)];
        }
        foreach (['plate-volts', 'screen-volts', 'cathode-amperes'] as $what) {
            array_push($codes, $what.'-over', ...('cathode-amperes' === $what ? [] : [$what.'-limit-unknown']));
        }
        self::assertGreaterThan(25, \count(array_unique($codes)));
        foreach (array_unique($codes) as $code) {
            self::assertNotSame(ucfirst($code), self::getContainer()->get(Wording::class)->remark($code, []), $code);
        }
    }

    private static function lines(Fields $model): string
    {
        $lines = $model->raw('lines');

        return \is_string($lines) ? $lines : self::fail('no lines');
    }

    public function testEveryWordHasAnExampleThatCanBeRead(): void
    {
        $examples = '';
        foreach ($this->getList('/api/circuits/words') as $word) {
            self::assertIsArray($word);
            $examples .= (\is_string($word['example']) ? $word['example'] : '')."\n";
        }
        self::assertGreaterThan(14, substr_count($examples, "\n"));
        $read = LineReader::read($examples, self::getContainer()->get(TubeCatalogue::class));
        self::assertSame([], $read->faults);
    }

    public function testWhatIfIsTypedAsItIsSaid(): void
    {
        $answer = $this->post('/api/sheet-versions/'.$this->version.'/what-if', ['inletVolts' => 121, 'changes' => ['R14 22k', 'C14 leak 10M', 'V5 weak 0.6', 'V1 out', 'R31 open', 'P1 @0.2', 'V4.3 V4.4 1M', 'meter 1M', 'lamp 150/230', 'limit 2']]);
        self::assertResponseIsSuccessful();
        self::assertSame(121.0, $answer->number('inletVolts'));
        foreach (['R14 lots', 'Q7 open', 'hello', 'V9 out', 'V4.3 V99.5 1M', 'lamp 60/', 'limit 0', ''] as $nonsense) {
            $this->post('/api/sheet-versions/'.$this->version.'/what-if', ['changes' => [$nonsense]]);
            self::assertResponseStatusCodeSame(422, $nonsense);
        }
    }

    public function testTheNetlistComesAsAFile(): void
    {
        foreach (['averaged' => '.op', 'switching' => '.tran'] as $flavour => $card) {
            $this->client->request('GET', '/api/sheet-versions/'.$this->version.'/netlist.cir?flavour='.$flavour);
            self::assertResponseIsSuccessful();
            self::assertStringContainsString('lantern-30-'.$flavour.'.cir', (string) $this->client->getResponse()->headers->get('Content-Disposition'));
            self::assertStringContainsString($card, (string) $this->client->getResponse()->getContent());
        }
    }

    public function testASheetWithoutACircuitHasNoModel(): void
    {
        $bare = $this->post('/api/sheets', ['format' => 'sheet/1', 'name' => 'bare', 'source' => ['trust' => 'similar-model'], 'printedFor' => ['mainsVolts' => 230]]);
        $this->get('/api/sheet-versions/'.$bare->string('versionId').'/model');
        self::assertResponseStatusCodeSame(404);
    }
}
