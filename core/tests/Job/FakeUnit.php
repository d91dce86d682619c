<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Job;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\Meter;
use Yew\Core\Bench\Meters;
use Yew\Core\Bias\BiasStation;
use Yew\Core\Capacitor\CapacitorStation;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Circuit\Time\Fall;
use Yew\Core\Circuit\Time\FallAsked;
use Yew\Core\Circuit\Time\Rise;
use Yew\Core\Circuit\Time\RiseAsked;
use Yew\Core\Codec\Fields;
use Yew\Core\Compute\Compose;
use Yew\Core\Drawer\LabelledTube;
use Yew\Core\Drawn\DrawnParts;
use Yew\Core\Instrument\DialTable;
use Yew\Core\Iron\IronStation;
use Yew\Core\Job\Entry\AcceptanceKind;
use Yew\Core\Job\Entry\AgreedSumKind;
use Yew\Core\Job\Entry\AsFittedKind;
use Yew\Core\Job\Entry\BiasTargetKind;
use Yew\Core\Job\Entry\BookInKind;
use Yew\Core\Job\Entry\CauseStatedKind;
use Yew\Core\Job\Entry\ClockTurnedKind;
use Yew\Core\Job\Entry\CloseOutKind;
use Yew\Core\Job\Entry\ConditionsKind;
use Yew\Core\Job\Entry\CorrectionKind;
use Yew\Core\Job\Entry\DischargeProofKind;
use Yew\Core\Job\Entry\EstimateAnsweredKind;
use Yew\Core\Job\Entry\EstimateSentKind;
use Yew\Core\Job\Entry\EstimateWithdrawnKind;
use Yew\Core\Job\Entry\FindingKind;
use Yew\Core\Job\Entry\LeadTakenOffKind;
use Yew\Core\Job\Entry\LeftAloneKind;
use Yew\Core\Job\Entry\MeterSetKind;
use Yew\Core\Job\Entry\ModificationExplainedKind;
use Yew\Core\Job\Entry\NoteKind;
use Yew\Core\Job\Entry\OpenEndClosedKind;
use Yew\Core\Job\Entry\OpenEndLeftKind;
use Yew\Core\Job\Entry\PartsArrivedKind;
use Yew\Core\Job\Entry\PartsOrderedKind;
use Yew\Core\Job\Entry\PhotoKind;
use Yew\Core\Job\Entry\PowerChosenKind;
use Yew\Core\Job\Entry\PromisedKind;
use Yew\Core\Job\Entry\ReadingTakenKind;
use Yew\Core\Job\Entry\ReportIssuedKind;
use Yew\Core\Job\Entry\SheetChosenKind;
use Yew\Core\Job\Entry\ShelfMoveKind;
use Yew\Core\Job\Entry\StateChangeKind;
use Yew\Core\Job\Entry\StopSeenKind;
use Yew\Core\Job\Entry\TestTakenKind;
use Yew\Core\Job\Entry\WorkOrderedKind;
use Yew\Core\Job\EntryKinds;
use Yew\Core\Job\EntryTrace;
use Yew\Core\Job\UnitKnowledge;
use Yew\Core\Look\LookStation;
use Yew\Core\Output\ExpectedPower;
use Yew\Core\Output\PowerAsked;
use Yew\Core\Power\PowerStation;
use Yew\Core\Resistor\ResistorStation;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Station\Order;
use Yew\Core\Station\Practice;
use Yew\Core\Station\Stations;
use Yew\Core\Substitution\Substitutions;
use Yew\Core\Test\TestRecord;
use Yew\Core\Tests\Tube\ShippedTubes;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tubes\TubesStation;
use Yew\Core\Voltages\VoltagesStation;
use Yew\Core\Work\WorkStation;

