<?php

declare(strict_types=1);

namespace App\Worlds;

use App\Models\Backup;
use App\Models\Instance;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Worlds that were seen in an instance: one that is not there any more and that nobody has put away is missed. */
final readonly class SeenWorlds
{
    /**
     * Remembers what is there.
     *
     * @param  list<string>  $names
     */
    public function see(Instance $instance, array $names): void
    {
        if ($names === []) {
            return;
        }
        $rows = array_map(
            fn (string $name): array => ['instance_id' => $instance->id, 'name' => mb_substr($name, 0, 255), 'seen_at' => now()],
            $names,
        );
        DB::table('seen_worlds')->upsert($rows, ['instance_id', 'name'], ['seen_at']);
    }

    /**
     * Those that were seen and are not there.
     *
     * @param  list<string>  $names  that are there
     * @return array<string, CarbonImmutable> name => when it was seen last
     */
    public function gone(Instance $instance, array $names): array
    {
        $seen = DB::table('seen_worlds')->where('instance_id', $instance->id)->orderBy('name')->pluck('seen_at', 'name')->all();

        return array_map(CarbonImmutable::parse(...), array_diff_key($seen, array_flip($names)));
    }

    /** What a person has put away, renamed or let go is not missed. */
    public function forget(Instance $instance, string $name): void
    {
        DB::table('seen_worlds')->where('instance_id', $instance->id)->where('name', $name)->delete();
    }

    /** The newest backup that has a world. */
    public function backupOf(Instance $instance, string $name): ?Backup
    {
        return Backup::query()
            ->where('instance_id', $instance->id)
            ->orderByDesc('made_at')
            ->orderByDesc('id')
            ->limit(50)
            ->get()
            ->first(
                fn (Backup $backup): bool => array_filter(
                    array_keys($backup->files),
                    fn (int|string $path): bool => str_starts_with((string) $path, "{$name}/"),
                ) !== [],
            );
    }
}
