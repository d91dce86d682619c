<?php

declare(strict_types=1);

namespace Yew\Server\Wording;

use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Circuit\Fault\Fault;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Test\Reason;

/** Makes sentences of core's codes and figures: one catalogue (server/wording/en.json) for API, screen and paper. */
final class Wording implements ResetInterface
{
    /** @var array{words: array<string, array<string, string>>, reasons: array<string, string>, refusals: array<string, string>, findings: array<string, string>, currents: array<string, string>, beside: array<string, string>, voltages: array<string, string>, remarks: array<string, string>, faults: array<string, string>, circuitWords: array<string, array{says: string, form: string, example: string}>, gates: array<string, string>, cold: array<string, string>, cautions: array<string, list<string>>, page: array<string, string>}|null */
    private ?array $catalogue = null;
    /** @var array<string, string>|null */
    private ?array $words = null;

    public function __construct(private readonly string $root, private readonly Vocabulary $vocabulary)
    {
    }

    /** The next request knows nothing of this one. */
    public function reset(): void
    {
        $this->words = null;
    }

    /** @return array<string, string> the shop's words by the code's words: plate => anode */
    public function words(): array
    {
        if (null === $this->words) {
            $usual = $this->usualWords();
            $this->words = [...$usual, ...array_intersect_key($this->vocabulary->words(), $usual)];
        }

        return $this->words;
    }

    /** @return array<string, string> as they are where the shop has none of its own */
    public function usualWords(): array
    {
        $vocabulary = $this->vocabulary->name();

        return array_map(static fn (array $w): string => $w[$vocabulary] ?? $w['us'], $this->catalogue()['words']);
    }

    public function word(string $word): string
    {
        return $this->words()[$word] ?? $word;
    }

    /** @param array<string, mixed> $figures */
    public function reason(string $code, array $figures): string
    {
        $template = $this->catalogue()['reasons'][$code] ?? $code;
        // Of next to nothing no percentage is made (the core says null): then it is said in volts.
        $inVolts = isset($figures['deviationVolts']) && !isset($figures['deviationPercent']);

        return $this->fill($inVolts ? str_replace('deviationPercent', 'deviationVolts', $template) : $template, $figures);
    }

    /** @param array<string, mixed> $figures */
    public function refusal(string $code, array $figures): string
    {
        // A shut gate is named, and says how it stands.
        if (\is_string($figures['gateCode'] ?? null) && \is_string($figures['gate'] ?? null)) {
            $figures += ['gateWord' => lcfirst($this->gates()[$figures['gate']] ?? $figures['gate']), 'gateSays' => $this->hazard($figures['gateCode'], Fields::named($figures['gateFigures'] ?? []))];
        }

        return $this->fill($this->catalogue()['refusals'][$code] ?? $code, $figures);
    }

    /** @param array<string, mixed> $figures */
    public function finding(string $code, array $figures): string
    {
        return $this->fill($this->catalogue()['findings'][$code] ?? $code, $figures);
    }

    /** @param array<string, mixed> $figures */
    public function current(string $code, array $figures): string
    {
        return $this->fill($this->catalogue()['currents'][$code] ?? $code, $figures);
    }

    /**
     * What a figure laid beside a reading says of it, to stand in a line.
     *
     * @param array<string, mixed> $figures
     */
    public function beside(string $code, array $figures): string
    {
        return self::inSentence($this->fill($this->catalogue()['beside'][$code] ?? '', $figures));
    }

    /**
     * What the station of voltages says: why readings are asked for again, what would explain them, where to probe next.
     *
     * @param array<string, mixed> $figures
     */
    public function voltages(string $code, array $figures): string
    {
        return $this->fill($this->catalogue()['voltages'][$code] ?? $code, $figures);
    }

    /** @param array<string, mixed> $figures */
    public function remark(string $code, array $figures): string
    {
        return $this->fill($this->catalogue()['remarks'][$code] ?? $code, $figures);
    }

