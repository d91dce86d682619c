<?php

declare(strict_types=1);

namespace Yew\Stands\Instrument;

/**
 * The language of bench instruments: IEEE 488.2's common commands and SCPI-1999's headers, as far as they are wanted (both from memory).
 *
 * Headers have a long and a short form, `MEASure:VOLTage[:DC]?`; what stands in brackets may be left out. Lines end with a newline,
 * `;` joins commands. Errors wait in a queue until they are asked for.
 */
final class Scpi
{
    public const MOST_LINE = 1024;
    private const MOST_ERRORS = 20;
    /** What is sent for a value that is beyond the range, and for one that is none. */
    public const OVERLOAD = 9.9e37;
    public const NOT_A_NUMBER = 9.91e37;

    /** @var list<array{string, \Closure(string): (string|null)}> pattern of the header, and what answers it */
    private array $commands = [];

    /** @var array<int, string> */
    private array $errors = [];

    public function __construct(string $identity)
    {
        $this->on('*IDN?', static fn (): string => $identity);
        $this->on('*OPC?', static fn (): string => '1');
        $this->on('*CLS', function (): null {
            $this->errors = [];

            return null;
        });
        $this->on('SYSTem:ERRor[:NEXT]?', fn (): string => array_shift($this->errors) ?? '+0,"No error"');
    }

    /** @param \Closure(string): (string|null) $answer from what stands behind the header */
    public function on(string $header, \Closure $answer): void
    {
        $this->commands[] = [self::pattern($header), $answer];
    }

    /** @return string|null what goes back; nothing for a line that asks nothing */
    public function line(string $line): ?string
    {
        $answers = [];
        foreach (explode(';', $line) as $command) {
            $command = ltrim(trim($command), ':');
            $answer = '' === $command ? null : $this->command($command);
            if (null !== $answer) {
                $answers[] = $answer;
            }
        }

        return [] === $answers ? null : implode(';', $answers);
    }

    public function tooLong(): void
    {
        $this->fault(-363, 'Input buffer overrun');
    }

    public function fault(int $code, string $words): null
    {
        if (\count($this->errors) < self::MOST_ERRORS) {
            $this->errors[] = $code.',"'.$words.'"';
        } else {
            $this->errors[self::MOST_ERRORS - 1] = '-350,"Queue overflow"';
        }

        return null;
    }

    public static function number(?float $value): string
    {
        return \sprintf('%+.8E', $value ?? self::OVERLOAD);
    }

    private function command(string $command): ?string
    {
        [$header, $rest] = [...explode(' ', $command, 2), ''];
        foreach ($this->commands as [$pattern, $answer]) {
            if (1 === preg_match($pattern, $header)) {
                return $answer(trim($rest));
            }
        }

        return $this->fault(-113, 'Undefined header');
    }

    private static function pattern(string $header): string
    {
        $pattern = preg_replace_callback('/[A-Z]+([a-z]*)/', static fn (array $m): string => '' === $m[1] ? $m[0] : substr($m[0], 0, -\strlen($m[1])).'(?:'.$m[1].')?', str_replace(['*', '?', '[', ']'], ['\*', '\?', '(?:', ')?'], $header));

        return '/^'.$pattern.'$/i';
    }
}
