<?php

declare(strict_types=1);

namespace App\Imports;

use App\Access\Access;
use App\Depots\Catalogue\DepotCatalogue;
use App\Disk\Folder;
use App\Drafts\Bases;
use App\Drafts\Drafting;
use App\Files\Entries;
use App\Files\PlainFile;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Task;
use App\Refusal\Refusal;
use App\Shelf\Recognised;
use App\Shelf\Shelf;
use App\Shelf\ShelfFile;
use App\Store\FullDisk;
use App\Store\Store;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Evidence\Descriptor\SaidRelease;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;

/**
 * Folders from elsewhere, from being named to being an instance.
 *
 * @phpstan-import-type FoundArchive from FolderFound
 */
final readonly class Imports
{
    public function __construct(
        private Games $games,
        private FolderReading $reading,
        private Shelf $shelf,
        private Store $store,
        private Drafting $drafting,
        private Access $access,
    ) {
    }

    public function read(Import $import, Task $task): void
    {
        try {
            $root = $import->shelf_file_id === null ? $this->access->folder($import->source) : $this->unpacked($import);
            $found = $this->reading->of($root, $task, $import->game, $import->version);
            $import->update(['found' => $found, 'state' => ImportState::Ready]);
        } catch (Refusal|UnsafeArchive $failure) {
            File::deleteDirectory($import->unpacked());
            $import->update(['state' => ImportState::Failed, 'problem' => $failure->getMessage()]);
        }
    }

    /** Unpacks an archive of a folder, beside everything else; what is around it is taken off. */
    private function unpacked(Import $import): string
    {
        $file = ShelfFile::query()->findOrFail($import->shelf_file_id);
        $archive = Archive::read($this->store->path(trim((string) $file->sha256)), $file->name);
        $root = $import->unpacked();
        File::deleteDirectory($root);
        $archive->unpack(
            $archive->entries,
            function (ArchiveEntry $entry) use ($root, $file) {
                File::ensureDirectoryExists(dirname("{$root}/{$entry->path}"));

                return @fopen("{$root}/{$entry->path}", 'wb') ?: throw FullDisk::writing($file->name);
            },
            function (ArchiveEntry $entry, $to): void {
                fclose($to);
            },
        );
        $inside = array_values(array_diff(scandir($root) ?: [], ['.', '..']));

        return count($inside) === 1 && is_dir("{$root}/{$inside[0]}") ? "{$root}/{$inside[0]}" : $root;
    }

    /** Makes an instance of what was found: a draft, with configs and worlds beside it. */
    public function make(Import $import, string $name): Instance
    {
        $found = $import->found ?? throw Refusal::conflict('The folder has not been read yet. Nothing was changed.');
        if (! is_dir($found->root)) {
            throw Refusal::conflict('The folder is not there any more. Nothing was changed.');
        }
        $game = $this->games->get($found->game);
        $instance = Instance::query()->create(['name' => mb_substr($name, 0, Limits::NAME), 'plan' => self::base($game, $found)]);
        $this->bring($instance, $found);
        // The loader may be one that nobody but the folder has.
        $instance->update(['plan' => self::base($game, $found)]);
        $this->drafting->step($instance, fn (Plan $plan): Plan => $this->wanting($plan, $found, new DepotCatalogue($game)));
        $this->copyOwn($found, new Folder($instance));
        $import->update(['state' => ImportState::Made, 'instance_id' => $instance->id]);
        File::deleteDirectory($import->unpacked());

        return $instance;
    }

    private static function base(GameDefinition $game, FolderFound $found): Plan
    {
        $bases = new Bases($game, new DepotCatalogue($game));
        $builds = $found->loader === '' ? [] : $bases->builds($found->version)[$found->loader] ?? [];
        $isKnown = array_filter($builds, fn ($build): bool => $build->version === $found->build) !== [];

        return $bases->plan($found->version, $found->loader === '' ? null : $found->loader, $isKnown ? $found->build : null, null, null);
    }

    /** Takes the archives into the store, and those that no depot has onto the shelf. */
    private function bring(Instance $instance, FolderFound $found): void
    {
        foreach ($found->archives('in', 'off') as $one) {
            $path = "{$found->root}/{$one['path']}";
            if ($one['how'] === 'loose') {
                $this->bringLoose($found, $one, $instance);

                continue;
            }
            if ($one['how'] === 'depot') {
                if (! $this->store->has($one['sha256'])) {
                    $partial = $this->store->partial($one['sha256'].'-'.getmypid());
                    if (! PlainFile::copy($path, $partial) || hash_file('sha256', $partial) !== $one['sha256']) {
                        throw FullDisk::writing($one['name']);
                    }
                    $this->store->take($partial, $one['sha256']);
                }

                continue;
            }
            $name = basename((string) preg_replace(LooseMods::OFF, '', $one['path']));
            // What nothing says is taken by its name, as the folder has it: it is in the draft, and can be told more of on the shelf.
            $said = self::said($one, $one['content'] ?? '');
            $this->shelf->bringAs($path, $name, $found->game, $one['how'] === 'unknown' ? $said : null, $instance);
        }
    }

    /**
     * Brings a mod that lies loose, packed so that it is unpacked where it lay.
     *
     * @param  FoundArchive  $one
     */
    private function bringLoose(FolderFound $found, array $one, Instance $instance): void
    {
        $mod = new LooseMod($one['place'] ?? '', $one['kind'], $one['path'], $one['files'] ?? []);
        $archive = (string) tempnam(sys_get_temp_dir(), 'stasimon-loose');
        try {
            $mod->pack($found->root, $archive);
            $name = "{$one['id']}-{$one['version']}.zip";
            $this->shelf->bringAs($archive, $name, $found->game, self::said($one, ''), $instance);
        } finally {
            @unlink($archive);
        }
    }

    /** @param  FoundArchive  $one */
    private static function said(array $one, string $content): Recognised
    {
        $release = SaidRelease::read($one['release'] ?? ['version' => $one['version']]);

        return new Recognised('unknown', $one['why'], $one['id'], $one['name'], $one['kind'], '', $release, content: $content);
    }

    /** What nothing else needs is asked for, in the release that was there; of the rest, what would come in another one. */
    private function wanting(Plan $plan, FolderFound $found, DepotCatalogue $catalogue): Plan
    {
        $versions = $off = [];
        foreach ($found->archives('in', 'off') as $one) {
            if ($one['kind'] !== Kind::Loader->value) {
                $versions[$one['id']] = $one['version'];
                $off += $one['state'] === 'off' ? [$one['id'] => true] : [];
            }
        }
        $needed = [];
        foreach (array_diff_key($versions, $off) as $id => $version) {
            foreach ($catalogue->package((string) $id)?->release($version)?->needs() ?? [] as $need) {
                $needed += array_fill_keys(array_map(fn (Target $target): string => $target->id, $need->alternatives), true);
            }
        }
        $exactly = fn (string $id): string => $catalogue->package($id)?->exactly($versions[$id]) ?? '*';
        foreach (array_map(strval(...), array_keys(array_diff_key($versions, $needed))) as $id) {
            $plan = $plan->wanting($id, $exactly($id));
        }
        $answer = (new Resolver($catalogue))->resolve($plan->request($catalogue, $catalogue->game, []));
        $come = $answer instanceof Resolved ? $answer->versions() : [];
        foreach (array_map(strval(...), array_keys(array_intersect_key($versions, $needed))) as $id) {
            $plan = ($come[$id] ?? null) === $versions[$id] ? $plan : $plan->wanting($id, $exactly($id));
        }

        return $off === [] ? $plan : $plan->turningOff(...array_map(strval(...), array_keys($off)));
    }

    /** Copies configs and worlds; no link, and nothing that is none of theirs. */
    private function copyOwn(FolderFound $found, Folder $folder): void
    {
        foreach (array_keys(array_filter($found->own)) as $own) {
            foreach (Entries::files("{$found->root}/{$own}") as $path => $file) {
                $to = $folder->live("{$own}/{$path}");
                File::ensureDirectoryExists(dirname($to));
                PlainFile::copy("{$found->root}/{$own}/{$path}", $to) || throw FullDisk::writing(mb_scrub(basename($to)));
            }
        }
    }

    public static function find(string $id): ?Import
    {
        return Import::query()->with('instance')->find(strtolower($id));
    }

    /** @return Collection<int, Import> the newest first */
    public static function latest(): Collection
    {
        return Import::query()->with('instance')->orderByDesc('id')->limit(30)->get();
    }
}
