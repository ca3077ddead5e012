<?php

declare(strict_types=1);

namespace App\Find;

use App\Drafts\LineUps;
use App\Models\Instance;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Explain\Fit;
use Stasimon\Core\Explain\Verdict;

/** Verdicts that were given for an instance, for as long as nothing changes that they rest on. */
final readonly class VerdictMemory
{
    /**
     * @param  string  $stamp  of all that the verdicts rest on, {@see LineUps::stamp()}
     * @param  list<string>  $ids
     * @return array<string, Verdict> by package id, of those that are known
     */
    public function recall(Instance $instance, string $stamp, array $ids): array
    {
        $known = [];
        foreach (
            DB::table('verdicts')
                ->where('instance_id', $instance->id)
                ->where('stamp', $stamp)
                ->whereIn('package_id', $ids)
                ->get(['package_id', 'fit', 'text', 'version', 'brings', 'channel']) as $row
        ) {
            $known[$row->package_id] = new Verdict(
                Fit::from($row->fit),
                $row->text,
                $row->version,
                $row->brings === null ? null : (array) json_decode($row->brings, true),
                Channel::tryFrom((string) $row->channel),
            );
        }

        return $known;
    }

    /** @param  array<string, Verdict>  $verdicts  by package id */
    public function keep(Instance $instance, string $stamp, array $verdicts): void
    {
        if ($verdicts === []) {
            return;
        }
        $rows = [];
        foreach ($verdicts as $id => $verdict) {
            $rows[] = [
                'instance_id' => $instance->id,
                'stamp' => $stamp,
                'package_id' => (string) $id,
                'fit' => $verdict->fit->value,
                'text' => $verdict->text,
                'version' => $verdict->version,
                'brings' => $verdict->brings === null ? null : json_encode($verdict->brings, JSON_THROW_ON_ERROR | JSON_FORCE_OBJECT),
                'channel' => $verdict->channel?->value,
            ];
        }
        DB::table('verdicts')->where('instance_id', $instance->id)->where('stamp', '<>', $stamp)->delete();
        DB::table('verdicts')->upsert($rows, ['instance_id', 'package_id', 'stamp']);
    }
}
