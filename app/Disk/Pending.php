<?php

declare(strict_types=1);

namespace App\Disk;

/** What an apply is about to make true, as it is left beside the files until it is so. */
final readonly class Pending
{
    /**
     * @param  string  $plan  as PlanDocument writes it
     * @param  list<array<string, mixed>>  $rows  of placed_releases
     * @param  list<array<string, mixed>>  $files  rows of placed_files
     * @param  string  $sentence  of the history
     * @param  string  $pack  that the instance is of from then on; empty for none
     * @param  int|null  $backup  of the worlds before it
     * @param  bool  $worlds  whether something takes the place of the worlds on purpose, which leaves none of them missing
     * @param  int  $draft  that it applies
     * @param  int  $revision  of the draft
     * @param  int|null  $install  the game's own files that it is laid over
     */
    public function __construct(
        public string $plan,
        public array $rows,
        public array $files,
        public string $sentence,
        public string $pack,
        public string $task,
        public ?int $backup,
        public bool $worlds,
        public int $draft,
        public int $revision,
        public ?int $install = null,
    ) {
    }

    /** What an older Stasimon did not write is nothing. */
    public static function read(string $file): self
    {
        $kept = json_decode((string) file_get_contents($file), true, flags: JSON_THROW_ON_ERROR);

        return new self(
            $kept['plan'],
            $kept['rows'],
            $kept['files'],
            $kept['sentence'],
            $kept['pack'] ?? '',
            $kept['task'],
            $kept['backup'] ?? null,
            $kept['worlds'] ?? false,
            $kept['draft'],
            $kept['revision'],
            $kept['install'] ?? null,
        );
    }

    public function written(): string
    {
        return json_encode(get_object_vars($this), JSON_THROW_ON_ERROR);
    }
}
