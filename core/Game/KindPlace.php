<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

/** Where a game wants what is of one kind. */
final readonly class KindPlace
{
    /**
     * @param  string  $folder  inside the instance; "." is the instance's own folder
     * @param  bool  $unpack  whether what is in the archive goes there, rather than the archive
     * @param  bool  $each  whether each that is unpacked has a folder of its own there
     * @param  ActiveSetting|null  $active  which one the game uses, where it uses one of them at a time
     */
    public function __construct(
        public string $folder,
        public bool $unpack,
        public bool $each = false,
        public ?ActiveSetting $active = null,
    ) {
    }

    /** How what is meant for it comes there, as it is said behind its name; nothing for a file that stays as it is. */
    public function words(): string
    {
        return match (true) {
            $this->unpack && $this->each => ', unpacked, each in a folder of its own',
            $this->unpack => ', unpacked',
            default => '',
        };
    }

    public function holding(string $path): string
    {
        return $this->folder === '.' ? $path : $this->folder.'/'.$path;
    }
}
