<?php

declare(strict_types=1);

namespace App\View;

use App\Find\Finder;
use App\Games\Games;
use App\Models\Instance;
use App\Shelf\SeveralMods;
use App\Shelf\ShelfFile;
use App\Shelf\ShelfState;
use App\Store\Store;
use Illuminate\Database\Eloquent\Collection;
use Stasimon\Core\Evidence\Descriptor\SaidRelation;
use Stasimon\Core\Explain\Fit;
use Stasimon\Core\Explain\Verdict;
use Stasimon\Core\Place\Archive\Archive;

/** What the page of the own shelf shows. */
final readonly class ShelfPage
{
    /** Files that are shown, and folders of an archive. */
    private const SHOWN = 400;

    private const FOLDERS = 60;

    /** Names of an archive that are looked at. */
    private const NAMES = 20_000;

    /**
     * @param  Collection<int, ShelfFile>  $files  what needs a word first, then the newest
     * @param  array<string, string>  $games  names by id, where files of several games are shown
     * @param  array<string, string>  $here  package id => version in the line-up of the instance whose page it is
     * @param  array<string, Verdict>  $verdicts  by package id, of what is not in that line-up
     */
    private function __construct(public Collection $files, public array $games, private array $here, private array $verdicts)
    {
    }

    public static function of(?Instance $instance): self
    {
        $files = ShelfFile::query()
            ->when($instance !== null, fn ($query) => $query->where('game', $instance->plan->base->game ?? ''))
            ->orderByRaw("state = 'asks' desc")
            ->orderByDesc('id')
            ->limit(self::SHOWN)
            ->get();

        if ($instance === null) {
            return new self($files, app(Games::class)->names(), [], []);
        }
        $here = $instance->versions();
        $ids = $files->filter(fn (ShelfFile $file): bool => $file->state === ShelfState::Ready && ! self::isIn($file, $here))
            ->pluck('package_id')
            ->unique()
            ->values()
            ->all();

        return new self($files, [], $here, app(Finder::class)->verdictsOf($instance, array_values(array_map(strval(...), $ids))));
    }

    /** Whether anything waits to be read, or what adding it would do is still being found out. */
    public function waits(): bool
    {
        return $this->files->contains(fn (ShelfFile $file): bool => $file->state === ShelfState::Waiting) ||
            array_filter($this->verdicts, fn (Verdict $verdict): bool => $verdict->fit === Fit::Open) !== [];
    }

    /** Whether an instance has it just so. */
    public function isHere(ShelfFile $file): bool
    {
        return self::isIn($file, $this->here);
    }

    /** @param  array<string, string>  $versions */
    private static function isIn(ShelfFile $file, array $versions): bool
    {
        return ($versions[$file->package_id] ?? '') === $file->version;
    }

    /** What adding a file's package would do here; null for what is here, or is not known yet. */
    public function verdict(ShelfFile $file): ?Verdict
    {
        return $file->state === ShelfState::Ready && ! $this->isHere($file) ? $this->verdicts[$file->package_id] ?? null : null;
    }

    /** @return list<string> ids of the files that fit as they are */
    public function fitting(): array
    {
        $fits = fn (ShelfFile $file): bool => $this->verdict($file)?->fit === Fit::Now && $this->verdict($file)->version === $file->version;

        return array_values($this->files->filter($fits)->pluck('id')->all());
    }

    /** What a file turned out to be, in a few words. */
    public static function what(ShelfFile $file): string
    {
        return match ($file->state) {
            ShelfState::Coming => 'On its way: '.number_format((100 * $file->come) / max(1, $file->size)).' %. Drop it again to go on.',
            ShelfState::Waiting => 'Being read',
            ShelfState::Refused => 'Not taken',
            ShelfState::Asks => ($file->found->content ?? '') === '' ? 'Nothing says what it is' : 'Only a part of it goes in',
            ShelfState::Ready => match ($file->found?->how) {
                'depot' => 'A release that a depot has',
                'release' => 'A release of yours of a package that is known',
                default => 'A package of your own',
            },
        };
    }

    /**
     * The folders of an archive with how many files each holds, the archive itself as "".
     *
     * @return array<string, int>
     */
    public static function folders(ShelfFile $file): array
    {
        $path = (new Store())->path(trim((string) $file->sha256));
        if ($file->sha256 === null || ! is_file($path) || ! str_starts_with((string) file_get_contents($path, false, null, 0, 2), 'PK')) {
            return [];
        }
        // It was looked into when it was read; only its names are asked for here.
        $zip = Archive::reading($path, $file->name);
        $folders = ['' => 0];
        for ($index = 0; $index < min($zip->numFiles, self::NAMES); $index++) {
            $name = mb_scrub((string) $zip->getNameIndex($index));
            if (str_ends_with($name, '/')) {
                continue;
            }
            $folders['']++;
            for ($folder = dirname($name); $folder !== '.'; $folder = dirname($folder)) {
                $folders[$folder] = ($folders[$folder] ?? 0) + 1;
            }
        }
        ksort($folders, SORT_STRING);

        return array_slice($folders, 0, self::FOLDERS, true);
    }

    /**
     * What a file says of others, one on each line; what has alternatives is not among them.
     *
     * @param  list<SaidRelation>  $relations
     */
    public static function lines(array $relations): string
    {
        $alone = array_filter($relations, fn (SaidRelation $one): bool => ! $one->isChoice());

        return implode("\n", array_map(fn (SaidRelation $one): string => $one->words(), $alone));
    }

    /** @return list<string> the mods in an archive that has several */
    public static function several(ShelfFile $file): array
    {
        if ($file->state !== ShelfState::Asks || $file->sha256 === null) {
            return [];
        }

        return app(SeveralMods::class)->in(app(Games::class)->get($file->game), (new Store())->path(trim($file->sha256)), $file->name);
    }
}
