<?php

declare(strict_types=1);

namespace Stasimon\Core\Share\Inventory;

/** All of them. */
final class Forms
{
    /** @var array<string, class-string<Form>> name in an address => who writes it */
    public const ALL = [
        'cyclonedx' => CycloneDx::class,
        'spdx' => Spdx::class,
        'purl' => Urls::class,
        'csv' => Csv::class,
        'markdown' => Markdown::class,
    ];
}
