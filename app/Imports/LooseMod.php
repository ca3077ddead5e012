<?php

declare(strict_types=1);

namespace App\Imports;

use App\Files\PlainFile;
use App\Store\FullDisk;
use ZipArchive;

/** A mod that lies in a folder as it is played: a folder of its own, one file, or several that are called alike. */
final readonly class LooseMod
{
    /**
     * @param  string  $place  the folder in which mods of its kind lie
     * @param  string  $path  of its folder or its file, or of the first of them
     * @param  list<string>  $files  paths below the folder that was read
     */
    public function __construct(public string $place, public string $kind, public string $path, public array $files)
    {
    }

    public function isFolder(): bool
    {
        return $this->files !== [$this->path] && str_starts_with($this->files[0] ?? '', "{$this->path}/");
    }

    /** "a folder with 3 files", "a file", "3 files beside each other". */
    public function shape(): string
    {
        $count = count($this->files);

        return match (true) {
            $this->isFolder() => 'a folder with '.($count === 1 ? 'a file' : number_format($count).' files'),
            $count === 1 => 'a file',
            default => number_format($count).' files that are called alike',
        };
    }

    /** Digest of all that it is: the same for the same files of the same names. */
    public function digest(string $root): string
    {
        $all = '';
        foreach ($this->files as $path) {
            $all .= "{$path}\0".PlainFile::digest("{$root}/{$path}")."\n";
        }

        return hash('sha256', $all);
    }

    public function size(string $root): int
    {
        return array_sum(array_map(fn (string $path): int => (int) @filesize("{$root}/{$path}"), $this->files));
    }

    /**
     * Packs it as an archive that is unpacked where it lay.
     *
     * @throws FullDisk
     */
    public function pack(string $root, string $to): void
    {
        $zip = new ZipArchive();
        $zip->open($to, ZipArchive::CREATE | ZipArchive::OVERWRITE) === true || throw FullDisk::writing($this->path);
        foreach ($this->files as $path) {
            $text = PlainFile::text("{$root}/{$path}") ?? throw FullDisk::writing($path);
            $zip->addFromString($path, $text);
            // The same files make the same archive, whenever it is made.
            $zip->setMtimeName($path, 946_684_800);
        }
        $zip->close() || throw FullDisk::writing($this->path);
    }
}