    /** What a fault is, as a sentence that names the part and how bad it is. */
    public function fault(Fault $fault): string
    {
        return $this->faultOf($fault->kind->id(), $fault->figures());
    }

    /**
     * The same by the kind's name and its figures, as they were kept.
     *
     * @param array<string, string|float> $figures
     */
    public function faultOf(string $kind, array $figures): string
    {
        return $this->fill($this->catalogue()['faults'][$kind] ?? $kind, $figures);
    }

    /** A sentence as it stands within another one: its first word small, unless that is the name of a part, a tube or a place. */
    public static function inSentence(string $sentence): string
    {
        return preg_match('/^[A-Z]\p{Ll}/u', $sentence) > 0 ? lcfirst($sentence) : $sentence;
    }

    /** @return array<string, array{says: string, form: string, example: string}> how a circuit is typed, by the word that begins a line */
    public function circuitWords(): array
    {
        return $this->catalogue()['circuitWords'];
    }

    /**
     * A word or sentence of the cold bench; what a circuit says of a tube in it is a remark.
     *
     * @param array<string, mixed> $figures
     */
    public function cold(string $code, array $figures, ?string $else = null): string
    {
        if ('finding' === $code && \is_string($figures['what'] ?? null)) {
            $figures['what'] = $this->catalogue()['cold']['found-'.$figures['what']] ?? str_replace('-', ' ', $figures['what']);
        }

        return $this->fill($this->catalogue()['cold'][$code] ?? $this->catalogue()['remarks'][$code] ?? $else ?? $code, $figures);
    }

    /** An answer to a test as it is typed, for its empty field; empty where it has choices. */
    public function typed(string $test): string
    {
        return $this->catalogue()['cold']['type-'.$test] ?? '';
    }

    /**
     * What speaks against power, from a cold board or from a reading.
     *
     * @param array<string, mixed> $figures
     */
    public function hazard(string $code, array $figures): string
    {
        return isset($this->catalogue()['cold'][$code]) || isset($this->catalogue()['remarks'][$code]) ? $this->cold($code, $figures) : $this->reason($code, $figures);
    }

    /** A ground of a cold verdict in words, with what it stands for beside a better or a newer one. */
    public function ground(Reason $reason): string
    {
        $sentence = $this->cold($reason->code, $reason->figures);

        return 'now' === $reason->stands ? $sentence : $this->cold('stands-'.$reason->stands, ['sentence' => self::inSentence($sentence)]);
    }

    /** @return array{code: string, verdict: string, sentence: string} a ground as a page gets it */
    public function told(Reason $reason): array
    {
        return ['code' => $reason->code, 'verdict' => $reason->verdict->value, 'sentence' => $this->ground($reason)];
    }

    /** @return list<string> what is to be minded at a station (SAFE-7) */
    public function cautions(string $station): array
    {
        return array_map(fn (string $c): string => $this->fill($c, []), $this->catalogue()['cautions'][$station] ?? []);
    }

    /** @return array<string, string> what the page says of safety, by code, in the shop's words */
    public function page(): array
    {
        return array_map(fn (string $sentence): string => preg_match('/^[a-z]/', $sentence) > 0 ? lcfirst($this->fill($sentence, [])) : $this->fill($sentence, []), $this->catalogue()['page']);
    }

    /** @return array<string, string> */
    public function gates(): array
    {
        return array_map(fn (string $gate): string => $this->fill($gate, []), $this->catalogue()['gates']);
    }

