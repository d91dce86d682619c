<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Dompdf\Dompdf;
use Dompdf\Options;
use Symfony\Component\Filesystem\Filesystem;

/** HTML to PDF, with the shipped fonts, nothing fetched and nothing executed. */
final readonly class Pdf
{
    public function __construct(private string $root, private string $stateDir)
    {
    }

    public function make(string $html): string
    {
        $cache = $this->stateDir.'/pdf';
        (new Filesystem())->mkdir($cache);
        $options = (new Options())
            ->setIsRemoteEnabled(false)
            ->setIsPhpEnabled(false)
            ->setIsJavascriptEnabled(false)
            ->setChroot([$this->root.'/server/fonts', $this->root.'/server/templates'])
            ->setFontDir($cache)
            ->setFontCache($cache)
            ->setTempDir($cache)
            ->setDefaultFont('DejaVu Sans')
            ->setDefaultPaperSize('A4');
        $pdf = new Dompdf($options);
        $pdf->setBasePath($this->root.'/server/fonts');
        $pdf->loadHtml($html);
        $pdf->render();

        return $pdf->output();
    }
}
