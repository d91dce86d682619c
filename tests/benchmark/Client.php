<?php

declare(strict_types=1);

namespace Yew\Benchmark;

use Symfony\Component\Uid\Uuid;

/** One client over one kept connection, signed in as the demo technician. */
final class Client
{
    private readonly \CurlHandle $curl;
    private int $counter = 0;

    /** @param non-empty-string $base */
    public function __construct(private readonly string $base)
    {
        $this->curl = curl_init();
        curl_setopt_array($this->curl, [\CURLOPT_RETURNTRANSFER => true, \CURLOPT_COOKIEFILE => '', \CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Origin: '.$base]]);
        $this->post('/api/sign-in', ['name' => 'idris.demo', 'password' => 'yew-bench-demo']);
    }

    public function get(string $path): mixed
    {
        curl_setopt_array($this->curl, [\CURLOPT_URL => $this->base.$path, \CURLOPT_HTTPGET => true]);

        return json_decode((string) curl_exec($this->curl), true);
    }

    /** @param array<string, mixed> $body */
    public function post(string $path, array $body): mixed
    {
        curl_setopt_array($this->curl, [\CURLOPT_URL => $this->base.$path, \CURLOPT_POST => true, \CURLOPT_POSTFIELDS => json_encode($body, \JSON_THROW_ON_ERROR)]);
        $answer = json_decode((string) curl_exec($this->curl), true);
        if (curl_getinfo($this->curl, \CURLINFO_RESPONSE_CODE) >= 400) {
            throw new \RuntimeException($path.': '.json_encode($answer));
        }

        return $answer;
    }

    public function read(string $jobId, string $unitId, string $place, string $text): void
    {
        $this->post('/api/jobs/'.$jobId.'/tape', [
            'id' => Uuid::v7()->toRfc4122(), 'unitId' => $unitId, 'kind' => 'reading', 'v' => 1, 'payload' => ['place' => $place, 'function' => 'dc-volts', 'text' => $text],
            'device' => 'benchmark', 'counter' => ++$this->counter, 'observedAt' => gmdate('Y-m-d\TH:i:s.').\sprintf('%03dZ', (int) (fmod(microtime(true), 1) * 1000)),
        ]);
    }
}