    /** @param array<string, mixed> $figures */
    private function fill(string $template, array $figures): string
    {
        // {|name|} is the size of a figure whose direction the sentence says itself.
        $filled = preg_replace_callback('/\{(\|?)([\w+]+)\|?\}/', function (array $m) use ($figures): string {
            $name = $m[2];
            $value = $figures[$name] ?? ('shownOhms' === $name ? $figures['ohms'] ?? $figures['esrOhms'] ?? null : null);
            $value = '|' === $m[1] && (\is_int($value) || \is_float($value)) ? abs($value) : $value;
            $name = '|' === $m[1] ? 'size'.ucfirst(str_replace(['deviation', 'drift'], '', $name)) : $name;

            return match (true) {
                null === $value => $this->word($name),
                \is_array($value) => implode(', ', array_map(fn (mixed $v): string => $this->word(\is_scalar($v) ? (string) $v : ''), $value)),
                \is_int($value), \is_float($value) => self::figure($name, (float) $value),
                str_ends_with($name, 'Said') => lcfirst($this->cold(\is_scalar($value) ? (string) $value : '', [])),
                str_ends_with($name, 'Method') => lcfirst($this->cold('method-'.(\is_scalar($value) ? $value : ''), [])),
                default => $this->word(\is_scalar($value) ? (string) $value : ''),
            };
        }, $template);

        return ucfirst((string) $filled);
    }

    /** A figure in the unit that its name ends in. */
    private static function figure(string $name, float $value): string
    {
        $name = ucfirst($name);

        return match (true) {
            str_ends_with($name, 'Volts') => Engineering::plain($value, Engineering::threeDigits($value)).' V',
            str_ends_with($name, 'Amperes') => Engineering::text($value, 'A'),
            str_ends_with($name, 'Percent') => ($value > 0 && (str_contains($name, 'eviation') || str_contains($name, 'rift')) ? '+' : '').Engineering::plain($value, abs($value) < 10 ? 0.1 : 1.0).' %',
            str_ends_with($name, 'Ohms') => Engineering::text($value, 'Ω'),
            str_ends_with($name, 'Siemens') => Engineering::text($value, 'S'),
            str_ends_with($name, 'Farads') => Engineering::text($value, 'F'),
            'BandWatts' === $name => Engineering::plain($value, 10.0 ** (floor(log10(max(1e-6, $value))) - 1)).' W',
            str_ends_with($name, 'Watts') => Engineering::text($value, 'W'),
            str_ends_with($name, 'Henries') => Engineering::text($value, 'H'),
            str_ends_with($name, 'Hertz') => Engineering::text($value, 'Hz', 0.1),
            str_ends_with($name, 'Celsius') => Engineering::plain($value, 1.0).' °C',
            str_ends_with($name, 'Kelvin') => Engineering::plain($value, 1.0).' K',
            str_ends_with($name, 'Decibels') => Engineering::plain($value, 0.1).' dB',
            str_ends_with($name, 'Seconds') => Engineering::plain($value, Engineering::threeDigits($value)).' s',
            str_ends_with($name, 'Ratio') => Engineering::plain($value, 0.001),
            default => Engineering::plain($value, Engineering::threeDigits($value)),
        };
    }

    /** @return array{words: array<string, array<string, string>>, reasons: array<string, string>, refusals: array<string, string>, findings: array<string, string>, currents: array<string, string>, beside: array<string, string>, voltages: array<string, string>, remarks: array<string, string>, faults: array<string, string>, circuitWords: array<string, array{says: string, form: string, example: string}>, gates: array<string, string>, cold: array<string, string>, cautions: array<string, list<string>>, page: array<string, string>} */
    private function catalogue(): array
    {
        if (null === $this->catalogue) {
            /** @var array{words: array<string, array<string, string>>, reasons: array<string, string>, refusals: array<string, string>, findings: array<string, string>, currents: array<string, string>, beside: array<string, string>, voltages: array<string, string>, remarks: array<string, string>, faults: array<string, string>, circuitWords: array<string, array{says: string, form: string, example: string}>, gates: array<string, string>, cold: array<string, string>, cautions: array<string, list<string>>, page: array<string, string>} $data the file is ours; a test reads every code through it */
            $data = json_decode((string) file_get_contents($this->root.'/server/wording/en.json'), true, 8, \JSON_THROW_ON_ERROR);
            $this->catalogue = $data;
        }

        return $this->catalogue;
    }
}
