<?php

declare(strict_types=1);

namespace Yew\Server\Drawer;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Drawer\DrawerRow;
use Yew\Core\Drawer\DrawerTest;
use Yew\Core\Drawer\TrayLine;
use Yew\Core\Drawer\TubeLabel;
use Yew\Core\Drawer\TubeState;
use Yew\Core\Estimate\MinorUnits;
use Yew\Core\Quantity\CannotRead;
use Yew\Server\Drawer\Entity\Tube;
use Yew\Server\Drawer\Entity\TubeEntry;
use Yew\Server\Drawer\Entity\TubeTest;
use Yew\Server\Http\Refused;

/** What people put into the drawer and say of its tubes: every change is an entry with hand and date. */
final readonly class DrawerDesk
{
    /** Of one tray. */
    public const MOST_IN_A_TRAY = 200;

    public function __construct(private EntityManagerInterface $em, private TubeShelf $shelf, private ClockInterface $clock)
    {
    }

    /**
     * A tray of tubes of one type, all or none: a line that cannot be read is said with its number.
     *
     * @param Fields $tray {id, type, maker, state, tester, price?, lines}
     *
     * @return list<string> labels, in the order of the lines
     *
     * @throws BadData
     */
    public function addTray(Fields $tray, string $personId): array
    {
        $id = $tray->string('id', 36);
        if (!Uuid::isValid($id)) {
            throw $tray->fault('id', 'a UUID belongs here');
        }
        $row = ['type' => $tray->string('type', 20), 'maker' => $tray->optionalText('maker'), 'state' => $tray->string('state', 20), 'price' => $tray->optionalText('price')];
        $head = DrawerRow::read($row);
        $tester = $tray->optionalText('tester');
        $lines = $tray->strings('lines', self::MOST_IN_A_TRAY);
        $tray->done();
        if ([] === $lines) {
            throw $tray->fault('lines', 'a tray holds a tube at least');
        }
        $read = [];
        foreach ($lines as $i => $line) {
            try {
                $typed = TrayLine::read($line);
                $read[] = [$typed->label, DrawerTest::typed($tester, $typed->figures)];
            } catch (BadData|CannotRead $e) {
                throw Refused::badData('lines['.$i.']', \sprintf('line %d, “%s”: %s', $i + 1, mb_substr($line, 0, 40), $e instanceof BadData ? $e->sentence : $e->getMessage()));
            }
        }

        return $this->em->wrapInTransaction(function () use ($id, $head, $read, $personId): array {
            $this->lock();
            // Sent twice, as when the answer was lost: the tray is there once.
            $known = $this->em->getConnection()->fetchFirstColumn("SELECT label FROM tube_entry WHERE kind = 'added' AND payload->>'tray' = ? ORDER BY label", [$id]);
            if ([] !== $known) {
                return array_values(array_filter($known, is_string(...)));
            }
            $labels = [];
            $taken = $this->taken();
            $next = $this->nextLabel();
            foreach ($read as [$label, $test]) {
                if (null !== $label && isset($taken['#'.$label])) {
                    throw Refused::conflict(\sprintf('%s is there already. Nothing was stored.', $label));
                }
                while (null === $label && isset($taken['#'.$next])) {
                    $next = TubeLabel::after($next);
                }
                $label ??= $next;
                $taken['#'.$label] = true;
                $this->put($labels[] = $label, $head, $test, $personId, ['tray' => $id]);
            }

            return $labels;
        });
    }

    /**
     * Rows of a file: what can be read goes in, unless all must.
     *
     * @param list<array<string, string>> $rows by column
     *
     * @return array{added: int, faults: list<array{line: int, reason: string}>}
     */
    public function import(array $rows, bool $allOrNothing, string $personId): array
    {
        $good = $faults = [];
        foreach ($rows as $i => $row) {
            try {
                $good[$i + 2] = DrawerRow::read($row); // the first line of the file names the columns
            } catch (BadData|CannotRead $e) {
                $faults[] = ['line' => $i + 2, 'reason' => $e instanceof BadData ? trim($e->path.': '.$e->sentence, ': ') : $e->getMessage()];
            }
        }

        return $this->em->wrapInTransaction(function () use ($good, $faults, $allOrNothing, $personId): array {
            $this->lock();
            $taken = $this->taken();
            foreach ($good as $line => $row) {
                if (null !== $row->label && isset($taken['#'.$row->label])) {
                    $faults[] = ['line' => $line, 'reason' => \sprintf('label: %s is there already', $row->label)];
                    unset($good[$line]);
                } elseif (null !== $row->label) {
                    $taken['#'.$row->label] = true;
                }
            }
            usort($faults, static fn (array $a, array $b): int => $a['line'] <=> $b['line']);
            if ($allOrNothing && [] !== $faults) {
                return ['added' => 0, 'faults' => $faults];
            }
            $count = 0;
            $next = $this->nextLabel();
            foreach ($good as $row) {
                while (null === $row->label && isset($taken['#'.$next])) {
                    $next = TubeLabel::after($next);
                }
                $taken['#'.($row->label ?? $next)] = true;
                $this->put($row->label ?? $next, $row, $row->test, $personId);
                if (0 === ++$count % 500) {
                    $this->em->flush();
                    $this->em->clear();
                }
            }

            return ['added' => $count, 'faults' => $faults];
        });
    }

    /**
     * What somebody says of one tube.
     *
     * @param Fields $said {id, kind: state | price | note | corrected | test, …}
     *
     * @throws BadData
     */
    public function say(string $label, Fields $said, string $personId): void
    {
        $id = $said->string('id', 36);
        if (!Uuid::isValid($id)) {
            throw $said->fault('id', 'a UUID belongs here');
        }
        $this->em->wrapInTransaction(function () use ($label, $said, $id, $personId): void {
            $tube = $this->em->find(Tube::class, $label, LockMode::PESSIMISTIC_WRITE) ?? throw Refused::notFound('tube in the drawer');
            $at = $this->clock->now();
            $kind = $said->string('kind', 20);
            if (null !== $this->em->find(TubeEntry::class, $id) || null !== $this->em->find(TubeTest::class, $id)) {
                return;
            }
            if ('test' === $kind) {
                $test = DrawerTest::typed($said->optionalText('tester'), $said->string('text', 120), $said->optionalText('half'));
                $this->em->persist(new TubeTest($id, $label, $at, $personId, $test->toArray()));

                return;
            }
            $payload = match ($kind) {
                'state' => $this->becomes($tube, $said, $at),
                'price' => ['priceMinor' => self::priced($tube, $said)],
                'note' => ['text' => $said->string('text', 400)],
                'corrected' => self::corrected($tube, $said),
                default => throw $said->fault('kind', 'state, price, note, corrected or test belongs here'),
            };
            $this->em->persist(new TubeEntry($id, $label, $at, $personId, $kind, $payload));
        });
    }

    /** @return array<string, mixed> */
    private function becomes(Tube $tube, Fields $said, \DateTimeImmutable $at): array
    {
        $state = $said->oneOf('state', TubeState::class);
        if (!$state->mayBeSaid()) {
            throw $said->fault('state', 'that it stands in a socket is said at the amplifier');
        }
        $here = $this->shelf->find($tube->label);
        if (null !== $here?->unitId) {
            throw Refused::conflict(\sprintf('%s stands in %s of %s: take it out there first.', $tube->label, $here->position, $here->unitName));
        }
        $tube->becomes($state, $at);

        return ['state' => $state->value, 'why' => $said->optionalText('why')];
    }

    private static function priced(Tube $tube, Fields $said): int
    {
        $price = MinorUnits::read($said->string('price', 20));
        $tube->costs($price);

        return $price;
    }

    /** @return array<string, mixed> */
    private static function corrected(Tube $tube, Fields $said): array
    {
        $row = DrawerRow::read(['type' => $said->string('type', 20), 'maker' => $said->optionalText('maker')]);
        $before = ['type' => $tube->type(), 'maker' => $tube->maker()];
        $tube->corrected($row->type, $row->maker);

        return ['type' => $row->type, 'maker' => $row->maker, 'before' => $before];
    }

    /** @param array<string, mixed> $more of its first entry */
    private function put(string $label, DrawerRow $row, ?DrawerTest $test, string $personId, array $more = []): void
    {
        $at = $this->clock->now();
        $this->em->persist(new Tube($label, $row->type, $row->maker, $row->state, $at, $row->priceMinor, $at));
        $this->em->persist(new TubeEntry(Uuid::v7()->toRfc4122(), $label, $at, $personId, 'added', ['type' => $row->type, 'maker' => $row->maker, 'state' => $row->state->value, 'priceMinor' => $row->priceMinor, ...$more]));
        if (null !== $test) {
            $this->em->persist(new TubeTest(Uuid::v7()->toRfc4122(), $label, $at, $personId, $test->toArray()));
        }
    }

    /** @return array<string, true> labels that there are, behind # */
    private function taken(): array
    {
        return array_fill_keys(array_map(static fn (mixed $l): string => '#'.(\is_string($l) ? $l : ''), $this->em->getConnection()->fetchFirstColumn('SELECT label FROM tube')), true);
    }

    /** The label that a tube without one gets: after the highest of the usual form. */
    public function nextLabel(): string
    {
        $highest = $this->em->getConnection()->fetchOne("SELECT label FROM tube WHERE label ~ '^T[0-9]{3,9}\$' ORDER BY length(label) DESC, label DESC LIMIT 1");

        return TubeLabel::after(\is_string($highest) ? $highest : null);
    }

    /** One at a time: labels follow one another. */
    private function lock(): void
    {
        $this->em->getConnection()->executeStatement('LOCK TABLE tube IN SHARE ROW EXCLUSIVE MODE');
    }
}
