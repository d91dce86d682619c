<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

use Yew\Core\Tube\Model\RectifierModel;

/** One way that a rectifier's current can take: from the core through a winding and its diodes into what hangs behind. */
final readonly class Path
{
    /**
     * @param array<int, float> $into      inputs of the load by number, with the sign of the current into each
     * @param int|null          $port      whose output it feeds; null for one that feeds none: a doubler's series capacitor being charged, a winding running into a shorted diode
     * @param float             $sign      1 where it conducts with the core positive, −1 with it negative
     * @param float             $turns     winding volts per volt of the core
     * @param float             $ohms      of winding and leads
     * @param float             $dropVolts of its diodes; of no account with a tube
     * @param string            $copper    wire whose resistance it shares with the other ways through it
     * @param bool              $bothWays  a shorted diode: it always conducts, backwards too
     */
    public function __construct(public array $into, public ?int $port, public float $sign, public float $turns, public float $ohms, public float $dropVolts, public ?RectifierModel $tube, public string $copper, public bool $bothWays = false)
    {
    }
}
