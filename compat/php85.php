<?php

declare(strict_types=1);

// Stands in for symfony/polyfill-php85, which the registry in use does not carry.
// Delete it, and its lines in composer.json, once PHP 8.5 or that package is there.

if (! function_exists('array_first')) {
    /**
     * @template T
     *
     * @param  array<T>  $array
     * @return T|null
     */
    function array_first(array $array): mixed
    {
        return $array === [] ? null : $array[array_key_first($array)];
    }
}

if (! function_exists('array_last')) {
    /**
     * @template T
     *
     * @param  array<T>  $array
     * @return T|null
     */
    function array_last(array $array): mixed
    {
        return $array === [] ? null : $array[array_key_last($array)];
    }
}

if (! function_exists('get_exception_handler')) {
    function get_exception_handler(): ?callable
    {
        $handler = set_exception_handler(null);
        restore_exception_handler();

        return $handler;
    }
}

if (! function_exists('get_error_handler')) {
    function get_error_handler(): ?callable
    {
        $handler = set_error_handler(null);
        restore_error_handler();

        return $handler;
    }
}
