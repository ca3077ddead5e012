<?php

declare(strict_types=1);

namespace App\Instances;

use App\Models\Instance;
use Illuminate\Support\Facades\File;

/** The folders of one instance on disk: live/ is what launches, next/ is being built, before/ is what live/ was. */
final readonly class Folder
{
    private const MARK = '.stasimon.json';

    private string $root;

    public function __construct(Instance $instance)
    {
        $this->root = config('stasimon.var').'/instances/'.$instance->id;
    }

    public function live(string $path = ''): string
    {
        return $this->root.'/live'.($path === '' ? '' : '/'.$path);
    }

    public function next(string $path = ''): string
    {
        return $this->root.'/next'.($path === '' ? '' : '/'.$path);
    }

    public function log(int $rehearsal): string
    {
        is_dir($this->root.'/rehearsals') || mkdir($this->root.'/rehearsals', 0o755, true);

        return $this->root."/rehearsals/{$rehearsal}.log";
    }

    /** An empty next/. */
    public function begin(): void
    {
        File::deleteDirectory($this->next());
        File::ensureDirectoryExists($this->next());
    }

    /** Places a file of the store into next/ without copying it. */
    public function link(string $stored, string $path): void
    {
        File::ensureDirectoryExists(dirname($this->next($path)));
        if (! @link($stored, $this->next($path))) {
            throw Refusal::conflict("The file {$path} could not be placed. The instance is as it was.");
        }
    }

    /** Copies what belongs to the instance itself from live/ to next/. */
    public function carryOver(string $own): void
    {
        if (is_dir($this->live($own))) {
            File::copyDirectory($this->live($own), $this->next($own));
        } else {
            File::ensureDirectoryExists($this->next($own));
        }
    }

    /** Marks next/ as complete; from here on it may become live/. */
    public function mark(string $task): void
    {
        file_put_contents($this->next(self::MARK), json_encode(['task' => $task]));
    }

    /** The task that built live/, if one did. */
    public function markOfLive(): ?string
    {
        return self::markIn($this->live(self::MARK));
    }

    private static function markIn(string $file): ?string
    {
        $mark = is_file($file) ? json_decode((string) file_get_contents($file), true) : null;

        return is_array($mark) && is_string($mark['task'] ?? null) ? $mark['task'] : null;
    }

    /** Moves live/ away. */
    public function stepAside(): void
    {
        File::deleteDirectory($this->root.'/before');
        if (is_dir($this->live())) {
            rename($this->live(), $this->root.'/before');
        }
    }

    /** Makes next/ live. */
    public function stepIn(): void
    {
        rename($this->next(), $this->live());
    }

    /** Throws away what a finished or abandoned apply left. */
    public function clear(): void
    {
        File::deleteDirectory($this->next());
        File::deleteDirectory($this->root.'/before');
    }

    /** After a crash between the two renames: a complete next/ becomes live/, otherwise what was live/ comes back. */
    public function recover(): void
    {
        if (is_dir($this->live())) {
            return;
        }
        if (self::markIn($this->next(self::MARK)) !== null) {
            $this->stepIn();
        } elseif (is_dir($this->root.'/before')) {
            rename($this->root.'/before', $this->live());
        }
    }

    public function remove(): void
    {
        File::deleteDirectory($this->root);
    }
}
