<?php

declare(strict_types=1);

namespace Yew\Server\Http;

use Symfony\Component\HttpFoundation\Request;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** The JSON body of a request. */
final class Body
{
    private const MAX_BYTES = 200_000;

    /**
     * @return array<mixed>
     *
     * @throws BadData
     */
    public static function array(Request $request): array
    {
        $text = $request->getContent();
        if (\strlen($text) > self::MAX_BYTES) {
            throw BadData::at('', 'the request is too large');
        }
        try {
            $data = json_decode($text, true, 24, \JSON_THROW_ON_ERROR);
        } catch (\JsonException) {
            throw BadData::at('', 'the request holds no JSON');
        }

        return \is_array($data) ? $data : throw BadData::at('', 'an object belongs here');
    }

    public static function fields(Request $request): Fields
    {
        return Fields::of(self::array($request));
    }
}
