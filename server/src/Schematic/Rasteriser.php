<?php

declare(strict_types=1);

namespace Yew\Server\Schematic;

use Symfony\Component\Process\Exception\ProcessSignaledException;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;
use Yew\Server\Http\Refused;
use Yew\Server\Photo\Picture;

/**
 * Turns a PDF's pages into pictures in a process of its own that can neither grow nor last nor reach out; the PDF itself is never served.
 *
 * Scripts, attachments and links in it stay behind: only what is painted comes through.
 */
final class Rasteriser
{
    public const MOST_PAGES = 20;
    private const MOST_BYTES_OF_MEMORY = 1_200_000_000;
    /** For all of a PDF’s pages together; a worker waits no longer than that for one file. */
    private const SECONDS = 9.0;
    /** Longest side of a page, pixels, by the most pages that get it: the fine print of a large drawing stays legible when zoomed, a whole manual is drawn in the same time. */
    private const LONGEST_SIDE = [4 => 3600, 10 => 3000, self::MOST_PAGES => 2400];

    /**
     * @param string $folder  where the pages are made
     * @param float  $seconds for all of it
     *
     * @return list<Picture> PNG, in order
     *
     * @throws Refused with a word on what is wrong with the PDF
     */
    public static function pages(string $pdf, string $folder, float $seconds = self::SECONDS): array
    {
        $until = microtime(true) + $seconds;
        $info = self::run(['pdfinfo', $pdf], $until);
        if (0 !== $info->getExitCode()) {
            throw Refused::badData('file', str_contains($info->getErrorOutput(), 'password') ? 'this PDF is locked with a password' : 'this PDF is damaged and cannot be opened');
        }
        $count = 1 === preg_match('/^Pages:\s+(\d+)/m', $info->getOutput(), $m) ? (int) $m[1] : 0;
        if ($count < 1 || $count > self::MOST_PAGES) {
            throw Refused::badData('file', 0 === $count ? 'this PDF has no pages' : \sprintf('a PDF of %d pages is a book: take out the schematic, up to %d pages', $count, self::MOST_PAGES));
        }
        $made = self::run(['pdftoppm', '-png', '-scale-to', (string) self::side($count), $pdf, $folder.'/page'], $until);
        $files = glob($folder.'/page*.png');
        if (0 !== $made->getExitCode() || false === $files || \count($files) !== $count) {
            throw self::notDrawn();
        }

        return array_map(static function (string $file): Picture {
            $size = getimagesize($file);

            return false === $size ? throw self::notDrawn() : new Picture((string) file_get_contents($file), '', $size[0], $size[1], null);
        }, $files);
    }

    private static function side(int $pages): int
    {
        foreach (self::LONGEST_SIDE as $most => $side) {
            if ($pages <= $most) {
                return $side;
            }
        }

        throw new \LogicException('more pages than are drawn');
    }

    /** @param list<string> $command */
    private static function run(array $command, float $until): Process
    {
        $left = max(0.01, $until - microtime(true));
        $process = new Process(['prlimit', '--as='.self::MOST_BYTES_OF_MEMORY, '--cpu='.(int) ceil($left), '--nofile=64', '--core=0', '--', ...$command], env: ['HOME' => '/nonexistent'], timeout: $left);
        try {
            $process->run();
        } catch (ProcessTimedOutException) {
            throw self::tooLong();
        } catch (ProcessSignaledException $e) {
            throw \in_array($e->getSignal(), [\SIGXCPU, \SIGKILL], true) ? self::tooLong() : self::notDrawn();
        }

        return $process;
    }

    private static function notDrawn(): Refused
    {
        return Refused::badData('file', 'this PDF could not be drawn: save its pages as pictures and send those');
    }

    private static function tooLong(): Refused
    {
        return Refused::badData('file', 'this PDF takes too long to draw: send fewer of its pages at a time, or save them as pictures and send those');
    }
}
