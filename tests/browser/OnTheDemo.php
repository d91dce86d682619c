<?php

declare(strict_types=1);

namespace Yew\Browser;

/** A demo shop of its own for a class of tests, and a browser in it that its technician is signed in on. */
trait OnTheDemo
{
    private static Stack $stack;
    private static Browser $browser;

    public static function setUpBeforeClass(): void
    {
        self::$stack = Stack::fresh(strtolower(basename(strtr(self::class, '\\', '/'), 'Test')));
        self::$stack->start();
        self::$browser = new Browser(self::$stack->address);
        self::$browser->signIn('idris.demo');
    }

    public static function tearDownAfterClass(): void
    {
        self::$browser->close();
        self::$stack->stop();
    }
}
