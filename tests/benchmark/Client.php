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
        $this->write($jobId, $unitId, 'reading', ['place' => $place, 'function' => 'dc-volts', 'text' => $text]);
    }

    /**
     * @param array<string, mixed> $payload
     * @param float                $ago     seconds before now that it was observed, by a device that was never heard before
     *
     * @return string id of the entry
     */
    public function write(string $jobId, string $unitId, string $kind, array $payload, float $ago = 0.0): string
    {
        $id = Uuid::v7()->toRfc4122();
        $at = microtime(true) - $ago;
        $this->post('/api/jobs/'.$jobId.'/tape', [
            'id' => $id, 'unitId' => $unitId, 'kind' => $kind, 'v' => 1, 'payload' => $payload,
            'device' => $ago > 0.0 ? 'late-'.$id : 'benchmark', 'counter' => ++$this->counter, 'observedAt' => gmdate('Y-m-d\TH:i:s.', (int) $at).\sprintf('%03dZ', (int) (fmod($at, 1) * 1000)),
        ]);

        return $id;
    }

    /** Bytes of the last answer. */
    public function received(): int
    {
        return curl_getinfo($this->curl, \CURLINFO_SIZE_DOWNLOAD_T);
    }
}