/** A unit without a server: the Lantern of the demo, or an amplifier without a sheet. */
final class FakeUnit implements UnitKnowledge
{
    /** @var array<string, Sheet> by file */
    private static array $sheets = [];
    /** @var array<string, DrawnParts> by what was made */
    private static array $drawn = [];
    /** @var array<string, array<string, Forecast>> by sheet, and by conditions and changes */
    private static array $forecasts = [];
    /** @var array<string, array<string, Fall|null>> likewise */
    private static array $falls = [];
    /** @var array<string, LabelledTube> tubes of the drawer, by label */
    public array $labelled = [];
    /** @var list<Order> what the owner said yes to */
    public array $ordered = [];
    /** @var array<string, list<array{float, float}>> what meters on the network kept: seconds of the tape and V, by place */
    public array $recorded = [];
    public float $timeFactor = 1.0;
    /** @var array<string, EntryTrace> */
    private array $traces = [];
    private readonly Stations $stations;
    private readonly EntryKinds $kinds;

    private function __construct(private readonly ?Sheet $sheet, private readonly bool $solved, private readonly bool $tells = false)
    {
        $this->stations = new Stations([new VoltagesStation(), new LookStation(), new ResistorStation(), new IronStation(), new CapacitorStation(), new TubesStation(), new BiasStation(), new WorkStation(), new PowerStation()]);
        $this->kinds = new EntryKinds([
            new AcceptanceKind(), new AsFittedKind(), new BiasTargetKind(), new BookInKind(), new CloseOutKind(), new ConditionsKind(), new CorrectionKind(), new DischargeProofKind(), new FindingKind(), new LeftAloneKind(), new NoteKind(), new PhotoKind(),
            new ReadingTakenKind(), new ReportIssuedKind(), new EstimateSentKind(), new EstimateAnsweredKind(), new EstimateWithdrawnKind(), new AgreedSumKind(), new SheetChosenKind(), new ShelfMoveKind(), new StateChangeKind(), new TestTakenKind($this->stations),
            new CauseStatedKind(), new ClockTurnedKind(), new LeadTakenOffKind(), new ModificationExplainedKind(), new OpenEndClosedKind(), new OpenEndLeftKind(), new WorkOrderedKind(), new PartsOrderedKind(), new PartsArrivedKind(), new PromisedKind(), new MeterSetKind(), new StopSeenKind(), new PowerChosenKind(),
        ]);
    }

    /** @param bool $solved its parts with what the circuit makes of them; else as a list */
    public static function lantern(bool $solved = false): self
    {
        return new self(self::sheetOf('lantern-30'), $solved);
    }

    /** An amplifier of the demo shop, with what its circuit makes of any conditions. */
    public static function demo(string $sheet): self
    {
        return new self(self::sheetOf($sheet), true, true);
    }

    /** An amplifier typed a block to a line, with what its circuit makes of any conditions. */
    public static function composed(string $lines): self
    {
        return new self(self::$sheets[$lines] ??= self::sheetFrom($lines), true, true);
    }

    private static function sheetFrom(string $lines): Sheet
    {
        $composed = json_decode(json_encode((new Compose(ShippedTubes::catalogue()))->run(['lines' => $lines]), \JSON_THROW_ON_ERROR), true);
        if (!\is_array($composed) || [] !== $composed['faults'] || !\is_array($composed['tubes'])) {
            throw new \LogicException(json_encode($composed, \JSON_THROW_ON_ERROR));
        }
        $tubes = array_map(static fn (int|string $position, mixed $type): array => ['position' => $position, 'type' => $type], array_keys($composed['tubes']), array_values($composed['tubes']));
        preg_match('/mains (\d+)/', $lines, $mains);

        return (new SheetCodec(ShippedTubes::catalogue()))->decode(['format' => 'sheet/1', 'name' => 'composed '.md5($lines), 'source' => ['trust' => 'drawn-from-the-unit'], 'printedFor' => ['mainsVolts' => (float) ($mains[1] ?? 117)], 'tubes' => $tubes, 'points' => [], 'circuit' => $composed['circuit']]);
    }

