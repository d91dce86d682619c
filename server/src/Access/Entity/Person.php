<?php

declare(strict_types=1);

namespace Yew\Server\Access\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;
use Yew\Server\Access\Role;

/** Someone who works in the shop. The tape names people by this id only. */
#[ORM\Entity]
#[ORM\Table(name: 'person')]
class Person implements UserInterface, PasswordAuthenticatedUserInterface
{
    #[ORM\Column(length: 255)]
    private string $password = '';

    /** @param non-empty-string $signInName */
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(length: 120)]
        public readonly string $name,
        #[ORM\Column(length: 120, unique: true)]
        public readonly string $signInName,
        #[ORM\Column(length: 20, enumType: Role::class)]
        private Role $role,
        #[ORM\Column(type: 'instant', nullable: true)]
        private ?\DateTimeImmutable $endedAt = null,
    ) {
    }

    public function role(): Role
    {
        return $this->role;
    }

    public function become(Role $role): void
    {
        $this->role = $role;
    }

    /** Whether a password was ever set and the access has not been ended. */
    public function maySignIn(): bool
    {
        return '' !== $this->password && null === $this->endedAt;
    }

    public function hasEnded(): bool
    {
        return null !== $this->endedAt;
    }

    /** What this person wrote stays theirs; a session of theirs ends with the password. */
    public function end(\DateTimeImmutable $at): void
    {
        $this->endedAt ??= $at;
        $this->password = '';
    }

    /** By an invitation only: the old password is gone. */
    public function takeBack(): void
    {
        $this->endedAt = null;
    }

    public function getUserIdentifier(): string
    {
        return $this->signInName;
    }

    public function getRoles(): array
    {
        return [$this->role->granted()];
    }

    public function getPassword(): string
    {
        return $this->password;
    }

    public function setPassword(string $hash): void
    {
        $this->password = $hash;
    }

    /** Still in the interface in 7.4; the attribute silences its deprecation. */
    #[\Deprecated]
    public function eraseCredentials(): void
    {
    }
}
