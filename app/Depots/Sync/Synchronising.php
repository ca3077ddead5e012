<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use App\Depots\Catalogue\Bulk;
use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Asking\KnownAnswers;
use App\Depots\Protocol\ChangeFeed;
use App\Depots\Protocol\Description;
use App\Depots\Protocol\Protocol;
use App\Depots\Protocol\Protocols;
use App\Games\Games;
use App\Models\Task;
use App\Refusal\Meaning;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Sleep;
use PDOException;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\UnusableDocument;
use stdClass;

/**
 * Brings what changed in a depot's catalogue into the database, many packages at a time. Each portion is kept with the
 * sequence that it reaches, so an interrupted reading goes on from there, and a repeated one does no harm.
 */
final readonly class Synchronising
{
    /** Packages that are asked for at a time, and that are kept together unless they are large. */
    public const PORTION = 500;

    /** Bytes of packages that are kept together. */
    private const BYTES = 3_000_000;

    /** @param  int  $large  packages from which on a second process reads beside this one */
    public function __construct(private Games $games, private SourceMerging $merging, private int $large = 4_000)
    {
    }

    /** @throws DepotFailure */
    public function run(Depot $depot, Task $task): void
    {
        try {
            if ($depot->name === Depots::provisional($depot->url)) {
                $this->introduce($depot, Protocols::met($depot));
            }
            $client = Protocols::of($depot);
            $looking = fn (int $done, int $total) => $task->advance("looking into the files of {$depot->name}", $done, $total);
            $changes = $client->changes($depot->sequence, $looking);
            if ($changes->count() > 0) {
                $this->readAll($depot, $client, $changes, $task);
                $this->merging->count();
            }
            (new KnownAnswers($depot->id))->tidy();
            $depot->update([
                'sequence' => $changes->sequence,
                'synced_at' => now(),
                'not_before' => null,
                'problem' => $this->packs($depot, $client, $changes),
            ]);
        } catch (DepotFailure $failure) {
            $depot->update([
                'problem' => $failure->getMessage(),
                'not_before' => $failure->pause > 0 ? now()->addSeconds($failure->pause) : null,
            ]);
            throw $failure;
        }
    }

    /**
     * Reads what changed, the later part of much in a process beside this one.
     *
     * @throws DepotFailure
     */
    private function readAll(Depot $depot, Protocol $client, ChangeFeed $changes, Task $task): void
    {
        $portions = [...$changes->portions(self::PORTION)];
        $own = count($portions);
        $beside = null;
        if ($changes->isFed && $changes->count() >= $this->large) {
            $own = intdiv($own, 2);
            $beside = new ReadingBeside($depot, ChangeFeed::last($portions[$own - 1]), ChangeFeed::last($portions[count($portions) - 1]));
        }
        try {
            $done = 0;
            $tell = function () use ($depot, $task, $changes, $beside, &$done): void {
                $task->advance("reading {$depot->name}", $done + ($beside?->done() ?? 0), $changes->count());
            };
            foreach (array_slice($portions, 0, $own) as $portion) {
                $this->read($depot, $client, $changes, $portion);
                $done += count($portion);
                $tell();
            }
            while ($beside?->isRunning() === true) {
                Sleep::for(200)->milliseconds();
                $tell();
            }
        } finally {
            $beside?->stop();
        }
        if ($beside?->isThrough() === true) {
            // What each of the two learned of ids came too late for some of what the other read.
            DB::transaction(function () use ($depot): void {
                $names = new Identities($depot, []);
                $this->merging->rebuild($this->renamed($depot, $names, $names->aliases));
            });

            return;
        }
        foreach (array_slice($portions, $own) as $portion) {
            $this->read($depot, $client, $changes, $portion);
            $task->advance("reading {$depot->name}", $done += count($portion), $changes->count());
        }
    }

    /**
     * Reads a part of what changed, and keeps no sequence.
     *
     * @param  int  $since  sequence above which it begins
     * @param  int  $last  sequence that it ends with
     * @return iterable<int, int> packages of each portion that was read
     *
     * @throws DepotFailure
     */
    public function part(Depot $depot, int $since, int $last): iterable
    {
        $client = Protocols::of($depot);
        $changes = $client->changes($since, fn () => null);
        foreach (ReadingBeside::portions($changes, $last) as $portion) {
            $this->read($depot, $client, $changes, $portion, $since);
            $since = ChangeFeed::last($portion);
            yield count($portion);
        }
    }

    /**
     * Reads which packs a depot has.
     *
     * @return string|null what of them cannot be used
     *
     * @throws DepotFailure
     */
    private function packs(Depot $depot, Protocol $client, ChangeFeed $changes): ?string
    {
        if (! $changes->hasPacks) {
            DB::table('depot_packs')->where('depot_id', $depot->id)->delete();

            return null;
        }
        try {
            $problems = PackList::keep($depot, $client->packs());
        } catch (UnusableDocument $failure) {
            throw DepotFailure::rubbish($depot->name, 'packs.json: '.$failure->getMessage());
        }

        return $problems === [] ? null : mb_substr(count($problems).' of its packs cannot be used. '.$problems[0], 0, Limits::REMARK);
    }

    /**
     * Reads some packages and keeps them, so many at a time as memory has room for.
     *
     * @param  array<string, int>  $portion  of the changes
     * @param  int|null  $since  sequence above which the portion begins, where the depot's own is not to be moved
     *
     * @throws DepotFailure
     */
    private function read(Depot $depot, Protocol $client, ChangeFeed $changes, array $portion, ?int $since = null): void
    {
        $missing = array_fill_keys(array_map(fn (string $id): string => $id.' ', ChangeFeed::ids($portion, gone: false)), true);
        $documents = [];
        $bytes = 0;
        foreach ($client->packages($changes, $since ?? $depot->sequence, $portion) as $text) {
            $document = strlen($text) > Limits::PACKAGE ? null : json_decode($text, false, 64);
            $id = $document instanceof stdClass && is_string($document->id ?? null) ? $document->id : '';
            if (! isset($missing[$id.' '])) {
                continue;
            }
            unset($missing[$id.' ']);
            $documents[$id.' '] = $document;
            $bytes += strlen($text);
            if ($bytes > self::BYTES) {
                $this->keep($depot, $documents, []);
                [$documents, $bytes] = [[], 0];
            }
        }
        $this->keep(
            $depot,
            $documents + array_fill_keys(array_keys($missing), null),
            ChangeFeed::ids($portion, gone: true),
            $since === null ? ChangeFeed::last($portion) : null,
        );
    }

    /**
     * Keeps packages that came in another way than from a depot's address, and counts anew.
     *
     * @param  array<string, stdClass>  $documents  id and a space => the package as a depot describes it
     * @param  list<string>  $gone  ids
     */
    public function put(Depot $depot, array $documents, array $gone): void
    {
        $this->keep($depot, $documents, $gone, $depot->sequence + 1);
        $this->merging->count();
    }

    /** Takes over what a depot says of itself; on whether it is moderated, a person's word counts more. */
    private function introduce(Depot $depot, Description $said): void
    {
        $name = mb_substr(trim((string) preg_replace('/\p{C}+/u', ' ', mb_scrub($said->name))), 0, 60);
        $depot->update(
            ($name === '' ? [] : ['name' => $name]) + ($depot->vouched_by === 'you' ? [] : ['moderated' => $said->isModerated]),
        );
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
            DB::table('depot_packs')->where('depot_id', $depot->id)->delete();
            foreach (array_chunk($ids, self::PORTION) as $portion) {
                $this->merging->rebuild(array_map(strval(...), $portion));
            }
            $this->merging->count();
            $depot->update(['sequence' => 0, 'synced_at' => null, 'problem' => null]);
        });
    }

    /**
     * Keeps packages together; where the database does not take them so, each by itself, and of one that it does not take,
     * that.
     *
     * @param  array<string, stdClass|null>  $documents  the depot's id and a space => the package, null for what came in no usable form
     * @param  list<string>  $gone  ids
     * @param  int|null  $sequence  that is reached with them
     */
    private function keep(Depot $depot, array $documents, array $gone, ?int $sequence = null): void
    {
        try {
            $this->write($depot, $documents, $gone, $sequence);
        } catch (QueryException|PDOException $failure) {
            if (Meaning::says($failure)) {
                throw $failure;
            }
            report($failure);
            foreach ($documents as $key => $document) {
                try {
                    $this->write($depot, [$key => $document], []);
                } catch (QueryException|PDOException) {
                    $this->write($depot, [$key => null], []);
                }
            }
            $this->write($depot, [], $gone, $sequence);
        }
    }

    /**
     * @param  array<string, stdClass|null>  $documents
     * @return list<Source>
     */
    private function sources(Depot $depot, array $documents, Identities $names): array
    {
        $reader = new SourceReader($this->games, $depot->id);
        $why = 'It did not come in a form that can be read, or came longer than '.number_format(Limits::PACKAGE).' bytes.';
        $sources = [];
        foreach ($documents as $key => $document) {
            $id = trim($key);
            $sources[] = $document === null
                ? Source::unusable($depot->id, $id, $names->idOf($id), $why)
                : $reader->read($document, $id, $names->idOf($id), $names->aliases);
        }

        return $sources;
    }

    /**
     * Takes out what a depot said of some packages before.
     *
     * @param  list<Source>  $sources
     * @param  list<string>  $gone
     * @return list<string> packages that it says something of, or said
     */
    private function clear(Depot $depot, array $sources, array $gone): array
    {
        $local = array_values(array_unique([...array_map(fn (Source $source): string => $source->localId, $sources), ...$gone]));
        $before = DB::table('sources')->where('depot_id', $depot->id)->whereIn('local_id', $local)->pluck('package_id')->all();
        $own = array_values(array_unique([...$before, ...array_map(fn (Source $source): string => $source->packageId, $sources)]));
        DB::delete('delete from sources where depot_id = ? and local_id = any(?::text[])', [$depot->id, Bulk::list($local)]);
        DB::delete('delete from releases where depot_id = ? and package_id = any(?::text[])', [$depot->id, Bulk::list($own)]);

        return $own;
    }

    /** @param  list<Source>  $sources */
    private function copy(array $sources): void
    {
        $row = fn (Source $source): array => [
            'depot_id' => $source->depot,
            'local_id' => $source->localId,
            'package_id' => $source->packageId,
            'document' => $source->document,
            'page' => $source->page,
            'problems' => $source->problems,
            'usable' => $source->isUsable(),
        ];
        $columns = ['depot_id', 'local_id', 'package_id', 'document', 'page', 'problems', 'usable'];
        Bulk::copy('sources', $columns, array_map($row, $sources));
        $files = [];
        foreach ($sources as $source) {
            foreach ($source->files as $file) {
                $files["{$file['package_id']} {$file['version']}"] ??= $file;
            }
        }
        $ofFile = ['file_name', 'file_size', 'file_sha256', 'file_path', 'content'];
        $columns = ['package_id', 'version', 'depot_id', 'recommended', 'published_at', ...$ofFile];
        Bulk::copy('releases', $columns, array_values($files));
    }

    /**
     * @param  array<string, stdClass|null>  $documents
     * @param  list<string>  $gone
     */
    private function write(Depot $depot, array $documents, array $gone, ?int $sequence = null): void
    {
        DB::transaction(function () use ($depot, $documents, $gone, $sequence): void {
            $left = Companions::before($depot->id, [...array_map(trim(...), array_keys($documents)), ...$gone]);
            $documents = Companions::of($documents);
            $gone = [...$gone, ...array_values(array_diff($left, array_map(trim(...), array_keys($documents))))];
            $names = new Identities($depot, $documents);
            $sources = $this->sources($depot, $documents, $names);
            $own = $this->clear($depot, $sources, $gone);
            $this->copy($sources);
            $usable = array_values(array_filter($sources, fn (Source $source): bool => $source->isUsable()));
            $byPackage = array_combine(array_map(fn (Source $source): string => $source->packageId, $usable), $usable);
            $this->merging->rebuild(array_values(array_unique([...$own, ...$this->renamed($depot, $names, $names->learned)])), $byPackage);
            if ($sequence !== null) {
                $depot->update(['sequence' => $sequence]);
            }
        });
    }

    /**
     * Writes the ids that are used here into what the depot said earlier under ids that have turned out to mean others.
     *
     * @param  array<string, string>  $aliases  those that came to be known
     * @return list<string> packages whose documents have changed
     */
    private function renamed(Depot $depot, Identities $names, array $aliases): array
    {
        $changed = [];
        $mentioning =
            $aliases === []
                ? []
                : DB::table('mentions')->whereIn('mentioned', array_keys($aliases))->distinct()->pluck('package_id')->all();
        foreach (
            DB::table('sources')->where('depot_id', $depot->id)->where('usable', true)->whereIn('package_id', $mentioning)->get() as $row
        ) {
            DB::table('sources')
                ->where('depot_id', $depot->id)
                ->where('local_id', $row->local_id)
                ->update(['document' => SourceReader::translate($row->document, $names->aliases)]);
            $changed[] = $row->package_id;
        }

        return $changed;
    }
}
