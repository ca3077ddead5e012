<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

/** A file as it is laid into an instance. */
final readonly class LaidFile
{
    /** @param  list<string>  $over  packages that bring another content for the same path and stand back */
    public function __construct(public string $path, public string $package, public Content $content, public array $over = [])
    {
    }
}
