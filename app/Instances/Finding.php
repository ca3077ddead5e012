<?php

declare(strict_types=1);

namespace App\Instances;

/** Something true about an instance that the person should know. */
final readonly class Finding
{
    /**
     * @param  string|null  $package  the id of the package it is about
     * @param  list<array{label: string, effect: string, action: string, fields: array<string, string>}>  $remedies  forms to send
     */
    public function __construct(public Level $level, public string $title, public string $text, public ?string $package = null, public array $remedies = [])
    {
    }
}
