<?php

declare(strict_types=1);

namespace Stasimon\Core\Number;

/** A number that something of a mod takes, as a line of a config says. */
final readonly class Claim
{
    /**
     * @param  string  $file  the config
     * @param  int  $line  in it, from 1
     * @param  string  $owner  package id; nothing where nobody knows
     */
    public function __construct(public string $name, public int $number, public string $file, public int $line, public string $owner = '')
    {
    }

    public function key(): string
    {
        return "{$this->file} {$this->line}";
    }
}
