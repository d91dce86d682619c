<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Lines;

use Yew\Core\Tube\TubeCatalogue;

/** Turns `from V2b` into the place where that stage's signal leaves, `to V1` into its cathode, `from T2` into the speaker's end. */
final readonly class PlaceResolver
{
    /** @param array<string, string> $tubes type by position */
    public function __construct(private TubeCatalogue $catalogue, private array $tubes)
    {
    }

    /**
     * @param list<array<string, mixed>> $blocks
     *
     * @return list<array<string, mixed>>
     */
    public function resolved(array $blocks): array
    {
        foreach ($blocks as $i => $block) {
            $from = $block['from'] ?? null;
            if (\is_string($from)) {
                $blocks[$i]['from'] = $this->outputs($from, $blocks)[0] ?? $from;
            } elseif (\is_array($from)) {
                $places = array_values(array_filter($from, is_string(...)));
                $sides = 'push-pull' === ($block['mode'] ?? null) ? 2 : 1;
                $blocks[$i]['from'] = 1 === \count($places) ? \array_slice($this->outputs($places[0], $blocks), 0, $sides) : $places;
            }
            foreach (['to', 'tailReturn', 'cathodeReturn'] as $field) {
                if (\is_string($block[$field] ?? null)) {
                    $blocks[$i][$field] = $this->input($block[$field], $blocks);
                }
            }
            if ('feedback' === $block['kind'] && !isset($block['to'])) {
                $blocks[$i]['to'] = (\is_string($block['id'] ?? null) ? $block['id'] : 'FB1').'/bottom';
            }
        }

        return $blocks;
    }

    /**
     * @param list<array<string, mixed>> $blocks
     *
     * @return list<string>
     */
    private function outputs(string $place, array $blocks): array
    {
        foreach ($blocks as $block) {
            if (($block['id'] ?? null) === $place && \in_array($block['kind'], ['output', 'tone'], true)) {
                return ['output' === $block['kind'] ? $place.'/sec' : (\is_string($block['out'] ?? null) ? $block['out'] : $place.'/out')];
            }
        }
        $section = $this->section($place);
        if (null === $section) {
            return [$place];
        }
        [$position, $name] = $section;
        foreach ($blocks as $block) {
            if (($block['tube'] ?? null) !== $position || 'rail' === $block['kind']) {
                continue;
            }
            $pin = fn (string $electrode, ?string $of = null): string => $position.'.'.($this->pins($position, $of ?? $name)[$electrode] ?? 0);
            if ('inverter' === $block['kind'] && 'cathodyne' !== $block['style']) {
                $driven = \is_string($block['driven'] ?? null) ? $block['driven'] : '1';

                return [$pin('plate', $driven), $pin('plate', '1' === $driven ? '2' : '1')];
            }
            if (($block['section'] ?? null) === $name) {
                return match (true) {
                    'follower' === $block['kind'] => [$pin('cathode')],
                    'inverter' === $block['kind'] => [$pin('plate'), isset($block['cathodeResistor']) ? $position.'/'.$name.'/junction' : $pin('cathode')],
                    default => [$pin('plate')],
                };
            }
        }

        return [$position.'.'.($this->pins($position, $name)['plate'] ?? 0)];
    }

    /** @param list<array<string, mixed>> $blocks */
    private function input(string $place, array $blocks): string
    {
        foreach ($blocks as $block) {
            if (($block['id'] ?? null) === $place && 'feedback' === $block['kind']) {
                return $place.'/bottom';
            }
        }
        $section = $this->section($place);

        return null === $section ? $place : $section[0].'.'.($this->pins(...$section)['cathode'] ?? 0);
    }

    /** @return array{string, string}|null position and section of `V2b` */
    private function section(string $place): ?array
    {
        if (1 !== preg_match('/^(V\d+)([a-z])?$/', $place, $m) || !isset($this->tubes[$m[1]])) {
            return null;
        }
        $names = array_map(strval(...), array_keys($this->catalogue->find($this->tubes[$m[1]])->sections ?? []));

        return [$m[1], $names[isset($m[2]) ? \ord($m[2]) - 97 : 0] ?? '1'];
    }

    /** @return array<string, int> */
    private function pins(string $position, string $section): array
    {
        return $this->catalogue->find($this->tubes[$position] ?? '')->sections[$section]->pins ?? [];
    }
}
