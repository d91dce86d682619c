<?php

declare(strict_types=1);

namespace Yew\Benchmark;

use Symfony\Component\Uid\Uuid;

/** One client over one kept connection, signed in as somebody of the demo shop. */
final class Client
{
    private readonly \CurlHandle $curl;
    private int $counter = 0;

    /** @param non-empty-string $base */
    public function __construct(private readonly string $base, string $name = 'idris.demo')
    {
        $this->curl = curl_init();
        curl_setopt_array($this->curl, [\CURLOPT_RETURNTRANSFER => true, \CURLOPT_COOKIEFILE => '', \CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Origin: '.$base]]);
        $this->post('/api/sign-in', ['name' => $name, 'password' => 'yew-bench-demo']);
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
            'id' => $id, 'unitId' => $unitId, 'kind' => $kind, 'v' => 'state-change' === $kind ? 2 : 1, 'payload' => $payload,
            'device' => $ago > 0.0 ? 'late-'.$id : 'benchmark', 'counter' => ++$this->counter, 'observedAt' => gmdate('Y-m-d\TH:i:s.', (int) $at).\sprintf('%03dZ', (int) (fmod($at, 1) * 1000)),
        ]);

        return $id;
    }

    /** How far the shop's clock is ahead of this machine's, seconds. */
    public function ahead(): float
    {
        $status = $this->get('/api/status');

        return \is_array($status) && \is_string($status['serverTime'] ?? null) ? (float) (new \DateTimeImmutable($status['serverTime']))->format('U.u') - microtime(true) : 0.0;
    }

    /** Its session, as a header of another line. */
    public function cookie(): string
    {
        foreach (curl_getinfo($this->curl, \CURLINFO_COOKIELIST) as $line) {
            $parts = explode("\t", $line);
            if ('YEWSID' === ($parts[5] ?? '')) {
                return 'Cookie: YEWSID='.$parts[6];
            }
        }
        throw new \RuntimeException('not signed in');
    }

    /** Bytes of the last answer. */
    public function received(): int
    {
        return curl_getinfo($this->curl, \CURLINFO_SIZE_DOWNLOAD_T);
    }
}
