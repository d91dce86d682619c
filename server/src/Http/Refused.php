<?php

declare(strict_types=1);

namespace Yew\Server\Http;

/** Thrown where a request cannot be carried out; becomes a problem document. */
final class Refused extends \RuntimeException
{
    /** @param array<string, mixed> $more */
    private function __construct(public readonly int $status, public readonly string $title, string $detail, public readonly array $more = [])
    {
        parent::__construct($detail);
    }

    public static function notFound(string $what): self
    {
        return new self(404, 'Not found', \sprintf('There is no such %s.', $what));
    }

    public static function forbidden(string $detail): self
    {
        return new self(403, 'Not yours to do', $detail);
    }

    public static function conflict(string $detail): self
    {
        return new self(409, 'Already there', $detail);
    }

    public static function badData(string $path, string $sentence): self
    {
        return new self(422, 'Cannot be read', ('' === $path ? '' : $path.': ').$sentence, ['path' => $path]);
    }

    /** A circuit without an operating point that the solver could find. */
    public static function unsolved(string $sentence, string $worstPlace): self
    {
        return new self(422, 'Not solved', $sentence, ['worstPlace' => $worstPlace]);
    }

    /** Something beside the server does not answer; what was asked may be asked again. */
    public static function away(string $detail): self
    {
        return new self(503, 'Away', $detail);
    }

    public static function gone(string $detail): self
    {
        return new self(410, 'No longer', $detail);
    }
}
