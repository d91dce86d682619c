<?php

declare(strict_types=1);

namespace Yew\Server\Wording;

/** Which words the shop says: plate and B+, or anode and HT. */
interface Vocabulary
{
    /** @return 'us'|'uk' */
    public function name(): string;

    /** @return array<string, string> the shop's own words, by the word that the code says */
    public function words(): array;
}
