<?php

declare(strict_types=1);

use Yew\Core\Codec\Fields;
use Yew\Core\Tube\FullDrivePoint;
use Yew\Core\Tube\HandbookPoint;
use Yew\Core\Tube\Model\ModelFit;
use Yew\Core\Tube\TubeTypeCodec;

/*
 * Fits every model in core/data/tubes.json anew to the points marked "fit" and writes the parameters back.
 * Run it after a point was changed: php bin/lib/fit-tubes.php. The tests hold the models against all points.
 */
require dirname(__DIR__, 2).'/vendor/autoload.php';

$file = dirname(__DIR__, 2).'/core/data/tubes.json';
$data = json_decode((string) file_get_contents($file), true, 64, JSON_THROW_ON_ERROR);
foreach ($data['types'] as &$type) {
    foreach ($type['models'] as &$model) {
        $points = array_values(array_filter(array_map(static fn (array $p): HandbookPoint => TubeTypeCodec::point(Fields::of($p)), $model['points']), static fn (HandbookPoint $p): bool => $p->fitted));
        $fullDrive = array_values(array_filter(array_map(static fn (array $p): FullDrivePoint => TubeTypeCodec::fullDrive(Fields::of($p)), $model['fullDrive'] ?? []), static fn (FullDrivePoint $p): bool => $p->fitted));
        $found = match ($model['kind']) {
            'triode' => ModelFit::triode($points),
            'pentode' => ModelFit::pentode($points, $fullDrive, $model['screenMu'], $model['screenFall'], ...($model['screenFall'] > 0.5 ? [0.16, 1.5] : [0.2, 1.3])),
            'rectifier' => ['perveance' => $points[0]->plateAmperes / $points[0]->plateVolts ** 1.5],
            default => [],
        };
        foreach ($found as $name => $value) {
            $model[$name] = (float) sprintf('%.5g', $value);
        }
        $given = $model['points'];
        unset($model['points']);
        $model['points'] = $given;
        if (isset($model['fullDrive'])) {
            $given = $model['fullDrive'];
            unset($model['fullDrive']);
            $model['fullDrive'] = $given;
        }
    }
}
file_put_contents($file, json_encode($data, JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)."\n");
