<?php

declare(strict_types=1);

use Symfony\Bundle\FrameworkBundle\Console\Application;
use Yew\Server\Kernel;

require dirname(__DIR__, 2).'/vendor/autoload.php';

return new Application(new Kernel('dev', true));
