<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Spice;

use Yew\Core\Tube\Model\GridCurrent;
use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\Model\RegulatorModel;
use Yew\Core\Tube\Model\TriodeModel;

/** A tube model as a SPICE subcircuit of behavioural sources: the same equations as in Tube\Model, written a second time. */
final class TubeSubcircuit
{
    /** Subcircuit name of a section of a type: `tube_12ax7_1`; one with gas in it has its own. */
    public static function name(string $type, string $section, bool $gassy = false): string
    {
        return 'tube_'.SpiceText::word($type.'_'.$section).($gassy ? '_gassy' : '');
    }

    /** Pins in the order of the subcircuit's nodes. */
    public static function pins(TriodeModel|PentodeModel|RectifierModel|RegulatorModel $model): string
    {
        return match (true) {
            $model instanceof TriodeModel => 'plate grid cathode',
            $model instanceof PentodeModel => 'plate screen grid cathode',
            default => 'plate cathode',
        };
    }

    public static function text(string $type, string $section, TriodeModel|PentodeModel|RectifierModel|RegulatorModel $model, bool $gassy = false): string
    {
        $body = match (true) {
            $model instanceof TriodeModel => self::triode($model, $gassy),
            $model instanceof PentodeModel => self::pentode($model, $gassy),
            $model instanceof RectifierModel => \sprintf("bp plate cathode I=strength*%s*pwr(max(V(plate,cathode),0),1.5)\n", self::n($model->perveance)),
            default => self::regulator($model),
        };

        return \sprintf(".subckt %s %s params: strength=1%s\n%s.ends\n", self::name($type, $section, $gassy), self::pins($model), $gassy ? ' gas=0' : '', $body);
    }

    private static function triode(TriodeModel $m, bool $gassy): string
    {
        $above = 'max(V(plate,cathode),0)';
        $z = \sprintf('(%s*(%s+(V(grid,cathode)+%s)/sqrt(%s+%s^2)))', self::n($m->kp), self::n(1 / $m->mu), self::n($m->contactVolts), self::n($m->kvb), $above);

        $plate = \sprintf('strength*2*pwr(%s*%s/%s,%s)/%s', $above, self::softplus($z), self::n($m->kp), self::n($m->exponent), self::n($m->kg));

        return "bp plate cathode I=$plate\n".self::gas($plate, $gassy).self::grid($m->grid);
    }

    /** In one expression for each electrode: nodes in between would begin at zero volts, where nothing is defined. */
    private static function pentode(PentodeModel $m, bool $gassy): string
    {
        $above = 'max(V(plate,cathode),0)';
        $knee = self::n(PentodeModel::SCREEN_KNEE_VOLTS);
        $pull = $knee.'*'.self::softplus("(V(screen,cathode)/$knee)");
        $drive = \sprintf('(%s+%s*%s)', $pull, self::n($m->reach), $above);
        $z = \sprintf('(%s*(%s+(V(grid,cathode)+%s)/%s))', self::n($m->kp), self::n(1 / $m->mu), self::n($m->contactVolts), $drive);
        $cathode = \sprintf('strength*2*pwr(%s*%s/%s,%s)/%s', $drive, self::softplus($z), self::n($m->kp), self::n($m->exponent), self::n($m->kg));
        $ratio = \sprintf('(%s/(%s))', $above, $pull);
        $base = \sprintf('(%s*pwr(1.3/(%s+0.3),%s))', self::n($m->share), $ratio, self::n($m->fall));
        $share = \sprintf('(%1$s+(1-%1$s)*exp(-min(pwr(%2$s/%3$s,%4$s),50)))', $base, $ratio, self::n($m->knee), self::n($m->bend));

        return \sprintf("bp plate cathode I=%s*(1-%s)\nbg2 screen cathode I=%s*%s*(1-exp(-(%s)/%s))\n", $cathode, $share, $cathode, $share, $pull, $knee).self::gas(\sprintf('%s*(1-%s)', $cathode, $share), $gassy).self::grid($m->grid);
    }

    private static function regulator(RegulatorModel $m): string
    {
        $z = \sprintf('((V(plate,cathode)-%s)/%s)', self::n($m->burningVolts), self::n(RegulatorModel::KNEE_VOLTS));

        return \sprintf("bp plate cathode I=%s*%s/%s\n", self::n(RegulatorModel::KNEE_VOLTS), self::softplus($z), self::n($m->slopeOhms));
    }

    /** Ions: a share of the plate current, from the cathode to the grid. */
    private static function gas(string $plate, bool $gassy): string
    {
        return $gassy ? "bgas cathode grid I=gas*$plate\n" : '';
    }

    private static function grid(GridCurrent $grid): string
    {
        $z = '(V(grid,cathode)/'.self::n(GridCurrent::KNEE_VOLTS).')';

        return \sprintf("bg1 grid cathode I=%s<-20 ? 0 : strength*%s*pwr(%s*%s,1.5)\n", $z, self::n($grid->perveance), self::n(GridCurrent::KNEE_VOLTS), self::softplus($z));
    }

    private static function softplus(string $z): string
    {
        return \sprintf('(%1$s>50 ? %1$s : ln(1+exp(min(max(%1$s,-50),50))))', $z);
    }

    private static function n(float $value): string
    {
        return SpiceText::number($value);
    }
}
