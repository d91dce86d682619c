<?php

declare(strict_types=1);

use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Sheet\SheetModel;
use Yew\Server\Shop\TubeData;

// Decodes, calibrates and forecasts every demo sheet many times over; prints one line per sheet with all that came out.
require dirname(__DIR__, 2).'/vendor/autoload.php';

$tubes = (new TubeData(dirname(__DIR__, 2)))->catalogue();
foreach ((array) glob(dirname(__DIR__, 2).'/server/demo/sheets/*.sheet.json') as $file) {
    $answers = [];
    for ($i = 0; $i < 12; ++$i) {
        $sheet = (new SheetCodec($tubes))->decode(SheetFile::decode((string) file_get_contents((string) $file)));
        $model = SheetModel::of($sheet, $tubes);
        if (null === $model) {
            continue;
        }
        $conditions = Conditions::decode(['inletVolts' => ['value' => $sheet->printedMains[0] + 2, 'how' => 'measured']]);
        $forecast = $model->forecast($conditions, null, $model->calibrated())->places;
        $answers[] = array_map(static fn ($p): array => [round($p->volts ?? -1.0, 6), round($p->sourceOhms, 3), round($p->deviation, 6)], $forecast);
    }
    // Broken in every seventh way: reservoirs lost and floating electrodes walk other lines of code.
    $netlist = (new SheetCodec($tubes))->decode(SheetFile::decode((string) file_get_contents((string) $file)))->circuit?->netlist;
    $fitted = null === $netlist ? null : AsFitted::drawn($netlist);
    foreach (null === $fitted ? [] : FaultCatalogue::of($fitted, $tubes) as $i => $fault) {
        if (null !== $fitted && 0 === $i % 17) {
            $broken = $fault->in($fitted, $tubes)->solved(new SolveConditions(230.0), $tubes);
            echo $fault->text(), ' ', hash('sha256', serialize(array_map(static fn (float $v): float => round($v, 5), $broken->volts))), "\n";
        }
    }
    $status = function_exists('opcache_get_status') ? opcache_get_status(false) : false;
    fwrite(\STDERR, is_array($status) && is_array($status['jit'] ?? null) && true === ($status['jit']['on'] ?? null) ? 'jit ' : 'plain ');
    echo basename((string) $file), ' ', count(array_unique(array_map(serialize(...), $answers))), ' ', json_encode($answers[0] ?? null), "\n";
}
