<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Owner;

use Psr\Log\NullLogger;
use Symfony\Component\Mailer\Envelope;
use Symfony\Component\Mailer\Exception\TransportException;
use Symfony\Component\Mailer\MailerInterface;
use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\RawMessage;
use Symfony\Component\Process\Process;
use Yew\Core\Codec\Fields;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Job\Jobs;
use Yew\Server\Owner\EstimateLetter;
use Yew\Server\Owner\EstimateView;
use Yew\Server\Shop\ShopSettings;
use Yew\Server\Tape\TapeDoor;
use Yew\Server\Tests\Cold\ColdBench;
use Yew\Server\Tests\ServerTestCase;

/** From the findings to the owner's yes: the estimate by itself, the link and who may not use it, the answer on the tape. */
final class OwnersWordTest extends ServerTestCase
{
    use ColdBench;

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
        $this->proveDead(30);
        $this->trial('tube-shorts', 'V4', '', 'p-s');
        $this->trial('resistor', 'R26', '', '612');
        $this->trial('capacitor', 'C14', '', '0.104 - 4u@250', lifted: true);
    }

    /** @phpstan-impure */
    private function estimate(): Fields
    {
        return $this->get('/api/jobs/'.$this->job.'/estimate');
    }

    /** @param array<string, mixed> $body */
    private function request(string $method, string $path, array $body = []): Fields
    {
        $this->client->jsonRequest($method, $path, $body, ['HTTP_ORIGIN' => 'http://localhost']);

        return $this->answer();
    }

    /** @return string the token of a link */
    private function send(): string
    {
        $sent = $this->request('POST', '/api/jobs/'.$this->job.'/estimate/sent');
        self::assertResponseStatusCodeSame(201);

        return substr($sent->string('path'), \strlen('/word/'));
    }

    private function signOut(): void
    {
        $this->client->jsonRequest('POST', '/api/sign-out', [], ['HTTP_ORIGIN' => 'http://localhost']);
    }

    /** @return array<string, string> */
    private function answers(string ...$answers): array
    {
        $lines = array_map(static fn (Fields $l): string => $l->string('id'), $this->estimate()->object('offer')->objects('lines'));

        return array_combine($lines, array_map(static fn (int $i): string => $answers[$i] ?? 'no', array_keys($lines)));
    }

    /** @param array<string, mixed> $change */
    private function edited(array $change = []): Fields
    {
        $offer = $this->estimate()->object('offer');
        $lines = array_map(static fn (Fields $l): array => ['id' => $l->string('id'), 'text' => $l->string('text'), 'why' => $l->optionalText('why'), 'tier' => $l->string('tier'), 'minutes' => (int) $l->number('minutes'), 'partsMinor' => (int) $l->number('partsMinor'), 'openings' => $l->strings('openings'), 'taxBasisPoints' => (int) $l->number('taxBasisPoints'), 'partOf' => $l->string('partOf')], $offer->objects('lines'));
        $lines[0] = [...$lines[0], ...$change];

        return $this->request('PUT', '/api/jobs/'.$this->job.'/estimate', ['currency' => 'GBP', 'hourlyRateMinor' => 4800, 'openings' => [['id' => 'board', 'name' => 'the board out', 'minutes' => 35]], 'lines' => $lines, 'note' => 'Ready in a week.']);
    }

    public function testTheEstimateIsThereByItself(): void
    {
        $word = $this->estimate();
        self::assertSame('draft', $word->string('state'));
        $lines = array_map(static fn (Fields $l): array => [$l->string('tier'), $l->string('text'), (int) $l->number('netMinor'), (int) $l->number('aloneMinor')], $word->object('offer')->objects('lines'));
        self::assertSame([
            ['needed', 'Replace C14, coupling 100 nF 400 V', 3200, 3200],
            ['needed', 'Put right R26, screen 470 Ω', 400, 3200],
            ['needed', 'Replace the tube in V4, 6L6GC, output', 400, 400],
        ], $lines, 'the board is paid for once');
        self::assertStringContainsString('lifts the grid by', $word->object('offer')->objects('lines')[0]->string('why'));
        self::assertSame([4000, 4800], [(int) $word->object('offer')->object('totals')->number('netMinor'), (int) $word->object('offer')->object('totals')->number('grossMinor')]);
    }

    public function testItIsEditedKeptAndLeftOutLinesAreOfferedAgain(): void
    {
        $kept = $this->edited(['partsMinor' => 450, 'text' => '<script>alert(1)</script>']);
        self::assertSame(200, $this->lastStatus());
        self::assertSame(['<script>alert(1)</script>', 3650], [$kept->object('offer')->objects('lines')[0]->string('text'), (int) $kept->object('offer')->objects('lines')[0]->number('netMinor')]);
        $this->trial('resistor', 'R25', '', '900');
        self::assertSame(['Put right R25, screen 470 Ω'], array_map(static fn (Fields $l): string => $l->string('text'), $this->estimate()->objects('suggested')), 'what is found later is offered');
        self::assertCount(4, $this->request('DELETE', '/api/jobs/'.$this->job.'/estimate')->object('offer')->objects('lines'), 'as recommended again');
        foreach ([['minutes' => -1], ['partsMinor' => 1.5], ['openings' => ['roof']], ['tier' => 'urgent']] as $bad) {
            $this->edited($bad);
            self::assertSame(422, $this->lastStatus(), (string) json_encode($bad));
        }
    }

    public function testTheOwnerAnswersByTheLinkOnceAndTheShelfFollows(): void
    {
        $this->edited();
        $token = $this->send();
        self::assertSame('owners-word', $this->get('/api/jobs/'.$this->job)->string('shelfState'), 'waiting for the owner, by itself');
        $this->edited(['partsMinor' => 9900]);
        self::assertSame(409, $this->lastStatus(), 'lines and prices stand');
        $this->request('POST', '/api/jobs/'.$this->job.'/estimate/sent');
        self::assertSame(409, $this->lastStatus(), 'one at a time');
        $answers = $this->answers('yes', 'later', 'no');
        $this->signOut();
        $seen = $this->get('/api/owner/'.$token);
        self::assertSame(['shop', 'amplifiers', 'sentAt', 'validUntil', 'offer', 'answers', 'isAnswered', 'tiers', 'school'], $seen->names(), 'this estimate, and nothing else of the job');
        self::assertSame('no-store, private', $this->client->getResponse()->headers->get('Cache-Control'));
        self::assertSame(3200, (int) $this->request('POST', '/api/owner/'.$token.'/price', ['answers' => [array_key_first($answers) => 'yes']])->object('totals')->number('netMinor'));
        $this->request('POST', '/api/owner/'.$token.'/answer', ['answers' => [array_key_first($answers) => 'yes']]);
        self::assertSame(422, $this->lastStatus(), 'no line is answered for the owner');
        $done = $this->request('POST', '/api/owner/'.$token.'/answer', ['answers' => $answers, 'note' => '<b>Please hurry</b>']);
        self::assertResponseStatusCodeSame(201);
        self::assertTrue($done->boolean('isAnswered'));
        $this->request('POST', '/api/owner/'.$token.'/answer', ['answers' => $answers]);
        self::assertSame(409, $this->lastStatus(), 'not twice');
        self::assertTrue($this->get('/api/owner/'.$token)->boolean('isAnswered'), 'it can still be read');
        $this->signIn('idris');
        $word = $this->estimate();
        self::assertSame(['answered', 'link', '<b>Please hurry</b>', 'yes'], [$word->string('state'), ($answer = Fields::of($word->raw('answer')))->string('way'), $answer->string('note'), $answer->object('answers')->string((string) array_key_first($answers))]);
        self::assertSame([3200, 3840], [(int) $word->object('offer')->object('totals')->number('netMinor'), (int) $word->object('offer')->object('totals')->number('grossMinor')]);
        self::assertSame('on-the-bench', $this->get('/api/jobs/'.$this->job)->string('shelfState'));
        $tape = array_map(static fn (Fields $e): string => $e->string('headline').': '.$e->optionalText('line'), $this->get('/api/jobs/'.$this->job.'/tape')->objects('entries'));
        self::assertContains('The owner’s word: by the link: yes to 1, no to 1, later 1; GBP 38.40', $tape);
    }

    public function testALinkThatIsNotOrNoLongerOpenTellsNothing(): void
    {
        $token = $this->send();
        $answers = $this->answers('yes');
        $second = $this->bookIn(null, 'Piet Oosterlaan');
        $this->signOut();
        $refused = [];
        $try = function (string $token) use (&$refused, $answers): void {
            foreach ([['GET', '', []], ['POST', '/price', ['answers' => []]], ['POST', '/answer', ['answers' => $answers]]] as [$method, $path, $body]) {
                $refused[] = json_encode([...array_diff_key((array) json_decode((string) json_encode($this->request($method, '/api/owner/'.$token.$path, $body)->raw('detail')), true), [])]).$this->lastStatus();
            }
        };
        foreach ([strrev($token), substr($token, 0, 42), $token.'x', $this->job, $second, 'x', str_repeat('A', 43)] as $wrong) {
            $try($wrong);
        }
        $owner = self::getContainer()->get('doctrine.dbal.owner_connection');
        $owner->executeStatement("UPDATE owner_link SET expires_at = now() - INTERVAL '1 second'");
        $this->em()->clear();
        $try($token);
        $owner->executeStatement("UPDATE owner_link SET expires_at = now() + INTERVAL '1 day'");
        $this->em()->clear();
        $this->signIn('idris');
        $this->request('POST', '/api/jobs/'.$this->job.'/estimate/withdrawn', ['why' => 'a price was wrong']);
        self::assertResponseStatusCodeSame(201);
        $this->signOut();
        $try($token);
        self::assertCount(27, $refused);
        self::assertCount(1, array_unique($refused), 'wrong, run out and revoked are refused alike');
        self::assertStringEndsWith('404', $refused[0]);
        self::assertSame(0, $this->em()->getConnection()->fetchOne("SELECT count(*) FROM tape_entry WHERE kind = 'estimate-answered'"));
        self::assertNotSame($token, $this->em()->getConnection()->fetchOne('SELECT token_hash FROM owner_link'), 'the token itself is kept nowhere');
    }

    public function testAnAnswerOnTheTelephoneCountsAsMuchAndTheShopCanOpenItAgain(): void
    {
        $token = $this->send();
        $answer = fn (string $way): Fields => $this->request('POST', '/api/jobs/'.$this->job.'/estimate/answer', ['way' => $way, 'answers' => $this->answers('yes', 'yes', 'yes')]);
        $answer('link');
        self::assertSame(422, $this->lastStatus(), 'by the link the owner alone answers');
        self::assertSame('answered', $answer('telephone')->string('state'));
        $this->request('POST', '/api/owner/'.$token.'/answer', ['answers' => $this->answers()]);
        self::assertSame(409, $this->lastStatus(), 'answered on the telephone, the link answers no more');
        $this->request('POST', '/api/jobs/'.$this->job.'/estimate/withdrawn', []);
        self::assertSame('draft', $this->estimate()->string('state'));
        $this->request('POST', '/api/jobs/'.$this->job.'/estimate/withdrawn', []);
        self::assertSame(404, $this->lastStatus());
        $answer('telephone');
        self::assertSame(404, $this->lastStatus(), 'nothing is with the owner');
        foreach ([['validDays' => 0], ['validDays' => 121], ['validDays' => 1.5], ['colour' => 1]] as $bad) {
            $this->request('POST', '/api/jobs/'.$this->job.'/estimate/sent', $bad);
            self::assertSame(422, $this->lastStatus(), (string) json_encode($bad));
        }
        $empty = $this->bookIn(null, 'Piet Oosterlaan');
        $this->request('POST', '/api/jobs/'.$empty.'/estimate/sent');
        self::assertSame(422, $this->lastStatus(), 'there is nothing to be sent');
    }

    public function testWhatWasDoneWithoutAYesAndWhatGoesBeyondTheAgreedSumIsSaid(): void
    {
        $agreed = fn (?int $limit): Fields => $this->write($this->job, 'agreed-sum', ['limitMinor' => $limit, 'beyond' => 'call'], change: ['unitId' => null]);
        self::assertNull($this->estimate()->object('agreed')->raw('isBeyond'), 'no sum was agreed to');
        self::assertSame('up to 48.00 without asking; beyond it: call first', $agreed(4800)->objects('entries')[0]->string('line'));
        self::assertFalse($this->estimate()->object('agreed')->raw('isBeyond'), '48.00 are not beyond 48.00');
        $agreed(4799);
        self::assertTrue($this->estimate()->object('agreed')->raw('isBeyond'));
        $agreed(null);
        self::assertNull($this->estimate()->object('agreed')->raw('isBeyond'));
        self::assertSame([], $this->estimate()->strings('notApproved'));
        $this->write($this->job, 'as-fitted', ['text' => 'R26 470']);
        self::assertStringEndsWith(' R26', $this->estimate()->strings('notApproved')[0], 'a part was replaced, and nobody said yes');
        $this->send();
        $this->request('POST', '/api/jobs/'.$this->job.'/estimate/answer', ['way' => 'in-person', 'answers' => $this->answers('yes', 'yes')]);
        self::assertStringEndsWith(' R26', implode(',', $this->estimate()->strings('notApproved')), 'it went off the estimate before it was sent');
    }

    public function testOnPaperItIsTheSame(): void
    {
        $this->client->request('GET', '/api/jobs/'.$this->job.'/estimate.pdf');
        self::assertResponseIsSuccessful();
        $process = new Process(['pdftotext', '-layout', '-', '-']);
        $process->setInput((string) $this->client->getResponse()->getContent())->mustRun();
        $text = (string) preg_replace('/\s+/', ' ', $process->getOutput());
        foreach (['Test works', 'Maren Tolliver', 'Replace C14, coupling 100 nF 400 V', 'Needed to work', '32.00', 'Tax, 20 % of 40.00', '48.00', 'a draft'] as $says) {
            self::assertStringContainsString($says, $text);
        }
    }

    private function ownersMail(string $address): void
    {
        $this->em()->getConnection()->executeStatement('UPDATE amplifier_owner SET email = ?', [$address]);
        $this->em()->clear();
    }

    public function testTheEstimateGoesAsALetterWhereThereIsAnAddress(): void
    {
        self::assertNull($this->estimate()->raw('mailTo'));
        foreach (['' => 'left no mail address', 'maren at home' => 'is no mail address', "m@example.org\nBcc: x@example.org" => 'is no mail address'] as $address => $says) {
            $this->ownersMail($address);
            $this->request('POST', '/api/jobs/'.$this->job.'/estimate/sent', ['mail' => true]);
            self::assertSame(422, $this->lastStatus(), $address.$this->client->getResponse()->getContent());
            self::assertStringContainsString($says, (string) $this->client->getResponse()->getContent());
            self::assertSame('draft', $this->estimate()->string('state'), 'nothing is frozen');
        }
        $this->ownersMail('maren@example.org');
        self::assertSame('maren@example.org', $this->estimate()->string('mailTo'));
        $sent = $this->request('POST', '/api/jobs/'.$this->job.'/estimate/sent', ['mail' => true]);
        self::assertResponseStatusCodeSame(201);
        self::assertSame('', $sent->optionalText('mailFault'));
        self::assertEmailCount(1);
        $letter = self::getMailerMessage();
        self::assertInstanceOf(Email::class, $letter);
        self::assertSame(['maren@example.org', 'Test works'], [$letter->getTo()[0]->getAddress(), $letter->getFrom()[0]->getName()]);
        self::assertStringNotContainsString('/word/', (string) $letter->getTextBody(), 'the shop’s own network is not reached from a sofa: no link without a public address');
        self::assertSame(['application/pdf', 'estimate.pdf'], [$letter->getAttachments()[0]->getContentType(), $letter->getAttachments()[0]->getFilename()]);
        self::assertStringStartsWith('%PDF', $letter->getAttachments()[0]->getBody());
        self::assertStringContainsString('mailed to maren@example.org', json_encode(array_map(static fn (Fields $e): mixed => $e->raw('line'), $this->get('/api/jobs/'.$this->job.'/tape')->objects('entries')), \JSON_THROW_ON_ERROR));
    }

    /** @param \Closure(Email): void $send */
    private function letter(\Closure $send, string $publicAddress): string
    {
        $mailer = new class($send) implements MailerInterface {
            public function __construct(private readonly \Closure $send)
            {
            }

            public function send(RawMessage $message, ?Envelope $envelope = null): void
            {
                \assert($message instanceof Email);
                ($this->send)($message);
            }
        };
        $container = self::getContainer();
        $job = $container->get(Jobs::class)->get($this->job);
        $letter = new EstimateLetter($mailer, $container->get(EstimateView::class), $container->get(ShopSettings::class), $container->get(TapeDoor::class), new NullLogger(), 'bench@example.org', $publicAddress);

        return $letter->send($job, EstimateLetter::addressOf($job), '/word/abc', $this->em()->getRepository(Person::class)->findOneBy(['signInName' => 'idris'])->id ?? '');
    }

    public function testTheLinkGoesWithItWhereTheShopIsReachedFromOutside(): void
    {
        $this->ownersMail('maren@example.org');
        $text = '';
        self::assertSame('', $this->letter(static function (Email $letter) use (&$text): void { $text = (string) $letter->getTextBody(); }, 'https://bench.example.org/'));
        self::assertStringContainsString("answer here:\nhttps://bench.example.org/word/abc\n", $text);
    }

    public function testALetterThatDoesNotLeaveIsSaidAndIsNoNote(): void
    {
        $this->ownersMail('maren@example.org');
        $before = \count($this->get('/api/jobs/'.$this->job.'/tape')->objects('entries'));
        self::assertStringContainsString('did not leave', $this->letter(static fn (): never => throw new TransportException('550 no such mailbox'), ''));
        self::assertCount($before, $this->get('/api/jobs/'.$this->job.'/tape')->objects('entries'));
    }

    public function testNoLetterIsSentUnasked(): void
    {
        $this->ownersMail('maren@example.org');
        $this->send();
        self::assertEmailCount(0);
    }

    public function testOnlyTheShopWritesAndOnlyItsOwnerSetsPrices(): void
    {
        self::assertSame(4800.0, $this->get('/api/shop/settings')->object('prices')->number('hourlyRateMinor'));
        $this->request('PUT', '/api/shop/prices', ['hourlyRateMinor' => 9000]);
        self::assertSame(403, $this->lastStatus());
        $this->signOut();
        $this->signIn('pim');
        self::assertSame('draft', $this->estimate()->string('state'));
        foreach ([['PUT', '', ['lines' => []]], ['DELETE', '', []], ['POST', '/sent', []], ['POST', '/answer', []], ['POST', '/withdrawn', []]] as [$method, $path, $body]) {
            $this->request($method, '/api/jobs/'.$this->job.'/estimate'.$path, $body);
            self::assertSame(403, $this->lastStatus(), $method.$path);
        }
        $this->signOut();
        foreach (['/api/jobs/'.$this->job.'/estimate', '/api/jobs/'.$this->job.'/estimate.pdf', '/api/shop/settings'] as $path) {
            $this->get($path);
            self::assertSame(401, $this->lastStatus(), $path);
        }
        $this->signIn('nell');
        self::assertSame(9000.0, $this->request('PUT', '/api/shop/prices', ['hourlyRateMinor' => 9000])->object('prices')->number('hourlyRateMinor'));
        self::assertSame(7500, (int) $this->estimate()->object('offer')->object('totals')->number('netMinor'), '35 + 5 + 5 + 5 minutes at 90.00');
        $this->request('PUT', '/api/shop/prices', ['hourlyRateMinor' => -1]);
        self::assertSame(422, $this->lastStatus());
    }
}
