<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Reading\Verdict;

/** Tests that are steps of one run, as of reforming: what the run says stands for each of them. */
final readonly class Run
{
    /**
     * @param string $word       code of the wording for how the run stands
     * @param string $reasonCode why
     */
    public function __construct(public string $word, public string $reasonCode, public Verdict $verdict)
    {
    }
}
