<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Drawer\TubeState;
use Yew\Core\Reading\Verdict;
use Yew\Core\Safety\BrokenStop;
use Yew\Core\Safety\Refusal;
use Yew\Core\Safety\SocketProof;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\FittedTube;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Tubes\Designation;

/** Whether a tube may go into a socket, or two change places: never by pin-out alone (TUBE-4), and not after a red plate or lost bias before the sockets are proved (JUDGE-6, SAFE-5). */
final class TubeGate
{
    /** Grounds of another type that keep it out of the socket as it is wired. */
    private const KEEPS_OUT = [
        'other-base' => 'tube-other-base',
        'pin-of-another-electrode' => 'tube-other-pins', 'pin-without-electrode' => 'tube-other-pins', 'tie-point-on-electrode' => 'tube-other-pins',
        'heater-of-other-volts' => 'tube-other-heater',
    ];

    public static function refusal(FittedChange $change, Bench $then): ?Refusal
    {
        $pair = $change->swapped();

        return (null === $pair ? self::label($change, $then) : self::swap($pair, $then)) ?? self::type($change, $then);
    }

    /** A tube with a label is one: it is in the drawer, of the type that it has there, whole, and in no other socket (TUBE-2). */
    private static function label(FittedChange $change, Bench $then): ?Refusal
    {
        $label = $change->change['tubeId'] ?? null;
        if (!\is_string($label)) {
            return null;
        }
        $tube = $then->unit->labelled($label);
        $type = $change->change['type'] ?? null;
        $figures = ['label' => $label, 'position' => $change->target(), 'type' => $type, 'drawerType' => $tube?->type, 'standsAt' => $tube?->position, 'unitName' => $tube?->unitName];

        return match (true) {
            null === $tube => new Refusal('tube-label-unknown', $figures),
            TubeState::Scrapped === $tube->state => new Refusal('tube-label-scrapped', $figures),
            null !== $tube->unitId && !$tube->standsAt($then->unit->unitId(), $change->target()) => new Refusal('tube-label-elsewhere', $figures),
            !self::isOneType($type, $tube->type, $then) => new Refusal('tube-label-type', $figures),
            default => null,
        };
    }

    /** The same designation, or two names of one type. */
    private static function isOneType(mixed $type, string $other, Bench $then): bool
    {
        $known = \is_string($type) ? $then->unit->tubes()->find($type) : null;

        return $type === $other || (null !== $known && $known === $then->unit->tubes()->find($other));
    }

    /** @param array{string, string} $pair */
    private static function swap(array $pair, Bench $then): ?Refusal
    {
        $since = max([0.0, ...array_map(static fn (BrokenStop $b): float => $b->at, $then->state->broken)]);
        if (0.0 === $since) {
            return null;
        }
        foreach ($pair as $position) {
            $drawn = $then->facts()->drawn->tubes[$position] ?? null;
            $type = $then->unit->tubes()->find(self::standing($then->fitted(), $then)[$position] ?? '');
            $missing = null === $drawn ? 'circuit-not-known' : SocketProof::missing($drawn, $type, $then->readings(), $then->state->record->tests(), $since);
            if (null !== $missing) {
                return new Refusal('swap-'.$missing, ['position' => $position]);
            }
        }

        return null;
    }

    private static function type(FittedChange $change, Bench $then): ?Refusal
    {
        $changed = $then->fitted()->with($change);
        $reasons = $then->unit->substitutions($changed);
        $drawn = $then->unit->sheet()->tubes ?? [];
        foreach ($change->swapped() ?? [$change->target()] as $position) {
            foreach ($reasons[$position] ?? [] as $reason) {
                if (isset(self::KEEPS_OUT[$reason->code]) && \in_array($reason->verdict, [Verdict::Out, Verdict::Danger], true)) {
                    return new Refusal(self::KEEPS_OUT[$reason->code], [...$reason->figures, 'position' => $position, 'type' => self::standing($changed, $then)[$position] ?? '']);
                }
            }
            $is = Designation::read(self::standing($changed, $then)[$position] ?? '', $then->unit->tubes())->type;
            $was = isset($drawn[$position]) ? $then->unit->tubes()->find($drawn[$position]->type) : null;
            if (null !== $is && null !== $was && $is->base !== $was->base) {
                return new Refusal('tube-other-base', ['position' => $position, 'type' => $is->name, 'base' => $was->base, 'otherBase' => $is->base]);
            }
        }

        return null;
    }

    /** @return array<string, string> types by position, as far as somebody said */
    private static function standing(FittedChanges $changes, Bench $then): array
    {
        $types = array_map(static fn (TubePosition $t): string => $t->type, $then->unit->sheet()->tubes ?? []);

        return array_map(static fn (FittedTube $t): string => $t->type ?? '', $changes->tubes($types));
    }
}
