<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Depots\Depot;
use App\Depots\Sync\Synchronising;
use App\Models\Instance;
use App\Models\PlacedRelease;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Evidence\Licence;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use stdClass;
use ZipArchive;

/** The own shelf: packages made from files that a person brought, kept beside the depots and treated alike. */
final readonly class Shelf
{
    public function __construct(
        private Store $store,
        private Recognising $recognising,
        private Synchronising $synchronising,
        private Repacking $repacking,
        private SeveralMods $several,
    ) {
    }

    /** The depot that stands for the shelf: where a depot has the same release, it is asked first. */
    public static function depot(): Depot
    {
        return Depot::query()->where('shelf', true)->first() ??
            Depot::query()->forceCreate([
                'slug' => 'your-shelf',
                'name' => 'Your shelf',
                'url' => 'shelf:',
                'shelf' => true,
                'moderated' => true,
                'vouched_by' => 'you',
                'place' => 1_000_000,
                'sequence' => 1,
            ]);
    }

    /** Reads a file that has come, and puts it on the shelf if it says what it is. */
    public function read(ShelfFile $file): void
    {
        $path = $file->path();
        try {
            if ($this->repacking->repack($path, $file->name)) {
                $file->update(['name' => preg_replace('/\.(?:7z|rar)$/i', '', $file->name).'.zip', 'size' => (int) filesize($path)]);
            }
            $digest = (string) hash_file('sha256', $path);
            $found = $this->recognising->of($path, $file->name, $digest, $file->game);
            $licence = Licence::of($path);
        } catch (UnsafeArchive|Refusal $failure) {
            @unlink($path);
            $file->update(['state' => ShelfState::Refused, 'problem' => $failure->getMessage()]);

            return;
        }
        $this->store->has($digest) ? @unlink($path) : $this->store->take($path, $digest);
        $said = $file->found;
        $file->update([
            'sha256' => $digest,
            'found' => $found,
            'licence' => get_object_vars($licence),
            'package_id' => $found->id,
            'version' => $found->version(),
            'state' => $found->how === 'unknown' ? ShelfState::Asks : ShelfState::Ready,
        ]);
        $this->publish($file);
        if ($said !== null && $found->how === 'unknown') {
            try {
                $this->say($file, $said, $file->source, $file->note);
            } catch (Refusal) {
                // A person is asked, as for any other.
                return;
            }
        }
    }

    /** Brings a copy of a file onto the shelf, and reads it. */
    public function bring(string $path, string $name, Instance $instance): ShelfFile
    {
        return $this->bringAs($path, $name, $instance->plan->base->game, null, $instance);
    }

    /**
     * The same with what is said of it already.
     */
    public function bringAs(string $path, string $name, string $game, ?Recognised $said, ?Instance $instance = null): ShelfFile
    {
        $size = (int) @filesize($path);
        $file = ShelfFile::query()
            ->create([
                'name' => mb_substr($name, 0, Limits::FILE_NAME),
                'size' => $size,
                'come' => $size,
                'state' => ShelfState::Waiting,
                'game' => $game,
                'instance_id' => $instance?->id,
                'found' => $said,
            ])
            ->refresh();
        File::ensureDirectoryExists(dirname($file->path()));
        @copy($path, $file->path()) || throw FullDisk::writing($file->name);
        $this->read($file);

        return $file;
    }

    /** Takes what a person says of a file: that counts beside, and before, what it says itself. */
    public function say(ShelfFile $file, Recognised $said, ?string $source, ?string $note): void
    {
        if ($file->sha256 === null) {
            throw Refusal::conflict("{$file->name} has not come whole yet. Nothing was changed.");
        }
        $before = $file->found;
        if ($before?->how === 'depot') {
            throw Refusal::conflict("{$file->name} is a depot's file, so what it is stands there. Nothing was changed.");
        }
        $known = DB::table('sources')
            ->join('depots', 'depots.id', '=', 'sources.depot_id')
            ->join('packages', 'packages.id', '=', 'sources.package_id')
            ->where('package_id', $said->id)
            ->where('shelf', false)
            ->first(['packages.name', 'kind']);
        if ($known !== null && $known->kind !== $said->kind) {
            throw Refusal::conflict(
                "{$said->id} is the id of {$known->name}, which is a ".
                    strtr($known->kind, '-', ' ').
                    '. Give yours another id; nothing was changed.',
            );
        }
        $digest = trim($file->sha256);
        if (($said->content !== '' && $said->content !== $before?->content) || ($before?->how === 'unknown' && $said->content !== '')) {
            $digest = $this->onlyFolder($file, $said->content);
        }
        $old = $file->package_id;
        $file->update([
            'sha256' => $digest,
            'found' => $said->knownBy($known === null ? 'new' : 'release'),
            'package_id' => $said->id,
            'version' => $said->version(),
            'state' => ShelfState::Ready,
            'source' => $source,
            'note' => $note,
        ]);
        $this->publish($file, $old);
    }

    /**
     * Takes mods out of an archive that has several, each as a file of its own; the archive goes off the shelf.
     *
     * @param  list<string>  $parts  paths of archives or folders in it
     * @return list<ShelfFile>
     *
     * @throws Refusal for what is not among them
     */
    public function takeOut(ShelfFile $file, array $parts, GameDefinition $game): array
    {
        $path = $this->store->path(trim((string) $file->sha256));
        $there = $file->sha256 === null ? [] : $this->several->in($game, $path, $file->name);
        if ($parts === [] || array_diff($parts, $there) !== []) {
            throw Refusal::unusable('Nothing of that name is a mod in it. Nothing was changed.');
        }
        $taken = [];
        foreach ($parts as $part) {
            $isArchive = preg_match('/\.(?:zip|jar)$/i', $part) === 1;
            $from = $isArchive ? $this->inner($file, $path, $part) : $this->store->path($this->onlyFolder($file, $part));
            $taken[] = $this->bringAs($from, basename($part).($isArchive ? '' : '.zip'), $file->game, null, $file->instance);
            $isArchive && @unlink($from);
        }
        $this->remove($file);

        return $taken;
    }

    /** One archive out of another, as a file beside it. */
    private function inner(ShelfFile $file, string $path, string $part): string
    {
        $to = "{$file->path()}.inner";
        File::ensureDirectoryExists(dirname($to));
        $zip = Archive::reading($path, $file->name);
        $stream = $zip->getStream($part);
        if ($stream === false || @file_put_contents($to, $stream) === false) {
            throw FullDisk::writing($part);
        }

        return $to;
    }

    /** Takes one folder of an archive for a whole one, and gives its digest. */
    private function onlyFolder(ShelfFile $file, string $folder): string
    {
        $path = $this->store->path(trim((string) $file->sha256));
        $all = Archive::lookInto($path, $file->name)->entries;
        $entries = array_values(array_filter($all, fn (ArchiveEntry $entry): bool => str_starts_with($entry->path, "{$folder}/")));
        if ($entries === []) {
            throw Refusal::unusable("{$file->name} has no folder {$folder}. Nothing was changed.");
        }
        $made = $file->path().'.folder';
        $from = Archive::reading($path, $file->name);
        $to = new ZipArchive();
        $to->open($made, ZipArchive::CREATE | ZipArchive::OVERWRITE) === true || throw FullDisk::writing($file->name);
        $parts = [];
        foreach ($entries as $entry) {
            // Through a file, so that no size of it is a matter of memory.
            $part = "{$made}.".count($parts);
            $stream = $from->getStreamIndex($entry->index);
            if ($stream === false || @file_put_contents($part, $stream) !== $entry->size) {
                throw FullDisk::writing($file->name);
            }
            $parts[] = $part;
            $name = substr($entry->path, strlen($folder) + 1);
            $to->addFile($part, $name);
            // So that the same folder is the same file whenever it is taken out.
            $to->setMtimeName($name, 946_684_800);
        }
        $to->close();
        array_map(unlink(...), $parts);
        $digest = (string) hash_file('sha256', $made);
        $this->store->has($digest) ? unlink($made) : $this->store->take($made, $digest);

        return $digest;
    }

    /** Writes the packages of the shelf that a file belongs, or belonged, to. */
    private function publish(ShelfFile $file, ?string $old = null): void
    {
        $ids = array_values(array_unique(array_filter([$file->package_id, $old])));
        $documents = $gone = [];
        foreach ($ids as $id) {
            $document = $this->document($id);
            $document === null ? ($gone[] = $id) : ($documents["{$id} "] = $document);
        }
        $this->synchronising->put(self::depot(), $documents, $gone);
    }

    /** A package of the shelf as a depot describes one; null where the shelf has none of it. */
    private function document(string $id): ?stdClass
    {
        $files = ShelfFile::query()
            ->where('package_id', $id)
            ->where('state', ShelfState::Ready)
            ->orderBy('id')
            ->get()
            ->filter(fn (ShelfFile $file): bool => $file->found !== null && ! $file->isOfDepot());
        $known = self::known($id);
        $releases = [];
        $first = null;
        foreach ($files as $file) {
            if ($file->found !== null) {
                $first ??= $file->found;
                $releases['v'.$file->found->version()] = $this->release($file, $file->found);
            }
        }
        if ($first === null) {
            return null;
        }

        return json_decode(
            json_encode(
                [
                    'id' => $id,
                    'kind' => $known->kind ?? $first->kind,
                    'name' => $first->name,
                    'summary' => 'From your own shelf.',
                    'side' => $first->side === '' ? 'both' : $first->side,
                    'scheme' => $known->scheme ?? $first->scheme,
                    'syntax' => $known->syntax ?? $first->syntax,
                    'releases' => array_values($releases),
                ],
                JSON_THROW_ON_ERROR,
            ),
        );
    }

    /** How a depot describes the package, if one has it. */
    private static function known(string $id): ?stdClass
    {
        $known = DB::table('sources')
            ->join('depots', 'depots.id', '=', 'sources.depot_id')
            ->where('package_id', $id)
            ->where('shelf', false)
            ->where('usable', true)
            ->orderBy('depots.place')
            ->value('document');

        return $known === null ? null : json_decode($known);
    }

    private function release(ShelfFile $file, Recognised $found): stdClass
    {
        return (object) ($found->release->written() + [
            'published' => $file->created_at->toIso8601ZuluString(),
            'files' => [
                (object) [
                    'name' => $file->name,
                    'size' => $this->sizeOf($file),
                    'sha256' => trim((string) $file->sha256),
                    'path' => 'files/'.trim((string) $file->sha256),
                ],
            ],
        ]);
    }

    private function sizeOf(ShelfFile $file): int
    {
        return (int) @filesize($this->store->path(trim((string) $file->sha256))) ?: $file->size;
    }

    /** @throws Refusal while an instance uses it */
    public function remove(ShelfFile $file): void
    {
        $users =
            $file->sha256 === null || $file->isOfDepot()
                ? []
                : Instance::query()
                    ->whereIn('id', PlacedRelease::query()->where('sha256', trim($file->sha256))->select('instance_id'))
                    ->pluck('name')
                    ->all();
        if ($users !== []) {
            throw Refusal::conflict(
                "{$file->name} is used by ".
                    implode(' and ', array_slice($users, 0, 3)).
                    (count($users) > 3 ? ' and others' : '').
                    '. Take it out there first.',
            );
        }
        @unlink($file->path());
        $file->delete();
        if ($file->package_id !== null) {
            $this->publish($file);
        }
    }

    public static function find(string $id): ?ShelfFile
    {
        return ShelfFile::query()->with('instance')->find(strtolower($id));
    }

    /** One that came whole. */
    public static function whole(string $id): ?ShelfFile
    {
        return ShelfFile::query()->whereNotNull('sha256')->find($id);
    }
}