    private static function sheetOf(string $sheet): Sheet
    {
        return self::$sheets[$sheet] ??= (new SheetCodec(ShippedTubes::catalogue()))->decode(SheetFile::decode((string) file_get_contents(__DIR__.'/../../../server/demo/sheets/'.$sheet.'.sheet.json')));
    }

    public static function withoutSheet(): self
    {
        return new self(null, false);
    }

    /** An entry that is on the tape. */
    public function has(string $id, string $kind, bool $refused = false, string $unitId = 'unit'): void
    {
        $this->traces[$id] = new EntryTrace($kind, 'job', $unitId, $refused);
    }

    public function jobId(): string
    {
        return 'job';
    }

    public function unitId(): string
    {
        return 'unit';
    }

    public function bookedInAt(): float
    {
        return 0.0;
    }

    public function sheet(): ?Sheet
    {
        return $this->sheet;
    }

    /**
     * What is said of the tubes: each as it is drawn, or out.
     *
     * @param list<string> $out
     *
     * @return array<string, array{type: string, tubeId: null}|string> by position
     */
    public function tubesBut(array $out): array
    {
        return array_map(static fn (TubePosition $t): array|string => \in_array($t->position, $out, true) ? 'out' : ['type' => $t->type, 'tubeId' => null], $this->sheet->tubes ?? []);
    }

    public function sheetOfVersion(string $versionId): ?Sheet
    {
        return 'lantern' === $versionId ? self::lantern()->sheet : null;
    }

    public function model(): ?SheetModel
    {
        return null === $this->sheet ? null : SheetModel::of($this->sheet, $this->tubes());
    }

    public function wiredForVolts(): float
    {
        return $this->sheet->printedMains[0] ?? 117.0;
    }

    public function carried(): FittedChanges
    {
        return new FittedChanges();
    }

    public function lastVisitVolts(): array
    {
        return [];
    }

    public function sisterUnits(): array
    {
        return [];
    }

    public function sisterTests(): TestRecord
    {
        return new TestRecord();
    }

    public function lastVisitTests(): TestRecord
    {
        return new TestRecord();
    }

    public function forecast(Conditions $conditions, FittedChanges $fitted): ?Forecast
    {
        $model = $this->tells ? $this->model() : null;

        return null === $model ? null : self::$forecasts[$this->sheet->name ?? ''][json_encode([$conditions->toArray(), array_map(static fn (FittedChange $c): string => $c->text, $fitted->all)], \JSON_THROW_ON_ERROR)] ??= $model->forecast($conditions, $this->wiredForVolts(), new Calibration(new Factors(), [], [], []), $fitted);
    }

    public function fall(Conditions $conditions, FittedChanges $fitted, FallAsked $asked): ?Fall
    {
        $model = $this->tells ? $this->model() : null;

        return null === $model ? null : self::$falls[$this->sheet->name ?? ''][json_encode([$conditions->toArray(), $asked->key(), array_map(static fn (FittedChange $c): string => $c->text, $fitted->all)], \JSON_THROW_ON_ERROR)] ??= $model->fall($conditions, $this->wiredForVolts(), new Calibration(new Factors(), [], [], []), $fitted, $asked);
    }

    public function expectedPower(Conditions $conditions, FittedChanges $fitted, PowerAsked $asked): ?ExpectedPower
    {
        $model = $this->tells ? $this->model() : null;
        if (null === $model) {
            return null;
        }
        $unit = $model->unit($conditions, new Calibration(new Factors(), [], [], []), $fitted);

        return ExpectedPower::asked($asked, $unit, $unit->solved($model->solveConditions($conditions, $this->wiredForVolts()), ShippedTubes::catalogue()), ShippedTubes::catalogue());
    }

