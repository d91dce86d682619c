<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Symfony\Component\Process\Process;

/** A code that a phone reads back, as one path of squares: page and paper draw the same. */
final readonly class QrCode
{
    /**
     * @param int    $size modules along a side, with the quiet zone
     * @param string $path of an SVG, one module a unit
     */
    private function __construct(public int $size, public string $path)
    {
    }

    /** @param string $text at most some hundred bytes */
    public static function of(string $text): self
    {
        $process = new Process(['qrencode', '-t', 'ASCII', '-m', '2', '-l', 'M', '-8', '-o', '-']);
        $process->setInput($text)->mustRun();
        $lines = explode("\n", rtrim($process->getOutput(), "\n"));
        $path = '';
        foreach ($lines as $y => $line) {
            // Two characters a module; what lies side by side is one stroke.
            preg_match_all('/(?:##)+/', $line, $runs, \PREG_OFFSET_CAPTURE);
            foreach ($runs[0] as [$run, $at]) {
                $width = intdiv(\strlen($run), 2);
                $path .= \sprintf('M%d %dh%dv1h-%dz', intdiv($at, 2), $y, $width, $width);
            }
        }

        return new self(\count($lines), $path);
    }

    /** As a data address for paper. */
    public function image(): string
    {
        return 'data:image/svg+xml;base64,'.base64_encode(\sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="%1$d" height="%1$d" viewBox="0 0 %1$d %1$d"><path d="%2$s" fill="#000000"/></svg>', $this->size, $this->path));
    }
}
