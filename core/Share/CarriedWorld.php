<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

/** One file of a world that comes with a pack: where it lies in an instance's folder, and what it is. */
final readonly class CarriedWorld
{
    /**
     * @param  string  $world  the folder of the world, below the instance's
     * @param  string  $path  below that
     * @param  int  $size  in bytes
     *
     * @throws UnusableHandOff
     */
    public function __construct(public string $world, public string $path, public string $sha256, public int $size)
    {
        Carried::checkPath($this->at());
        Carried::checkPath($world);
        (Carried::isDigest($sha256) && $size >= 0) || throw UnusableHandOff::because("{$path} has no SHA-256, or no size.");
    }

    /** Below the instance's folder. */
    public function at(): string
    {
        return "{$this->world}/{$this->path}";
    }
}
