<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Models\Kept;
use Stasimon\Core\Evidence\Descriptor\SaidRelease;

/** What a file turned out to be, and by which evidence. */
final readonly class Recognised implements Kept
{
    /**
     * @param  string  $how  "depot": a depot has this very file; "release": of a package that is known; "new": of one that is not;
     *     "unknown": nothing says
     * @param  list<string>  $why  sentences
     * @param  SaidRelease  $release  version, and what it needs, suggests, breaks and provides
     * @param  string  $scheme  of its versions
     * @param  string  $syntax  of its ranges
     * @param  string  $content  the folder in it that is the content; nothing for all of it
     */
    public function __construct(
        public string $how,
        public array $why,
        public string $id,
        public string $name,
        public string $kind,
        public string $side,
        public SaidRelease $release,
        public string $scheme = 'semver',
        public string $syntax = 'comparator',
        public string $content = '',
    ) {
    }

    public static function of(array $kept): self
    {
        return new self(...['release' => SaidRelease::read($kept['release'] ?? [])] + $kept);
    }

    public function kept(): array
    {
        return ['release' => $this->release->written()] + get_object_vars($this);
    }

    public function version(): string
    {
        return $this->release->version;
    }

    /** The same, known in another way. */
    public function knownBy(string $how): self
    {
        return new self(...['how' => $how] + get_object_vars($this));
    }

    /** The same, with a sentence that comes before the others. */
    public function because(string $sentence): self
    {
        return new self(...['why' => [$sentence, ...$this->why]] + get_object_vars($this));
    }
}
