<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Report;

use Symfony\Component\Process\Process;

/** The report of a job as its owner gets it, and the words in it. */
trait MadeReport
{
    private function pdf(string $job): string
    {
        $report = $this->post('/api/jobs/'.$job.'/reports', []);
        $this->workOff();
        $this->client->request('GET', '/api/reports/'.$report->string('id').'/file');

        return (string) $this->client->getResponse()->getContent();
    }

    private static function text(string $pdf): string
    {
        $process = new Process(['pdftotext', '-layout', '-', '-']);
        $process->setInput($pdf)->mustRun();

        return (string) preg_replace('/\s+/', ' ', $process->getOutput());
    }
}
