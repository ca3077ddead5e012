<?php

declare(strict_types=1);

namespace App\Find;

use App\Depots\PackageRow;
use App\Drafts\LineUps;
use App\Models\Instance;
use Illuminate\Support\Facades\DB;

/** What the packages of a line-up suggest beside them, each with what adding it would do. */
final readonly class Suggestions
{
    /** Those that are shown. */
    private const MOST = 60;

    public function __construct(private LineUps $lineUps, private Finder $finder)
    {
    }

    /**
     * @param  list<string>|null  $by  packages whose suggestions are meant; null for all of the line-up
     * @return list<Suggested> those that most suggest first; those that were left last
     */
    public function of(Instance $instance, ?array $by = null): array
    {
        $suggesting = $this->suggesting($instance, $by);
        $left = DB::table('left_suggestions')->where('instance_id', $instance->id)->pluck('package_id', 'package_id');
        $rows = PackageRow::query()->whereIn('id', array_map(strval(...), array_keys($suggesting)))->get(['id', 'name', 'summary']);
        $rows = $rows->sortBy(fn (PackageRow $row): array => [$left->has($row->id), -count($suggesting[$row->id]), $row->name]);
        $rows = $rows->take(self::MOST);
        $verdicts = $this->finder->verdictsOf($instance, array_values($rows->map(fn (PackageRow $row): string => $row->id)->all()));

        return array_values(
            $rows
                ->map(
                    fn (PackageRow $row): Suggested => new Suggested(
                        $row->id,
                        $row->name,
                        (string) $row->summary,
                        array_values(array_unique($suggesting[$row->id])),
                        $verdicts[$row->id],
                        $left->has($row->id),
                    ),
                )
                ->all(),
        );
    }

    /**
     * @param  list<string>|null  $by
     * @return array<string, non-empty-list<string>> package that is suggested => the titles of those that do
     */
    private function suggesting(Instance $instance, ?array $by): array
    {
        $lineUp = $this->lineUps->lineUp($instance);
        $there = $lineUp->resolved?->versions() ?? [];
        $suggesting = [];
        foreach ($lineUp->resolved->selection ?? [] as $selected) {
            $isMeant = $by === null || in_array($selected->package->id, $by, true);
            foreach ($isMeant ? $selected->release->suggests : [] as $need) {
                foreach ($need->alternatives as $target) {
                    isset($there[$target->id]) || ($suggesting[$target->id][] = $selected->package->title());
                }
            }
        }

        return $suggesting;
    }

    public function leave(Instance $instance, string $package): void
    {
        DB::table('left_suggestions')->insertOrIgnore(['instance_id' => $instance->id, 'package_id' => $package]);
    }

    public function takeUp(Instance $instance, string $package): void
    {
        DB::table('left_suggestions')->where('instance_id', $instance->id)->where('package_id', $package)->delete();
    }
}
