<?php

declare(strict_types=1);

namespace Yew\Server\Live;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Yew\Core\Bench\MeterFunction;
use Yew\Server\Http\Body;
use Yew\Server\Http\Moment;
use Yew\Server\Http\Refused;
use Yew\Server\Instrument\Instruments;
use Yew\Server\Worker\Computations;

/** Questions to an instrument through the process beside the server, and how that process is. */
final readonly class InstrumentController
{
    public function __construct(private Instruments $instruments, private LiveLine $line, private Computations $computations, private ClockInterface $clock)
    {
    }

    #[Route('/api/instruments/{instrumentId}/identify', methods: ['POST'])]
    public function identify(string $instrumentId): JsonResponse
    {
        return new JsonResponse(['identity' => $this->line->identify($this->instruments->get($instrumentId)->id)]);
    }

    /** One reading of an instrument that hangs on no chassis: for the table of a dial. */
    #[Route('/api/instruments/{instrumentId}/reading', methods: ['POST'])]
    public function reading(string $instrumentId, Request $request): JsonResponse
    {
        $instrument = $this->instruments->get($instrumentId);
        $fields = Body::fields($request);
        $function = $fields->oneOf('function', MeterFunction::class);
        $fields->done();
        if (null !== $this->instruments->useOf($instrument)) {
            throw Refused::conflict(\sprintf('%s hangs on a chassis; it is left as it is.', $instrument->name));
        }
        $value = $this->line->reading($instrument->id, $function);

        return new JsonResponse(['value' => $value, 'kind' => null === $value ? 'overload' : 'value', 'unit' => $function->unit()->value, 'at' => Moment::text($this->clock->now())]);
    }

    /** What runs beside the server, and how it is. */
    #[Route('/api/status', methods: ['GET'])]
    public function status(): JsonResponse
    {
        $live = $this->line->status();

        return new JsonResponse(['serverTime' => Moment::text($this->clock->now()), 'live' => null === $live ? null : (object) $live, 'worker' => $this->computations->worker()]);
    }
}
