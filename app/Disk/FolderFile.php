<?php

declare(strict_types=1);

namespace App\Disk;

/** One file of an instance's folder. */
final readonly class FolderFile
{
    /**
     * @param  'placed'|'kept'|'changed'|'own'|'missing'  $state
     * @param  string|null  $package  the id of the package that it comes from
     * @param  list<string>  $over  names of packages that bring the same path and stand back
     */
    public function __construct(
        public string $path,
        public int $size,
        public string $state,
        public ?string $package,
        public ?string $name,
        public array $over,
    ) {
    }

    public function words(): string
    {
        return match ($this->state) {
            'placed' => 'as it was placed',
            'kept' => 'changed by hand, kept',
            'changed' => 'changed by hand',
            'missing' => 'missing',
            'own' => 'the instance\'s own',
        };
    }
}
