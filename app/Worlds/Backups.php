<?php

declare(strict_types=1);

namespace App\Worlds;

use App\Disk\Folder;
use App\Disk\KeptWorlds;
use App\Games\Games;
use App\Models\Backup;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use App\Store\Texts;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Plan\PlanDocument;
use Stasimon\Core\Worlds\Thinning;

/** Keeps how worlds are, in the store: what two backups have in common is there once. */
final readonly class Backups implements KeptWorlds
{
    public function __construct(private Games $games, private Store $store, private Texts $texts)
    {
    }

    /** Before an apply, where anything of it was there before. */
    public function keep(Instance $instance): ?int
    {
        return $instance->applied_at === null ? null : $this->make($instance, 'before a draft was applied', unlessSame: true)?->id;
    }

    /**
     * Keeps the worlds as they are, with the line-up that they were played with; null where there are none.
     *
     * @param  bool  $unlessSame  whether the newest backup will do where nothing has changed since
     *
     * @throws FullDisk
     */
    public function make(Instance $instance, string $why, bool $unlessSame = false): ?Backup
    {
        $last = $this->of($instance, 1)->first();
        $pieces = new Pieces($this->store, $this->texts);
        // Once: it is read from its JSON each time that it is asked for.
        $before = $last->files ?? [];
        $files = [];
        foreach ($this->files($instance) as $path => $full) {
            $files[$path] = is_link($full) ? ['link' => (string) readlink($full)] : $pieces->keep($full, $before[$path] ?? []);
        }
        if ($files === []) {
            return null;
        }
        $content = fn (array $file): array => array_diff_key($file, ['seen' => '']);
        if ($unlessSame && $last !== null && array_map($content, $before) == array_map($content, $files)) {
            return $last;
        }
        $lineUp = ['plan' => PlanDocument::write($instance->plan), 'versions' => $instance->versions()];
        $backup = Backup::query()->create([
            'instance_id' => $instance->id,
            'why' => $why,
            'files' => $files,
            'bytes' => array_sum(array_column($files, 'size')),
            'added' => $pieces->added,
            'line_up' => $lineUp,
            'made_at' => now(),
        ]);
        Backup::query()->whereIn('id', $this->going($instance))->delete();

        return $backup;
    }

    /** @return Collection<int, Backup> newest first */
    public function of(Instance $instance, int $most = 1_000): Collection
    {
        return Backup::query()->where('instance_id', $instance->id)->orderByDesc('made_at')->orderByDesc('id')->limit($most)->get();
    }

    /** @return list<int> numbers of those that go with the next one, by the rule of {@see Thinning} */
    public function going(Instance $instance): array
    {
        $made = $named = [];
        foreach (
            Backup::query()
                ->where('instance_id', $instance->id)
                ->get(['id', 'made_at', 'name']) as $backup
        ) {
            $made[$backup->id] = $backup->made_at->toDateTimeImmutable();
            $backup->name === null ?: ($named[] = $backup->id);
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
     * @return array<string, Came> name of the world => how
     */
    public function changed(Instance $instance, ?Backup $since): array
    {
        $pieces = new Pieces($this->store, $this->texts);
        $before = $now = [];
        foreach ($since->files ?? [] as $path => $file) {
            $before[explode('/', (string) $path)[0]][$path] = $file;
        }
        foreach ($this->files($instance) as $path => $full) {
            $now[explode('/', (string) $path)[0]][$path] = $full;
        }
        $changed = [];
        foreach ($before + $now as $world => $files) {
            $isSame =
                isset($now[$world], $before[$world]) &&
                array_keys($now[$world]) == array_keys($before[$world]) &&
                array_filter(
                    $now[$world],
                    fn (string $full, string|int $path): bool => is_link($full)
                        ? readlink($full) !== ($before[$world][$path]['link'] ?? null)
                        : ! $pieces->isAs($full, $before[$world][$path]),
                    ARRAY_FILTER_USE_BOTH,
                ) === [];
            if (! $isSame) {
                $changed[mb_scrub((string) $world)] = Came::between(isset($before[$world]), isset($now[$world]));
            }
        }

        return $changed;
    }

    /**
     * @throws Refusal when something of them is not there any more; then nothing is laid
     */
    public function lay(Instance $instance, int $backup, string $to, string $world = ''): void
    {
        $kept =
            Backup::query()->where('instance_id', $instance->id)->find($backup) ??
            throw Refusal::notFound('That backup is not kept any more. Nothing was changed.');
        $pieces = new Pieces($this->store, $this->texts);
        $files =
            $world === ''
                ? $kept->files
                : array_filter(
                    $kept->files,
                    fn (int|string $path): bool => str_starts_with((string) $path, "{$world}/"),
                    ARRAY_FILTER_USE_KEY,
                );
        $files !== [] || throw Refusal::conflict("That backup has no world {$world}. Nothing was changed.");
        $world === '' ||
            @lstat("{$to}/{$world}") === false ||
            throw Refusal::conflict(
                "There is a world {$world} again, so the one of the backup was not put in its place. Nothing was changed.",
            );
        foreach ($files as $path => $file) {
            $pieces->hasAll(...$pieces->digests($file, (string) $path)) ||
                throw Refusal::conflict("{$path} of that backup is not to be had any more, so nothing was put back.");
        }
        File::ensureDirectoryExists($to);
        foreach ($files as $path => $file) {
            File::ensureDirectoryExists(dirname("{$to}/{$path}"));
            if (isset($file['link'])) {
                @symlink($file['link'], "{$to}/{$path}") || throw FullDisk::writing((string) $path);
            } else {
                $pieces->lay($file, "{$to}/{$path}", (string) $path);
            }
        }
    }

    /** @return list<string> every digest in the store that a backup needs */
    public function digests(Backup $backup): array
    {
        $pieces = new Pieces($this->store, $this->texts);

        return array_merge([], ...array_values(array_map(fn (array $file): array => $pieces->digests($file, 'a file'), $backup->files)));
    }

    /** @return array<string, string> path below the folder of worlds => file, but for the world that only a rehearsal opens */
    private function files(Instance $instance): array
    {
        $folder = $this->folder($instance);
        $files = [];
        $trial = $instance->trialWorld($this->games->get($instance->plan->base->game));
        $open = $folder === null || is_link($folder) || ! is_dir($folder) ? [] : [''];
        while ($open !== []) {
            $path = array_pop($open);
            foreach (array_diff(@scandir("{$folder}/{$path}") ?: [], ['.', '..']) as $name) {
                $inner = $path === '' ? (string) $name : "{$path}/{$name}";
                $full = "{$folder}/{$inner}";
                if ($inner === $trial) {
                    continue;
                }
                if (is_dir($full) && ! is_link($full)) {
                    $open[] = $inner;
                } elseif (is_link($full) || is_file($full)) {
                    mb_check_encoding($inner, 'UTF-8') ||
                        throw Refusal::conflict(
                            'The name of '.mb_scrub($inner).' in the worlds is not UTF-8, so it cannot be kept. Rename it first.',
                        );
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
}
