<?php

declare(strict_types=1);

namespace App\Games\Taught;

/** A runtime that is on this machine. */
final readonly class Runtime
{
    /**
     * @param  string  $kind  java or dotnet
     * @param  string  $version  as it calls itself, "17.0.15"
     * @param  int  $bits  64 or 32; 0 where it does not say
     * @param  string  $program  what is started
     */
    public function __construct(
        public string $kind,
        public string $version,
        public string $vendor,
        public int $bits,
        public string $program,
    ) {
    }

    /** "17"; of Java's older numbering, 1.8 is 8. */
    public function major(): string
    {
        $parts = explode('.', $this->version);

        return $parts[0] === '1' && isset($parts[1]) ? $parts[1] : $parts[0];
    }
}
