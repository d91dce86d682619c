<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Shop;

use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use Yew\Core\Bench\MeterFunction;
use Yew\Server\Shop\ShopMeters;
use Yew\Server\Tests\ServerTestCase;

/** How a shop begins: with an owner to come, and a meter that a proof can name. */
final class StatusTest extends ServerTestCase
{
    public function testAnEmptyShopHasAMeterThatSaysWhatItIsTakenFor(): void
    {
        $this->em()->getConnection()->executeStatement('DELETE FROM shop_meter');
        self::assertSame([], self::getContainer()->get(ShopMeters::class)->all()->all);
        self::ensureKernelShutdown();
        $this->open();
        self::ensureKernelShutdown();
        $meter = self::getContainer()->get(ShopMeters::class)->find('general');
        self::assertNotNull($meter);
        self::assertStringContainsString('taken as 10 MΩ and ±2 %', $meter->name);
        self::assertSame([10e6, 1000.0, null], [$meter->inputResistanceOhms(MeterFunction::DcVolts), $meter->highest(MeterFunction::DcVolts), $meter->highest(MeterFunction::Farads)]);
        self::assertEqualsWithDelta(450 * 0.02 + 5 * 0.1, $meter->figure(MeterFunction::DcVolts, 450, 0.0, 'a')->worstCase(), 0.5, 'an accuracy nobody entered is not taken as perfect');
    }

    public function testAShopThatListsItsMetersKeepsThem(): void
    {
        $before = array_keys(self::getContainer()->get(ShopMeters::class)->all()->all);
        self::assertContains('no-1', $before);
        self::ensureKernelShutdown();
        $this->open();
        self::assertSame($before, array_keys(self::getContainer()->get(ShopMeters::class)->all()->all));
    }

    private function open(): void
    {
        $status = new CommandTester((new Application(self::bootKernel()))->find('shop:status'));
        self::assertSame(0, $status->execute(['--open' => true]));
        self::assertStringContainsString('in use', $status->getDisplay());
    }
}
