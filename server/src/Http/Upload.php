<?php

declare(strict_types=1);

namespace Yew\Server\Http;

use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;

/** The one file of a multipart request, with a word on what is wrong with it. */
final class Upload
{
    /** @return string path of the file as it arrived */
    public static function path(Request $request, int $mostBytes): string
    {
        $file = $request->files->get('file');
        if (!$file instanceof UploadedFile) {
            throw Refused::badData('file', 'a file belongs here');
        }
        if (!$file->isValid()) {
            throw Refused::badData('file', \in_array($file->getError(), [\UPLOAD_ERR_INI_SIZE, \UPLOAD_ERR_FORM_SIZE], true) ? \sprintf('larger than the %d MB that this takes', intdiv($mostBytes, 1_000_000)) : 'it did not arrive whole: send it again');
        }
        if ($file->getSize() > $mostBytes) {
            throw Refused::badData('file', \sprintf('%.0f MB are more than the %d MB that this takes', $file->getSize() / 1e6, intdiv($mostBytes, 1_000_000)));
        }

        return $file->getPathname();
    }
}
