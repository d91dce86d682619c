<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

final readonly class TubePosition
{
    /**
     * @param string      $type     exact designation with suffix
     * @param string|null $sisterOf position whose readings should match this one's
     * @param bool        $output   an output tube: its grid may be fixed-biased and its dissipation matters
     */
    public function __construct(
        public string $position,
        public string $type,
        public ?string $role,
        public ?string $where,
        public ?string $channel,
        public ?string $sisterOf,
        public bool $output,
    ) {
    }

    /** The same where the circuit draws it in an output stage: what guards people asks for it, whatever a list leaves out. */
    public function asOutput(): self
    {
        return new self($this->position, $this->type, $this->role, $this->where, $this->channel, $this->sisterOf, true);
    }
}
