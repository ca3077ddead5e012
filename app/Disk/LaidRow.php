<?php

declare(strict_types=1);

namespace App\Disk;

use Stasimon\Core\Place\LaidFile;

/** A file that an apply has laid, as placed_files keeps it. */
final readonly class LaidRow
{
    /**
     * @param  string  $path  in the instance's folder
     * @param  string  $package  whose file it is
     * @param  int  $size  in bytes
     * @param  list<string>  $over  packages that bring another content for the same path and stand back
     * @param  bool  $isKept  whether a person keeps it as they changed it
     */
    public function __construct(
        public string $path,
        public string $package,
        public string $sha256,
        public int $size,
        public array $over,
        public bool $isKept,
    ) {
    }

    public static function of(LaidFile $file, bool $isKept): self
    {
        return new self($file->path, $file->package, $file->content->sha256, $file->content->size, $file->over, $isKept);
    }

    /**
     * @param  array{path: string, package_id: string, sha256: string, size: int, over: list<string>, kept: bool}  $row
     */
    public static function read(array $row): self
    {
        return new self($row['path'], $row['package_id'], $row['sha256'], $row['size'], $row['over'], $row['kept']);
    }

    /**
     * What {@see read()} reads.
     *
     * @return array{path: string, package_id: string, sha256: string, size: int, over: list<string>, kept: bool}
     */
    public function written(): array
    {
        return [
            'path' => $this->path,
            'package_id' => $this->package,
            'sha256' => $this->sha256,
            'size' => $this->size,
            'over' => $this->over,
            'kept' => $this->isKept,
        ];
    }
}
