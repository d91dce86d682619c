<?php

declare(strict_types=1);

namespace Yew\Server\Access;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Symfony\Component\Security\Http\Event\LogoutEvent;
use Symfony\Component\Uid\Uuid;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Body;
use Yew\Server\Http\Problem;
use Yew\Server\Http\Refused;
use Yew\Server\Http\Room;

final readonly class AccessController
{
    public function __construct(private EntityManagerInterface $em, private UserPasswordHasherInterface $hasher, private string $stateDir, private Room $room)
    {
    }

    #[Route('/api/ping', methods: ['GET'])]
    public function ping(): JsonResponse
    {
        $opcache = \function_exists('opcache_get_status') ? opcache_get_status(false) : false;

        return new JsonResponse(['ok' => true, 'jit' => \is_array($opcache) && \is_array($opcache['jit'] ?? null) && true === ($opcache['jit']['on'] ?? null)]);
    }

    #[Route('/api/sign-in', name: 'sign_in', methods: ['POST'])]
    public function signIn(#[CurrentUser] ?Person $person): JsonResponse
    {
        $this->room->need(); // or the session could not be kept, and who just signed in would be nobody

        return null === $person ? new Problem(400, 'Not signed in', 'Send name and password as JSON.') : self::who($person);
    }

    #[Route('/api/sign-out', name: 'sign_out', methods: ['POST'])]
    public function signOut(): never
    {
        throw new \LogicException('The firewall answers this.');
    }

    #[Route('/api/me', methods: ['GET'])]
    public function me(#[CurrentUser] Person $person): JsonResponse
    {
        return self::who($person);
    }

    /** Who follows the stream of events: asked by the web server alone, which passes it on to the event process. */
    #[Route('/api/who', methods: ['GET'])]
    public function whoFollows(#[CurrentUser] Person $person): Response
    {
        return new Response(null, Response::HTTP_NO_CONTENT, ['X-Yew-Person' => $person->id]);
    }

    /** The first owner of an empty shop, by the one-time token that the start command printed. */
    #[Route('/api/setup', methods: ['POST'])]
    public function setup(Request $request): JsonResponse
    {
        $file = FirstOwnerToken::file($this->stateDir);
        $fields = Body::fields($request);
        $token = $fields->string('token', 100);
        $this->asFirst($file, $token);
        $name = trim($fields->string('name', 120));
        $signIn = mb_strtolower(trim($fields->string('signInName', 120)));
        $password = $fields->string('password', 200);
        $fields->done();
        Password::check($password);
        if ('' === $signIn) {
            throw Refused::badData('signInName', 'must not be empty');
        }
        $person = new Person(Uuid::v7()->toRfc4122(), $name, $signIn, Role::Owner);
        $person->setPassword($this->hasher->hashPassword($person, $password));
        $this->em->wrapInTransaction(function () use ($file, $token, $person): void {
            // One at a time from here: whoever waited looks again, and finds an owner.
            $this->em->getConnection()->executeStatement("SELECT pg_advisory_xact_lock(hashtext('first owner'))");
            $this->asFirst($file, $token);
            $this->em->persist($person);
        });
        @unlink($file);

        return self::who($person);
    }

    /** @throws Refused where the token is not the one that was printed, or the shop has somebody */
    private function asFirst(string $file, string $token): void
    {
        $kept = is_file($file) ? trim((string) file_get_contents($file)) : '';
        if ('' === $kept || !hash_equals($kept, $token) || 0 < $this->em->getRepository(Person::class)->count()) {
            throw Refused::gone('This address was used already, or the shop has an owner. Sign in instead.');
        }
    }

    #[AsEventListener(priority: 128)] // before the bundle's own redirect (64), which gives way to a response that is set
    public function onSignOut(LogoutEvent $event): void
    {
        $event->setResponse(new JsonResponse(null, 204));
    }

    private static function who(Person $person): JsonResponse
    {
        return new JsonResponse(['id' => $person->id, 'name' => $person->name, 'role' => $person->role()->value]);
    }
}
