<?php

declare(strict_types=1);

namespace App\View\Updates;

use App\Depots\PackageRow;
use App\Findings\AvailableUpdate;
use App\Findings\Looking;
use App\Models\Instance;
use App\View\Drafts\DraftSummary;
use App\Work\Tasks;
use Illuminate\Support\Collection;
use Illuminate\View\View;
use Stasimon\Core\Plan\PlanDocument;

/** Newer releases that fit, of every instance, and the drafts that take them. */
final readonly class UpdatesPage
{
    /** Instances that are looked at, and updates of each that are named. */
    private const SHOWN = 200;

    private const NAMED = 4;

    public function __construct(private Looking $looking, private DraftSummary $summary, private Tasks $tasks)
    {
    }

    public function __invoke(): View
    {
        return view('updates.page', ['rows' => $this->rows()]);
    }

    /** @return list<UpdatesRow> instances that have updates or a draft that takes some, by name */
    private function rows(): array
    {
        $instances = Instance::query()
            ->whereNotNull('applied_at')
            ->whereNull('put_away_at')
            ->whereNull('problem')
            ->with(['draft', 'placed', 'lastRehearsal', 'watch'])
            ->orderByRaw('lower(name), id')
            ->limit(self::SHOWN)
            ->get();
        $newer = $instances->mapWithKeys(
            fn (Instance $one): array => [
                $one->id => array_filter($this->looking->last($one)->updates, fn (AvailableUpdate $update): bool => $update->fits !== null),
            ],
        );
        $ids = $newer->flatMap(fn (array $of): array => array_keys($of))->unique();
        $names = PackageRow::query()->whereIn('id', $ids)->pluck('name', 'id');
        $rows = $instances->map(fn (Instance $one): UpdatesRow => $this->row($one, $newer[$one->id] ?? [], $names));

        return array_values($rows->filter(fn (UpdatesRow $row): bool => $row->count > 0 || $row->takes)->all());
    }

    /**
     * @param  array<string, AvailableUpdate>  $newer
     * @param  Collection<array-key, mixed>  $names
     */
    private function row(Instance $instance, array $newer, Collection $names): UpdatesRow
    {
        $said = array_map(
            fn (AvailableUpdate $update): string => ($names[$update->id] ?? $update->id)." {$update->now} → {$update->fits}",
            array_slice(array_values($newer), 0, self::NAMED),
        );
        $more = count($newer) - count($said);
        $takes = ($instance->draft->plan->once->updating ?? []) !== [];
        $draft = $instance->draft === null ? null : $this->summary->of($instance);

        return new UpdatesRow(
            $instance,
            count($newer),
            implode(', ', $said).($more > 0 ? " and {$more} more" : ''),
            $takes,
            $draft === null ? '' : implode(', ', $draft->parts),
            $draft !== null && $draft->appliable && $this->tasks->openOf($instance) === null,
            $takes && self::changesNothingElse($instance),
        );
    }

    /** Whether a draft takes newer releases and does nothing besides. */
    private static function changesNothingElse(Instance $instance): bool
    {
        return $instance->draft !== null &&
            PlanDocument::write($instance->draft->plan->applied()) === PlanDocument::write($instance->plan->applied());
    }
}
