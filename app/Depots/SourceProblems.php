<?php

declare(strict_types=1);

namespace App\Depots;

use Illuminate\Support\Facades\DB;

/** What depots say that cannot be used. */
final class SourceProblems
{
    /** Packages of one depot that are named. */
    private const NAMED = 25;

    /** @return array<int, array{count: int, first: array<int, object>}> by depot */
    public function byDepot(): array
    {
        $problems = [];
        foreach (
            DB::table('sources')->where('problems', '<>', '[]')->groupBy('depot_id')->selectRaw('depot_id, count(*) '.
                'as packages')->get() as $row
        ) {
            $problems[$row->depot_id] = [
                'count' => (int) $row->packages,
                'first' => DB::table('sources')
                    ->where('depot_id', $row->depot_id)
                    ->where('problems', '<>', '[]')
                    ->orderBy('local_id')
                    ->limit(self::NAMED)
                    ->selectRaw('local_id, problems->>0 as why')
                    ->get()
                    ->all(),
            ];
        }

        foreach ($this->ofFiles() as $depot => $files) {
            $problems[$depot] = [
                'count' => ($problems[$depot]['count'] ?? 0) + count($files),
                'first' => array_slice([...($problems[$depot]['first'] ?? []), ...$files], 0, self::NAMED),
            ];
        }

        return $problems;
    }

    /** @return array<int, list<object>> files of depots that only list them, and say what cannot be used, by depot */
    private function ofFiles(): array
    {
        $files = [];
        foreach (
            DB::table('listed_files')->whereNotNull('problem')->where('gone', false)->orderBy('path')
                ->get(['depot_id', 'path as local_id', 'problem as why']) as $file
        ) {
            $files[$file->depot_id][] = $file;
        }

        return $files;
    }

    /** @return list<string> of one package, in all depots and of them together */
    public function of(string $package): array
    {
        $rows = DB::table('sources')
            ->join('depots', 'depots.id', '=', 'sources.depot_id')
            ->where('package_id', $package)
            ->where('problems', '<>', '[]')
            ->orderBy('depots.place')
            ->get(['depots.name', 'problems']);
        $said = [];
        foreach ($rows as $row) {
            foreach ((array) json_decode($row->problems) as $problem) {
                $said[] = "{$row->name}: {$problem}";
            }
        }

        return [
            ...$said,
            ...array_values(
                array_map(strval(...), (array) json_decode((string) DB::table('packages')->where('id', $package)->value('problems'))),
            ),
        ];
    }
}
