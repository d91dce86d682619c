<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\Fields;
use Yew\Core\Look\DateCode;
use Yew\Core\Version;

/** A source-date code with its candidates (LOOK-2). */
final class DateCodeForm implements ComputeForm
{
    public function name(): string
    {
        return 'date-code/1';
    }

    public function summary(): string
    {
        return 'source-date code: maker, year and week, with every candidate';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $text = $fields->string('text', 40);
        $year = (int) $fields->number('thisYear', 1945, 2200);
        $fields->done();

        return [...DateCode::read($text, $year)->toArray(), 'coreVersion' => Version::CORE];
    }
}
