<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Trial\Trial;
use Yew\Core\Trial\TrialKind;
use Yew\Core\Trial\Trials;

/** Tests in the form `{test, subject, text, lifted}` of the judging forms. */
final class TypedTrials
{
    /** @throws BadData with the path of a test that cannot be read */
    public static function decode(Fields $fields, string $part): Trials
    {
        $trials = [];
        foreach ($fields->objects('trials', 100) as $i => $item) {
            $kind = $item->oneOf('test', TrialKind::class);
            $subject = $item->optionalString('subject', 60) ?? '';
            $lifted = $item->optionalBoolean('lifted', false);
            try {
                $trial = Trial::typed($kind, $part, $subject, $item->string('text', 120), $lifted, (float) $i);
                $trials[] = null === $trial->objection() ? $trial : throw $trial->objection();
            } catch (CannotRead $e) {
                throw $item->fault('text', $e->getMessage());
            } catch (BadData $e) {
                throw $item->fault('text', $e->sentence);
            }
            $item->done();
        }

        return new Trials($trials);
    }
}
