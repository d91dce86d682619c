<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

use Yew\Core\Codec\BadData;

/** What a fuse link says of itself: `T2A 250V`, `500mAF`, `3.15AT`, `UL T2A` (FUSE-1). */
final readonly class FuseMark
{
    /** @param string|null $characteristic F or T; null when the link does not say */
    public function __construct(public float $amperes, public ?string $characteristic, public ?float $volts, public FuseFamily $family = FuseFamily::Iec)
    {
    }

    /** @throws BadData when it is no fuse */
    public static function read(string $text): self
    {
        $mark = str_replace(',', '.', strtoupper(trim($text)));
        $family = str_contains($mark, 'UL') ? FuseFamily::Ul : FuseFamily::Iec;
        $rest = trim(str_replace(['UL', 'IEC', 'SLOW', 'FAST', 'SLO-BLO'], ['', '', 'T', 'F', 'T'], $mark));
        // T, TT and M are slow or medium; the tool tells fast from slow only.
        if (mb_strlen($mark) > 30 || 1 !== preg_match('/^(?<before>F{1,2}|T{1,2}|M)?\s*(?<amps>\d+(?:\.\d+)?)\s*(?<milli>M)?A?\s*(?<after>F{1,2}|T{1,2})?\s*(?:(?<volts>\d{2,4})\s*V)?$/', $rest, $m)) {
            throw BadData::at('text', \sprintf('“%s” is no fuse: such as T2A 250V, 500mA F, 3.15AT', mb_substr(trim($text), 0, 30)));
        }
        $amperes = (float) $m['amps'] * ('M' === ($m['milli'] ?? '') ? 1e-3 : 1.0);
        if ($amperes <= 0.0 || $amperes > 60.0) {
            throw BadData::at('text', 'a fuse link of an amplifier has more than nothing and no more than 60 A; 500mA is half an ampere');
        }
        $letter = $m['before'].($m['after'] ?? '');

        return new self($amperes, '' === $letter ? null : ('F' === $letter[0] ? 'F' : 'T'), '' === ($m['volts'] ?? '') ? null : (float) $m['volts'], $family);
    }
}
