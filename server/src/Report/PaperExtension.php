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
            new TwigFilter('amperes', static fn (float|int $v): string => Engineering::text((float) $v, 'A')),
            // The shipped faces are Latin: signs outside it are set in the engine's own face. The text is escaped here.
            new TwigFilter('sym', static fn (?string $text): Markup => new Markup((string) preg_replace('/[^\x{20}-\x{FF}\x{2010}-\x{2026}\x{2212}]+/u', '<span class="sym">$0</span>', htmlspecialchars($text ?? '', \ENT_QUOTES | \ENT_SUBSTITUTE)), 'UTF-8')),
        ];
    }
}
