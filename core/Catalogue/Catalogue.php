<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

/** Where the resolver looks packages up. It asks only for what a request leads to, so an implementation may load lazily. */
interface Catalogue
{
    public function package(string $id): ?Package;

    /** @return list<Provider> the releases that provide an id, by package id and position */
    public function providersOf(string $id): array;
}
