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
