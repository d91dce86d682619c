<?php

declare(strict_types=1);

namespace Yew\Browser;

use PHPUnit\Framework\Assert;
use Symfony\Component\Process\Process;

/** What stands on a paper that the shop prints, read back from its PDF. */
final class Paper
{
    /** @return string the words of a PDF at an address, one space between */
    public static function text(Browser $b, string $path): string
    {
        $pdf = $b->fetch($path);
        Assert::assertStringStartsWith('%PDF-', $pdf, $path);
        $process = new Process(['pdftotext', '-layout', '-', '-']);
        $process->setInput($pdf)->mustRun();

        return (string) preg_replace('/\s+/u', ' ', $process->getOutput());
    }

    /** Makes the report of a job, and waits for it. */
    public static function report(Browser $b, string $job): string
    {
        $id = $b->driver->executeAsyncScript('const d = arguments[1]; fetch("/api/jobs/" + arguments[0] + "/reports", {method: "POST", headers: {"Content-Type": "application/json"}, body: "{}"}).then(r => r.json()).then(j => { const look = () => fetch("/api/reports/" + j.id).then(r => r.json()).then(k => k.ready ? d(j.id) : setTimeout(look, 200)); look() })', [$job]);
        Assert::assertIsString($id);

        return self::text($b, '/api/reports/'.$id.'/file');
    }
}
