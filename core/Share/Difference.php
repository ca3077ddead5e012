<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

/** One thing in which two sides differ. */
final readonly class Difference
{
    /**
     * @param  string  $id  of the package; of a part of the base "game", "loader", "build", "runtime" or "memory"; of a config its path
     * @param  string  $here  what it is on this side; nothing where it is not there
     * @param  string  $there  the same on the other one
     * @param  string  $meaning  what it means for playing together
     * @param  bool  $keepsApart  whether the two cannot play together because of it
     */
    public function __construct(
        public string $id,
        public string $title,
        public string $here,
        public string $there,
        public string $meaning,
        public bool $keepsApart,
        public bool $isOfBase = false,
        public bool $isConfig = false,
    ) {
    }

    /** As it is told in a chat, by whoever is here. */
    public function sentence(): string
    {
        $how = match (true) {
            $this->isConfig => "{$this->title} is ".
                ($this->here === '' ? 'with you only' : ($this->there === '' ? 'with me only' : 'not the same with us')),
            $this->here === '' => "You have {$this->title} {$this->there}, I have not",
            $this->there === '' => "I have {$this->title} {$this->here}, you have not",
            default => "I have {$this->title} {$this->here}, you have {$this->there}",
        };

        return "{$how}: {$this->meaning}.";
    }
}
