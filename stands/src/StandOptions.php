<?php

declare(strict_types=1);

namespace Yew\Stands;

/** What was asked for on the command line. */
final class StandOptions
{
    public const USAGE = <<<'TEXT'
        usage: bin/bench stand SHEET.json [--seed N] [--fault FAULT]… [--loose FAULT]… [--hidden] [--speed 1..20] [--port BASE] [--log FILE]
          --seed N       which sample of the sheet: parts, tubes, meters and dial are drawn from it (1)
          --fault FAULT  as the faults form writes it, resistor-drifted:R14:1.5; up to eight
          --loose FAULT  one that comes and goes, and answers a tap
          --hidden       one fault drawn by the seed, told to nobody before `reveal`
          --speed N      so many seconds of the amplifier in one of ours (1)
          --port BASE    hands on BASE, panel BASE+1, dmm1 +2, dmm2 +3, variac +4, ammeter +5, lamp +6 (8520)
          --log FILE     the truth, line by line as JSON
        TEXT;

    public const DOORS = 7;
    private const MOST_SPEED = 20.0;

    public string $sheet = '';

    public int $seed = 1;

    /** @var list<string> */
    public array $faults = [];

    /** @var list<string> */
    public array $loose = [];

    public bool $hidden = false;

    public float $speed = 1.0;

    public int $port = 8520;

    public ?string $log = null;

    private function __construct()
    {
    }

    /**
     * @param list<string> $words behind the word stand
     *
     * @throws \InvalidArgumentException that says what is wrong
     */
    public static function read(array $words): self
    {
        $options = new self();
        while ([] !== $words) {
            $word = array_shift($words);
            if ('--hidden' === $word) {
                $options->hidden = true;
            } elseif (str_starts_with($word, '--')) {
                $options->set($word, array_shift($words) ?? throw new \InvalidArgumentException($word.' needs something behind it'));
            } elseif ('' === $options->sheet) {
                $options->sheet = $word;
            } else {
                throw new \InvalidArgumentException('one sheet at a time');
            }
        }

        return '' === $options->sheet ? throw new \InvalidArgumentException('a sheet is missing') : $options;
    }

    private function set(string $word, string $value): void
    {
        switch ($word) {
            case '--seed':
                $this->seed = self::whole($word, $value, 0, \PHP_INT_MAX);
                break;
            case '--port':
                $this->port = self::whole($word, $value, 1024, 65536 - self::DOORS);
                break;
            case '--speed':
                $this->speed = is_numeric($value) && (float) $value >= 1.0 && (float) $value <= self::MOST_SPEED ? (float) $value : throw new \InvalidArgumentException('--speed goes from 1 to 20');
                break;
            case '--fault':
                $this->faults[] = $value;
                break;
            case '--loose':
                $this->loose[] = $value;
                break;
            case '--log':
                $this->log = $value;
                break;
            default:
                throw new \InvalidArgumentException($word.' is not known');
        }
    }

    private static function whole(string $word, string $text, int $least, int $most): int
    {
        $number = filter_var($text, \FILTER_VALIDATE_INT, ['options' => ['min_range' => $least, 'max_range' => $most]]);

        return false === $number ? throw new \InvalidArgumentException(\sprintf('%s takes a whole number from %d to %d', $word, $least, $most)) : $number;
    }
}
