<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\TerminateEvent;
use Yew\Server\Report\Entity\ReportOrder;

/** Makes what was asked for in a request once its answer is on its way: nobody waits at a blank page for a long report. */
final class ReportMaker
{
    /** @var list<ReportOrder> */
    private array $orders = [];

    public function __construct(private readonly Reports $reports, private readonly EntityManagerInterface $em, private readonly LoggerInterface $logger)
    {
    }

    public function ask(ReportOrder $order): void
    {
        $this->em->persist($order);
        $this->em->flush();
        $this->orders[] = $order;
    }

    #[AsEventListener]
    public function make(TerminateEvent $event): void
    {
        foreach ($this->orders as $order) {
            try {
                set_time_limit(0);
                $this->reports->make($order);
            } catch (\Throwable $e) {
                $this->logger->error('The report {id} could not be made: {reason}', ['id' => $order->id, 'reason' => $e->getMessage(), 'exception' => $e]);
                $this->em->getConnection()->executeStatement('UPDATE report_order SET stage = ? WHERE id = ?', [ReportStage::Failed->value, $order->id]);
            }
        }
        $this->orders = [];
    }
}
