<?php

declare(strict_types=1);

namespace App\Worlds;

use App\Cage\StrangersFiles;
use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\ReleaseRow;
use App\Disk\Folder;
use App\Drafts\Drafting;
use App\Files\PlainFile;
use App\Models\Draft;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use App\Store\Texts;
use Stasimon\Core\Explain\Admission;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Plan\OwnChange;
use Stasimon\Core\Plan\Plan;

/** The data packs that one world has for itself. Each change is a step of the draft, before which worlds are kept. */
final readonly class WorldPacks
{
    private const NAME = '/^[\pL\pN][\pL\pN ._+()-]{0,119}$/Du';

    public function __construct(
        private GameDefinition $game,
        private Drafting $drafting,
        private Store $store,
        private Texts $texts,
        private StrangersFiles $reading,
    ) {
    }

    /**
     * Those of a world in the order in which the game reads them, as they are with the draft: as they are listed, and by name
     * what is not.
     *
     * @return list<array{file: string, says: string, isDrafted: bool}>
     */
    public function of(Instance $instance, string $world): array
    {
        $folder = $this->folder($world);
        if ($folder === null) {
            return [];
        }
        $packs = [];
        foreach (glob((new Folder($instance))->live(addcslashes($folder, '*?[\\')).'/*.zip') ?: [] as $file) {
            $packs["{$folder}/".basename($file)] = is_link($file) ? '' : (string) PlainFile::digest($file);
        }
        $drafted = array_filter(
            $instance->draft->plan->once->own ?? [],
            fn (string $path): bool => dirname($path) === $folder && str_ends_with($path, '.zip'),
            ARRAY_FILTER_USE_KEY,
        );
        $packs = array_filter(
            array_replace($packs, array_map(fn (OwnChange $to): ?string => $to->content, $drafted)),
            fn (?string $digest): bool => $digest !== null,
        );
        ksort($packs, SORT_STRING);
        $listed = array_map(fn (string $file): string => "{$folder}/{$file}", $this->listed($instance, $world));
        $packs = array_replace(array_intersect_key(array_flip($listed), $packs), $packs);
        $known =
            $packs === []
                ? []
                : ReleaseRow::query()
                    ->whereIn('file_sha256', array_filter($packs))
                    ->get(['package_id', 'version', 'file_sha256'])
                    ->keyBy(fn (ReleaseRow $release): string => trim($release->file_sha256))
                    ->all();

        return array_map(
            fn (string $path, int|string $digest): array => [
                'file' => mb_scrub(basename($path)),
                'says' => $this->says($instance, $known[$digest] ?? null),
                'isDrafted' => isset($drafted[$path]),
            ],
            array_keys($packs),
            array_values($packs),
        );
    }

    /**
     * What of a draft's own files is a data pack that comes into a world; the others are configs.
     *
     * @param  array<string, OwnChange>  $own  by path
     * @return list<string> paths
     */
    public static function among(array $own): array
    {
        return array_values(
            array_filter(
                array_map(strval(...), array_keys(array_filter($own, fn (OwnChange $to): bool => $to->content !== null))),
                fn (string $path): bool => str_ends_with($path, '.zip'),
            ),
        );
    }

    /**
     * Gives a world a data pack, in the draft.
     *
     * @param  string  $archive  file that is read and copied
     *
     * @throws UnsafeArchive
     */
    public function give(Instance $instance, string $world, string $archive, string $name): Draft
    {
        $folder = $this->folderIn($instance, $world);
        $this->reading->unpackable($archive, $name);
        $name = preg_replace('/\.zip$/i', '', $name).'.zip';
        preg_match(self::NAME, $name) === 1 ||
            throw Refusal::unusable(
                "A data pack cannot be called {$name}: take letters, digits, blanks, points, dashes and underlines. Nothing was changed.",
            );
        $digest = (string) hash_file('sha256', $archive);
        if (! $this->store->has($digest)) {
            $partial = $this->store->partial("{$digest}-".getmypid());
            @copy($archive, $partial) || throw FullDisk::writing($name);
            $this->store->take($partial, $digest);
        }

        return $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->givingOwn(["{$folder}/{$name}" => $digest]));
    }

    /** Takes one from a world, in the draft: it is kept beside its place under another name, which the game does not read. */
    public function take(Instance $instance, string $world, string $file): Draft
    {
        $folder = $this->folderIn($instance, $world);
        in_array($file, array_column($this->of($instance, $world), 'file'), true) ||
            throw Refusal::notFound("{$world} has no data pack of that name any more. Nothing was changed.");

        return $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->givingOwn(["{$folder}/{$file}" => null]));
    }

    /** Has one read a place later among those of its world, in the draft; what is read later wins. */
    public function later(Instance $instance, string $world, string $file): Draft
    {
        $this->folderIn($instance, $world);
        $this->isOrdered() || throw Refusal::conflict("{$this->game->name} reads the data packs of a world by their names.");
        $files = array_column($this->of($instance, $world), 'file');
        $at = array_search($file, $files, true);
        if ($at === false || ! isset($files[$at + 1])) {
            throw Refusal::conflict("{$file} is read last already, or is not there any more. Nothing was changed.");
        }
        [$files[$at], $files[$at + 1]] = [$files[$at + 1], $files[$at]];
        $digest = $this->texts->put(implode("\n", $files)."\n");

        return $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->givingOwn([$this->orderOf($world) => $digest]));
    }

    /** Whether the game is told in which order to read those of a world. */
    public function isOrdered(): bool
    {
        return ($this->game->worlds['order'] ?? '') !== '';
    }

    /** @return list<string> names in the list of a world, as it is with the draft */
    private function listed(Instance $instance, string $world): array
    {
        if (! $this->isOrdered()) {
            return [];
        }
        $drafted = ($instance->draft->plan->once->own ?? [])[$this->orderOf($world)] ?? null;
        $path = (new Folder($instance))->live($this->orderOf($world));
        $there = is_link($path) ? '' : (string) PlainFile::text($path, 100_000);
        $text = $drafted?->content !== null ? $this->texts->get($drafted->content) : $there;

        return array_values(array_unique(array_filter(array_map(trim(...), explode("\n", mb_scrub((string) $text))))));
    }

    private function orderOf(string $world): string
    {
        return ($this->game->worlds['folder'] ?? '')."/{$world}/".($this->game->worlds['order'] ?? '');
    }

    private function says(Instance $instance, ?ReleaseRow $known): string
    {
        if ($known === null) {
            return 'a file that no depot knows';
        }
        $base = $instance->plan->base;
        $catalogue = new DepotCatalogue($this->game);
        $package = $catalogue->package($known->package_id);
        $release = $package?->release($known->version);
        $game = $catalogue->package($base->game);
        $fits = $package === null || $release === null || $game === null || Admission::of($package, $release, $game, $base->gameVersion);

        return ($package?->title() ?? $known->package_id).
            " {$known->version}".
            ($fits ? '' : ", which is not for {$this->game->name} {$base->gameVersion}");
    }

    /** Where a world that is there has its own; a refusal where there is no such world or place. */
    private function folderIn(Instance $instance, string $world): string
    {
        isset((new Worlds($this->game))->of($instance)[$world]) ||
            throw Refusal::notFound("There is no world {$world} here any more. Nothing was changed.");

        return $this->folder($world) ?? throw Refusal::conflict("{$this->game->name} knows no data packs of one world.");
    }

    private function folder(string $world): ?string
    {
        $where = $this->game->worlds;

        return $where === null || $where['packs'] === '' ? null : "{$where['folder']}/{$world}/{$where['packs']}";
    }
}
