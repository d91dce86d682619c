<?php

declare(strict_types=1);

namespace Yew\Server\Owner;

use Psr\Log\LoggerInterface;
use Symfony\Component\Mailer\MailerInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\Exception\ExceptionInterface;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Shop\ShopSettings;
use Yew\Server\Tape\TapeDoor;

/** The estimate as a letter to the owner: the paper with it, and the link where the shop can be reached from outside. */
final readonly class EstimateLetter
{
    public function __construct(private MailerInterface $mailer, private EstimateView $view, private ShopSettings $settings, private TapeDoor $door, private LoggerInterface $logger, private string $mailFrom, private string $publicAddress)
    {
    }

    /** @throws Refused where the owner has no address that a letter could go to: before anything is frozen */
    public static function addressOf(Job $job): Address
    {
        if ('' === $job->owner->email) {
            throw Refused::badData('mail', 'the owner left no mail address');
        }
        try {
            return new Address($job->owner->email, $job->owner->name);
        } catch (ExceptionInterface) {
            throw Refused::badData('mail', \sprintf('“%s” is no mail address', $job->owner->email));
        }
    }

    public static function reaches(Job $job): bool
    {
        try {
            return '' !== self::addressOf($job)->getAddress();
        } catch (Refused) {
            return false;
        }
    }

    /**
     * @param string $path of the owner’s link
     *
     * @return string what went wrong; empty where the letter left: the estimate stands either way
     */
    public function send(Job $job, Address $to, string $path, string $personId): string
    {
        $head = $this->settings->shop()->head();
        $amplifiers = implode(' and your ', array_map(static fn (JobUnit $u): string => trim($u->unit->maker.' '.$u->unit->model), $job->units()));
        $how = '' === $this->publicAddress ? 'Read the paper that comes with this letter, then ring us or come by.' : "Read it and answer here:\n".rtrim($this->publicAddress, '/').$path;
        try {
            $this->mailer->send((new Email())->from(new Address($this->mailFrom, $head->name))->to($to)
                ->subject(\sprintf('Estimate for your %s', $amplifiers))
                ->text("Hello {$job->owner->name},\n\nhere is our estimate for your $amplifiers. $how\n\nNothing is done without your yes.\n\n{$head->name}\n{$head->address}\n")
                ->attach($this->view->paper($job), 'estimate.pdf', 'application/pdf'));
        } catch (\Throwable $failed) {
            $this->logger->error('A letter did not leave: '.$failed->getMessage());

            return 'The letter did not leave; the estimate is frozen and its link works. Hand it over another way.';
        }
        $this->door->write($job, $personId, 'note', ['text' => \sprintf('The estimate was mailed to %s.', $to->getAddress())]);

        return '';
    }
}
