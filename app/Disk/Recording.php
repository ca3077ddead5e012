<?php

declare(strict_types=1);

namespace App\Disk;

use App\Models\Instance;
use App\Models\PackRelease;
use App\Models\PlacedRelease;
use App\Models\RestorePoint;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Plan\PlanDocument;

/** Writes down what an apply has made true, once. */
final readonly class Recording
{
    public function __construct(private MergedArchives $mergedArchives)
    {
    }

    public function record(Instance $instance, Pending $pending): void
    {
        $instance = Instance::query()->lockForUpdate()->findOrFail($instance->id);
        if ($instance->history()->where('before->task', $pending->task)->exists()) {
            return;
        }
        $instance->history()->create([
            'sentence' => $pending->sentence,
            'before' => RestorePoint::of($instance, $pending->task, $pending->backup, $this->mergedArchives->now($instance)),
            'created_at' => now(),
        ]);
        $this->place($instance, $pending);
        $pending->worlds && DB::table('seen_worlds')->where('instance_id', $instance->id)->delete();
        // A pack that was taken away meanwhile is none.
        $pack = $pending->pack === '' ? null : PackRelease::query()->whereKey($pending->pack)->value('id');
        $instance->update(
            [
                'plan' => PlanDocument::read($pending->plan),
                'applied_at' => now(),
                'applies' => $instance->applies + 1,
                'install_id' => $pending->install,
                ...self::glance($pending->releases),
            ] +
                ($pack === null ? [] : ['pack_id' => $pack]),
        );
        $instance->draft()->where('id', $pending->draft)->where('revision', $pending->revision)->delete();
    }

    /**
     * What the first page says of the line-up.
     *
     * @param  list<PlacedRelease>  $releases
     * @return array{laid_ids: string, laid_size: int}
     */
    private static function glance(array $releases): array
    {
        $shown = array_filter($releases, fn (PlacedRelease $one): bool => ! in_array($one->kind, ['game', 'runtime'], true));
        usort($shown, fn (PlacedRelease $a, PlacedRelease $b): int => strnatcasecmp($a->name, $b->name));

        return [
            'laid_ids' => implode(' ', array_map(fn (PlacedRelease $one): string => $one->package_id, $shown)),
            'laid_size' => array_sum(array_map(fn (PlacedRelease $one): int => $one->size, $shown)),
        ];
    }

    private function place(Instance $instance, Pending $pending): void
    {
        $own = ['instance_id' => $instance->id];
        $instance->placed()->delete();
        PlacedRelease::query()->insert(
            array_map(fn (PlacedRelease $one): array => $own + $one->getAttributes(), $pending->releases),
        );
        DB::table('placed_files')->where('instance_id', $instance->id)->delete();
        foreach (array_chunk($pending->files, 1000) as $files) {
            DB::table('placed_files')->insert(
                array_map(fn (LaidRow $one): array => $own + ['over' => json_encode($one->over)] + $one->written(), $files),
            );
        }
    }
}
