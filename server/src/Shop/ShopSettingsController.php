<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Core\Bench\Meter;
use Yew\Core\Owner\Prices;
use Yew\Core\Station\Practice;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Body;
use Yew\Server\Http\Moment;
use Yew\Server\Shop\Entity\ShopChange;
use Yew\Server\Wording\Wording;

/** How the shop works, for its owner to set (security.yaml holds everybody else off); everybody of the shop may read it. */
final readonly class ShopSettingsController
{
    public function __construct(private ShopSettings $settings, private ShopRecord $record, private Wording $wording, private ClockInterface $clock)
    {
    }

    #[Route('/api/shop/settings', methods: ['GET'])]
    public function settings(): JsonResponse
    {
        $shop = $this->settings->shop();
        $prices = $shop->prices();

        return new JsonResponse([
            'head' => [...$shop->head()->toArray(), 'words' => (object) $shop->head()->words],
            'prices' => $prices->toArray(),
            'costs' => array_map(static fn (string $station): array => ['station' => $station, ...$prices->costs($station)], array_keys($prices->work)),
            'practice' => $shop->practice()->toArray(),
            'counts' => HandMeter::COUNTS,
            'usualWords' => $this->wording->usualWords(),
            'changes' => array_map(static fn (ShopChange $c): array => ['at' => Moment::text($c->madeAt), 'personId' => $c->personId, 'what' => $c->what, 'about' => \in_array($c->what, ['meter', 'person'], true) && \is_string($c->after['name'] ?? null) ? $c->after['name'] : '', 'changed' => ChangedFields::of($c->before, $c->after)], $this->record->latest()),
        ]);
    }

    #[Route('/api/shop/head', methods: ['PUT'])]
    public function head(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $this->settings->callItself(ShopHead::decode(Body::fields($request)), $person->id);

        return $this->settings();
    }

    /** Schools of practice and the mains of the place. */
    #[Route('/api/shop/practice', methods: ['PUT'])]
    public function practice(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $this->settings->workBy(Practice::decode(Body::array($request)), $person->id);

        return $this->settings();
    }

    /** Hourly rate, tax, currency, openings and usual minutes. */
    #[Route('/api/shop/prices', methods: ['PUT'])]
    public function charge(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $this->settings->charge(Prices::decode(Body::array($request)), $person->id);

        return $this->settings();
    }

    #[Route('/api/shop/meters', methods: ['POST'])]
    public function meter(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $this->settings->list(HandMeter::decode(Body::fields($request)), $person->id);

        return new JsonResponse($this->settings()->getContent(), JsonResponse::HTTP_CREATED, [], true);
    }

    /** A technician's daily doing, and no setting of the shop. */
    #[Route('/api/meters/{meterId}/leads', methods: ['POST'])]
    public function leads(string $meterId, Request $request): Response
    {
        $fields = Body::fields($request);
        $ohms = $fields->number('ohms', 0.0, Meter::MOST_LEADS_OHMS);
        $fields->done();
        $this->settings->leads($meterId, $ohms, $this->clock->now());

        return new Response(null, Response::HTTP_NO_CONTENT);
    }

    #[Route('/api/shop/meters/{meterId}/retired', methods: ['POST'])]
    public function retire(string $meterId, #[CurrentUser] Person $person): JsonResponse
    {
        $this->settings->retire($meterId, $this->clock->now(), $person->id);

        return $this->settings();
    }
}
