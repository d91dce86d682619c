<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** A rectifier between a winding and its reservoir. */
final readonly class Rectifier implements Element
{
    /** Drop of one silicon diode while it conducts, volts (common practice). */
    public const SILICON_VOLTS = 0.8;

    /**
     * @param string                  $winding       `T1/ht`
     * @param string|null             $middle        where the reservoirs of a full-wave doubler meet
     * @param float                   $dropVolts     of one diode while it conducts; of no account with a tube
     * @param string|null             $tube          position of the rectifier tube
     * @param float                   $share         part of the winding that is used, for a tap
     * @param float                   $seriesOhms    of a resistor in each supply lead
     * @param list<string>            $reservoirs    ids of the capacitors that it charges; for a half-wave doubler first the one in series
     * @param array{float,float}|null $choke         henries and ohms of an input choke
     * @param bool                    $deadInStandby standby opens its winding
     * @param bool                    $reversed      half wave: conducts in the negative half cycle
     * @param RectifierDamage|null    $damage        of one of its diodes
     */
    public function __construct(
        public string $id,
        public string $winding,
        public RectifierKind $kind,
        public string $plus,
        public string $minus,
        public ?string $middle = null,
        public float $dropVolts = self::SILICON_VOLTS,
        public ?string $tube = null,
        public float $share = 1.0,
        public float $seriesOhms = 0.0,
        public array $reservoirs = [],
        public ?array $choke = null,
        public bool $deadInStandby = false,
        public bool $reversed = false,
        public ?RectifierDamage $damage = null,
    ) {
    }

    public function damaged(RectifierDamage $damage): self
    {
        return new self($this->id, $this->winding, $this->kind, $this->plus, $this->minus, $this->middle, $this->dropVolts, $this->tube, $this->share, $this->seriesOhms, $this->reservoirs, $this->choke, $this->deadInStandby, $this->reversed, $damage);
    }

    /** With an input choke of other values. */
    public function choked(float $henries, float $ohms): self
    {
        return new self($this->id, $this->winding, $this->kind, $this->plus, $this->minus, $this->middle, $this->dropVolts, $this->tube, $this->share, $this->seriesOhms, $this->reservoirs, [$henries, $ohms], $this->deadInStandby, $this->reversed, $this->damage);
    }

    public function id(): string
    {
        return $this->id;
    }

    public function places(): array
    {
        return [$this->plus, ...(null === $this->middle ? [] : [$this->middle]), ...(null === $this->choke ? [] : [$this->chokeInput()]), $this->minus];
    }

    /** Where the diodes meet the input choke. */
    public function chokeInput(): string
    {
        return $this->id.'/choke-input';
    }
}
