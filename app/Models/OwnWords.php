<?php

declare(strict_types=1);

namespace App\Models;

/** What a person adds to how an instance is launched; no part of a hand-off. */
final readonly class OwnWords
{
    /**
     * @param  list<string>  $before  words that the game's command is given to, as a wrapper is
     * @param  list<string>  $after  arguments behind it
     * @param  array<string, string>  $environment  name => value
     * @param  string  $folder  in which it is started, below the instance's; nothing for that itself
     */
    public function __construct(
        public array $before = [],
        public array $after = [],
        public array $environment = [],
        public string $folder = '',
    ) {
    }

    /**
     * @param  list<string>  $command
     * @return list<string>
     */
    public function around(array $command): array
    {
        return [...$this->before, ...$command, ...$this->after];
    }

    /** Where it is started, which has to be there. */
    public function in(string $dir): string
    {
        return $this->folder !== '' && is_dir("{$dir}/{$this->folder}") && ! is_link("{$dir}/{$this->folder}")
            ? "{$dir}/{$this->folder}"
            : $dir;
    }

    public function written(): string
    {
        return json_encode(get_object_vars($this), JSON_THROW_ON_ERROR);
    }

    public static function read(?string $kept): self
    {
        $kept = $kept === null ? [] : (array) json_decode($kept, true, flags: JSON_THROW_ON_ERROR);

        return new self($kept['before'] ?? [], $kept['after'] ?? [], $kept['environment'] ?? [], $kept['folder'] ?? '');
    }
}
