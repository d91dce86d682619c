<?php

declare(strict_types=1);

namespace Yew\Server\Schematic;

use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;
use Yew\Server\Http\Refused;

/**
 * Turns a PDF's pages into pictures in a process of its own that can neither grow nor last nor reach out; the PDF itself is never served.
 *
 * Scripts, attachments and links in it stay behind: only what is painted comes through.
 */
final class Rasteriser
{
    public const MOST_PAGES = 20;
    private const MOST_BYTES_OF_MEMORY = 1_200_000_000;
    private const SECONDS = 40;
    /** Longest side of a page, pixels: fine print of a large drawing stays legible when zoomed. */
    private const LONGEST_SIDE = 3600;

    /**
     * @param string $folder where the pages go
     *
     * @return list<string> paths of PNG files, in order
     *
     * @throws Refused with a word on what is wrong with the PDF
     */
    public static function pages(string $pdf, string $folder): array
    {
        $info = self::run(['pdfinfo', $pdf]);
        if (0 !== $info->getExitCode()) {
            throw Refused::badData('file', str_contains($info->getErrorOutput(), 'password') ? 'this PDF is locked with a password' : 'this PDF is damaged and cannot be opened');
        }
        $count = 1 === preg_match('/^Pages:\s+(\d+)/m', $info->getOutput(), $m) ? (int) $m[1] : 0;
        if ($count < 1 || $count > self::MOST_PAGES) {
            throw Refused::badData('file', 0 === $count ? 'this PDF has no pages' : \sprintf('a PDF of %d pages is a book: take out the schematic, up to %d pages', $count, self::MOST_PAGES));
        }
        $made = self::run(['pdftoppm', '-png', '-scale-to', (string) self::LONGEST_SIDE, $pdf, $folder.'/page']);
        $files = glob($folder.'/page*.png');
        if (0 !== $made->getExitCode() || false === $files || \count($files) !== $count) {
            throw Refused::badData('file', 'this PDF could not be drawn: save its pages as pictures and send those');
        }

        return $files;
    }

    /** @param list<string> $command */
    private static function run(array $command): Process
    {
        $process = new Process(['prlimit', '--as='.self::MOST_BYTES_OF_MEMORY, '--cpu='.self::SECONDS, '--nofile=64', '--core=0', '--', ...$command], env: ['HOME' => '/nonexistent'], timeout: self::SECONDS + 5);
        try {
            $process->run();
        } catch (ProcessTimedOutException) {
            throw Refused::badData('file', 'this PDF takes too long to draw: save its pages as pictures and send those');
        }

        return $process;
    }
}
