<?php

declare(strict_types=1);

namespace Yew\Stands\Tests;

use Yew\Core\Tube\TubeCatalogue;
use Yew\Stands\Amplifier\BenchUnit;
use Yew\Stands\Bench\Stand;
use Yew\Stands\Bench\StandSheet;
use Yew\Stands\Bench\TruthLog;
use Yew\Stands\Instrument\Scpi;

/** Stands of the demo sheets, with what a test asks of them. */
final class StandFixture
{
    public readonly BenchUnit $unit;

    public readonly Stand $stand;

    /**
     * @param list<string> $faults
     * @param list<string> $loose
     */
    public function __construct(string $sheet = 'lantern-30', int $seed = 4, array $faults = [], array $loose = [], bool $hidden = false, ?TruthLog $log = null)
    {
        $this->unit = self::sheet($sheet)->unit($seed, $faults, $loose, $hidden);
        $this->stand = new Stand($this->unit, $log ?? new TruthLog(null), $seed);
    }

    public static function sheet(string $name): StandSheet
    {
        return StandSheet::decode(self::json(\dirname(__DIR__, 2).'/server/demo/sheets/'.$name.'.sheet.json'), self::tubes());
    }

    public static function tubes(): TubeCatalogue
    {
        static $tubes = null;

        return $tubes instanceof TubeCatalogue ? $tubes : $tubes = TubeCatalogue::open(self::json(\dirname(__DIR__, 2).'/core/data/tubes.json'));
    }

    /** What hands do, one after the other; the last answer. */
    public function hands(string ...$lines): string
    {
        $answer = '';
        foreach ($lines as $line) {
            $answer = $this->stand->hands->line($line);
        }

        return $answer;
    }

    public function scpi(string $instrument): Scpi
    {
        foreach ($this->stand->instruments as $one) {
            if ($one->name() === $instrument) {
                return $one->scpi();
            }
        }
        throw new \LogicException('no '.$instrument);
    }

    public function reads(string $instrument): float
    {
        return (float) $this->scpi($instrument)->line('READ?');
    }

    /** @return array<mixed> */
    public static function json(string $path): array
    {
        $data = json_decode((string) file_get_contents($path), true);

        return \is_array($data) ? $data : throw new \LogicException($path);
    }
}
