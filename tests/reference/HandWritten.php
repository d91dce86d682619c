<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\Model\TriodeModel;
use Yew\Core\Tube\TubeCatalogue;

/**
 * Pieces of netlists written for ngspice by hand: nothing here passes through the expander, the compiler or the exporter.
 *
 * A transformer is an ideal core behind the resistance of its primary; what the windings carry is mirrored into it. Diodes are
 * silicon with their bulk resistance; tubes are written from the parameters of the data file.
 */
final class HandWritten
{
    public const DIODE = ".model si D(Is=7e-9 N=1.8 Rs=0.03 Cjo=20p)\n";

    public static function mains(float $volts, float $hertz, float $primaryOhms): string
    {
        return \sprintf("Vmains m 0 SIN(0 %.9g %g)\nRprimary m core %g\n", $volts * \M_SQRT2, $hertz, $primaryOhms);
    }

    /**
     * A lamp between the mains and the core, its filament's R from its own RMS current: a power of 0.55, no less than R/14.
     *
     * @param float      $seconds of the filament
     * @param float|null $square  A² that it is as hot as at first; its rated current's where nothing is said
     */
    public static function mainsThroughLamp(float $volts, float $hertz, float $primaryOhms, float $watts, float $ratedVolts, float $seconds = 0.2, ?float $square = null): string
    {
        $hot = $ratedVolts ** 2 / $watts;

        return \sprintf("Vmains m 0 SIN(0 %.9g %g)\nVsense m l1 0\nBheat 0 warm I=I(Vsense)^2\nRheat warm 0 1\nCheat warm 0 %g IC=%g\n", $volts * \M_SQRT2, $hertz, $seconds, $square ?? ($watts / $ratedVolts) ** 2)
            .\sprintf("Rlamp l1 l2 R='max(%.9g,%.9g*pwr(sqrt(max(V(warm),1e-12))/%.9g,0.45/0.55))'\nRprimary l2 core %g\n", $hot / 14, $hot, $watts / $ratedVolts, $primaryOhms);
    }

    public static function mainsThroughOhms(float $volts, float $hertz, float $primaryOhms, float $ohms): string
    {
        return \sprintf("Vmains m 0 SIN(0 %.9g %g)\nVsense m l1 0\nRseries l1 l2 %.9g\nRprimary l2 core %g\n", $volts * \M_SQRT2, $hertz, $ohms, $primaryOhms);
    }

    /** A winding from `$to` to `$from` with its resistance. */
    public static function winding(string $name, string $from, string $to, float $turns, float $ohms): string
    {
        return \sprintf("E%1\$s e%1\$s %2\$s core 0 %3\$.9g\nV%1\$s e%1\$s f%1\$s 0\nF%1\$s core 0 V%1\$s %3\$.9g\nR%1\$s f%1\$s %4\$s %5\$g\n", $name, $to, $turns, $from, $ohms);
    }

    /** Heaters on a winding: current as the 0.6th power of their RMS volts. */
    public static function heaters(string $name, float $turns, float $ohms, float $volts, float $amperes): string
    {
        return self::winding($name, 'h'.$name, '0', $turns, $ohms)
            .\sprintf("B%1\$ssq 0 q%1\$s I=V(h%1\$s)^2\nR%1\$ssq q%1\$s 0 1\nC%1\$ssq q%1\$s 0 0.2 IC=%2\$g\n", $name, $volts ** 2)
            .\sprintf("R%1\$sload h%1\$s 0 R='%2\$.9g*pwr(sqrt(max(V(q%1\$s),1e-6))/%3\$g,0.4)'\n", $name, $volts / $amperes, $volts);
    }

    /** The same from cold: seven times the current, less as they warm. */
    public static function heatersWarming(string $name, float $turns, float $ohms, float $volts, float $amperes, string $warm): string
    {
        return str_replace("R$name"."load h$name 0 R='", "R$name"."load h$name 0 R='(1/7+6/7*$warm)*", self::heaters($name, $turns, $ohms, $volts, $amperes));
    }

