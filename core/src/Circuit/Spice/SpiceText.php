<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Spice;

use Yew\Core\Circuit\Compile\CompiledCircuit;
use Yew\Core\Circuit\Netlist;

/** Gathers the lines of a netlist; names of places and parts become words that SPICE can read, the same for the same place. */
final class SpiceText
{
    /** @var list<string> */
    private array $lines = [];

    public function __construct(private readonly CompiledCircuit $circuit)
    {
    }

    public function line(string $format, string|float|int ...$values): void
    {
        $this->lines[] = vsprintf($format, array_map(static fn (string|float|int $v): string|int => \is_float($v) ? self::number($v) : $v, $values));
    }

    public function comment(string $line): void
    {
        $this->lines[] = $line;
    }

    /** A node by place; places that are one node have one name. */
    public function node(string $place): string
    {
        return Netlist::CHASSIS === $place ? '0' : $this->numbered($this->circuit->nodes->number($place));
    }

    public function numbered(int $node): string
    {
        return $node === $this->circuit->nodes->size() ? '0' : self::word($this->circuit->nodes->names[$node]);
    }

    /** `V3.1` → `v3_1`: lower case, since SPICE knows no other. */
    public static function word(string $name): string
    {
        return strtolower((string) preg_replace('/[^A-Za-z0-9]+/', '_', $name));
    }

    public static function number(float $value): string
    {
        return \sprintf('%.12g', $value);
    }

    public function text(): string
    {
        return implode("\n", $this->lines)."\n";
    }
}
