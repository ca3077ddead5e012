<?php

declare(strict_types=1);

namespace App\View\LineUp;

use App\Disk\Folder;
use App\Models\HistoryEntry;
use App\Models\Instance;
use Illuminate\Support\Collection;
use Stasimon\Core\Resolve\Changes;

/** What the history says of each apply, and how far one can go back to before it. */
final readonly class HistoryPage
{
    /** @var array<int, Changes> by the number of the entry */
    private array $changes;

    private Folder $folder;

    /** @param  Collection<int, HistoryEntry>  $entries  the latest first, one after another */
    public function __construct(Instance $instance, Collection $entries)
    {
        $this->folder = new Folder($instance);
        $first = $entries->first();
        $after = $first === null ? null : $instance->history()->where('id', '>', $first->id)->reorder('id')->first();
        $versions = $after->before->versions ?? $instance->versions();
        $changes = [];
        foreach ($entries as $entry) {
            $changes[$entry->id] = Changes::between($entry->before->versions, $versions);
            $versions = $entry->before->versions;
        }
        $this->changes = $changes;
    }

    public function changesOf(HistoryEntry $entry): Changes
    {
        return $this->changes[$entry->id];
    }

    /** Whether configs and worlds of before an apply are still kept. */
    public function keepsOwn(HistoryEntry $entry): bool
    {
        $task = $entry->before->task;

        return $task !== '' && $this->folder->hasPoint($task);
    }
}
