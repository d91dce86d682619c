<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Twig\Extension\AbstractExtension;
use Twig\Markup;
use Twig\TwigFilter;
use Yew\Core\Quantity\Engineering;

/** Figures and signs on paper. */
final class PaperExtension extends AbstractExtension
{
    public function getFilters(): array
    {
        return [
            new TwigFilter('ohms', static fn (float|int $v): string => Engineering::text((float) $v, 'Ω')),
            new TwigFilter('amperes', static fn (float|int $v): string => self::together(Engineering::text((float) $v, 'A'))),
            // A figure and its unit stay on one line.
            new TwigFilter('together', self::together(...)),
            // The shipped faces are Latin: signs outside it are set in the engine's own face, with the figure before them, since the
            // engine breaks a line wherever the face changes. The text is escaped here.
            new TwigFilter('sym', static fn (?string $text): Markup => new Markup((string) preg_replace('/[−±<>≈]?\x{A0}?[0-9.,]+\x{A0}µ[A-Z]|(?:[−±<>≈]?\x{A0}?[0-9.,]+\x{A0})?[kMGm]?[^\x{20}-\x{FF}\x{2010}-\x{2026}\x{2212}]+/u', '<span class="sym">$0</span>', htmlspecialchars(self::together($text), \ENT_QUOTES | \ENT_SUBSTITUTE)), 'UTF-8')),
        ];
    }

    /** No break between a figure and what belongs to it: “412 V”, “± 10 %”, “4.7 kΩ”, “3 minutes”, “pin 5”. */
    private static function together(?string $text): string
    {
        $units = 'V|A|W|F|H|s|K|%|°C|Hz|Ω|[mkMG]Ω|[kmµ]V|[mµnp]A|[mµnp]F|mH|mW|kW|kHz|min|minutes|hours|volts|ohms|amperes';

        return (string) preg_replace(['/(?<=[0-9]) (?=(?:'.$units.')(?![A-Za-z]))/u', '/(?<=[±<>≈−]) (?=[0-9])/u', '/(?<=\bpin|\bpins) (?=[0-9])/u', '/(?<=\bV[0-9]) (?=pin\b)/u', '/(?<=\b[0-9]) (?=×)/u'], "\u{A0}", $text ?? '');
    }
}
