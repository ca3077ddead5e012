<?php

declare(strict_types=1);

namespace App\Instances;

use App\Depots\DepotClient;
use App\Depots\DepotFailure;
use App\Models\Release;

/** The content-addressed files that all instances share: one file for each SHA-256, never changed once it has its name. */
final class Store
{
    private readonly string $folder;

    public function __construct()
    {
        $this->folder = config('stasimon.var').'/store';
    }

    public function path(string $sha256): string
    {
        return $this->folder.'/'.substr($sha256, 0, 2).'/'.$sha256;
    }

    public function has(string $sha256): bool
    {
        return is_file($this->path($sha256));
    }

    /**
     * Fetches a release's file unless it is here. It gets its name only after its digest was checked.
     *
     * @param  callable(int): void  $progress  told how many bytes of it are there
     *
     * @throws DepotFailure
     */
    public function fetch(Release $release, callable $progress): void
    {
        $path = $this->path($release->file_sha256);
        if (is_file($path)) {
            return;
        }
        $partial = $this->folder.'/partial/'.$release->file_sha256;
        foreach ([dirname($partial), dirname($path)] as $folder) {
            is_dir($folder) || mkdir($folder, 0o755, true);
        }
        $depot = $release->package->depot;
        (new DepotClient($depot))->file($release->file_path, $partial, $release->file_size, $progress);
        if (filesize($partial) !== $release->file_size) {
            // What is there may be a part of the right file: the next attempt goes on from it.
            throw DepotFailure::wrongSize($depot->name, $release->file_name);
        }
        if (hash_file('sha256', $partial) !== $release->file_sha256) {
            unlink($partial);
            throw DepotFailure::wrongDigest($depot->name, $release->file_name);
        }
        chmod($partial, 0o444);
        rename($partial, $path);
    }
}
