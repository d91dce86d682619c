<?php

declare(strict_types=1);

namespace Yew\Server\Photo;

use Intervention\Image\Encoders\JpegEncoder;
use Intervention\Image\Encoders\PngEncoder;
use Intervention\Image\Exceptions\RuntimeException;
use Intervention\Image\ImageManager;
use Yew\Server\Http\Refused;

/** Reads pictures from outside: the type by its bytes, the size before it is unpacked, then made anew without what the camera wrote into it. */
final class Pictures
{
    private const TYPES = [\IMAGETYPE_JPEG, \IMAGETYPE_PNG, \IMAGETYPE_WEBP];
    /** Pixels that are still unpacked; a phone's best is under this. */
    private const MOST_PIXELS = 55_000_000;
    private const LONGEST_SIDE = 2400;
    private const THUMB_SIDE = 360;

    /** @throws Refused with a word on what is wrong with it */
    public static function photo(string $path): Picture
    {
        self::check($path);
        try {
            $image = ImageManager::gd()->read($path);
            [$width, $height] = [$image->width(), $image->height()];
            // Resampling takes its time even where the size stays.
            if (max($width, $height) > self::LONGEST_SIDE) {
                $image->scaleDown(self::LONGEST_SIDE, self::LONGEST_SIDE);
            }
            $full = $image->encode(new JpegEncoder(84))->toString();
            [$w, $h] = [$image->width(), $image->height()];
            $thumb = $image->scaleDown(self::THUMB_SIDE, self::THUMB_SIDE)->encode(new JpegEncoder(78))->toString();
        } catch (RuntimeException) {
            throw Refused::badData('file', 'this picture is damaged and cannot be opened');
        }

        return new Picture($full, $thumb, $w, $h, $w < $width ? \sprintf('Made smaller, from %d by %d to %d by %d.', $width, $height, $w, $h) : null);
    }

    /** A drawing, kept sharp. */
    public static function drawing(string $path): Picture
    {
        self::check($path);
        try {
            $image = ImageManager::gd()->read($path);
            if (max($image->width(), $image->height()) > 2 * self::LONGEST_SIDE) {
                $image->scaleDown(2 * self::LONGEST_SIDE, 2 * self::LONGEST_SIDE);
            }
            $full = $image->encode(new PngEncoder())->toString();
        } catch (RuntimeException) {
            throw Refused::badData('file', 'this picture is damaged and cannot be opened');
        }

        return new Picture($full, '', $image->width(), $image->height(), null);
    }

    private static function check(string $path): void
    {
        $size = @getimagesize($path);
        if (false === $size || !\in_array($size[2], self::TYPES, true)) {
            throw Refused::badData('file', self::whatItIs($path));
        }
        if ($size[0] * $size[1] > self::MOST_PIXELS) {
            throw Refused::badData('file', \sprintf('a picture of %.0f megapixels is more than this takes; up to %.0f', $size[0] * $size[1] / 1e6, self::MOST_PIXELS / 1e6));
        }
    }

    private static function whatItIs(string $path): string
    {
        $head = (string) file_get_contents($path, false, null, 0, 4096);

        return match (true) {
            1 === preg_match('/^....ftyp(heic|heix|hevc|mif1|msf1|avif)/s', $head) => 'this is a HEIC picture: set the phone to take JPEG (“most compatible”), or send it as JPEG',
            str_contains($head, '<svg') => 'an SVG is a program as much as a picture: send a JPEG or PNG',
            str_starts_with($head, '%PDF') => 'this is a PDF: it belongs with the schematic',
            str_starts_with($head, 'MZ') => 'this is a program, not a picture',
            default => 'this is no picture that can be opened: JPEG, PNG or WebP',
        };
    }
}
