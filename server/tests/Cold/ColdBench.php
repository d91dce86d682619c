<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Cold;

use Yew\Core\Codec\Fields;

/** Tests written on the tape of one job, and what its boards say then. */
trait ColdBench
{
    private string $job;

    private function trial(string $test, string $part, string $subject, string $text, bool $lifted = false): Fields
    {
        return $this->write($this->job, 'trial', ['test' => $test, 'part' => $part, ...('' === $subject ? [] : ['subject' => $subject]), 'text' => $text, ...($lifted ? ['lifted' => true] : [])])->objects('entries')[0];
    }

    private function board(string $station): Fields
    {
        return $this->get($this->unitPath().'/stations/'.$station);
    }

    private function unitPath(): string
    {
        $unit = $this->em()->getConnection()->fetchOne('SELECT unit_id FROM job_unit WHERE job_id = ?', [$this->job]);
        self::assertIsString($unit);

        return '/api/jobs/'.$this->job.'/units/'.$unit;
    }

    private function item(string $station, string $part): Fields
    {
        foreach ($this->board($station)->objects('items') as $item) {
            if ($item->string('part') === $part) {
                return $item;
            }
        }
        self::fail('no '.$part.' at '.$station);
    }

    private function proveDead(float $minutesAgo): void
    {
        foreach ([$minutesAgo, $minutesAgo - 11, 1] as $ago) {
            foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
                $this->write($this->job, 'discharge-proof', ['island' => $island, 'text' => $text], $ago);
            }
        }
    }
}
