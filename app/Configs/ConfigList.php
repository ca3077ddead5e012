<?php

declare(strict_types=1);

namespace App\Configs;

use App\Files\PlainFile;
use App\Games\Games;
use App\Models\Instance;
use App\Models\PackRelease;
use App\Models\PlacedRelease;
use App\Refusal\Refusal;
use App\Rehearsals\ChangedBy;
use App\Rehearsals\Configs;
use App\Rehearsals\ConfigsSeen;
use App\Store\Store;
use App\Store\Texts;
use Illuminate\Support\Facades\Cache;
use Stasimon\Core\Config\ConfigSyntax;
use Stasimon\Core\Config\Ownership;
use Stasimon\Core\Config\Wrong;
use Stasimon\Core\Pack\PackFile;
use Stasimon\Core\Pack\UnusablePack;
use Stasimon\Core\Plan\OwnChange;
use ZipArchive;

/** Every config of an instance: whose it is, whether it can be read, and who changed it last. */
final readonly class ConfigList
{
    /** What the name of a config ends with that was put away. */
    public const AWAY = '.set-aside';

    public function __construct(
        private Configs $configs,
        private ConfigsSeen $seen,
        private Games $games,
        private Texts $texts,
        private Store $store,
    ) {
    }

    /** @return array<string, Config> by path */
    public function of(Instance $instance): array
    {
        $drafted = $this->drafted($instance);
        $seen = $this->seen->rows($instance);
        $ownership = $this->ownership($instance);
        $texts = $this->texts($instance);
        $nameless = array_filter(array_map(strval(...), array_keys($texts)), fn (string $path): bool => $ownership->of($path) === null);
        $bringing = $this->bringing($instance, array_values($nameless));
        $wrong = $this->wrong($instance, $texts);
        $packed = $this->packed($instance);
        $list = [];
        foreach ($texts as $path => $text) {
            $path = (string) $path;
            $digest = hash('sha256', $text);
            $row = $seen[$path] ?? null;
            $by = match (true) {
                ($packed[$path] ?? null) === $digest => ChangedBy::Pack,
                $row === null => ChangedBy::Unknown,
                $row->last === $digest => $row->by,
                $row->made === $digest => ChangedBy::Made,
                default => ChangedBy::You,
            };
            $list[$path] = new Config(
                $path,
                strlen($text),
                $digest,
                ConfigSyntax::ofPath($path),
                $wrong[$digest] ?? null,
                $ownership->of($path, $bringing[$path] ?? [], $row->came ?? []),
                new LastChange($by, $row?->launch),
                isset($drafted[$path]),
            );
        }

        return $list;
    }

    /** @return array<string, string> path => bytes, as they are with the draft */
    public function texts(Instance $instance): array
    {
        $drafted = $this->drafted($instance);
        $files = array_filter(
            $this->configs->files($instance),
            fn (string $path): bool => ! str_ends_with($path, self::AWAY) && ($drafted[$path] ?? null)?->isAway() !== true,
            ARRAY_FILTER_USE_KEY,
        );
        $texts = [];
        foreach ($files as $path => $file) {
            $text = $this->draftedText($drafted[$path] ?? null) ?? PlainFile::text($file);
            $texts += $text === null ? [] : [$path => $text];
        }
        foreach ($drafted as $path => $to) {
            if ($to->content !== null && ! isset($texts[$path]) && ! str_ends_with((string) $path, self::AWAY)) {
                $texts[(string) $path] = (string) $this->texts->get($to->content);
            }
        }
        ksort($texts, SORT_STRING);

        return $texts;
    }

    /** @return array<string, OwnChange> by path, of what the draft changes */
    private function drafted(Instance $instance): array
    {
        $worlds = ($this->games->get($instance->plan->base->game)->worlds['folder'] ?? '?').'/';

        return array_filter(
            $instance->draft->plan->once->own ?? [],
            fn (string $path): bool => ! str_starts_with($path, $worlds),
            ARRAY_FILTER_USE_KEY,
        );
    }

    /** @return array<string, string> path => SHA-256, as the release of a pack has them that the instance is of */
    private function packed(Instance $instance): array
    {
        $document = $instance->pack_id === null ? null : PackRelease::query()->whereKey($instance->pack_id)->value('document');

        try {
            return is_string($document) ? PackFile::read($document)->carried->configs : [];
        } catch (UnusablePack) {
            return [];
        }
    }

    /** The same for as long as nobody writes into a config of an instance. */
    public function stamp(Instance $instance): string
    {
        return hash(
            'xxh128',
            json_encode(
                array_map(
                    fn (string $file): array => [@filesize($file), @filemtime($file), @fileinode($file)],
                    $this->configs->files($instance),
                ),
                JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
            ),
        );
    }

    /** How a config is, the draft included. */
    public function text(Instance $instance, string $path): string
    {
        return $this->textIfThere($instance, $path) ??
            throw Refusal::notFound('There is no config of that name here any more, or it has more than 1 MB.');
    }

    /** How a config is, the draft included; null where there is none of that name. */
    public function textIfThere(Instance $instance, string $path): ?string
    {
        $to = $instance->draft->plan->once->own[$path] ?? null;
        $file = $to?->isAway() === true ? null : $this->configs->files($instance)[$path] ?? null;

        return $this->draftedText($to) ?? ($file === null ? null : PlainFile::text($file));
    }

    /** How an archive of the line-up brings a config; null where none does. */
    public function brought(Instance $instance, string $path): ?string
    {
        foreach ($this->archives($instance) as $archive) {
            $index = self::find($archive, $path);
            $text =
                $index === null || ($archive->statIndex($index)['size'] ?? PHP_INT_MAX) > 1_000_000
                    ? false
                    : $archive->getFromIndex($index);
            if ($text !== false) {
                return $text;
            }
        }

        return null;
    }

    /** @return list<string> why, of what stands among the configs and is not read */
    public function unread(Instance $instance): array
    {
        return $this->configs->unread($instance);
    }

    /** @return int how many were put away */
    public function away(Instance $instance): int
    {
        return count(
            array_filter(
                array_keys($this->configs->files($instance)),
                fn (int|string $path): bool => str_ends_with((string) $path, self::AWAY),
            ),
        );
    }

    private function draftedText(?OwnChange $to): ?string
    {
        return $to?->content === null ? null : $this->texts->get($to->content);
    }

    private function ownership(Instance $instance): Ownership
    {
        $base = $instance->plan->base->packages();
        $here = $gone = [];
        foreach ($instance->placed as $placed) {
            $here[(string) $placed->raw('package_id')] = (string) $placed->raw('name');
        }
        foreach (
            $instance
                ->history()
                ->limit(200)
                ->get(['before']) as $entry
        ) {
            $gone += $entry->before->names();
        }
        $not = array_flip($base);

        return new Ownership(
            $this->games->get($instance->plan->base->game)->configs,
            array_diff_key($here, $not),
            array_diff_key($gone, $here, $not),
        );
    }

    /**
     * @param  list<string>  $paths
     * @return array<string, list<string>> path => ids of packages whose archives bring it
     */
    private function bringing(Instance $instance, array $paths): array
    {
        $bringing = [];
        foreach ($paths === [] ? [] : $this->archives($instance) as $id => $archive) {
            foreach ($paths as $path) {
                if (self::find($archive, $path) !== null) {
                    $bringing[$path][] = (string) $id;
                }
            }
        }

        return $bringing;
    }

    /** @return iterable<string, ZipArchive> by package id, open one after another */
    private function archives(Instance $instance): iterable
    {
        foreach ($instance->placed as $placed) {
            /** @var PlacedRelease $placed */
            $digest = trim((string) $placed->raw('sha256'));
            $archive = new ZipArchive();
            if ($digest !== '' && $this->store->has($digest) && $archive->open($this->store->path($digest), ZipArchive::RDONLY) === true) {
                yield (string) $placed->raw('package_id') => $archive;
                $archive->close();
            }
        }
    }

    /** Where an archive has a config: at its path, or below a folder for what is to be there at first. */
    private static function find(ZipArchive $archive, string $path): ?int
    {
        foreach ([$path, "defaults/{$path}", "data/{$path}"] as $name) {
            $index = $archive->locateName($name);
            if ($index !== false) {
                return $index;
            }
        }

        return null;
    }

    /**
     * What cannot be read; of what was looked at once that is known.
     *
     * @param  array<string, string>  $texts  by path
     * @return array<string, Wrong> by SHA-256
     */
    private function wrong(Instance $instance, array $texts): array
    {
        /** @var array<string, array{int, string}|false> $known  by syntax and digest */
        $known = Cache::get($key = "configs-wrong:{$instance->id}", []);
        $now = $wrong = [];
        foreach ($texts as $path => $text) {
            $syntax = ConfigSyntax::ofPath((string) $path);
            if ($syntax === null) {
                continue;
            }
            $digest = hash('sha256', $text);
            $one = "{$syntax->name} {$digest}";
            if (! isset($known[$one])) {
                $found = $syntax->wrong($text);
                $known[$one] = $found === null ? false : [$found->line, $found->why];
            }
            $now[$one] = $known[$one];
            if ($known[$one] !== false) {
                $wrong[$digest] = new Wrong(...$known[$one]);
            }
        }
        Cache::put($key, $now, now()->addDays(30));

        return $wrong;
    }
}
