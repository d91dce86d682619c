<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

/** The figures that a transformer’s tests gave, as far as they were taken. */
final readonly class IronMeasured
{
    /**
     * @param list<TapRatio>     $taps           by nominal ohms
     * @param float|null         $impedanceOhms  mean of what the taps tell
     * @param float|null         $bandOhms       half of its 95 % band
     * @param float|null         $primaryHenries of an output transformer
     * @param list<OffLoadVolts> $offLoad        of a power transformer’s windings
     * @param float|null         $madeForVolts   mains for which the windings would give their drawn volts
     * @param float|null         $henries        of a choke
     */
    public function __construct(public array $taps = [], public ?float $impedanceOhms = null, public ?float $bandOhms = null, public ?float $primaryHenries = null, public array $offLoad = [], public ?float $madeForVolts = null, public ?float $henries = null)
    {
    }

    /** @return array<string, mixed> as docs/formats/compute/judge-transformer.out.json: only what the role has */
    public function toArray(string $role): array
    {
        return match ($role) {
            'output' => ['impedanceOhms' => $this->impedanceOhms, 'impedanceBandOhms' => $this->bandOhms, 'taps' => array_map(static fn (TapRatio $t): array => $t->toArray(), $this->taps), 'primaryHenries' => $this->primaryHenries],
            'power' => ['windings' => array_map(static fn (OffLoadVolts $v): array => $v->toArray(), $this->offLoad), 'madeForVolts' => $this->madeForVolts],
            default => null === $this->henries ? [] : ['henries' => $this->henries],
        };
    }
}
