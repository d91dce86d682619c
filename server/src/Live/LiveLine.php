<?php

declare(strict_types=1);

namespace Yew\Server\Live;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\Fields;
use Yew\Server\Http\Refused;

/** The application's line to the event process beside it. */
final readonly class LiveLine
{
    private const SECONDS = 8;
    private const MOST_BYTES = 1_000_000;

    public function __construct(private string $stateDir)
    {
    }

    public static function path(string $stateDir): string
    {
        return $stateDir.'/run/live.sock';
    }

    /** @return array<string, mixed>|null how it is; null where it does not answer */
    public function status(): ?array
    {
        $answer = $this->ask('GET /status');

        return null === $answer || 200 !== $answer[0] ? null : $answer[1];
    }

    /** @throws Refused where the instrument, or the process, does not answer */
    public function identify(string $id): string
    {
        $identity = $this->asked('POST /identify/'.$id)['identity'] ?? null;

        return \is_string($identity) ? $identity : '';
    }

    /**
     * @return float|null null for overload
     *
     * @throws Refused
     */
    public function reading(string $id, MeterFunction $function): ?float
    {
        $value = $this->asked('POST /reading/'.$id.'/'.$function->value)['value'] ?? null;

        return is_numeric($value) ? (float) $value : null;
    }

    /** @return array<string, mixed> */
    private function asked(string $request): array
    {
        [$status, $data] = $this->ask($request) ?? throw Refused::away('The instrument process does not answer. It is started again by itself; try in a moment.');
        if (200 !== $status) {
            throw Refused::conflict('The instrument '.(\is_string($data['why'] ?? null) ? $data['why'] : 'cannot be asked').'.');
        }

        return $data;
    }

    /** @return array{int, array<string, mixed>}|null */
    private function ask(string $request): ?array
    {
        $stream = @stream_socket_client('unix://'.self::path($this->stateDir), $code, $words, 1.0);
        if (false === $stream) {
            return null;
        }
        stream_set_timeout($stream, self::SECONDS);
        fwrite($stream, $request." HTTP/1.1\r\nHost: live\r\n\r\n");
        $text = stream_get_contents($stream, self::MOST_BYTES);
        fclose($stream);
        if (false === $text || 1 !== preg_match('/^HTTP\/1\.1 (\d{3}) .*?\r\n\r\n(.*)$/s', $text, $m)) {
            return null;
        }
        $data = json_decode($m[2], true);

        return [(int) $m[1], Fields::named($data)];
    }
}
