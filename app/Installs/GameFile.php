<?php

declare(strict_types=1);

namespace App\Installs;

/** One of the game's own files. */
final readonly class GameFile
{
    /**
     * @param  string  $path  relative to the game's folder
     * @param  string|null  $sha256  null for a symbolic link
     * @param  int  $size  bytes
     * @param  bool  $isWritten  whether the game was seen to write into it
     * @param  string|null  $link  where a symbolic link leads, within the folder
     */
    public function __construct(
        public string $path,
        public ?string $sha256,
        public int $size,
        public bool $isExecutable = false,
        public ?string $link = null,
        public bool $isWritten = false,
    ) {
    }
}
