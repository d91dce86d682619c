<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Matching\Candidate;
use Yew\Core\Matching\ComparableTubes;
use Yew\Core\Matching\MatchedSet;
use Yew\Core\Matching\Matching;
use Yew\Core\Matching\StandsApart;
use Yew\Core\Matching\TestedTube;
use Yew\Core\Matching\TubeConditions;
use Yew\Core\Matching\TubeLaw;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeSection;
use Yew\Core\Version;

/** Pairs, quads or sextets chosen out of a drawer of tested tubes (TUBE-3). */
final readonly class MatchTubes implements ComputeForm
{
    /** What a test of a receiving tube can read, A and S: beyond it a thousand was forgotten or put in twice. */
    private const LEAST_AMPERES = 1e-6;
    private const MOST_AMPERES = 2.0;
    private const LEAST_SIEMENS = 1e-6;
    private const MOST_SIEMENS = 0.1;

    public function __construct(private TubeCatalogue $tubes)
    {
    }

    public function name(): string
    {
        return 'match-tubes/1';
    }

    public function summary(): string
    {
        return 'pairs, quads or sextets with the smallest worst spread out of a drawer of tested tubes';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        [$size, $count] = [$fields->whole('size', 2, Matching::MOST_IN_A_SET), $fields->whole('sets', 1, Matching::MOST_TUBES)];
        $limitPercent = $fields->number('matchedPercent', 0.0, 50.0);
        $meterPercent = $fields->optionalNumber('meterPercent', 0.0, 50.0) ?? 0.0;
        $comparable = $this->comparable($fields);
        $fields->done();
        $answer = [
            'apart' => array_map(static fn (StandsApart $a): array => ['tube' => $a->id, 'because' => $a->why->value], $comparable->apart),
            'converted' => array_map(static fn (Candidate $c): array => ['tube' => $c->id, 'plateAmperes' => $c->plateAmperes, 'siemens' => $c->siemens, 'bandPercent' => $c->bandPercent], $comparable->converted),
            'coreVersion' => Version::CORE,
            'tubeDataVersion' => $this->tubes->version,
        ];
        if (\count($comparable->candidates) < $size * $count) {
            return ['result' => 'too-few', 'comparable' => \count($comparable->candidates), 'wanted' => $size * $count, ...$answer];
        }
        $choice = Matching::choose($comparable->candidates, $size, $count, $meterPercent);
        $told = static fn (MatchedSet $set): array => [
            'tubes' => array_map(static fn (Candidate $c): string => $c->id, $set->tubes),
            'plateSpreadPercent' => $set->plateSpreadPercent,
            'siemensSpreadPercent' => $set->siemensSpreadPercent,
            'bandPercent' => $set->bandPercent,
            'claim' => $set->claim($limitPercent)->value,
        ];

        return [
            'result' => 'chosen',
            'sets' => array_map($told, $choice->sets),
            'worst' => ['plateSpreadPercent' => $choice->worstPlatePercent(), 'siemensSpreadPercent' => $choice->worstSiemensPercent()],
            'bound' => ['plateSpreadPercent' => $choice->plateBoundPercent, 'siemensSpreadPercent' => $choice->siemensBoundPercent],
            'leftOver' => array_map(static fn (Candidate $c): string => $c->id, $choice->leftOver),
            'leftOverPairs' => array_map($told, $choice->leftOverPairs),
            ...$answer,
        ];
    }

    /**
     * Either somebody says that all were read at one setting of one instrument, or each test says its own conditions.
     *
     * @throws BadData
     */
    private function comparable(Fields $fields): ComparableTubes
    {
        $tested = self::tested($fields->objects('tubes', Matching::MOST_TUBES));
        if (!$fields->optionalBoolean('oneSetting', false)) {
            return ComparableTubes::at(self::conditions($fields->object('conditions')), $tested, $this->law($fields));
        }
        foreach ($tested as $i => $tube) {
            if (null !== $tube->conditions) {
                throw $fields->fault("tubes[$i].conditions", 'all were read at one setting, or each has conditions of its own: not both');
            }
        }

        return ComparableTubes::together($tested);
    }

    /**
     * @param list<Fields> $items
     *
     * @return list<TestedTube>
     *
     * @throws BadData
     */
    private static function tested(array $items): array
    {
        $tested = [];
        foreach ($items as $item) {
            $id = $item->string('id', 40);
            if (isset($tested['#'.$id])) {
                throw $item->fault('id', \sprintf('“%s” lies in the drawer once only', $id));
            }
            $amperes = $item->number('plateAmperes', self::LEAST_AMPERES, self::MOST_AMPERES);
            $siemens = $item->optionalNumber('siemens', self::LEAST_SIEMENS, self::MOST_SIEMENS);
            $conditions = $item->optionalObject('conditions');
            $tested['#'.$id] = new TestedTube($id, $amperes, $siemens, null === $conditions ? null : self::conditions($conditions));
            $item->done();
        }

        return array_values($tested);
    }

    /** @throws BadData */
    private static function conditions(Fields $fields): TubeConditions
    {
        $conditions = new TubeConditions($fields->number('plateVolts', 1, 5000), $fields->number('gridVolts', -1000, 0), $fields->optionalNumber('screenVolts', 1, 5000), $fields->number('heaterVolts', 0.5, 120), $fields->number('warmMinutes', 0, 10000), $fields->string('instrument', 80));
        $fields->done();

        return $conditions;
    }

    /** The law to convert by, where a type is named; none otherwise. */
    private function law(Fields $fields): ?TubeSection
    {
        $name = $fields->optionalString('convertBy', 20);
        if (null === $name) {
            return null;
        }
        $type = $this->tubes->find($name) ?? throw $fields->fault('convertBy', \sprintf('no data for “%s”', $name));

        $section = $type->section($fields->optionalString('section', 20)) ?? throw $fields->fault('section', \sprintf('%s has no such section', $name));

        return TubeLaw::holdsFor($section) ? $section : throw $fields->fault('convertBy', \sprintf('%s has no grid to convert by', $name));
    }
}
