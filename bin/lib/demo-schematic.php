<?php

declare(strict_types=1);

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Sheet\SheetCodec;
use Yew\Server\Shop\TubeData;

/*
 * Draws the demo's works drawing: every part of a sheet's circuit in the order of its blocks, as a plain picture with its marks.
 * It is a parts drawing, not a wiring one. Run it after a demo circuit was changed: php bin/lib/demo-schematic.php
 */
require dirname(__DIR__, 2).'/vendor/autoload.php';

$root = dirname(__DIR__, 2);
$name = 'teasel-50';
$tubes = (new TubeData($root))->catalogue();
$sheet = (new SheetCodec($tubes))->decode((array) json_decode((string) file_get_contents($root.'/server/demo/sheets/'.$name.'.sheet.json'), true, 64, JSON_THROW_ON_ERROR));
[$width, $height] = [2200, 1360];
$image = imagecreatetruecolor($width, $height);
$paper = imagecolorallocate($image, 250, 247, 238);
$ink = imagecolorallocate($image, 40, 44, 40);
$soft = imagecolorallocate($image, 150, 146, 132);
imagefill($image, 0, 0, $paper);
imagesetthickness($image, 3);
// The shipped faces are Latin: Ω and µ are set in the PDF engine's own.
$font = $root.'/vendor/dompdf/dompdf/lib/fonts/DejaVuSans.ttf';
$bold = $root.'/server/fonts/atkinson-hyperlegible-next-700.ttf';
$write = static function (int $x, int $y, string $text, int $size = 17, ?string $face = null) use ($image, $ink, $font): void {
    imagettftext($image, $size, 0, $x, $y, $ink, $face ?? $font, $text);
};
$write(60, 70, $sheet->name, 34, $bold);
$write(60, 108, $sheet->sourceTitle, 17);

$marks = [];
$columns = 10;
$seen = [];
$cell = [($width - 120) / $columns, 112];
$at = 0;
$block = '';
foreach ($sheet->circuit->blocks as $drawn) {
    foreach ($drawn->elements as $element) {
        $known = $element instanceof Resistor || $element instanceof Capacitor || $element instanceof Tube || $element instanceof Inductor || $element instanceof CoupledWindings || $element instanceof MainsTransformer;
        if (!$known || isset($seen[$element->id()]) || str_contains($element->id(), '/load')) {
            continue;
        }
        $seen[$element->id()] = true;
        $x = (int) (60 + ($at % $columns) * $cell[0]);
        $y = (int) (150 + intdiv($at, $columns) * $cell[1]);
        ++$at;
        imageline($image, $x, $y + 40, (int) ($x + $cell[0]), $y + 40, $soft);
        [$cx, $cy] = [$x + 90, $y + 40];
        $label = '';
        if ($element instanceof Resistor) {
            imagefilledrectangle($image, $cx - 34, $cy - 12, $cx + 34, $cy + 12, $paper);
            imagerectangle($image, $cx - 34, $cy - 12, $cx + 34, $cy + 12, $ink);
            $label = Engineering::text($element->ohms, 'Ω', Engineering::twoDigits($element->ohms));
        } elseif ($element instanceof Capacitor) {
            imagefilledrectangle($image, $cx - 7, $cy - 24, $cx + 7, $cy + 24, $paper);
            imageline($image, $cx - 8, $cy - 24, $cx - 8, $cy + 24, $ink);
            imageline($image, $cx + 8, $cy - 24, $cx + 8, $cy + 24, $ink);
            $label = Engineering::text($element->farads, 'F', Engineering::twoDigits($element->farads));
        } elseif ($element instanceof Tube) {
            imagefilledellipse($image, $cx, $cy, 58, 58, $paper);
            imageellipse($image, $cx, $cy, 58, 58, $ink);
            imageline($image, $cx - 14, $cy - 12, $cx + 14, $cy - 12, $ink);
            imageline($image, $cx - 14, $cy + 14, $cx + 14, $cy + 14, $ink);
            $label = $element->type;
        } else {
            for ($i = 0; $i < 4; ++$i) {
                imagearc($image, $cx - 30 + 20 * $i, $cy, 20, 24, 180, 360, $ink);
            }
            $label = $element instanceof Inductor ? Engineering::text($element->henries, 'H') : '';
        }
        $write($x + 8, $y + 92, trim($element->id().' '.$label), 15);
        $marks[] = ['place' => $element->id(), 'x' => round($cx / $width, 5), 'y' => round($cy / $height, 5)];
    }
}
imagepng($image, $root.'/server/demo/schematics/'.$name.'.png', 9);
file_put_contents($root.'/server/demo/schematics/'.$name.'.marks.json', json_encode($marks, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)."\n");
