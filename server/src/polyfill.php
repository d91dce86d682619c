<?php

declare(strict_types=1);

// The framework calls this function of PHP 8.5; the package that usually brings it is not needed for one function.
if (!function_exists('get_error_handler')) {
    function get_error_handler(): ?callable
    {
        $handler = set_error_handler(static fn () => false);
        restore_error_handler();

        return $handler;
    }
}
