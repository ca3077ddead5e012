<?php

declare(strict_types=1);

namespace App\Disk;

/** What an apply has built in next/, and how the folder stood that it is to take the place of. */
final readonly class Built
{
    /**
     * @param  list<LaidRow>  $laid
     * @param  array<string, array<string, string>>  $stands  folder of the instance's own => how it stood, by path
     * @param  array<string, string>  $reasons  path as text => why it has to make room
     * @param  array<string, bool>  $placed  path that Stasimon had laid => whether it is as it was laid
     * @param  int|null  $install  the game's own files that it is laid over
     */
    public function __construct(
        public array $laid,
        public array $stands,
        public array $reasons,
        public array $placed,
        public Carrying $carrying,
        public CarriedOver $carried,
        public ?int $install,
    ) {
    }
}
