<?php

declare(strict_types=1);

namespace App\Models;

/** A package that another needs. */
final readonly class NeededBy
{
    /**
     * @param  string  $id  of the package that needs it
     * @param  string  $range  in which it does
     * @param  bool  $isExtension  whether it extends that package by what it is
     */
    public function __construct(public string $id, public string $range = '*', public bool $isExtension = false)
    {
    }

    /** @return array{id: string, range: string, extends?: true} as it is kept */
    public function kept(): array
    {
        return ['id' => $this->id, 'range' => $this->range] + ($this->isExtension ? ['extends' => true] : []);
    }
}
