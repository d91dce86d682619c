<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

use Yew\Core\Codec\Fields;

/** What a calibration multiplies drawn values with; 1 where nothing was fitted. */
final readonly class Factors
{
    /**
     * @param array<string, float> $tubes        strength by position, or by position and section (`V1/2`): plate and screen current at the same volts
     * @param array<string, float> $windingVolts by winding, `T1/ht`, or by the rectifier on it
     * @param array<string, float> $windingOhms  likewise
     * @param array<string, float> $parts        value by id
     */
    public function __construct(public array $tubes = [], public array $windingVolts = [], public array $windingOhms = [], public array $parts = [])
    {
    }

    public function tube(string $position): float
    {
        return $this->tubes[$position] ?? 1.0;
    }

    public function section(string $position, string $section): float
    {
        return $this->tubes[$position.'/'.$section] ?? $this->tube($position);
    }

    /** @param string $user id of the rectifier or heater load on the winding */
    public function windingVolts(string $winding, string $user): float
    {
        return $this->windingVolts[$user] ?? $this->windingVolts[$winding] ?? 1.0;
    }

    /** @param string $user likewise; empty for a winding that nothing rectifies, as of an output transformer */
    public function windingOhms(string $winding, string $user = ''): float
    {
        return $this->windingOhms[$user] ?? $this->windingOhms[$winding] ?? 1.0;
    }

    public function part(string $id): float
    {
        return $this->parts[$id] ?? 1.0;
    }

    /** The strength of this very tube; what a calibration said of the one before it, section by section, no longer holds. */
    public function withTube(string $position, float $strength): self
    {
        $others = array_filter($this->tubes, static fn (string $key): bool => !str_starts_with($key, $position.'/'), \ARRAY_FILTER_USE_KEY);

        return new self([...$others, $position => $strength], $this->windingVolts, $this->windingOhms, $this->parts);
    }

    /** A part whose value is known no longer takes what was fitted for the one drawn. */
    public function withoutPart(string $id): self
    {
        $parts = $this->parts;
        unset($parts[$id]);

        return new self($this->tubes, $this->windingVolts, $this->windingOhms, $parts);
    }

    /** @return array<string, array<string, float>> */
    public function toArray(): array
    {
        return ['tubes' => $this->tubes, 'windingVolts' => $this->windingVolts, 'windingOhms' => $this->windingOhms, 'parts' => $this->parts];
    }

    public static function decode(?Fields $fields): self
    {
        $maps = [];
        foreach (['tubes', 'windingVolts', 'windingOhms', 'parts'] as $name) {
            $map = $fields?->optionalObject($name);
            $maps[$name] = [];
            foreach ($map?->names() ?? [] as $key) {
                $maps[$name][$key] = $map?->number($key, 0, 10) ?? 1.0;
            }
        }
        $fields?->done();

        return new self($maps['tubes'], $maps['windingVolts'], $maps['windingOhms'], $maps['parts']);
    }
}
