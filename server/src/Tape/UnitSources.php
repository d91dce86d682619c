<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Yew\Core\Job\EntryKinds;
use Yew\Core\Station\Practice;
use Yew\Core\Station\Stations;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Circuit\Drawings;
use Yew\Server\Circuit\ExpectedPowers;
use Yew\Server\Circuit\Forecasts;
use Yew\Server\Circuit\StandingTubes;
use Yew\Server\Circuit\WalkedInTime;
use Yew\Server\Instrument\Traces;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Shop\ShopEquipment;
use Yew\Server\Shop\ShopMeters;
use Yew\Server\Shop\ShopTime;

/** Where everything is that is known of a unit besides its own tape. */
final readonly class UnitSources
{
    public function __construct(
        public TapeReader $tape,
        public SheetShelf $sheets,
        public ShopMeters $meters,
        public ShopEquipment $equipment,
        public Forecasts $forecasts,
        public WalkedInTime $inTime,
        public ExpectedPowers $powers,
        public Traces $traces,
        public Drawings $drawings,
        public StandingTubes $standingTubes,
        public LabelledTubes $labelled,
        public OrderedWork $ordered,
        public TubeCatalogue $tubes,
        public Stations $stations,
        public EntryKinds $kinds,
        public ClockInterface $clock,
        public ShopTime $time,
        private EntityManagerInterface $em,
    ) {
    }

    public function practice(): Practice
    {
        return $this->em->getRepository(Shop::class)->findOneBy([])?->practice() ?? new Practice();
    }
}
