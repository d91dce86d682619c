<?php

declare(strict_types=1);

namespace Yew\Server\Station;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Yew\Core\Station\Stations;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Jobs;
use Yew\Server\Tape\Benches;

/** The boards of all stations. */
final readonly class StationController
{
    public function __construct(private Jobs $jobs, private StationView $view, private PowerView $power, private BiasView $bias, private OutputView $outputs, private SettingView $settings, private Benches $benches, private Stations $stations)
    {
    }

    #[Route('/api/jobs/{jobId}/units/{unitId}/stations/{station}', methods: ['GET'])]
    public function station(string $jobId, string $unitId, string $station): JsonResponse
    {
        if (!$this->stations->has($station)) {
            throw Refused::notFound('station of this bench');
        }

        return new JsonResponse($this->view->of($this->benches->of($this->jobs->unit($jobId, $unitId)), $station));
    }

    /** How far each station is, for the path. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/stations', methods: ['GET'])]
    public function summary(string $jobId, string $unitId): JsonResponse
    {
        return new JsonResponse($this->view->summary($this->benches->of($this->jobs->unit($jobId, $unitId))));
    }

    /** The way up: gates, stops, what was read, what may come. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/power', methods: ['GET'])]
    public function power(string $jobId, string $unitId): JsonResponse
    {
        return new JsonResponse($this->power->of($this->benches->of($this->jobs->unit($jobId, $unitId))));
    }

    /** What comes up when, switched on cold at full mains. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/power/rise', methods: ['GET'])]
    public function rise(string $jobId, string $unitId): JsonResponse
    {
        return new JsonResponse(['rise' => $this->power->rise($this->benches->of($this->jobs->unit($jobId, $unitId)))]);
    }

    /** How the output tubes idle. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/bias', methods: ['GET'])]
    public function bias(string $jobId, string $unitId): JsonResponse
    {
        return new JsonResponse($this->bias->of($this->benches->of($this->jobs->unit($jobId, $unitId))));
    }

    /** Where the tubes of a stage would go if its bias were moved. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/bias/{stage}', methods: ['GET'])]
    public function biasSweep(string $jobId, string $unitId, string $stage, Request $request): JsonResponse
    {
        return new JsonResponse($this->bias->sweep($this->benches->of($this->jobs->unit($jobId, $unitId)), $stage, self::part($request)));
    }

    /** How far what sets the bias of a stage reaches, what belongs there instead, and what is to be known before. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/bias/{stage}/setting', methods: ['GET'])]
    public function biasSetting(string $jobId, string $unitId, string $stage, Request $request): JsonResponse
    {
        return new JsonResponse($this->settings->of($this->benches->of($this->jobs->unit($jobId, $unitId)), $stage, self::part($request)));
    }

    /** What an output stage should give, into the load on it or another, with its tubes or others. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/bias/{stage}/power', methods: ['GET'])]
    public function stagePower(string $jobId, string $unitId, string $stage, Request $request): JsonResponse
    {
        $load = $request->query->getString('loadOhms');
        $type = $request->query->getString('type');
        if ('' !== $load && !is_numeric($load)) {
            throw Refused::badData('loadOhms', \sprintf('“%s” are no ohms', mb_substr($load, 0, 20)));
        }

        return new JsonResponse($this->outputs->of($this->benches->of($this->jobs->unit($jobId, $unitId)), $stage, '' === $load ? null : (float) $load, '' === $type ? null : mb_substr($type, 0, 20)));
    }

    /** What is turned or changed, of several. */
    private static function part(Request $request): ?string
    {
        $part = $request->query->getString('part');

        return '' === $part ? null : mb_substr($part, 0, 40);
    }
}
