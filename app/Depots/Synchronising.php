<?php

declare(strict_types=1);

namespace App\Depots;

use App\Games;
use App\Models\Depot;
use App\Models\Task;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\UnusableDocument;
use stdClass;

/**
 * Brings what changed in a depot's catalogue into the database, many packages at a time. Each portion is kept with the
 * sequence that it reaches, so an interrupted reading goes on from there, and a repeated one does no harm.
 */
final readonly class Synchronising
{
    private const PORTION = 500;

    public function __construct(private Games $games, private Merging $merging)
    {
    }

    /** @throws DepotFailure */
    public function run(Depot $depot, Task $task): void
    {
        $client = new DepotClient($depot);
        try {
            if ($depot->name === Depots::provisional($depot->url)) {
                $this->introduce($depot, $client->description());
            }
            $changes = $client->changes($depot->sequence);
            if (! is_array($changes->changes ?? null) || ! is_int($changes->sequence ?? null)) {
                throw DepotFailure::rubbish($depot->name, 'changes.json');
            }
            $fed = is_string($changes->feed ?? null);
            $done = 0;
            foreach (array_chunk($this->ids($depot, $changes->changes), self::PORTION, true) as $portion) {
                $documents = $fed ? $this->fed($client, $depot->sequence, $portion) : $this->one($client, $portion);
                $this->keep($depot, $documents, array_keys(array_filter($portion, fn (object $change): bool => ($change->gone ?? false) === true)), (int) end($portion)->sequence);
                $task->advance("reading {$depot->name}", $done += count($portion), count($changes->changes));
            }
            if ($done > 0) {
                $this->merging->count();
            }
            $depot->update(['sequence' => $changes->sequence, 'synced_at' => now(), 'problem' => null]);
        } catch (DepotFailure $failure) {
            $depot->update(['problem' => $failure->getMessage()]);
            throw $failure;
        }
    }

    /** Takes over what a depot says of itself; on whether it is moderated, a person's word counts more. */
    private function introduce(Depot $depot, stdClass $description): void
    {
        if (($description->format ?? null) !== 'depot' || ($description->revision ?? null) !== 1) {
            throw DepotFailure::rubbish($depot->name, 'depot.json');
        }
        $name = is_string($description->name ?? null) ? mb_substr(trim((string) preg_replace('/\p{C}+/u', ' ', mb_scrub($description->name))), 0, 60) : '';
        $depot->update(array_filter(['name' => $name, 'moderated' => $depot->vouched_by === 'you' ? null : ($description->moderated ?? false) === true], fn (mixed $value): bool => $value !== null && $value !== ''));
    }

    /**
     * Takes what a depot says out of the catalogue; files that were fetched from it stay.
     */
    public function forget(Depot $depot): void
    {
        DB::transaction(function () use ($depot): void {
            $ids = DB::table('sources')->where('depot_id', $depot->id)->distinct()->pluck('package_id')->all();
            DB::table('sources')->where('depot_id', $depot->id)->delete();
            DB::table('releases')->where('depot_id', $depot->id)->delete();
            foreach (array_chunk($ids, self::PORTION) as $portion) {
                $this->merging->rebuild(array_map(strval(...), $portion));
            }
            $this->merging->count();
            $depot->update(['sequence' => 0, 'synced_at' => null, 'problem' => null]);
        });
    }

    /**
     * @param  array<mixed>  $changes
     * @return array<string, stdClass> id => change, in ascending order of their sequences
     */
    private function ids(Depot $depot, array $changes): array
    {
        $ids = [];
        foreach ($changes as $change) {
            $id = $change->id ?? null;
            if (! is_string($id) || preg_match('/^[a-z0-9][a-z0-9._+-]{0,99}$/D', $id) !== 1 || ! is_int($change->sequence ?? null)) {
                throw DepotFailure::rubbish($depot->name, 'changes.json');
            }
            $ids[$id.' '] = $change;
        }
        uasort($ids, fn (stdClass $a, stdClass $b): int => $a->sequence <=> $b->sequence);

        return $ids;
    }

    /**
     * @param  array<string, stdClass>  $portion
     * @return list<stdClass>
     */
    private function fed(DepotClient $client, int $since, array $portion): array
    {
        $lines = $client->feed($since, count($portion));

        return array_map(fn (string $line): stdClass => $client->decoded('feed.jsonl', $line), $lines);
    }

    /**
     * @param  array<string, stdClass>  $portion
     * @return list<stdClass>
     */
    private function one(DepotClient $client, array $portion): array
    {
        $there = array_filter($portion, fn (stdClass $change): bool => ($change->gone ?? false) !== true);

        return array_values(array_map(fn (stdClass $change): stdClass => $client->package($change->id), $there));
    }

    /**
     * @param  list<stdClass>  $documents
     * @param  list<string>  $gone  ids, each followed by a space
     */
    private function keep(Depot $depot, array $documents, array $gone, int $sequence): void
    {
        DB::transaction(function () use ($depot, $documents, $gone, $sequence): void {
            $names = new Identities($depot->id, $documents);
            $reader = new SourceReader($this->games, $depot->id);
            $sources = [];
            try {
                foreach ($documents as $document) {
                    $localId = is_string($document->id ?? null) ? $document->id : '';
                    $source = $reader->read($document, $names->idOf($localId), $names->aliases);
                    $sources[$source->localId] = $source;
                }
            } catch (UnusableDocument $failure) {
                throw DepotFailure::rubbish($depot->name, $failure->getMessage());
            }
            $local = array_values(array_unique([...array_map(strval(...), array_keys($sources)), ...array_map(trim(...), $gone)]));
            $before = DB::table('sources')->where('depot_id', $depot->id)->whereIn('local_id', $local)->pluck('package_id')->all();
            $own = array_values(array_unique([...$before, ...array_map(fn (Source $source): string => $source->packageId, array_values($sources))]));
            DB::delete('delete from sources where depot_id = ? and local_id = any(?::text[])', [$depot->id, Bulk::list($local)]);
            DB::delete('delete from releases where depot_id = ? and package_id = any(?::text[])', [$depot->id, Bulk::list($own)]);
            Bulk::copy('sources', ['depot_id', 'local_id', 'package_id', 'document', 'page'], array_map(
                fn (Source $source): array => ['depot_id' => $source->depot, 'local_id' => $source->localId, 'package_id' => $source->packageId, 'document' => $source->document, 'page' => $source->page],
                array_values($sources),
            ));
            $files = [];
            foreach ($sources as $source) {
                foreach ($source->files as $file) {
                    $files["{$file['package_id']} {$file['version']}"] ??= $file;
                }
            }
            Bulk::copy('releases', ['package_id', 'version', 'depot_id', 'recommended', 'published_at', 'file_name', 'file_size', 'file_sha256', 'file_path', 'content'], array_values($files));
            $touched = array_values(array_unique([...$own, ...$this->renamed($depot, $names)]));
            $this->merging->rebuild($touched, array_column(array_map(fn (Source $source): array => [$source->packageId, $source], array_values($sources)), 1, 0));
            $depot->update(['sequence' => $sequence]);
        });
    }

    /**
     * Writes the ids that are used here into what the depot said earlier under ids that have turned out to mean others.
     *
     * @return list<string> packages whose documents have changed
     */
    private function renamed(Depot $depot, Identities $names): array
    {
        $changed = [];
        $mentioning = $names->learned === [] ? [] : DB::table('mentions')->whereIn('mentioned', array_keys($names->learned))->distinct()->pluck('package_id')->all();
        foreach (DB::table('sources')->where('depot_id', $depot->id)->whereIn('package_id', $mentioning)->get() as $row) {
            DB::table('sources')->where('depot_id', $depot->id)->where('local_id', $row->local_id)
                ->update(['document' => SourceReader::translate($row->document, $names->aliases)]);
            $changed[] = $row->package_id;
        }

        return $changed;
    }
}
