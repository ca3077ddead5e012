<?php

declare(strict_types=1);

namespace App\Disk;

/** One file of an instance's folder. */
final readonly class FolderFile
{
    /**
     * @param  string|null  $package  the id of the package that it comes from
     * @param  list<string>  $over  names of packages that bring the same path and stand back
     */
    public function __construct(
        public string $path,
        public int $size,
        public FileState $state,
        public ?string $package,
        public ?string $name,
        public array $over,
    ) {
    }
}
