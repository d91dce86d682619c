<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

/** Something to look at in a circuit. */
final readonly class Remark
{
    /**
     * @param 'out'|'watch'        $severity
     * @param string               $subject  a part, a tube, a place, or a field of a typed line
     * @param array<string, mixed> $figures
     */
    public function __construct(public string $severity, public string $code, public string $subject, public array $figures)
    {
    }

    /** @return array{severity: 'out'|'watch', code: string, subject: string, figures: array<string, mixed>} */
    public function toArray(): array
    {
        return ['severity' => $this->severity, 'code' => $this->code, 'subject' => $this->subject, 'figures' => $this->figures];
    }
}
