<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Lines\LineWriter;
use Yew\Core\Circuit\Remark;
use Yew\Core\Circuit\Remarks;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Spice\Flavour;
use Yew\Core\Circuit\Spice\NetlistWriter;
use Yew\Core\Codec\Fields;
use Yew\Core\Compute\CalibrateForm;
use Yew\Core\Compute\Compose;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Sheet\WhatIf;
use Yew\Core\Substitution\Change;
use Yew\Core\Substitution\Substitution;
use Yew\Core\Substitution\Substitutions;
use Yew\Core\Test\Reason;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;
use Yew\Server\Http\Body;
use Yew\Server\Http\Refused;
use Yew\Server\Sheet\Entity\SheetVersion;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Wording\Wording;

/** The circuit of a sheet: composed from lines, calibrated to its prints, asked what-if, written as a netlist. */
final readonly class CircuitController
{
    public function __construct(private Compose $compose, private SheetShelf $sheets, private Calibrations $calibrations, private TubeCatalogue $tubes, private Wording $wording, private Starters $starters)
    {
    }

    /** What the composer shows while one types; nothing is stored. */
    #[Route('/api/circuits/compose', methods: ['POST'])]
    public function compose(Request $request): JsonResponse
    {
        $answer = $this->compose->run(Body::array($request));
        $answer['remarks'] = $this->worded($answer['remarks']);

        return new JsonResponse($answer);
    }

    /** The words that lines begin with, each with its form and an example. */
    #[Route('/api/circuits/words', methods: ['GET'])]
    public function words(): JsonResponse
    {
        $words = [];
        foreach ($this->wording->circuitWords() as $word => $told) {
            $words[] = ['word' => $word, ...$told];
        }

        return new JsonResponse($words);
    }

    /** Textbook circuits to begin from. */
    #[Route('/api/circuits/starters', methods: ['GET'])]
    public function starters(): JsonResponse
    {
        return new JsonResponse($this->starters->all());
    }

    #[Route('/api/sheet-versions/{versionId}/model', methods: ['GET'])]
    public function model(string $versionId): JsonResponse
    {
        [$version, $sheet, $circuit] = $this->drawn($versionId);
        try {
            $calibration = $this->calibrations->of($version, $this->modelOf($sheet));
            $solution = AsFitted::drawn($circuit->netlist, $calibration->factors)->solved(new SolveConditions($sheet->printedMains[0]), $this->tubes);
        } catch (DidNotConverge $e) {
            throw self::unsolved($e);
        }

        return new JsonResponse([
            'lines' => LineWriter::text(self::circuitDocument($version), $this->tubes, array_map(static fn (TubePosition $t): string => $t->type, $sheet->tubes)),
            'calibration' => CalibrateForm::moved($calibration),
            'remarks' => $this->worded(array_map(static fn (Remark $r): array => $r->toArray(), Remarks::of($solution, $this->tubes, $circuit))),
        ]);
    }

    #[Route('/api/sheet-versions/{versionId}/what-if', methods: ['POST'])]
    public function whatIf(string $versionId, Request $request): JsonResponse
    {
        [$version, $sheet, $circuit] = $this->drawn($versionId);
        $asked = Body::array($request);
        try {
            $calibration = $this->calibrations->of($version, $this->modelOf($sheet));
            $answer = (new WhatIf($sheet, $circuit, $this->tubes, $calibration))->answer(Fields::of($asked));
            $substitutions = (new Substitutions($sheet, $circuit, $this->tubes, $calibration))->among(Fields::of($asked));
        } catch (DidNotConverge $e) {
            throw self::unsolved($e);
        }
        $answer['remarks'] = $this->worded($answer['remarks']);
        $answer['substitutions'] = array_map($this->substitution(...), $substitutions);

        return new JsonResponse($answer);
    }

    /** @return array<string, mixed> */
    private function substitution(Substitution $substitution): array
    {
        $verdict = $substitution->verdict();
        $fitted = array_values(array_unique(array_map(static fn (TubeType $t): string => $t->name, $substitution->fitted)));

        return [
            'verdict' => $verdict->value,
            'headline' => $this->wording->remark('substitution-'.$verdict->value, ['other' => $substitution->other->name, 'fitted' => $fitted, 'tubes' => array_keys($substitution->fitted)]),
            'reasons' => array_map(fn (Reason $r): array => ['code' => $r->code, 'verdict' => $r->verdict->value, 'sentence' => $this->wording->remark($r->code, $r->figures)], $substitution->reasons),
            'gains' => array_map(static fn (Change $c): array => ['stage' => $c->of, 'beforeDecibels' => $c->before, 'afterDecibels' => $c->after], $substitution->effects->gains ?? []),
        ];
    }

    #[Route('/api/sheet-versions/{versionId}/netlist.cir', methods: ['GET'])]
    public function netlist(string $versionId, Request $request): Response
    {
        [, $sheet, $circuit] = $this->drawn($versionId);
        $flavour = Flavour::tryFrom($request->query->getString('flavour', 'averaged')) ?? throw Refused::notFound('netlist flavour');
        $conditions = new SolveConditions($sheet->printedMains[0]);
        try {
            $solution = OperatingPoint::of(Compiler::compile($circuit->netlist, $this->tubes, $conditions), $conditions);
        } catch (DidNotConverge $e) {
            throw self::unsolved($e);
        }
        $name = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($sheet->name)), '-');

        return new Response(NetlistWriter::file($solution, $this->tubes, $flavour, $sheet->name), headers: [
            'Content-Type' => 'text/plain; charset=utf-8',
            'Content-Disposition' => \sprintf('attachment; filename="%s-%s.cir"', '' === $name ? 'sheet' : $name, $flavour->value),
        ]);
    }

    /** @return array{SheetVersion, Sheet, DrawnCircuit} */
    private function drawn(string $versionId): array
    {
        $version = Uuid::isValid($versionId) ? $this->sheets->version($versionId) : throw Refused::notFound('sheet version');
        $sheet = $this->sheets->decoded($version->id);

        return [$version, $sheet, $sheet->circuit ?? throw Refused::notFound('circuit on this sheet')];
    }

    private function modelOf(Sheet $sheet): SheetModel
    {
        return SheetModel::of($sheet, $this->tubes) ?? throw Refused::notFound('circuit on this sheet');
    }

    /** @return array<mixed> */
    private static function circuitDocument(SheetVersion $version): array
    {
        $circuit = $version->data()['circuit'] ?? [];

        return \is_array($circuit) ? $circuit : [];
    }

    private static function unsolved(DidNotConverge $e): Refused
    {
        return Refused::unsolved(ucfirst($e->getMessage()).'.', $e->worstPlace);
    }

    /**
     * @return list<array<string, mixed>> remarks, each with its sentence
     */
    private function worded(mixed $remarks): array
    {
        $worded = [];
        foreach (\is_array($remarks) ? $remarks : [] as $remark) {
            $fields = Fields::of($remark);
            $figures = [];
            $given = $fields->object('figures');
            foreach ($given->names() as $name) {
                $figures[$name] = $given->raw($name);
            }
            $line = $fields->raw('line');
            $worded[] = ['severity' => $fields->string('severity'), 'code' => $fields->string('code'), 'subject' => $fields->string('subject'), 'line' => \is_int($line) ? $line : null, 'sentence' => $this->wording->remark($fields->string('code'), $figures)];
        }

        return $worded;
    }
}
