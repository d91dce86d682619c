<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Access\Invitations;
use Yew\Server\Access\Role;
use Yew\Server\Http\Refused;

/** Who works in the shop: invited by a one-time link, with a role, until their access ends; what they wrote stays theirs. */
final readonly class People
{
    private const MOST = 200;

    public function __construct(private EntityManagerInterface $em, private Invitations $invitations, private ShopRecord $record, private ClockInterface $clock)
    {
    }

    /** @return list<array{id: string, name: string, signInName: string, role: string, access: string}> */
    public function all(): array
    {
        $invited = $this->invitations->open();

        return array_map(static fn (Person $p): array => [
            'id' => $p->id, 'name' => $p->name, 'signInName' => $p->signInName, 'role' => $p->role()->value,
            'access' => match (true) {
                \in_array($p->id, $invited, true) => $p->maySignIn() ? 'new-password' : 'invited',
                $p->maySignIn() => 'yes',
                default => $p->hasEnded() ? 'ended' : 'expired',
            },
        ], $this->em->getRepository(Person::class)->findBy([], ['name' => 'ASC', 'id' => 'ASC']));
    }

    /**
     * @param Fields $fields {name, signInName, role}
     *
     * @return string the token of the one-time link
     *
     * @throws BadData
     */
    public function invite(Fields $fields, string $by): string
    {
        $name = trim($fields->string('name', 120));
        $signIn = mb_strtolower(trim($fields->string('signInName', 120)));
        $role = $fields->oneOf('role', Role::class);
        $fields->done();
        if ('' === $name) {
            throw $fields->fault('name', 'a name belongs here');
        }
        if (1 !== preg_match('/^[^\s\p{C}]+$/Du', $signIn)) {
            throw $fields->fault('signInName', 'one word, without spaces');
        }

        return $this->em->wrapInTransaction(function () use ($name, $signIn, $role, $by): string {
            $this->oneAtATime();
            $people = $this->em->getRepository(Person::class);
            if (null !== $people->findOneBy(['signInName' => $signIn])) {
                throw Refused::conflict(\sprintf('Somebody signs in as “%s” already.', $signIn));
            }
            if ($people->count() >= self::MOST) {
                throw Refused::conflict(\sprintf('%d people are listed; more are not.', self::MOST));
            }
            $person = new Person(Uuid::v7()->toRfc4122(), $name, $signIn, $role);
            $this->em->persist($person);
            $this->record->changed($by, 'person', [], self::told($person));

            return $this->invitations->invite($person, $by);
        });
    }

    /** A further one-time link: for a password that was forgotten, a link that ran out, or somebody who comes back. */
    public function inviteAgain(string $id, string $by): string
    {
        return $this->em->wrapInTransaction(function () use ($id, $by): string {
            $person = $this->person($id);
            $this->record->changed($by, 'person', self::told($person), [...self::told($person), 'access' => 'a new link']);

            return $this->invitations->invite($person, $by);
        });
    }

    public function setRole(string $id, Role $role, string $by): void
    {
        $this->change($id, $by, function (Person $person) use ($role): void {
            if (Role::Owner !== $role) {
                $this->keepAnOwner($person);
            }
            $person->become($role);
        });
    }

    public function end(string $id, string $by): void
    {
        $this->change($id, $by, function (Person $person): void {
            $this->keepAnOwner($person);
            $person->end($this->clock->now());
            $this->invitations->close($person);
        });
    }

    /** @param callable(Person): void $change */
    private function change(string $id, string $by, callable $change): void
    {
        $this->em->wrapInTransaction(function () use ($id, $by, $change): void {
            $this->oneAtATime();
            $person = $this->person($id);
            $before = self::told($person);
            $change($person);
            $this->record->changed($by, 'person', $before, self::told($person));
        });
    }

    /** @throws Refused where nobody else could set how the shop works */
    private function keepAnOwner(Person $person): void
    {
        $others = array_filter($this->em->getRepository(Person::class)->findBy(['role' => Role::Owner]), static fn (Person $p): bool => $p->id !== $person->id && $p->maySignIn());
        if ([] === $others && Role::Owner === $person->role()) {
            throw Refused::conflict('The shop needs an owner who can sign in. Make somebody else its owner first.');
        }
    }

    private function person(string $id): Person
    {
        $person = Uuid::isValid($id) ? $this->em->find(Person::class, $id) : null;
        if (null === $person) {
            throw Refused::notFound('person');
        }
        $this->em->refresh($person);

        return $person;
    }

    /** Two owners who end each other's access at once must not both succeed. */
    private function oneAtATime(): void
    {
        $this->em->getConnection()->executeStatement("SELECT pg_advisory_xact_lock(hashtext('people'))");
    }

    /** @return array<string, string> as the record has it */
    private static function told(Person $person): array
    {
        return ['name' => $person->name, 'role' => $person->role()->value, 'access' => $person->hasEnded() ? 'ended' : 'yes'];
    }
}
