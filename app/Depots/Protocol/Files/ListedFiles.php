<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Files;

use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Asking\Guarded;
use Closure;
use Illuminate\Support\Facades\DB;
use stdClass;

/** The files of depots that only list them, with what each says of itself. */
final readonly class ListedFiles
{
    /** Files that are looked at, and kept, together. */
    private const TOGETHER = 200;

    /**
     * Brings what is known of a depot's files to what its list has now; what was read stays read, should it break off.
     *
     * @param  list<Entry>  $entries  what is listed; of one path, the last
     * @param  bool  $isAll  whether what is not listed is not there any more
     * @param  Closure(int, int): void  $progress
     *
     * @throws DepotFailure
     */
    public function bring(Depot $depot, Guarded $asked, Reading $reading, array $entries, bool $isAll, Closure $progress): void
    {
        // What was listed and not there may be there now.
        DB::table('listed_files')->where('depot_id', $depot->id)->where('size', 0)->delete();
        $rules = $reading->stamp();
        $listed = $there = $turned = $before = [];
        foreach ($entries as $entry) {
            $listed[$entry->path] = $entry;
        }
        $kept = DB::table('listed_files')->where('depot_id', $depot->id)->get(['path', 'sha256', 'seen', 'package_id', 'gone', 'rules']);
        foreach ($kept as $file) {
            $before["{$file->path} {$file->sha256}"] = $file->package_id;
            $entry = $listed[$file->path] ?? null;
            $isListed = $entry !== null && $entry->seen === $file->seen;
            // By other definitions it may say something else, and is looked at again.
            if ($isListed && $file->rules === $rules) {
                $there[$file->path] = true;
            }
            if ($isListed === $file->gone && ($isListed || $isAll || $entry !== null)) {
                $turned[] = ['gone' => ! $isListed] + array_intersect_key((array) $file, array_flip(['path', 'sha256', 'seen', 'rules']));
            }
        }
        foreach (array_chunk($turned, self::TOGETHER) as $portion) {
            $this->keep($depot, $portion, ['gone']);
        }
        $new = array_values(array_diff_key($listed, $there));
        $done = 0;
        foreach (array_chunk($new, self::TOGETHER) as $portion) {
            $rows = array_map(fn (FileRow $row): array => $row->columns($rules), $reading->read($asked, $portion));
            $this->keep($depot, $rows, []);
            $this->keep($depot, self::otherwise($rows, $before), []);
            $progress($done += count($portion), count($new));
        }
    }

    /**
     * What files said that they are, and do not say any more: of that, they are gone.
     *
     * @param  list<array<string, mixed>>  $rows
     * @param  array<string, string|null>  $before  path and digest => package
     * @return list<array<string, mixed>> rows
     */
    private static function otherwise(array $rows, array $before): array
    {
        $gone = [];
        foreach ($rows as $row) {
            $was = $before["{$row['path']} {$row['sha256']}"] ?? null;
            if ($was !== null && $was !== $row['package_id']) {
                $gone[] = ['path' => "{$row['path']} as {$was}", 'package_id' => $was, 'size' => 1, 'gone' => true] +
                    array_intersect_key($row, ['sha256' => true, 'rules' => true, 'seen' => true]);
            }
        }

        return $gone;
    }

    /** @return array{sequence: int, changes: list<array{id: string, sequence: int, gone: bool}>} as changes.json has it */
    public function changes(Depot $depot, int $since): array
    {
        $changes = DB::table('listed_files')
            ->where('depot_id', $depot->id)
            ->whereNotNull('package_id')
            ->groupBy('package_id')
            ->havingRaw('max(sequence) > ?', [$since])
            ->orderByRaw('max(sequence)')
            ->selectRaw('package_id, max(sequence) as sequence, bool_and(gone) as gone')
            ->get()
            ->map(fn (object $one): array => ['id' => $one->package_id, 'sequence' => (int) $one->sequence, 'gone' => $one->gone]);

        return ['sequence' => $this->last($depot), 'changes' => array_values($changes->all())];
    }

    /**
     * @param  list<string>  $ids
     * @return iterable<array<string, mixed>> as docs/formats/depot.md has a package
     */
    public function packages(Depot $depot, array $ids): iterable
    {
        $files = DB::table('listed_files')
            ->where('depot_id', $depot->id)
            ->whereIn('package_id', $ids)
            ->where('gone', false)
            ->orderBy('package_id')
            ->orderBy('published')
            ->orderBy('path')
            ->get()
            ->groupBy('package_id');
        foreach ($files as $id => $of) {
            $newest = (array) json_decode($of->last()->said ?? '{}', true);
            yield ['id' => (string) $id] + array_diff_key($newest, ['release' => true]) + [
                'releases' => array_values($of->map(self::release(...))->all()),
            ];
        }
    }

    /**
     * @param  stdClass  $file  a row
     * @return array<string, mixed>
     */
    private static function release(stdClass $file): array
    {
        $said = (array) json_decode($file->said, true);
        $when = $file->published === null ? [] : ['published' => gmdate(DATE_RFC3339, (int) strtotime($file->published))];
        $files = [['name' => basename($file->path), 'size' => $file->size, 'sha256' => $file->sha256, 'path' => $file->path]];

        return (array) ($said['release'] ?? []) + $when + ['files' => $files];
    }

    private function last(Depot $depot): int
    {
        return max(
            $depot->sequence,
            (int) DB::table('listed_files')->where('depot_id', $depot->id)->max('sequence'),
        );
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @param  list<string>  $only  columns that are written of those that are there; none for all
     */
    private function keep(Depot $depot, array $rows, array $only): void
    {
        $sequence = $this->last($depot);
        foreach ($rows as $i => $row) {
            $rows[$i] = $row + ['depot_id' => $depot->id, 'sequence' => ++$sequence];
        }
        DB::table('listed_files')->upsert($rows, ['depot_id', 'path', 'sha256'], $only === [] ? null : [...$only, 'sequence']);
    }
}
