<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestKind;
use Yew\Core\Test\TestRecord;

/** Tests in the form `{test, subject, text, lifted}` of the judging forms. */
final class TypedTests
{
    /**
     * @param class-string<TestKind> $kinds tests of the station that the form is of
     *
     * @throws BadData with the path of a test that cannot be read
     */
    public static function decode(Fields $fields, string $part, string $kinds): TestRecord
    {
        $tests = [];
        foreach ($fields->objects('trials', 100) as $i => $item) {
            $kind = $item->oneOf('test', $kinds);
            $subject = $item->optionalString('subject', 60) ?? '';
            $lifted = $item->optionalBoolean('lifted', false);
            try {
                $test = TakenTest::typed($kind, $part, $subject, $item->string('text', 120), $lifted, (float) $i);
                $tests[] = null === $test->objection() ? $test : throw $test->objection();
            } catch (CannotRead $e) {
                throw $item->fault('text', $e->getMessage());
            } catch (BadData $e) {
                throw $item->fault('text', $e->sentence);
            }
            $item->done();
        }

        return new TestRecord($tests);
    }
}
