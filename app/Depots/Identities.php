<?php

declare(strict_types=1);

namespace App\Depots;

use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * Which packages of a depot are the same as packages of others: those that declare it, and those that have a file with the
 * same SHA-256.
 */
final class Identities
{
    /** Looked up one by one, by the index: what others have is not gone through for each portion. */
    private const SAME = 'select one as file_sha256, other.package_id from unnest(?::bpchar[]) as one
        cross join lateral (select package_id from releases where file_sha256 = one and depot_id <> ? order by package_id limit 1) as other';

    /** @var array<string, string> the depot's id => the id that is used here, where they differ */
    public array $aliases = [];

    /** @var array<string, string> those of them that were not known before */
    public array $learned = [];

    /** @param  list<stdClass>  $documents  packages as the depot describes them, not checked yet */
    public function __construct(int $depot, array $documents)
    {
        $known = DB::table('sources')->where('depot_id', $depot)->whereColumn('local_id', '!=', 'package_id')->pluck('package_id', 'local_id')->all();
        $byDigest = $this->byDigest($depot, $documents);
        $this->aliases = array_map(strval(...), $known);
        foreach ($documents as $document) {
            $id = $document->id ?? null;
            if (! is_string($id)) {
                continue;
            }
            $same = is_string($document->identity ?? null) && preg_match('/^[a-z0-9][a-z0-9._+-]{0,99}$/D', $document->identity) === 1 ? $document->identity : ($byDigest[$id] ?? $id);
            if ($same === $id) {
                unset($this->aliases[$id]);
            } else {
                $this->learned += ($known[$id] ?? null) === $same ? [] : [$id => $same];
                $this->aliases[$id] = $same;
            }
        }
    }

    public function idOf(string $localId): string
    {
        return $this->aliases[$localId] ?? $localId;
    }

    /**
     * @param  list<stdClass>  $documents
     * @return array<string, string> the depot's id => package of another depot
     */
    private function byDigest(int $depot, array $documents): array
    {
        // A first depot has nobody to be compared with.
        if (! DB::table('depots')->where('id', '<>', $depot)->where('sequence', '>', 0)->exists()) {
            return [];
        }
        $digests = [];
        foreach ($documents as $document) {
            foreach (is_array($document->releases ?? null) ? $document->releases : [] as $release) {
                foreach (is_array($release->files ?? null) ? $release->files : [] as $file) {
                    if (is_string($file->sha256 ?? null) && is_string($document->id ?? null) && preg_match('/^[0-9a-f]{64}$/D', $file->sha256) === 1) {
                        $digests['d'.$file->sha256] = $document->id;
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
