<?php

declare(strict_types=1);

namespace App\Access;

use App\Refusal\Refusal;
use Illuminate\Support\Collection;

/**
 * Which folders may be read, and which hosts of one's own network may be asked: what the configuration names, and what a
 * person has opened on the page for that.
 */
final class Access
{
    /** Folders below which nothing is to be found that is anybody's game, or all too much that is not. */
    private const NEVER = ['/', '/proc', '/sys', '/dev', '/run', '/etc', '/boot', '/root/.ssh'];

    /** @var Collection<int, Opening>|null asked for once */
    private ?Collection $open = null;

    /** @return Collection<int, Opening> by what they are */
    public function opened(): Collection
    {
        return $this->open ??= Opening::open()->orderBy('kind')->orderBy('what')->get()->toBase();
    }

    /** @return list<string> folders that may be read */
    public function folders(): array
    {
        $configured = array_map(strval(...), (array) config('stasimon.folders'));

        return array_values(array_unique([...$configured, ...$this->of(OpeningKind::Folder)]));
    }

    /** @param  string  $host  "host:port" */
    public function reaches(string $host): bool
    {
        return in_array($host, (array) config('stasimon.private_depots'), true) || in_array($host, $this->of(OpeningKind::Host), true);
    }

    /**
     * The folder that a person names, if it lies below one that may be read.
     *
     * @throws Refusal for one that does not
     */
    public function folder(string $path): string
    {
        // Nothing is said of what is there where it may not be looked.
        return self::below($path, $this->folders()) ??
            throw Refusal::unusable(
                'That folder may not be read yet. Say beside it for how long it may, or open it under "What may be read".',
            );
    }

    /**
     * The same for a folder into which something is written: only those below one that was named when Stasimon was started.
     *
     * @throws Refusal
     */
    public function writable(string $path): string
    {
        return self::below($path, array_values(array_map(strval(...), (array) config('stasimon.folders')))) ??
            throw Refusal::unusable('That is not a folder below one that may be written. STASIMON_FOLDERS says which may.');
    }

    /** @param  list<string>  $roots */
    private static function below(string $path, array $roots): ?string
    {
        $real = realpath($path);
        if ($real === false || ! is_dir($real)) {
            return null;
        }
        foreach ($roots as $root) {
            $allowed = realpath($root);
            if ($allowed !== false && str_starts_with("{$real}/", "{$allowed}/")) {
                return $real;
            }
        }

        return null;
    }

    /**
     * Opens a folder or a host, on purpose.
     *
     * @param  int|null  $hours  for how long; null until somebody closes it
     *
     * @throws Refusal for what cannot be opened
     */
    public function open(OpeningKind $kind, string $what, ?int $hours): Opening
    {
        $what = match ($kind) {
            OpeningKind::Folder => self::openable($what),
            OpeningKind::Host => self::host($what),
        };
        $opening = Opening::query()->updateOrCreate(
            ['kind' => $kind, 'what' => $what],
            ['until' => $hours === null ? null : now()->addHours($hours)],
        );
        $this->open = null;

        return $opening;
    }

    public function close(int $id): void
    {
        Opening::query()->whereKey($id)->delete();
        $this->open = null;
    }

    /** @return list<string> */
    private function of(OpeningKind $kind): array
    {
        return array_values(
            $this->opened()
                ->where('kind', $kind)
                ->map(fn (Opening $one): string => $one->what)
                ->all(),
        );
    }

    private static function openable(string $path): string
    {
        $real = str_starts_with($path, '/') ? realpath($path) : false;
        if ($real === false || ! is_dir($real)) {
            throw Refusal::unusable('There is no folder of that name. Name it from the root on, as in /home/ada/Games.');
        }
        $own = realpath((string) config('stasimon.var'));
        if (in_array($real, self::NEVER, true) || ($own !== false && str_starts_with("{$own}/", rtrim($real, '/').'/'))) {
            throw Refusal::unusable(
                "{$real} holds what is no game, Stasimon's own files or the machine's among it. Name the folder itself.",
            );
        }
        if (! mb_check_encoding($real, 'UTF-8') || preg_match('/[\x00-\x1f\x7f]/', $real) === 1) {
            throw Refusal::unusable('The name of that folder is not UTF-8, so it cannot be kept. Rename it first.');
        }

        return $real;
    }

    private static function host(string $text): string
    {
        $text = strtolower(trim($text));
        if (preg_match('/^(?:[a-z0-9.-]{1,250}|\[[0-9a-f:.]+\]):\d{1,5}$/D', $text) !== 1) {
            throw Refusal::unusable('A host is named with its port, as in 192.168.1.20:8080.');
        }

        return str_replace(['[', ']'], '', $text);
    }
}
