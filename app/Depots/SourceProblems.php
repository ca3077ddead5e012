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

        return $problems;
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
