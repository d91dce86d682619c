<?php

declare(strict_types=1);

use Symfony\Component\HttpFoundation\Request;
use Yew\Server\Kernel;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$environment = $_SERVER['APP_ENV'] ?? 'prod';
$kernel = new Kernel(is_string($environment) ? $environment : 'prod', false);
$request = Request::createFromGlobals();
$response = $kernel->handle($request);
$response->send();
$kernel->terminate($request, $response);