    public function rise(Conditions $conditions, FittedChanges $fitted, RiseAsked $asked): ?Rise
    {
        return $this->tells ? $this->model()?->rise($conditions, $this->wiredForVolts(), new Calibration(new Factors(), [], [], []), $fitted, $asked) : null;
    }

    public function recorded(string $place, float $from, float $until): array
    {
        $samples = array_filter($this->recorded[$place] ?? [], static fn (array $s): bool => $s[0] >= $from && $s[0] <= $until);

        return array_values(array_map(static fn (array $s): array => [$s[0] - $from, $s[1]], $samples));
    }

    public function drawn(FittedChanges $made): DrawnParts
    {
        if (!$this->solved || null === $this->sheet?->circuit) {
            return DrawnParts::listed($this->sheet);
        }

        $circuit = $this->sheet->circuit;

        return self::$drawn[$this->sheet->name.implode("\n", array_map(static fn (FittedChange $c): string => $c->text, $made->all))] ??= DrawnParts::of(CircuitAtWork::of($this->sheet, $circuit, $made->on($circuit->netlist, new Factors(), $this->tubes()), $this->tubes()));
    }

    public function substitutions(FittedChanges $fitted): array
    {
        $circuit = $this->sheet?->circuit;

        return null === $this->sheet || null === $circuit ? [] : (new Substitutions($this->sheet, $circuit, $this->tubes(), new Calibration(new Factors(), [], [], [])))->standing($fitted);
    }

    public function labelled(string $label): ?LabelledTube
    {
        return $this->labelled[$label] ?? null;
    }

    public function ordered(): array
    {
        return $this->ordered;
    }

    public function meters(): Meters
    {
        $meter = Meter::decode(['id' => 'no-1', 'name' => 'No. 1', 'functions' => [
            ['function' => 'dc-volts', 'inputResistanceOhms' => 10e6, 'ranges' => [['max' => 60.0, 'resolution' => 0.01, 'accuracyPercent' => 0.1, 'accuracyDigits' => 2], ['max' => 1000.0, 'resolution' => 0.1, 'accuracyPercent' => 0.1, 'accuracyDigits' => 2]]],
            ['function' => 'ac-volts', 'detector' => 'average', 'bandHertz' => ['low' => 45, 'high' => 500], 'ranges' => [['max' => 750.0, 'resolution' => 0.1, 'accuracyPercent' => 1.0, 'accuracyDigits' => 2]]],
            ['function' => 'ohms', 'leadsZero' => ['ohms' => 0.2, 'measuredOn' => '1970-01-01'], 'ranges' => [['max' => 60e6, 'resolution' => 0.1, 'accuracyPercent' => 1.0, 'accuracyDigits' => 2]]],
            ['function' => 'dc-amperes', 'ranges' => [['max' => 0.4, 'resolution' => 1e-5, 'accuracyPercent' => 1.0, 'accuracyDigits' => 2]]],
        ]]);

        return new Meters([$meter->id => $meter]);
    }

    public function dial(string $equipmentId): ?DialTable
    {
        return 'variac' === $equipmentId ? DialTable::decode(Fields::of(['points' => [['dial' => 0.0, 'volts' => 0.0], ['dial' => 60.0, 'volts' => 66.0], ['dial' => 120.0, 'volts' => 129.0]], 'measuredOn' => '2026-11-01'])) : null;
    }

    public function timeFactor(): float
    {
        return $this->timeFactor;
    }

    public function lamps(): array
    {
        return [];
    }

    public function practice(): Practice
    {
        return new Practice();
    }

    public function tubes(): TubeCatalogue
    {
        return ShippedTubes::catalogue();
    }

    public function stations(): Stations
    {
        return $this->stations;
    }

    public function kinds(): EntryKinds
    {
        return $this->kinds;
    }

    public function year(): int
    {
        return 2026;
    }

    public function entry(string $id): ?EntryTrace
    {
        return $this->traces[$id] ?? null;
    }
}
