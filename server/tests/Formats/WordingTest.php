<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Formats;

use Yew\Core\Codec\Fields;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\Stations;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Tests\ServerTestCase;
use Yew\Server\Wording\Wording;

final class WordingTest extends ServerTestCase
{
    public function testEveryReasonOfCoreHasASentence(): void
    {
        $codes = [];
        foreach ((array) glob(self::root().'/core/src/Reading/*.php') as $file) {
            $code = (string) file_get_contents((string) $file);
            preg_match_all("/because\\(Verdict::\\w+, '([a-z-]*[a-z])'/", $code, $verdicts);
            preg_match_all("/=> '([a-z-]+)',\n/", str_contains((string) $file, 'Expectation') ? $code : '', $obstacles);
            preg_match_all("/return \\['([a-z-]+)', \\[/", $code, $dangers);
            $codes = [...$codes, ...$verdicts[1], ...$obstacles[1], ...$dangers[1]];
        }
        $codes = array_unique([...$codes, 'like-sister', 'unlike-sister', 'like-last-visit', 'unlike-last-visit', 'proved-discharged', 'low-not-dead', 'still-charged']);
        self::assertGreaterThan(30, \count($codes));
        $wording = self::getContainer()->get(Wording::class);
        foreach ($codes as $code) {
            self::assertNotSame(ucfirst($code), $wording->reason($code, []), $code);
        }
    }

    public function testEveryGroundTestAndAnswerOfTheColdBenchHasItsWords(): void
    {
        $codes = [];
        foreach (['Look', 'Iron', 'Capacitor', 'Resistor', 'Tubes'] as $area) {
            foreach ((array) glob(self::root().'/core/src/'.$area.'/*.php') as $file) {
                preg_match_all("/new Reason\\(\\s*(?:[^()']*\\? )?'([a-z-]+)'(?: : '([a-z-]+)')?/", (string) file_get_contents((string) $file), $m);
                $codes = [...$codes, ...$m[1], ...array_filter($m[2], static fn (string $c): bool => '' !== $c)];
            }
        }
        self::assertGreaterThan(90, \count(array_unique($codes)));
        $stations = self::getContainer()->get(Stations::class);
        foreach ($stations->tests->names() as $name) {
            array_push($codes, 'test-'.$name, 'hint-'.$name, 'type-'.$name);
        }
        foreach (array_keys($stations->all()) as $station) {
            $codes[] = 'station-'.$station;
        }
        foreach (Outcome::cases() as $outcome) {
            $codes[] = 'word-'.$outcome->value;
        }
        $wording = self::getContainer()->get(Wording::class);
        // Those that are put together of two parts, and those that need no words.
        $made = ['impedance-', 'hint-heater-reference', 'type-'];
        foreach (array_unique($codes) as $code) {
            if (str_contains($code, '-') && [] === array_filter($made, static fn (string $m): bool => str_starts_with($code, $m))) {
                self::assertNotSame(ucfirst($code), $wording->cold($code, []), $code);
            }
        }
        foreach (['as-drawn', 'unas-drawn', 'as-sister', 'unas-sister', 'as-last-visit', 'unas-last-visit'] as $reference) {
            self::assertNotSame('Impedance-'.$reference, $wording->cold('impedance-'.$reference, []));
        }
    }

    public function testFiguresCarryTheirUnits(): void
    {
        $wording = self::getContainer()->get(Wording::class);
        self::assertSame('Leakage onto this grid: 2.82 µA. The coupling capacitor goes.', $wording->reason('leakage', ['leakageAmperes' => 2.8182e-6]));
        self::assertSame('Low by 12 %.', $wording->reason('low', ['deviationPercent' => -12.4]), 'its direction is said once');
        self::assertSame('Over the capacitor’s rating of 450 V. Off at once.', $wording->reason('above-capacitor-rating', ['ratedVolts' => 450.0]));
    }

