<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Quantity\Figure;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\Sheet;

/**
 * The difference between a tube's plate and its screen, beside its sister's (JUDGE-7e).
 *
 * With choke-fed screens the two idle within a few volts of each other, so a plate-to-screen short passes every voltage
 * check. No difference where the sister has one is a finding; where neither differs, only ohms when dead can tell.
 */
final readonly class PlateAgainstScreen
{
    private function __construct(public string $tube, public float $volts, public float $halfWidth95Volts, public ?string $sister, public ?float $sisterVolts, public Verdict $verdict, public string $reasonCode)
    {
    }

    /**
     * @param array<string, JudgedPoint> $points by point key
     *
     * @return list<self> one for each tube with both read
     */
    public static function all(Sheet $sheet, array $points): array
    {
        $differences = [];
        foreach ($sheet->tubes as $tube) {
            $plate = self::figure($tube->position, PointKind::Plate, $points);
            $screen = self::figure($tube->position, PointKind::Screen, $points);
            if (null !== $plate && null !== $screen) {
                $differences[$tube->position] = $plate->minus($screen);
            }
        }
        $all = [];
        foreach ($differences as $tube => $difference) {
            $sister = self::sisterOf($sheet, $tube);
            $all[] = self::beside($tube, $difference, $sister, null === $sister ? null : $differences[$sister] ?? null);
        }

        return $all;
    }

    private static function beside(string $tube, Figure $difference, ?string $sister, ?Figure $sisters): self
    {
        $band = $difference->halfWidth95();
        $same = abs($difference->value) <= $band;
        $sisterDiffers = null !== $sisters && abs($sisters->value) > $sisters->halfWidth95();
        [$verdict, $reason] = match (true) {
            !$same => [Verdict::Within, 'plate-apart-from-screen'],
            $sisterDiffers => [Verdict::Watch, 'plate-equals-screen-unlike-sister'],
            default => [Verdict::CannotSay, 'plate-equals-screen'],
        };

        return new self($tube, $difference->value, $band, $sister, $sisters?->value, $verdict, $reason);
    }

    private static function sisterOf(Sheet $sheet, string $tube): ?string
    {
        foreach ($sheet->tubes as $other) {
            if ($other->position === $tube && null !== $other->sisterOf) {
                return $other->sisterOf;
            }
        }
        foreach ($sheet->tubes as $other) {
            if ($other->sisterOf === $tube) {
                return $other->position;
            }
        }

        return null;
    }

    /** @param array<string, JudgedPoint> $points */
    private static function figure(string $tube, PointKind $kind, array $points): ?Figure
    {
        foreach ($points as $judged) {
            if ($kind === $judged->point->kind && $tube === Place::pin($judged->point->place)?->tube && null !== $judged->figure) {
                return $judged->figure;
            }
        }

        return null;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['tube' => $this->tube, 'differenceVolts' => $this->volts, 'bandHalfVolts' => $this->halfWidth95Volts, 'sister' => $this->sister, 'sisterDifferenceVolts' => $this->sisterVolts, 'verdict' => $this->verdict->value, 'reasonCode' => $this->reasonCode];
    }
}
