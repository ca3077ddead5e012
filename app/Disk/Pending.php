<?php

declare(strict_types=1);

namespace App\Disk;

use App\Models\PlacedRelease;

/** What an apply is about to make true, as it is left beside the files until it is so. */
final readonly class Pending
{
    /**
     * @param  string  $plan  as PlanDocument writes it
     * @param  list<PlacedRelease>  $releases
     * @param  list<LaidRow>  $files
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
        public array $releases,
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
            array_map(self::release(...), array_values($kept['rows'])),
            array_map(LaidRow::read(...), array_values($kept['files'])),
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
        $kept = [
            'rows' => array_map(fn (PlacedRelease $one): array => $one->getAttributes(), $this->releases),
            'files' => array_map(fn (LaidRow $one): array => $one->written(), $this->files),
        ] + get_object_vars($this);
        unset($kept['releases']);

        return json_encode($kept, JSON_THROW_ON_ERROR);
    }

    /** @param  array<string, string|int|array<mixed>|null>  $row  by column; one of an older Stasimon has objects in it */
    private static function release(array $row): PlacedRelease
    {
        $columns = array_map(fn (string|int|array|null $one) => is_array($one) ? json_encode($one, JSON_THROW_ON_ERROR) : $one, $row);

        return (new PlacedRelease())->setRawAttributes($columns);
    }
}
