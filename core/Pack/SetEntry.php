<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

/** One state of a set that goes on. */
final readonly class SetEntry
{
    /**
     * @param  int  $number  1 for the first, without gaps
     * @param  string  $sha256  of its pack's file
     * @param  int  $size  bytes of that
     * @param  string  $at  when it was given, in ISO 8601
     * @param  string  $why  in the words of whoever gave it, or what has changed
     */
    public function __construct(public int $number, public string $sha256, public int $size, public string $at, public string $why)
    {
    }

    /** @return array{number: int, sha256: string, size: int, at: string, why: string} as it stands in a document */
    public function written(): array
    {
        return ['number' => $this->number, 'sha256' => $this->sha256, 'size' => $this->size, 'at' => $this->at, 'why' => $this->why];
    }
}
