<?php

declare(strict_types=1);

namespace App\Cleaning;

use App\Models\Backup;
use App\Store\Store;
use App\Worlds\Backups;
use Illuminate\Support\Facades\DB;

/**
 * Which files of the store something here still needs. Whatever column of whatever table names a SHA-256 counts, but for those
 * that say what could be had: so nothing that is added later has to be added here, and what is forgotten is kept.
 */
final readonly class Used
{
    /** Tables that say what could be had, or what is being done, and need no file for that. */
    private const PASSED = [
        'releases',
        'sources',
        'packages',
        'depot_packs',
        'archives',
        'tasks',
        'transfers',
        'verdicts',
        'cache',
        'cache_locks',
        'jobs',
        'job_batches',
        'failed_jobs',
        'sessions',
        'migrations',
        'settings',
    ];

    /** Seconds that a file has to be in the store before it can be unused: what has just come is not named yet. */
    private const NEW = 3_600;

    public function __construct(private Store $store, private Backups $backups)
    {
    }

    /** @return array<string, true> SHA-256 => it is needed */
    public function digests(): array
    {
        $used = [];
        foreach (
            DB::select(
                'select table_name as tab, column_name as col from information_schema.columns where table_schema = current_schema() and '.
                "data_type in ('text', 'jsonb', 'json', 'character', 'character varying')",
            ) as $column
        ) {
            if (! in_array($column->tab, self::PASSED, true)) {
                foreach (
                    DB::select(
                        "select distinct hit.digest[1] as digest from \"{$column->tab}\", regexp_matches(\"{$column->col}\"::text, ".
                        "'[0-9a-f]{64}', 'g') as hit(digest)",
                    ) as $row
                ) {
                    $used[$row->digest] = true;
                }
            }
        }
        foreach (Backup::query()->lazyById(20) as $backup) {
            foreach ($this->backups->digests($backup) as $digest) {
                $used[$digest] = true;
            }
        }
        // What was unpacked of an archive that is needed is laid from there.
        foreach (DB::table('archives')->lazyById(200, 'sha256') as $archive) {
            if (isset($used[trim($archive->sha256)]) && preg_match_all('/[0-9a-f]{64}/', (string) $archive->entries, $found) > 0) {
                foreach ($found[0] as $digest) {
                    $used[$digest] = true;
                }
            }
        }

        return $used;
    }

    /**
     * Files of the store that nothing needs.
     *
     * @return array<string, int> SHA-256 => bytes
     */
    public function unused(): array
    {
        $used = $this->digests();
        $unused = [];
        foreach ($this->store->all() as $digest => $path) {
            if (! isset($used[$digest]) && (int) @filectime($path) < now()->getTimestamp() - self::NEW) {
                $unused[$digest] = (int) @filesize($path);
            }
        }

        return $unused;
    }
}
