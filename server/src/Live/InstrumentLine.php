<?php

declare(strict_types=1);

namespace Yew\Server\Live;

use Amp\ByteStream\StreamException;
use Amp\CancelledException;
use Amp\DeferredCancellation;
use Amp\Socket\ConnectContext;
use Amp\Socket\DnsSocketConnector;
use Amp\Socket\Socket;
use Amp\Socket\SocketException;
use Amp\TimeoutCancellation;
use Yew\Core\Instrument\Answer;
use Yew\Core\Instrument\AnswerFault;
use Yew\Core\Instrument\InstrumentProfile;
use Yew\Core\Instrument\NetworkAddress;
use Yew\Core\Instrument\ProfileFunction;

use function Amp\async;
use function Amp\delay;

/**
 * One instrument on the network, asked again and again. It never matches a late answer to a later question: any doubt closes the line,
 * and it begins anew. A reading counts once the instrument has said, after it, that it is still set to what it was set to.
 */
final class InstrumentLine
{
    private const CONNECT_SECONDS = 2.0;
    private const FIRST_PAUSE = 0.25;
    private const LONGEST_PAUSE = 5.0;

    public string $identity = '';

    /** `away`, `fault` or `live`. */
    public string $state = 'away';

    public string $why = 'not reached yet';

    public int $readings = 0;

    public int $faults = 0;

    private string $buffer = '';

    private ?Socket $socket = null;

    private readonly DeferredCancellation $stop;

    /**
     * @param \Closure(): bool             $mayConfigure whether it may be set now: the chassis is dead
     * @param \Closure(self, ?float): void $read         a value, or null for overload
     * @param \Closure(self): void         $changed      its state is another
     */
    public function __construct(
        public readonly string $id,
        private readonly NetworkAddress $address,
        private readonly InstrumentProfile $profile,
        public readonly ProfileFunction $function,
        private readonly \Closure $mayConfigure,
        private readonly \Closure $read,
        private readonly \Closure $changed,
    ) {
        $this->stop = new DeferredCancellation();
    }

    public function start(): void
    {
        async($this->run(...));
    }

    public function stop(): void
    {
        $this->stop->cancel();
        $this->close();
    }

    private function run(): void
    {
        $pause = self::FIRST_PAUSE;
        while (!$this->stop->isCancelled()) {
            try {
                $this->connect();
                $this->prepare();
                $this->become('live', '');
                $pause = self::FIRST_PAUSE;
                $next = microtime(true);
                while (!$this->stop->isCancelled()) {
                    $this->readOnce();
                    $next = max($next + $this->profile->every, microtime(true));
                    delay(max(0.0, $next - microtime(true)), cancellation: $this->stop->getCancellation());
                }
            } catch (CancelledException) {
                $this->faulted('away', 'does not answer in time');
            } catch (AnswerFault|LineFault $e) {
                $this->faulted('fault', $e->getMessage());
            } catch (StreamException|SocketException) {
                $this->faulted('away', 'is not on the line');
            }
            $this->close();
            if ($this->stop->isCancelled()) {
                break;
            }
            try {
                delay($pause, cancellation: $this->stop->getCancellation());
            } catch (CancelledException) {
                break;
            }
            $pause = min(self::LONGEST_PAUSE, 2.0 * $pause);
        }
        $this->close();
    }

    /**
     * Who answers at an address.
     *
     * @throws LineFault|AnswerFault
     */
    public static function identify(NetworkAddress $address, InstrumentProfile $profile): string
    {
        $line = new self('', $address, $profile, array_values($profile->functions)[0], static fn (): bool => false, static fn (): null => null, static fn (): null => null);
        $line->once(static fn (): null => null);

        return $line->identity;
    }

    /**
     * One reading of an instrument that hangs on no chassis.
     *
     * @throws LineFault|AnswerFault
     */
    public static function readingOf(NetworkAddress $address, InstrumentProfile $profile, ProfileFunction $function): ?float
    {
        $value = null;
        $line = new self('', $address, $profile, $function, static fn (): bool => true, static function (self $line, ?float $read) use (&$value): void {
            $value = $read;
        }, static fn (): null => null);
        $line->once(static function () use ($line): void {
            $line->prepare();
            $line->readOnce();
        });

        return $value;
    }

