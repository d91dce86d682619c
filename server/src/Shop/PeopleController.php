<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Access\Invitations;
use Yew\Server\Access\Password;
use Yew\Server\Access\Role;
use Yew\Server\Http\Body;
use Yew\Server\Http\Refused;

/** The people of the shop, for its owner; one's own password, for everybody. */
final readonly class PeopleController
{
    public function __construct(private People $people, private Invitations $invitations, private EntityManagerInterface $em)
    {
    }

    #[Route('/api/shop/people', methods: ['GET'])]
    public function list(#[CurrentUser] Person $person): JsonResponse
    {
        if (Role::Owner !== $person->role()) {
            throw Refused::forbidden('Who may sign in is for the owner of the shop to see.');
        }

        return new JsonResponse(['people' => $this->people->all(), 'path' => null]);
    }

    #[Route('/api/shop/people', methods: ['POST'])]
    public function invite(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        return $this->invited($this->people->invite(Body::fields($request), $person->id));
    }

    #[Route('/api/shop/people/{id}/invitation', methods: ['POST'])]
    public function again(string $id, #[CurrentUser] Person $person): JsonResponse
    {
        return $this->invited($this->people->inviteAgain($id, $person->id));
    }

    #[Route('/api/shop/people/{id}/role', methods: ['PUT'])]
    public function role(string $id, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $fields = Body::fields($request);
        $role = $fields->oneOf('role', Role::class);
        $fields->done();
        $this->people->setRole($id, $role, $person->id);

        return new JsonResponse(['people' => $this->people->all(), 'path' => null]);
    }

    #[Route('/api/shop/people/{id}/access', methods: ['DELETE'])]
    public function end(string $id, #[CurrentUser] Person $person): JsonResponse
    {
        $this->people->end($id, $person->id);

        return new JsonResponse(['people' => $this->people->all(), 'path' => null]);
    }

    /** By the token of the one-time link alone; it stands behind the # of the address, which no server writes down. */
    #[Route('/api/invitation', methods: ['POST'])]
    public function accept(Request $request): JsonResponse
    {
        $fields = Body::fields($request);
        [$token, $password] = [$fields->string('token', 100), $fields->string('password', Password::MOST)];
        $fields->done();
        $person = $this->invitations->accept($token, $password);

        return new JsonResponse(['name' => $person->name, 'signInName' => $person->signInName]);
    }

    /** One's own password; every session of this person ends, this one too. */
    #[Route('/api/password', methods: ['POST'])]
    public function password(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $fields = Body::fields($request);
        [$now, $new] = [$fields->string('now', Password::MOST), $fields->string('password', Password::MOST)];
        $fields->done();
        if (!$this->invitations->isPassword($person, $now)) {
            throw Refused::badData('', 'This is not your password.');
        }
        $this->invitations->setPassword($person, $new);
        $this->invitations->close($person);
        $this->em->flush();

        return new JsonResponse(['name' => $person->name, 'signInName' => $person->signInName]);
    }

    private function invited(string $token): JsonResponse
    {
        return new JsonResponse(['people' => $this->people->all(), 'path' => '/welcome#'.$token], JsonResponse::HTTP_CREATED);
    }
}
