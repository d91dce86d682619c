<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Formats;

use Yew\Core\Circuit\Fault\Fault;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Server\Tests\ServerTestCase;
use Yew\Server\Wording\Wording;

/** Each fault of the catalogue has its sentence. */
final class FaultWordsTest extends ServerTestCase
{
    public function testEveryKindHasWordsThatNameThePartAndHowBadItIs(): void
    {
        $wording = self::getContainer()->get(Wording::class);
        foreach (FaultCatalogue::kinds() as $id => $kind) {
            $severity = $kind->severity();
            $said = array_map(static fn (?float $s): string => $wording->fault(new Fault($kind, 'R14', $s)), $severity->usual ?? [null]);
            self::assertSame($said, array_unique($said), 'as bad as it is: '.$id);
            foreach ($said as $sentence) {
                self::assertStringContainsString('R14', $sentence, $id);
                self::assertStringNotContainsString($id.':', $sentence);
                self::assertStringNotContainsString('% %', $sentence);
            }
        }
        self::assertSame('R14 has drifted to 1.50 times its value', $wording->fault(new Fault(FaultCatalogue::kinds()['resistor-drifted'], 'R14', 1.5)));
        self::assertSame('V4 is gassy, 500 nA out of its grid for each milliampere of plate current', $wording->fault(new Fault(FaultCatalogue::kinds()['tube-gassy'], 'V4', 0.0005)));
    }
}
