<?php

declare(strict_types=1);

namespace App\Packs;

use App\Access\Access;
use App\Models\PackRelease;
use App\Refusal\Refusal;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Pack\UnusablePack;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** Publishes packs into a folder that any web server can serve as a depot. */
final readonly class Publishing
{
    public function __construct(private Packing $packing, private Access $access)
    {
    }

    /** Where packs are published unless somebody says otherwise. */
    public static function usual(): string
    {
        return config('stasimon.var').'/published/packs';
    }

    private static function below(string $parent): string
    {
        File::ensureDirectoryExists(dirname(self::usual()));
        $real = realpath($parent);

        return $real !== false && str_starts_with("{$real}/", realpath(dirname(self::usual())).'/')
            ? $real
            : throw Refusal::unusable('That folder leads to another place.');
    }

    /**
     * @param  string  $folder  below one that may be read and written
     * @return string a sentence that says what is there now
     */
    public function publish(PackRelease $release, string $folder, string $name): string
    {
        // There is always a place for it; others are those that a person has named for folders from elsewhere.
        $parent = is_dir($folder) ? $folder : dirname($folder);
        $real =
            dirname(self::usual()) === $parent || dirname(self::usual()) === dirname($parent)
                ? self::below($parent)
                : $this->access->writable($parent);
        $at = is_dir($folder) ? $real : "{$real}/".basename($folder);
        $file = $this->packing->file($release);
        try {
            $isNew = DepotFolder::publish($file, $at, $name, now()->getTimestamp());
        } catch (UnusablePack|UnsafeArchive $failure) {
            throw Refusal::conflict($failure->getMessage());
        } finally {
            @unlink($file);
        }

        return $isNew
            ? "{$release->name} {$release->version} is published in {$at}. Serve that folder, and its address is a depot."
            : "{$release->name} {$release->version} is published there already, as it is.";
    }
}
