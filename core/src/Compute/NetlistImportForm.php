<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\Spice\NetlistReader;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Version;

/** A SPICE netlist as a sheet of loose elements; what was not understood is listed with its line. */
final readonly class NetlistImportForm implements ComputeForm
{
    public function __construct(private TubeCatalogue $tubes)
    {
    }

    public function name(): string
    {
        return 'netlist-import/1';
    }

    public function summary(): string
    {
        return 'a SPICE netlist (R C L V I D K X with known tubes) as a sheet';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $name = $fields->optionalString('name', 80) ?? 'Netlist';
        $text = $fields->raw('netlist');
        $mains = $fields->optionalNumber('mainsVolts', 40, 500) ?? 230.0;
        $fields->done();
        $read = NetlistReader::read(\is_string($text) ? $text : throw $fields->fault('netlist', 'the text of a netlist belongs here'), $this->tubes);
        $sheet = ['format' => 'sheet/1', 'name' => $name, 'source' => ['trust' => Sheet::SIMILAR, 'title' => 'read from a netlist'], 'printedFor' => ['mainsVolts' => $mains], 'circuit' => ['elements' => $read['elements']]];
        (new SheetCodec($this->tubes))->decode($sheet);

        return ['sheet' => $sheet, 'notUnderstood' => $read['notUnderstood'], 'coreVersion' => Version::CORE, 'tubeDataVersion' => $this->tubes->version];
    }
}
