<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** What is printed on a tube, looked up: the exact suffix decides the limits (BIAS-2), so nothing is guessed. */
final readonly class Designation
{
    /**
     * @param TubeType|null $type       null where the data do not hold this very designation
     * @param list<string>  $candidates types that begin like it: a suffix was left out
     * @param string|null   $stem       known type that it begins with: a suffix that the data do not hold
     */
    private function __construct(public string $printed, public ?TubeType $type, public array $candidates, public ?string $stem)
    {
    }

    public static function read(string $printed, TubeCatalogue $tubes): self
    {
        $type = $tubes->find($printed);
        if (null !== $type) {
            return new self($printed, $type, [], null);
        }
        $names = $tubes->names();
        $candidates = array_values(array_filter($names, static fn (string $n): bool => str_starts_with($n, $printed)));
        $stems = array_filter($names, static fn (string $n): bool => str_starts_with($printed, $n));
        usort($stems, static fn (string $a, string $b): int => \strlen($b) <=> \strlen($a));

        return new self($printed, null, $candidates, $stems[0] ?? null);
    }
}
