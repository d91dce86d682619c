<?php

declare(strict_types=1);

namespace Yew\Core\Instrument;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** How one make of instrument is spoken to, as data (docs/formats/instrument-profile.schema.json): another dialect needs no code. */
final readonly class InstrumentProfile
{
    /** Times that are sane for a bench meter, seconds. */
    private const TIMEOUT = [0.1, 10.0];
    private const EVERY = [0.05, 10.0];
    private const MOST_COMMANDS = 8;
    private const MOST_COMMAND = 120;

    /**
     * @param array<string, ProfileFunction> $functions by function
     * @param string                         $identify  question that it answers with who it is
     * @param string|null                    $errors    question for its error queue; null where it has none
     * @param string                         $noError   what the answer begins with when nothing is wrong
     * @param float                          $overload  from this size on a number means overload
     * @param float                          $timeout   seconds that an answer may take
     * @param float                          $every     seconds from reading to reading
     */
    private function __construct(public string $name, public array $functions, public string $identify, public ?string $errors, public string $noError, public float $overload, public float $timeout, public float $every)
    {
    }

    /**
     * @param mixed $data as docs/formats/instrument-profile.schema.json
     *
     * @throws BadData
     */
    public static function decode(mixed $data, string $path = 'profile'): self
    {
        $fields = Fields::of($data, $path);
        if ('instrument-profile/1' !== $fields->string('format', 40)) {
            throw $fields->fault('format', 'instrument-profile/1 belongs here');
        }
        $name = $fields->string('name', 80);
        $functions = [];
        foreach ($fields->objects('functions', 10) as $item) {
            $function = $item->oneOf('function', MeterFunction::class);
            if (isset($functions[$function->value])) {
                throw $item->fault('function', 'each function once');
            }
            $configure = array_map(static fn (string $c): string => self::command($item, 'configure', $c), $item->strings('configure', self::MOST_COMMANDS));
            $check = $item->optionalObject('check');
            $functions[$function->value] = new ProfileFunction(
                $function, $configure, self::command($item, 'read', $item->string('read', self::MOST_COMMAND)), $item->optionalPositive('scale') ?? 1.0,
                null === $check ? null : self::command($check, 'ask', $check->string('ask', self::MOST_COMMAND)), null === $check ? '' : $check->string('contains', 40),
            );
            $check?->done();
            $item->done();
        }
        if ([] === $functions) {
            throw $fields->fault('functions', 'at least one function');
        }
        $errors = $fields->optionalString('errors', self::MOST_COMMAND);
        $profile = new self(
            $name, $functions, self::command($fields, 'identify', $fields->optionalString('identify', self::MOST_COMMAND) ?? '*IDN?'), null === $errors ? null : self::command($fields, 'errors', $errors), $fields->optionalString('noError', 40) ?? '+0',
            $fields->optionalNumber('overloadFrom', 1.0, 1e38) ?? 9.0e37, $fields->optionalNumber('timeoutSeconds', ...self::TIMEOUT) ?? 1.5, $fields->optionalNumber('everySeconds', ...self::EVERY) ?? 0.2,
        );
        $fields->done();

        return $profile;
    }

    public function function(MeterFunction $function): ?ProfileFunction
    {
        return $this->functions[$function->value] ?? null;
    }

    /** One line, printable: what is sent is what stands here. */
    private static function command(Fields $fields, string $name, string $command): string
    {
        return 1 === preg_match('/^[\x20-\x7e]{1,'.self::MOST_COMMAND.'}$/D', $command) ? $command : throw $fields->fault($name, 'one line of printable signs belongs here');
    }
}