    /**
     * Opens the line for one question alone.
     *
     * @param \Closure(): mixed $ask
     *
     * @throws LineFault|AnswerFault
     */
    private function once(\Closure $ask): void
    {
        try {
            $this->connect();
            $ask();
        } catch (CancelledException) {
            throw new LineFault('does not answer in time');
        } catch (StreamException|SocketException) {
            throw new LineFault('is not on the line');
        } finally {
            $this->close();
        }
    }

    private function connect(): void
    {
        $this->buffer = '';
        // By itself, without the connector that tries three times over six seconds: the page is told at once that nobody is there.
        $this->socket = (new DnsSocketConnector())->connect($this->address->text(), (new ConnectContext())->withConnectTimeout(self::CONNECT_SECONDS)->withTcpNoDelay(), $this->stop->getCancellation());
        $this->identity = mb_substr((string) preg_replace('/[^\x20-\x7e]/', '·', $this->ask($this->profile->identify)), 0, 120);
        if ('' === trim($this->identity) || is_numeric($this->identity)) {
            throw new LineFault('does not say who it is: is it an instrument?');
        }
    }

    /** Sets it to its function, unless it is; a live chassis has its meter left alone. */
    private function prepare(): void
    {
        if (null !== $this->function->check && $this->isSet()) {
            return;
        }
        if ([] === $this->function->configure) {
            return;
        }
        if (!($this->mayConfigure)()) {
            throw new LineFault(null === $this->function->check ? 'cannot say what it is set to, and is set while the chassis is dead only' : 'is not set to what it was set to; it is set anew while the chassis is dead');
        }
        foreach ($this->function->configure as $command) {
            $this->write($command);
        }
        if (null !== $this->profile->errors) {
            $error = $this->ask($this->profile->errors);
            if (!str_starts_with($error, $this->profile->noError)) {
                throw new LineFault('refused its setting: '.mb_substr($error, 0, 60));
            }
        }
        if (null !== $this->function->check && !$this->isSet()) {
            throw new LineFault('does not say that it is set');
        }
    }

    private function isSet(): bool
    {
        $answer = $this->ask($this->function->check ?? '');
        if (is_numeric($answer)) {
            throw new LineFault('spoke unasked'); // a reading that nobody wanted any more
        }

        return str_contains($answer, $this->function->contains);
    }

    private function readOnce(): void
    {
        $answer = Answer::read($this->ask($this->function->read), $this->function, $this->profile);
        if (null !== $this->function->check && !$this->isSet()) {
            throw new LineFault('was turned to something else');
        }
        if ('' !== $this->buffer) {
            throw new LineFault('spoke unasked');
        }
        ++$this->readings;
        ($this->read)($this, $answer->value);
    }

    private function ask(string $question): string
    {
        if ('' !== $this->buffer) {
            throw new LineFault('spoke unasked');
        }
        $this->write($question);
        $limit = new TimeoutCancellation($this->profile->timeout);
        $end = false;
        while (false === $end) {
            if (\strlen($this->buffer) > Answer::MOST_SIGNS) {
                throw new LineFault('answers without end');
            }
            $chunk = $this->socket?->read($limit, 4096);
            if (null === $chunk) {
                throw new LineFault('' === $this->buffer ? 'closed the line' : 'gave half an answer and closed the line');
            }
            $this->buffer .= $chunk;
            $end = strpos($this->buffer, "\n");
        }
        $answer = substr($this->buffer, 0, $end);
        $this->buffer = substr($this->buffer, $end + 1);

        return rtrim($answer, "\r");
    }

    private function write(string $line): void
    {
        ($this->socket ?? throw new LineFault('closed the line'))->write($line."\n");
    }

    private function faulted(string $state, string $why): void
    {
        if (!$this->stop->isCancelled()) {
            ++$this->faults;
            $this->become($state, $why);
        }
    }

    private function become(string $state, string $why): void
    {
        if ($this->state !== $state || $this->why !== $why) {
            [$this->state, $this->why] = [$state, $why];
            ($this->changed)($this);
        }
    }

    private function close(): void
    {
        $this->socket?->close();
        $this->socket = null;
    }
}
