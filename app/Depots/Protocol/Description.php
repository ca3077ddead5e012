<?php

declare(strict_types=1);

namespace App\Depots\Protocol;

/** What a depot says of itself. */
final readonly class Description
{
    /**
     * @param  string  $name  for people; empty for none
     * @param  bool  $isModerated  whether somebody looks at what it takes in
     */
    public function __construct(public string $name, public bool $isModerated)
    {
    }
}
