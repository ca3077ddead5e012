<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use App\Depots\Catalogue\Bulk;
use App\Depots\Depot;
use App\Depots\Protocol\ChangeFeed;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * Which packages of a depot are the same as packages of others: those that declare it, and those that have a file with the
 * same SHA-256.
 */
final class Identities
{
    /**
     * Looked up one by one, by the index of digests: "offset 0" keeps the database from going through all releases in the
     * order of their packages for each.
     */
    private const SAME = 'select one as file_sha256, other.package_id from unnest(?::bpchar[]) as one cross join lateral (
        select package_id from (
            select package_id from releases where file_sha256 = one and depot_id <> ? offset 0
        ) as same order by package_id limit 1) as other';

    /** @var array<string, string> the depot's id => the id that is used here, where they differ */
    public array $aliases = [];

    /** @var array<string, string> those of them that were not known before */
    public array $learned = [];

    /**
     * @param  array<string, stdClass|null>  $documents  the depot's id and a space => the package as the depot describes it, not checked
     *     yet
     */
    public function __construct(private readonly Depot $depot, array $documents)
    {
        $ids = array_map(trim(...), array_keys($documents));
        $given = DB::table('identities')
            ->where('depot', $depot->url)
            ->where(fn ($any) => $any->whereColumn('local_id', '!=', 'package_id')->orWhereIn('local_id', $ids))
            ->pluck('package_id', 'local_id')
            ->all();
        $new = $this->chosen($documents, $given);
        // Once given, an id stays: whatever else is known by then, what is in instances goes by it.
        foreach (array_chunk($new, 1000, true) as $portion) {
            DB::table('identities')->insertOrIgnore(
                array_map(
                    fn (string|int $id, string $package): array => [
                        'depot' => $depot->url,
                        'local_id' => (string) $id,
                        'package_id' => $package,
                    ],
                    array_keys($portion),
                    array_values($portion),
                ),
            );
        }
        foreach ($given + $new as $id => $package) {
            if ((string) $id !== $package) {
                $this->aliases[(string) $id] = $package;
            }
        }
    }

    /**
     * What is not known by an id yet gets one: the one it declares, the one its files are known by, or its own.
     *
     * @param  array<string, stdClass|null>  $documents
     * @param  array<string, string>  $given
     * @return array<string, string>
     */
    private function chosen(array $documents, array $given): array
    {
        $byDigest = $this->byDigest(
            $this->depot->id,
            array_filter(
                $documents,
                fn (?stdClass $document, string $id): bool => $document !== null && ! isset($given[trim($id)]),
                ARRAY_FILTER_USE_BOTH,
            ),
        );
        $new = [];
        foreach ($documents as $key => $document) {
            $id = trim($key);
            if (isset($given[$id])) {
                continue;
            }
            $declared = $document->identity ?? null;
            $new[$id] = is_string($declared) && ChangeFeed::isId($declared) ? $declared : $byDigest[$id] ?? $id;
            $this->learned += $new[$id] === $id ? [] : [$id => $new[$id]];
        }

        return $new;
    }

    public function idOf(string $localId): string
    {
        return $this->aliases[$localId] ?? $localId;
    }

    /**
     * @param  array<string, stdClass>  $documents
     * @return array<string, string> the depot's id => package of another depot
     */
    private function byDigest(int $depot, array $documents): array
    {
        // A first depot has nobody to be compared with.
        if (! DB::table('depots')->where('id', '<>', $depot)->where('sequence', '>', 0)->exists()) {
            return [];
        }
        $digests = [];
        foreach ($documents as $key => $document) {
            foreach (is_array($document->releases ?? null) ? $document->releases : [] as $release) {
                foreach (is_array($release->files ?? null) ? $release->files : [] as $file) {
                    if (is_string($file->sha256 ?? null) && preg_match('/^[0-9a-f]{64}$/D', $file->sha256) === 1) {
                        $digests['d'.$file->sha256] = trim($key);
                    }
                }
            }
        }
        $same = [];
        $list = Bulk::list(array_map(fn (string $digest): string => substr($digest, 1), array_keys($digests)));
        foreach ($digests === [] ? [] : DB::select(self::SAME, [$list, $depot]) as $row) {
            $mine = $digests['d'.$row->file_sha256] ?? null;
            if ($mine !== null) {
                $same[$mine] = $row->package_id;
            }
        }

        return $same;
    }
}
