<?php

declare(strict_types=1);

namespace Yew\Core\Substitution;

use Yew\Core\Circuit\Compile\NodeMap;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Tube\TubeType;

/** Whether another type goes into a socket as it is wired: base, every pin, and pins that stood free (TUBE-4). */
final class SocketFit
{
    /** What a data sheet writes at a pin that leads nowhere. */
    private const FREE = 'none';
    /** An electrode that works without a wire of its own: a pin that was wired for it may lead nowhere. */
    private const WITHOUT_HARM = ['suppressor', 'shield'];

    /** @return list<Reason> none where both are wired alike */
    public static function judge(TubeType $fitted, TubeType $other, Netlist $netlist, string $position): array
    {
        if ($fitted->base !== $other->base) {
            return [new Reason('other-base', Verdict::Out, ['tube' => $position, 'base' => $fitted->base, 'otherBase' => $other->base])];
        }
        $wired = NodeMap::of($netlist);
        $reasons = [];
        $pins = array_unique([...array_keys($fitted->pins), ...array_keys($other->pins)]);
        sort($pins);
        foreach ($pins as $pin) {
            [$was, $is] = [self::at($fitted, $pin), self::at($other, $pin)];
            $figures = ['tube' => $position, 'pin' => (string) $pin, 'electrode' => $was, 'otherElectrode' => $is];
            if ($was === $is || (self::FREE === $is && \in_array($was, self::WITHOUT_HARM, true))) {
                continue;
            }
            $reasons[] = match (true) {
                self::FREE === $is => new Reason('pin-without-electrode', Verdict::Out, $figures),
                self::FREE !== $was => new Reason('pin-of-another-electrode', Verdict::Danger, $figures),
                // A free pin is a good tie point: what hangs there would then hang on the electrode.
                $wired->has($position.'.'.$pin) => new Reason('tie-point-on-electrode', Verdict::Danger, $figures),
                default => new Reason('free-pin-on-electrode', Verdict::CannotSay, $figures),
            };
        }

        return $reasons;
    }

    /** A rectifier's cathode inside or outside of its heater takes the same wire. */
    private static function at(TubeType $type, int $pin): string
    {
        $electrode = $type->pins[$pin] ?? self::FREE;

        return 'heater and cathode' === $electrode ? 'heater' : $electrode;
    }
}
