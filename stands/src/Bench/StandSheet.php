<?php

declare(strict_types=1);

namespace Yew\Stands\Bench;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Fault\Fault;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\Time\Fuse;
use Yew\Core\Codec\BadData;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Stands\Amplifier\BenchUnit;
use Yew\Stands\Amplifier\Dial;
use Yew\Stands\Amplifier\LooseFault;
use Yew\Stands\Amplifier\Sample;

/** Makes a unit of a sheet. */
final readonly class StandSheet
{
    /** Faults that come and go by their nature: what a tap moves. */
    private const LOOSE_KINDS = ['contact-bad', 'joint-bad', 'tube-microphonic'];
    /** Where the sheet names no mains fuse, amperes: it never opens before the transformer would. */
    private const UNNAMED_FUSE = 3.0;

    private function __construct(public Sheet $sheet, public AsFitted $drawn, private TubeCatalogue $tubes)
    {
    }

    /**
     * @param array<mixed> $data a sheet document
     *
     * @throws BadData also for a sheet without a circuit
     */
    public static function decode(array $data, TubeCatalogue $tubes): self
    {
        $sheet = (new SheetCodec($tubes))->decode($data);
        $circuit = $sheet->circuit ?? throw BadData::at('circuit', 'this sheet holds no circuit: nothing can be simulated from its values alone');

        return new self($sheet, AsFitted::drawn($circuit->netlist), $tubes);
    }

    /**
     * @param list<string> $faults as FaultCatalogue::read() takes them
     * @param list<string> $loose  likewise, that come and go
     * @param bool         $hidden draw one where none is stated
     *
     * @throws BadData for a fault that cannot be
     */
    public function unit(int $seed, array $faults, array $loose, bool $hidden): BenchUnit
    {
        $sample = Sample::of($this->drawn->netlist, $seed);
        $stated = array_map(fn (string $text): Fault => FaultCatalogue::read($text, $sample, $this->tubes), $faults);
        $coming = array_map(fn (string $text): Fault => FaultCatalogue::read($text, $sample, $this->tubes), $loose);
        if ($hidden && [] === $stated && [] === $coming) {
            $all = FaultCatalogue::of($sample, $this->tubes);
            $drawn = $all[Sample::chance($seed, 'fault')->getInt(0, \count($all) - 1)];
            \in_array($drawn->kind->id(), self::LOOSE_KINDS, true) ? $coming = [$drawn] : $stated = [$drawn];
        }
        if (\count($stated) + \count($coming) > FaultCatalogue::MOST_AT_ONCE) {
            throw BadData::at('fault', \sprintf('at most %d at once', FaultCatalogue::MOST_AT_ONCE));
        }

        return new BenchUnit($sample, $this->tubes, $this->sheet->printedMains[0], $this->fuse(), Dial::drawn($this->sheet->printedMains[0], $seed), $stated, array_map(static fn (Fault $f, int $i): LooseFault => new LooseFault($f, Sample::chance($seed, 'loose '.$i)), $coming, array_keys($coming)), $seed);
    }

    private function fuse(): Fuse
    {
        foreach ($this->sheet->fuses as $fuse) {
            if ('mains' === $fuse->place) {
                return Fuse::rated($fuse->printedAmperes, !\in_array($fuse->characteristic, ['F', 'FF'], true));
            }
        }

        return Fuse::rated(self::UNNAMED_FUSE, true);
    }
}
