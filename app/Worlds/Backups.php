<?php

declare(strict_types=1);

namespace App\Worlds;

use App\Disk\Folder;
use App\Games;
use App\Models\Backup;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Worlds\Thinning;

/** Keeps how worlds are, in the store: what two backups have in common is there once. */
final readonly class Backups
{
    /** What the worlds of now are called while others take their place. */
    private const AWAY = '.put-away';

    public function __construct(private Games $games, private Store $store)
    {
    }

    /**
     * Keeps the worlds as they are; null where there are none.
     *
     * @throws FullDisk
     */
    public function make(Instance $instance, string $why): ?Backup
    {
        $files = [];
        foreach ($this->files($instance) as $path => $full) {
            $files[$path] = is_link($full) ? ['link' => (string) readlink($full)] : $this->keep($full);
        }
        if ($files === []) {
            return null;
        }
        $backup = Backup::query()->create(['instance_id' => $instance->id, 'why' => $why, 'files' => $files, 'bytes' => array_sum(array_column($files, 'size')), 'made_at' => now()]);
        Backup::query()->whereIn('id', $this->going($instance))->delete();

        return $backup;
    }

    /** @return Collection<int, Backup> newest first */
    public function of(Instance $instance): Collection
    {
        return Backup::query()->where('instance_id', $instance->id)->orderByDesc('made_at')->orderByDesc('id')->get();
    }

    /** @return list<int> numbers of those that go with the next one, by the rule of {@see Thinning} */
    public function going(Instance $instance): array
    {
        $made = $named = [];
        foreach (Backup::query()->where('instance_id', $instance->id)->get(['id', 'made_at', 'name']) as $backup) {
            $made[$backup->id] = $backup->made_at->toDateTimeImmutable();
            $backup->name === null ?: $named[] = $backup->id;
        }

        return Thinning::going($made, $named, now()->toDateTimeImmutable());
    }

    /** One with a name is kept for ever; an empty one takes it away. */
    public function name(Instance $instance, Backup $backup, string $name): void
    {
        $backup->instance_id === $instance->id || throw Refusal::notFound('That is no backup of this instance.');
        $backup->update(['name' => $name === '' ? null : $name]);
    }

    /**
     * Worlds that are otherwise than they were.
     *
     * @return array<string, 'new'|'changed'|'gone'> name of the world => how
     */
    public function changed(Instance $instance, ?Backup $since): array
    {
        $before = $now = [];
        foreach ($since->files ?? [] as $path => $file) {
            $before[explode('/', (string) $path)[0]][$path] = $file['sha256'] ?? $file['link'] ?? '';
        }
        foreach ($this->files($instance) as $path => $full) {
            $now[explode('/', $path)[0]][$path] = is_link($full) ? (string) readlink($full) : (string) hash_file('sha256', $full);
        }
        $changed = [];
        foreach ($before + $now as $world => $files) {
            $how = match (true) {
                ! isset($now[$world]) => 'gone',
                ! isset($before[$world]) => 'new',
                $now[$world] != $before[$world] => 'changed',
                default => null,
            };
            if ($how !== null) {
                $changed[mb_scrub((string) $world)] = $how;
            }
        }

        return $changed;
    }

    /**
     * Gives the worlds back as they were; those that are there now are kept first.
     *
     * @throws Refusal when something of them is not there any more; then nothing is changed
     */
    public function putBack(Instance $instance, Backup $backup): void
    {
        $folder = $this->folder($instance) ?? throw Refusal::conflict('This game has no worlds.');
        foreach ($backup->files as $path => $file) {
            if (isset($file['sha256']) && ! $this->store->has($file['sha256'])) {
                throw Refusal::conflict("{$path} of that backup is not to be had any more, so nothing was put back.");
            }
        }
        $this->mend($instance);
        is_link($folder) && throw Refusal::conflict(basename($folder).' is a link to another place, so nothing in it is put back from here. Nothing was changed.');
        $this->make($instance, 'before worlds were put back');
        $next = $folder.'.putting-back';
        File::deleteDirectory($next);
        File::ensureDirectoryExists($next);
        foreach ($backup->files as $path => $file) {
            File::ensureDirectoryExists(dirname("{$next}/{$path}"));
            $done = isset($file['link']) ? @symlink($file['link'], "{$next}/{$path}") : @copy($this->store->path((string) ($file['sha256'] ?? '')), "{$next}/{$path}") && @chmod("{$next}/{$path}", 0o644);
            if (! $done) {
                File::deleteDirectory($next);
                throw FullDisk::writing((string) $path);
            }
        }
        $old = $folder.self::AWAY;
        File::deleteDirectory($old);
        is_dir($folder) && rename($folder, $old);
        rename($next, $folder);
        File::deleteDirectory($old);
    }

    /** Whatever broke off a putting back between its two renames: the worlds that were put away come back. */
    public function mend(Instance $instance): void
    {
        $folder = $this->folder($instance);
        if ($folder !== null && @lstat($folder) === false && is_dir($folder.self::AWAY)) {
            rename($folder.self::AWAY, $folder);
        }
    }

    /** @return array<string, string> path below the folder of worlds => file, but for the world that only a rehearsal opens */
    private function files(Instance $instance): array
    {
        $folder = $this->folder($instance);
        $files = [];
        $open = $folder === null || is_link($folder) || ! is_dir($folder) ? [] : [''];
        while ($open !== []) {
            $path = array_pop($open);
            foreach (array_diff(@scandir("{$folder}/{$path}") ?: [], ['.', '..']) as $name) {
                $inner = $path === '' ? (string) $name : "{$path}/{$name}";
                $full = "{$folder}/{$inner}";
                if ($inner === ($this->games->get($instance->plan->base->game)->worlds['trial'] ?? '')) {
                    continue;
                }
                if (is_dir($full) && ! is_link($full)) {
                    $open[] = $inner;
                } elseif (is_link($full) || is_file($full)) {
                    mb_check_encoding($inner, 'UTF-8') || throw Refusal::conflict('The name of '.mb_scrub($inner).' in the worlds is not UTF-8, so it cannot be kept. Rename it first.');
                    $files[$inner] = $full;
                }
            }
        }
        ksort($files, SORT_STRING);

        return $files;
    }

    private function folder(Instance $instance): ?string
    {
        $where = $this->games->get($instance->plan->base->game)->worlds;

        return $where === null ? null : (new Folder($instance))->live($where['folder']);
    }

    /** @return array{sha256: string, size: int} */
    private function keep(string $file): array
    {
        $copy = $this->store->partial('world-'.bin2hex(random_bytes(12)));
        if (! @copy($file, $copy)) {
            @unlink($copy);
            throw FullDisk::writing(basename($file));
        }
        // Of the copy: the game may write into the file meanwhile.
        $digest = (string) hash_file('sha256', $copy);
        $size = (int) filesize($copy);
        $this->store->has($digest) ? unlink($copy) : $this->store->take($copy, $digest);

        return ['sha256' => $digest, 'size' => $size];
    }
}
