<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Refusal\Refusal;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Str;
use Stasimon\Core\Document\Limits;

/** Files that are too large for one form: they come in slices before it, and the form says which one it means. */
final readonly class Incoming
{
    /** Hours after which one that no form has named is erased. */
    private const HOURS = 24;

    public function __construct(private Room $room)
    {
    }

    /** @return string by which it is named */
    public function begin(string $name, int $size): string
    {
        $name = Slices::name($name, Limits::FILE_NAME);
        $this->room->require($name, $size);
        $id = strtolower((string) Str::ulid());
        File::ensureDirectoryExists(self::folder($id));
        file_put_contents(self::folder($id).'/about.json', json_encode(['name' => $name, 'size' => $size], JSON_THROW_ON_ERROR));
        file_put_contents(self::folder($id).'/file', '');

        return $id;
    }

    /** @param  resource  $slice */
    public function take(string $id, int $offset, $slice): int
    {
        ['name' => $name, 'size' => $size] = self::about($id);

        return Slices::append(self::folder($id).'/file', $offset, $slice, $size, $name);
    }

    /** Bytes that are there now. */
    public function come(string $id): int
    {
        self::about($id);
        clearstatcache();

        return (int) @filesize(self::folder($id).'/file');
    }

    /** How whoever sends one calls it. */
    public static function name(string $id): string
    {
        return self::about($id)['name'];
    }

    /** Where one lies that has come whole. */
    public static function path(string $id): string
    {
        ['name' => $name, 'size' => $size] = self::about($id);
        $path = self::folder($id).'/file';
        clearstatcache();

        return @filesize($path) === $size
            ? $path
            : throw Refusal::conflict("{$name} did not come whole. Choose it again; nothing was kept.");
    }

    /** Bytes that are still to come of those that were announced. */
    public static function promised(): int
    {
        $promised = 0;
        foreach (glob(config('stasimon.var').'/incoming/*/about.json') ?: [] as $file) {
            $about = json_decode((string) @file_get_contents($file), true);
            $promised +=
                is_array($about) && is_int($about['size'] ?? null) ? max(0, $about['size'] - (int) @filesize(dirname($file).'/file')) : 0;
        }

        return $promised;
    }

    /** Erases what nobody has asked for. */
    public static function eraseOld(): void
    {
        foreach (glob(config('stasimon.var').'/incoming/*', GLOB_ONLYDIR) ?: [] as $folder) {
            if ((int) @filemtime($folder) < (int) now()->subHours(self::HOURS)->timestamp) {
                File::deleteDirectory($folder);
            }
        }
    }

    /** @return array{name: string, size: int} */
    private static function about(string $id): array
    {
        $about =
            preg_match('/^[0-9a-z]{26}$/D', $id) === 1
                ? json_decode((string) @file_get_contents(self::folder($id).'/about.json'), true)
                : null;

        return is_array($about) && is_string($about['name'] ?? null) && is_int($about['size'] ?? null)
            ? ['name' => $about['name'], 'size' => $about['size']]
            : throw Refusal::notFound('That file is not being taken in any more. Choose it again.');
    }

    private static function folder(string $id): string
    {
        return config('stasimon.var')."/incoming/{$id}";
    }
}
