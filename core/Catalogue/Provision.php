<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

/** Another id that a release stands for, at a version in the order of that id. */
final readonly class Provision
{
    public function __construct(public string $id, public string $version)
    {
    }
}
