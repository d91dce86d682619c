<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Bench\DischargeNetwork;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\Fields;

/** Decodes the test points, in probing order. */
final class PointCodec
{
    /**
     * @param list<Fields> $items
     *
     * @return list<TestPoint>
     */
    public static function decode(array $items, PlaceCheck $places): array
    {
        $points = [];
        foreach ($items as $item) {
            $place = $item->string('place', 40);
            $places->place($item, 'place', $place);
            $function = $item->has('function') ? $item->oneOf('function', MeterFunction::class) : MeterFunction::DcVolts;
            $item->optionalString('function');
            if (!$function->isVoltage()) {
                throw $item->fault('function', 'a test point prints volts');
            }
            $key = TestPoint::keyOf($place, $function);
            if (isset($points[$key])) {
                throw $item->fault('place', \sprintf('“%s” is there twice with the same function', $place));
            }
            $against = $item->optionalString('against') ?? DischargeNetwork::CHASSIS;
            if (DischargeNetwork::CHASSIS !== $against) {
                $places->place($item, 'against', $against);
            }
            $fedBy = $item->optionalString('fedBy') ?? ($places->isNode($place) ? $place : $places->fedBy($place));
            if (null !== $fedBy && !$places->isNode($fedBy)) {
                throw $item->fault('fedBy', \sprintf('there is no node “%s”', $fedBy));
            }
            $kind = $item->oneOf('kind', PointKind::class);
            $window = $item->optionalObject('window');
            $points[$key] = new TestPoint(
                $place,
                $function,
                $against,
                $kind,
                $item->optionalNumber('printedVolts', -5000, 5000),
                $fedBy,
                null === $window ? null : WindowCodec::decode($window),
                $item->optionalNumber('tolerancePercent', 0, 100),
                $item->optionalPositive('sourceResistanceOhms'),
                $item->optionalPositive('gridLeakOhms'),
                $item->optionalPositive('ratedVolts'),
                $item->optionalPositive('printedRangeVolts'),
                $item->optionalString('sister'),
                $item->optionalString('where'),
                $item->optionalString('conditions'),
            );
            $item->done();
        }
        self::checkSisters($items, $points);

        return array_values($points);
    }

    /**
     * @param list<Fields>             $items
     * @param array<string, TestPoint> $points
     */
    private static function checkSisters(array $items, array $points): void
    {
        $places = array_map(static fn (TestPoint $p): string => $p->place, $points);
        foreach ($items as $item) {
            $sister = $item->optionalString('sister');
            if (null !== $sister && !\in_array($sister, $places, true)) {
                throw $item->fault('sister', \sprintf('there is no test point at “%s”', $sister));
            }
        }
    }
}
