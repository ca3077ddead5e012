<?php

declare(strict_types=1);

namespace App\Disk;

use App\Files\Entries;
use App\Files\Entry;
use App\Refusal\Refusal;
use Carbon\CarbonImmutable;
use Generator;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Str;

/**
 * What had to make room in an instance's folder and was not of our laying: bin/<ulid>/files/ has it under the path that it had,
 * bin/<ulid>/why.json says why. Nothing goes out of it by itself.
 */
final readonly class Bin
{
    /** @param  string  $root  the folder of an instance, beside its live/ */
    public function __construct(private string $root)
    {
    }

    /**
     * Moves here what an apply has left behind and neither carried over nor laid. Harmless when done again.
     *
     * @param  Mark  $mark  of the apply
     * @param  Carrying  $carrying  which knows what is to be looked at
     */
    public function sweep(Mark $mark, Carrying $carrying): void
    {
        foreach ($carrying->entries("{$this->root}/before") as $left) {
            $isCarried = Entry::at("{$this->root}/live", $left->path)?->identity() === $left->identity();
            if (! $left->isFolder() && ! $mark->isOurs($left) && ! $isCarried) {
                $this->put($mark->task, "{$this->root}/before/{$left->path}", $left->path, $mark->whyNot($left->path));
            }
        }
    }

    /** Takes something out of live/. */
    public function take(string $path, string $why): void
    {
        $this->put((string) Str::ulid(), "{$this->root}/live/{$path}", $path, $why);
    }

    private function put(string $entry, string $from, string $path, string $why): void
    {
        $to = "{$this->root}/bin/{$entry}/files/{$path}";
        File::ensureDirectoryExists(dirname($to));
        $said = $this->said($entry);
        $said['at'] ??= now()->toIso8601String();
        $said['why'][mb_scrub($path)] = $why;
        file_put_contents("{$this->root}/bin/{$entry}/why.json", json_encode($said, JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR));
        if (! @rename($from, $to)) {
            throw Refusal::conflict(mb_scrub($path).' could not be moved into the bin. It is where it was.');
        }
    }

    /** @return list<Binned> the last first */
    public function all(): array
    {
        $all = [];
        foreach (array_reverse(glob("{$this->root}/bin/*", GLOB_ONLYDIR) ?: []) as $folder) {
            $said = $this->said(basename($folder));
            $at = CarbonImmutable::parse(is_string($said['at'] ?? null) ? $said['at'] : '@'.filemtime($folder));
            $sizes = iterator_to_array($this->within("{$folder}/files"));
            ksort($sizes, SORT_STRING);
            foreach ($sizes as $path => $size) {
                $path = (string) $path;
                $why = $said['why'][mb_scrub($path)] ?? '';
                $all[] = new Binned(self::key(basename($folder), $path), $path, $size, $at, is_string($why) ? $why : '');
            }
        }

        return $all;
    }

    /**
     * Puts something back where it was.
     *
     * @throws Refusal where something is in its place, or it is not here any more
     */
    public function back(string $key): string
    {
        [$entry, $path] = $this->find($key);
        if (! Entries::isFree("{$this->root}/live", $path, itself: false) || Entry::at("{$this->root}/live", $path) !== null) {
            throw Refusal::conflict(
                'Something else is where '.mb_scrub($path).' was, so it stays in the bin. Take that out first, or download this one.',
            );
        }
        File::ensureDirectoryExists(dirname("{$this->root}/live/{$path}"));
        if (! @rename($this->file($entry, $path), "{$this->root}/live/{$path}")) {
            throw Refusal::conflict(mb_scrub($path).' could not be put back. It is still in the bin.');
        }
        $this->forgetEmpty($entry);

        return mb_scrub($path);
    }

    /** Deletes something for good. */
    public function erase(string $key): string
    {
        [$entry, $path] = $this->find($key);
        Rubbish::erase($this->file($entry, $path));
        $this->forgetEmpty($entry);

        return mb_scrub($path);
    }

    /** Where something lies. */
    public function where(string $key): string
    {
        return $this->file(...$this->find($key));
    }

    /** Where the content of something is that can be read. */
    public function fileOf(string $key): string
    {
        $file = $this->where($key);

        return is_file($file) && ! is_link($file) ? $file : throw Refusal::conflict('That is no file, so there is nothing to download.');
    }

    /** @return array{string, string} entry and path */
    private function find(string $key): array
    {
        foreach (glob("{$this->root}/bin/*", GLOB_ONLYDIR) ?: [] as $folder) {
            foreach ($this->within("{$folder}/files") as $path => $size) {
                if (self::key(basename($folder), $path) === $key) {
                    return [basename($folder), $path];
                }
            }
        }
        throw Refusal::notFound('That is not in the bin any more. Nothing was changed.');
    }

    private function file(string $entry, string $path): string
    {
        return "{$this->root}/bin/{$entry}/files/{$path}";
    }

    /** @return Generator<string, int> path => bytes, of what is no folder */
    private function within(string $root): Generator
    {
        foreach (Entries::below($root) as $entry) {
            if (! $entry->isFolder()) {
                yield $entry->path => $entry->size;
            }
        }
    }

    private static function key(string $entry, string $path): string
    {
        return hash('xxh128', "{$entry}/{$path}");
    }

    private function forgetEmpty(string $entry): void
    {
        iterator_count($this->within("{$this->root}/bin/{$entry}/files")) === 0 && Rubbish::erase("{$this->root}/bin/{$entry}");
    }

    /** @return array<string, mixed> */
    private function said(string $entry): array
    {
        $said = json_decode((string) @file_get_contents("{$this->root}/bin/{$entry}/why.json"), true);

        return is_array($said) ? $said : [];
    }
}
