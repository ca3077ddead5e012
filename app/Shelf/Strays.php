<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Disk\Folder;
use App\Disk\Inventory;
use App\Files\Entry;
use App\Files\PlainFile;
use App\Games\Games;
use App\Models\Instance;
use App\Models\TaskKind;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use App\Work\Allowance;
use App\Work\Tasks;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Plan\Once;
use Stasimon\Core\Plan\Plan;
use stdClass;

/**
 * What lies where an instance's mods lie and was not laid: a person or another program has put it there, and the game starts
 * it with the others. Each is looked into once, as a file of the shelf is.
 */
final readonly class Strays
{
    /** Files that are looked at in one folder. */
    private const MOST = 500;

    public function __construct(
        private Games $games,
        private Recognising $recognising,
        private Allowance $allowance,
        private Tasks $tasks,
        private Store $store,
        private Shelf $shelf,
        private Inventory $inventory,
    ) {
    }

    /**
     * Those of an instance. A page takes what is known of them, and has a worker look into the rest.
     *
     * @return list<Stray> by path
     */
    public function of(Instance $instance): array
    {
        $entries = $this->entries($instance);
        $known = $entries === [] ? collect() : DB::table('strays')->where('instance_id', $instance->id)->get()->keyBy('key');
        $strays = [];
        foreach ($entries as $entry) {
            $row = $known[Once::keyOf($entry->path)] ?? null;
            if ($row === null || $row->state !== $entry->state()) {
                $row = $this->allowance->isForPage() ? null : $this->read($instance, $entry);
                if ($row === null) {
                    $this->tasks->once(TaskKind::LookOver);
                }
            }
            $strays[] = $this->stray($entry, $row);
        }

        return $strays;
    }

    /** Leaves one as it is, until it changes. */
    public function leave(Instance $instance, string $key): Stray
    {
        $stray = $this->find($instance, $key);
        DB::table('strays')
            ->where('instance_id', $instance->id)
            ->where('key', $stray->key)
            ->update(['left' => true]);

        return $stray;
    }

    /** @throws Refusal where it is not there any more */
    public function find(Instance $instance, string $key): Stray
    {
        foreach ($this->of($instance) as $stray) {
            if ($stray->key === $key) {
                return $stray;
            }
        }
        throw Refusal::notFound('That file is not there any more. Nothing was changed.');
    }

    /**
     * Brings one in as what it is: a depot's file is asked for in its release, any other comes onto the shelf first.
     *
     * @return ShelfFile|null the file on the shelf, where what it is has to be said before it can be asked for
     */
    public function takeIn(Instance $instance, Stray $stray): ?ShelfFile
    {
        $found = $stray->found ?? throw Refusal::conflict("{$stray->name()} cannot be taken in. {$stray->problem}");
        $file = (new Folder($instance))->live($stray->path);
        if ($found->how === 'depot') {
            $this->keep($file, (string) $stray->sha256, $stray->name());

            return null;
        }
        $brought = $this->shelf->bring($file, $stray->name(), $instance);

        return $brought->state === ShelfState::Ready ? null : $brought;
    }

    /** The plan in which a stray is asked for as what it is, and its file makes room for the one that is laid. */
    public function taken(Plan $plan, Stray $stray, string $range): Plan
    {
        return $plan->wantingIn($stray->package(), $range)->takingOut($stray->path);
    }

    /**
     * Strays with the very content of a file.
     *
     * @return list<Stray>
     */
    public function with(Instance $instance, string $sha256): array
    {
        return array_values(array_filter($this->of($instance), fn (Stray $stray): bool => $stray->sha256 === $sha256));
    }

    private function keep(string $file, string $sha256, string $name): void
    {
        if ($this->store->has($sha256)) {
            return;
        }
        $partial = $this->store->partial($sha256.'-'.getmypid());
        if (! PlainFile::copy($file, $partial)) {
            throw FullDisk::writing($name);
        }
        hash_file('sha256', $partial) === $sha256 || throw Refusal::conflict("{$name} has changed meanwhile. Nothing was changed here.");
        $this->store->take($partial, $sha256);
    }

    /** @return list<Entry> by path */
    private function entries(Instance $instance): array
    {
        $game = $this->games->get($instance->plan->base->game);
        $live = (new Folder($instance))->live();
        $entries = [];
        foreach ((new Placement($game))->folders() as $folder) {
            foreach (array_slice(@scandir("{$live}/{$folder}") ?: [], 0, self::MOST) as $name) {
                $path = "{$folder}/{$name}";
                $entry = Placement::isCalledLikeAnArchive($name) ? Entry::at($live, $path) : null;
                if ($entry?->isFile() === true && ! $this->inventory->isPlaced($instance, $path)) {
                    $entries[$path] = $entry;
                }
            }
        }
        ksort($entries, SORT_STRING);

        return array_values($entries);
    }

    private function read(Instance $instance, Entry $entry): stdClass
    {
        $file = (new Folder($instance))->live($entry->path);
        $digest = (string) PlainFile::digest($file);
        $row = [
            'state' => $entry->state(),
            'sha256' => $digest === '' ? null : $digest,
            'found' => null,
            'problem' => null,
            'left' => false,
        ];
        try {
            $found = $this->recognising->of($file, mb_scrub(basename($entry->path)), $digest, $instance->plan->base->game);
            $row['found'] = json_encode($found->kept(), JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR);
        } catch (UnsafeArchive $failure) {
            $row['problem'] = mb_scrub($failure->getMessage());
        }
        $keys = ['instance_id' => $instance->id, 'key' => Once::keyOf($entry->path)];
        DB::table('strays')->upsert([$keys + $row], ['instance_id', 'key']);

        return (object) ($keys + $row);
    }

    private function stray(Entry $entry, ?stdClass $row): Stray
    {
        $found = $row?->found === null ? null : Recognised::of(json_decode($row->found, true));

        return new Stray(
            Once::keyOf($entry->path),
            $entry->path,
            $row?->sha256 === null ? null : trim($row->sha256),
            $found,
            (string) $row?->problem,
            (bool) $row?->left,
        );
    }
}
