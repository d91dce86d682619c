<?php

declare(strict_types=1);

namespace Yew\Core\Drawer;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Matching\TestedTube;
use Yew\Core\Matching\TubeConditions;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Test\TakenTest;
use Yew\Core\Tubes\TesterSetting;
use Yew\Core\Tubes\TubeTestKind;

/** One test of a tube of the drawer, with the instrument and the setting that it was taken at (TUBE-1, TUBE-2). */
final readonly class DrawerTest
{
    /**
     * @param string $tester as typed: `jig, 250/-14/250, 6.3V, 5m`
     * @param string $text   figures as typed: `34.5mA 5.2mS`
     * @param string $half   of a bottle with two systems; empty for the whole
     */
    private function __construct(public string $tester, public string $text, public string $half, private TakenTest $figures, private TesterSetting $setting)
    {
    }

    /**
     * @throws CannotRead
     * @throws BadData    without an instrument, or for figures that are none
     */
    public static function typed(string $tester, string $text, string $half = ''): self
    {
        if ('' === trim($tester)) {
            throw BadData::at('tester', 'which instrument read it? Testers differ');
        }
        $setting = TakenTest::typed(TubeTestKind::Tester, TesterSetting::PART, '', $tester);
        $figures = TakenTest::typed(TubeTestKind::Figures, 'tube', $half, $text);
        foreach ([$setting, $figures] as $read) {
            if (null !== $read->objection()) {
                throw $read->objection();
            }
        }

        return new self(trim($tester), trim($text), $half, $figures, TesterSetting::of($setting));
    }

    /** @return array{tester: string, text: string, half: string} as kept() reads it */
    public function toArray(): array
    {
        return ['tester' => $this->tester, 'text' => $this->text, 'half' => $this->half];
    }

    /**
     * @throws BadData
     * @throws CannotRead
     */
    public static function kept(Fields $fields): self
    {
        return self::typed($fields->string('tester', 200), $fields->string('text', 120), $fields->optionalText('half'));
    }

    public function figures(): TakenTest
    {
        return $this->figures;
    }

    public function setting(): TesterSetting
    {
        return $this->setting;
    }

    public function plateAmperes(): ?float
    {
        return $this->figures->value('plateAmperes');
    }

    public function siemens(): ?float
    {
        return $this->figures->value('siemens');
    }

    public function conditions(): ?TubeConditions
    {
        return $this->setting->conditions;
    }

    /** For matching; null where no plate current was read: nothing else decides a set first (TUBE-3). */
    public function tested(string $label): ?TestedTube
    {
        $amperes = $this->plateAmperes();

        return null === $amperes || $amperes <= 0.0 ? null : new TestedTube($label, $amperes, $this->siemens() > 0.0 ? $this->siemens() : null, $this->conditions());
    }
}
