<?php

declare(strict_types=1);

namespace Yew\Server\Access;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Server\Access\Entity\Invitation;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\LinkToken;
use Yew\Server\Http\Refused;

/** One-time links by which somebody sets a password: at first, or when the old one is forgotten. */
final readonly class Invitations
{
    private const VALID_DAYS = 7;

    public function __construct(private EntityManagerInterface $em, private UserPasswordHasherInterface $hasher, private ClockInterface $clock)
    {
    }

    /** @return string the token, told this once and kept nowhere; an earlier link of the same person is dead */
    public function invite(Person $person, string $by): string
    {
        $this->close($person);
        $token = LinkToken::make();
        $now = $this->clock->now();
        $this->em->persist(new Invitation(Uuid::v7()->toRfc4122(), $person->id, LinkToken::hash($token), $now->modify('+'.self::VALID_DAYS.' days'), $now, $by));

        return $token;
    }

    /** No link of this person opens anything from now on. */
    public function close(Person $person): void
    {
        foreach ($this->em->getRepository(Invitation::class)->findBy(['personId' => $person->id, 'closedAt' => null]) as $earlier) {
            $earlier->close($this->clock->now());
        }
    }

    /** @return list<string> ids of people with a link that is still open */
    public function open(): array
    {
        $open = array_filter($this->em->getRepository(Invitation::class)->findBy(['closedAt' => null]), fn (Invitation $i): bool => $i->isOpen($this->clock->now()));

        return array_values(array_map(static fn (Invitation $i): string => $i->personId, $open));
    }

    /** @throws Refused where the link is none, was used, was taken back or has expired: the answer does not tell which */
    public function accept(string $token, string $password): Person
    {
        return $this->em->wrapInTransaction(function () use ($token, $password): Person {
            // Two at once: the second waits, and finds it used.
            $id = $this->em->getConnection()->fetchOne('SELECT id FROM invitation WHERE token_hash = ? FOR UPDATE', [LinkToken::hash($token)]);
            $invitation = \is_string($id) ? $this->em->find(Invitation::class, $id) : null;
            $now = $this->clock->now();
            $person = null === $invitation || !$invitation->isOpen($now) ? null : $this->em->find(Person::class, $invitation->personId);
            if (null === $invitation || null === $person) {
                throw Refused::gone('This link is no longer open. Ask the owner of the shop for another.');
            }
            Password::check($password);
            $invitation->close($now);
            $person->takeBack();
            $this->setPassword($person, $password);

            return $person;
        });
    }

    public function setPassword(Person $person, string $password): void
    {
        Password::check($password);
        $person->setPassword($this->hasher->hashPassword($person, $password));
    }

    public function isPassword(Person $person, string $password): bool
    {
        return $this->hasher->isPasswordValid($person, $password);
    }
}
