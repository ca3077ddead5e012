<?php

declare(strict_types=1);

namespace App\Disk;

use App\Files\Entry;
use App\Files\PlainFile;
use App\Installs\GameFile;
use App\Installs\Installs;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Content;
use Stasimon\Core\Place\LaidFile;
use Stasimon\Core\Place\Overlay;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Plan\Plan;

/**
 * The game's own files under a line-up: links into the store, which cost no room. What the game or a person has written into
 * is the instance's own from then on, and stays; what a line-up lays over one of them comes off it again.
 */
final readonly class BaseLayer
{
    /** Bytes up to which a file is copied where the game runs alone. */
    private const COPIED = 1_000_000;

    public function __construct(private Installs $installs, private Store $store)
    {
    }

    /** The install that a plan is laid over; null where the files of its version are not kept. */
    public function of(Plan $plan): ?int
    {
        return $this->installs->current($plan->base->game, $plan->base->gameVersion)?->id;
    }

    /** @return array<string, Content|null> by path; null for a symbolic link */
    public function contents(?int $install): array
    {
        return array_map(
            fn (GameFile $file): ?Content => $file->sha256 === null ? null : new Content($file->sha256, $file->size),
            $this->installs->files($install),
        );
    }

    /**
     * Lays into next/ what shows of the game.
     *
     * @param  list<LaidFile>  $laid  by the line-up
     * @param  array<string, bool>  $placed  path => whether it is as it was placed, of all that an apply has laid into live/
     *
     * @throws Refusal where a file is not in the store any more
     */
    public function lay(?int $install, array $laid, array $placed, GameDefinition $game, Folder $folder): void
    {
        $files = $this->installs->files($install);
        $placement = new Placement($game);
        foreach (Overlay::shown($laid, $files) as $path) {
            $file = $files[$path];
            if (! isset($placed[$path]) && Entry::at($folder->live(), $path)?->isFolder() === false) {
                // The game has written into it, or a person has put another one there: it is carried over as it is.
                continue;
            }
            if ($file->link !== null) {
                $folder->symlink($file->link, $path);

                continue;
            }
            $stored = $this->store->path((string) $file->sha256);
            if (! is_file($stored)) {
                throw Refusal::conflict(
                    "{$path} of {$game->name} is not in the store any more. Read the game's folder again on its page; nothing was changed.",
                );
            }
            if ($placement->isOwn($path)) {
                $folder->leadsAway($path) || $folder->hasNext($path) || $folder->copy($stored, $path, $file->isExecutable);
            } elseif ($file->isWritten || $game->writes($path) || self::isWritten($file)) {
                $folder->copy($stored, $path, $file->isExecutable);
            } else {
                $folder->link($stored, $path);
            }
        }
    }

    /**
     * The game's own files that are in live/ as they were laid.
     *
     * @return array<string, true> by path
     */
    public function asPlaced(Instance $instance): array
    {
        $folder = new Folder($instance);
        $as = [];
        foreach ($this->installs->files($instance->install_id) as $path => $file) {
            if ($this->isAs($file, $folder)) {
                $as[$path] = true;
            }
        }

        return $as;
    }

    /** The same for one path. */
    public function isAsPlaced(Instance $instance, string $path): bool
    {
        $file = $this->installs->file($instance->install_id, $path);

        return $file !== null && $this->isAs($file, new Folder($instance));
    }

    /** Puts the game's own files beside what is tried, where nothing lies yet: as they are in live/ if they were written into. */
    public function layInTrial(Instance $instance, Folder $folder): void
    {
        $placed = DB::table('placed_files')->where('instance_id', $instance->id)->pluck('path', 'path')->all();
        foreach ($this->installs->files($instance->install_id) as $path => $file) {
            if (@lstat($folder->trial($path)) !== false || $file->sha256 === null) {
                continue;
            }
            $isWritten = ! isset($placed[$path]) && ! $this->isAs($file, $folder) && is_file($folder->live($path));
            $isWritten ? $folder->copyToTrial($path) : $folder->layInTrial($this->store->path($file->sha256), $path);
        }
    }

    /**
     * Lays the game's own files alone into the folder for trials. What it could write into is a copy, so that nothing of the
     * store is touched, and {@see learn()} finds out what it was.
     */
    public function layAlone(Instance $instance, Folder $folder): void
    {
        foreach ($this->installs->files($instance->install_id) as $path => $file) {
            $isCopied = $file->size <= self::COPIED && ! str_contains(basename($path), '.so');
            match (true) {
                $file->sha256 === null => null,
                $isCopied => $folder->copyIntoTrial($this->store->path($file->sha256), $path, $file->isExecutable),
                default => $folder->layInTrial($this->store->path($file->sha256), $path),
            };
        }
    }

    /** Lays the game's own files where it is played without mods, as far as nothing lies there yet; what it may write into is a copy. */
    public function layPlain(Instance $instance, Folder $folder, GameDefinition $game): void
    {
        $placement = new Placement($game);
        foreach ($this->installs->files($instance->install_id) as $path => $file) {
            $to = $folder->plain($path);
            if (@lstat($to) !== false) {
                continue;
            }
            File::ensureDirectoryExists(dirname($to));
            $isWritten = $file->isWritten || $game->writes($path) || $placement->isOwn($path) || self::isWritten($file);
            $isLaid = match (true) {
                $file->link !== null => @symlink($file->link, $to),
                ! $isWritten && @link($this->store->path((string) $file->sha256), $to) => true,
                default => @copy($this->store->path((string) $file->sha256), $to) && chmod($to, $file->isExecutable ? 0o755 : 0o644),
            };
            $isLaid || throw FullDisk::writing($path);
        }
    }

    /** Remembers which of its own files the game has written into while it ran alone. */
    public function learn(Instance $instance, Folder $folder): void
    {
        $written = [];
        foreach ($this->installs->files($instance->install_id) as $path => $file) {
            $there = $file->sha256 === null ? false : @lstat($folder->trial($path));
            $isLinked = $there !== false && ($there['nlink'] > 1 || $there['mtime'] === Store::MOMENT);
            if ($there !== false && ! $isLinked && PlainFile::digest($folder->trial($path)) !== $file->sha256) {
                $written[] = $path;
            }
        }
        $written === [] || $this->installs->learn((int) $instance->install_id, $written);
    }

    /**
     * The same of the instance's own folder, after a launch: which of the game's files were put there anew since it began.
     *
     * @param  int  $since  seconds since 1970
     */
    public function watched(Instance $instance, int $since): void
    {
        $folder = new Folder($instance);
        $placed = DB::table('placed_files')->where('instance_id', $instance->id)->pluck('path', 'path')->all();
        $written = [];
        foreach ($this->installs->files($instance->install_id) as $path => $file) {
            $there = $file->isWritten || $file->sha256 === null || isset($placed[$path]) ? false : @lstat($folder->live($path));
            if ($there !== false && $there['mtime'] >= $since && $there['mtime'] !== Store::MOMENT && ! $this->isAs($file, $folder)) {
                $written[] = $path;
            }
        }
        $written === [] || $this->installs->learn((int) $instance->install_id, $written);
    }

    private function isAs(GameFile $file, Folder $folder): bool
    {
        $there = @lstat($folder->live($file->path));
        if ($there === false) {
            return false;
        }
        if ($file->link !== null) {
            return is_link($folder->live($file->path)) && readlink($folder->live($file->path)) === $file->link;
        }
        $stored = @lstat($this->store->path((string) $file->sha256));
        if ($stored !== false && $stored['ino'] === $there['ino']) {
            return $there['mtime'] === Store::MOMENT;
        }

        return $there['size'] === $file->size && PlainFile::digest($folder->live($file->path)) === $file->sha256;
    }

    /** Whether a file is one that games write into: settings and the like, small enough to be copied each time. */
    private static function isWritten(GameFile $file): bool
    {
        return $file->size <= 100_000 &&
            preg_match('/\.(?:ini|cfg|conf|config|json|ya?ml|toml|properties|txt|xml|log|dat|sav|db)$/i', $file->path) === 1;
    }
}