    public function testAShopMaySpeakTheOtherVocabulary(): void
    {
        $em = $this->em();
        $em->getConnection()->executeStatement('DELETE FROM shop');
        $em->persist(new Shop(1, 'Works', '', 'Europe/London', 'uk', ''));
        $em->flush();
        $wording = self::getContainer()->get(Wording::class);
        self::assertSame(['anode', 'HT', 'valves'], [$wording->word('plate'), $wording->word('B+'), $wording->word('tubes')]);
        self::assertStringContainsString('output valves in', $wording->reason('bias-current-decides', []));
        self::assertSame('HT to chassis: not a short', $wording->gates()['short']);
    }

    public function testWhatThePageSaysOfSafetyIsInTheCatalogueAndNothingElse(): void
    {
        $asked = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(self::root().'/web/src', \FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file instanceof \SplFileInfo && \in_array($file->getExtension(), ['vue', 'ts'], true)) {
                $source = (string) file_get_contents($file->getPathname());
                preg_match_all("/\\bsays\\('([a-z-]+)'\\)/", $source, $plain);
                preg_match_all("/says\\([\\w.]+ \\? '([a-z-]+)' : '([a-z-]+)'\\)/", $source, $either);
                preg_match_all("/id: '(\\w+)',(?:(?!\\n  \\},).)*?cautioned: true/s", 'sums.ts' === $file->getFilename() ? $source : '', $sums);
                $asked = [...$asked, ...$plain[1], ...$either[1], ...$either[2], ...array_map(static fn (string $id): string => 'sum-'.$id, $sums[1])];
            }
        }
        preg_match_all("/'((?:another|wire|prove|move|count|plug|lamp|mark|step)-[a-z-]+)'/", (string) file_get_contents(self::root().'/core/src/Look/MainsConversion.php'), $steps);
        preg_match_all("/'(fall-[a-z-]+)'/", (string) file_get_contents(self::root().'/core/src/Power/Decay.php'), $decays);
        $asked = array_unique([...$asked, ...array_map(static fn (string $step): string => 'convert-'.$step, $steps[1]), ...$decays[1]]);
        sort($asked);
        $said = array_keys(self::getContainer()->get(Wording::class)->page());
        sort($said);
        self::assertSame($said, $asked);
    }

    /**
     * A judgement is worded anew each time that its tape is read, with the figures of then: what a sentence asks for today must have been
     * there, and no code that a tape may hold loses its words. sentences.json holds each code with the figures that its sentence may name;
     * a sentence that needs more is another code.
     */
    public function testWhatOlderTapesHoldIsStillSaidWithTheFiguresOfThen(): void
    {
        $catalogue = Fields::named(json_decode((string) file_get_contents(self::root().'/server/wording/en.json'), true, 512, \JSON_THROW_ON_ERROR));
        $words = array_keys(Fields::named($catalogue['words']));
        foreach (Fields::named(json_decode((string) file_get_contents(__DIR__.'/sentences.json'), true, 512, \JSON_THROW_ON_ERROR)) as $section => $codes) {
            $codes = array_map(static fn (mixed $figures): array => array_filter(\is_array($figures) ? $figures : [], is_string(...)), Fields::named($codes));
            $today = array_filter(Fields::named($catalogue[$section]), is_string(...));
            self::assertSame([], array_keys(array_diff_key($codes, $today)), $section.': tapes hold these');
            self::assertSame([], array_keys(array_diff_key($today, $codes)), $section.': new, and on tapes from now on: write them into sentences.json with the figures that they name');
            foreach ($codes as $code => $figures) {
                preg_match_all('/\{\|?([\w+]+)\|?\}/', $today[$code], $named);
                self::assertSame([], array_values(array_diff($named[1], $figures, $words)), $section.' '.$code.' asks for figures that older entries do not have');
            }
        }
    }

    public function testThePageSpeaksInTheShopsWords(): void
    {
        $this->signIn('nell');
        self::assertStringContainsString('does not make B+ safe', $this->get('/api/shop')->object('says')->string('power-mind'));
        $this->em()->getConnection()->executeStatement("UPDATE shop SET vocabulary = 'uk'");
        self::assertStringContainsString('does not make HT safe', $this->get('/api/shop')->object('says')->string('power-mind'));
        self::assertSame('it will hold its charge', $this->get('/api/shop')->object('says')->string('holds-charge'), 'in the middle of a line');
    }
}