    public static function diode(string $name, string $anode, string $cathode): string
    {
        return "D$name $anode $cathode si\n";
    }

    /** One plate of a rectifier tube from the data file. */
    public static function rectifierTube(string $name, string $plate, string $cathode, string $type, TubeCatalogue $tubes): string
    {
        $model = array_values($tubes->find($type)->sections ?? [])[0]->model ?? null;

        return \sprintf("B%s %s %s I=%.9g*pwr(max(V(%s,%s),0),1.5)\n", $name, $plate, $cathode, $model instanceof RectifierModel ? $model->perveance : throw new \LogicException($type), $plate, $cathode);
    }

    /** Plate, grid and cathode of a triode section. */
    public static function triode(string $name, string $p, string $g, string $k, string $type, TubeCatalogue $tubes, int $section = 0): string
    {
        $m = array_values($tubes->find($type)->sections ?? [])[$section]->model ?? null;
        if (!$m instanceof TriodeModel) {
            throw new \LogicException($type);
        }

        $z = \sprintf('%.12g*(1/%.12g+(V(%4$s,%5$s)+%3$.12g)/sqrt(%6$.12g+max(V(%7$s,%5$s),0)^2))', $m->kp, $m->mu, $m->contactVolts, $g, $k, $m->kvb, $p);

        return \sprintf("B%s_p %s %s I=2*pwr(max(V(%s,%s),0)*%s/%.12g,%.12g)/%.12g\n", $name, $p, $k, $p, $k, self::softplus($z), $m->kp, $m->exponent, $m->kg)
            .\sprintf("C%1\$s_p %2\$s 0 5p\nC%1\$s_g %3\$s 0 5p\n", $name, $p, $g).self::grid($name, $g, $k, $m->grid->perveance);
    }

    /** Plate, screen, grid and cathode of a pentode or beam tetrode. */
    public static function pentode(string $name, string $p, string $s, string $g, string $k, string $type, TubeCatalogue $tubes): string
    {
        $m = array_values($tubes->find($type)->sections ?? [])[0]->model ?? null;
        if (!$m instanceof PentodeModel) {
            throw new \LogicException($type);
        }

        $pull = '0.5*'.self::softplus("V($s,$k)/0.5");
        $above = "max(V($p,$k),0)";
        $u = \sprintf('(%s+%.12g*%s)', $pull, $m->reach, $above);
        $z = \sprintf('%.12g*(1/%.12g+(V(%s,%s)+%.12g)/%s)', $m->kp, $m->mu, $g, $k, $m->contactVolts, $u);
        $cathode = \sprintf('2*pwr(%s*%s/%.12g,%.12g)/%.12g', $u, self::softplus($z), $m->kp, $m->exponent, $m->kg);
        $base = \sprintf('%.12g*pwr(1.3/(%s/(%s)+0.3),%.12g)', $m->share, $above, $pull, $m->fall);
        $share = \sprintf('(%1$s+(1-%1$s)*exp(-min(pwr(%2$s/(%3$s)/%4$.12g,%5$.12g),50)))', $base, $above, $pull, $m->knee, $m->bend);

        return \sprintf("B%s_p %s %s I=%s*(1-%s)\nB%s_s %s %s I=%s*%s*(1-exp(-2*(%s)))\n", $name, $p, $k, $cathode, $share, $name, $s, $k, $cathode, $share, $pull)
            .\sprintf("C%1\$s_p %2\$s 0 5p\nC%1\$s_g %3\$s 0 5p\nC%1\$s_s %4\$s 0 5p\n", $name, $p, $g, $s).self::grid($name, $g, $k, $m->grid->perveance);
    }

    private static function grid(string $name, string $g, string $k, float $perveance): string
    {
        return \sprintf("B%s_g %s %s I=%.12g*pwr(0.1*%s,1.5)\n", $name, $g, $k, $perveance, self::softplus("V($g,$k)/0.1"));
    }

    private static function softplus(string $z): string
    {
        return \sprintf('((%1$s)>50 ? (%1$s) : ln(1+exp(min(max(%1$s,-50),50))))', $z);
    }
}
