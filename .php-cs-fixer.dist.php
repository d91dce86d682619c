<?php

declare(strict_types=1);

return (new PhpCsFixer\Config())
    ->setRiskyAllowed(true)
    ->setCacheFile(__DIR__.'/var/php-cs-fixer.cache')
    ->setRules([
        '@Symfony' => true,
        '@Symfony:risky' => true,
        '@PHP82Migration' => true,
        'declare_strict_types' => true,
        // Long argument lists of value objects read better as one line per thought than one per argument.
        'method_argument_space' => ['on_multiline' => 'ignore'],
    ])
    ->setFinder((new PhpCsFixer\Finder())->in([__DIR__.'/core', __DIR__.'/server/src', __DIR__.'/server/tests', __DIR__.'/server/migrations', __DIR__.'/server/config', __DIR__.'/stands/src', __DIR__.'/stands/tests', __DIR__.'/tests'])->notName(['polyfill.php', 'reference.php']));
