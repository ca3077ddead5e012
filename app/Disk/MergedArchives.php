<?php

declare(strict_types=1);

namespace App\Disk;

use App\Games\Games;
use App\Models\HistoryEntry;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\Store;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Merge\MergeDifference;
use Stasimon\Core\Merge\UnmergeableArchive;

/** The merged archive of an instance beside the game's own, and beside what it was at earlier times. */
final readonly class MergedArchives
{
    public function __construct(private Games $games, private Store $store, private GameArchives $archives)
    {
    }

    /** The SHA-256 of the one that is in the folder; null where nothing is merged. */
    public function now(Instance $instance): ?string
    {
        $base = $instance->plan->base;
        $form = $this->games->get($base->game)->merge($base->gameVersion);
        $digest =
            $form === null
                ? null
                : DB::table('placed_files')
                    ->where('instance_id', $instance->id)
                    ->where('package_id', $base->game)
                    ->where('path', $form->archive)
                    ->value('sha256');

        return is_string($digest) ? trim($digest) : null;
    }

    /** @return array<int|string, string> what it can be put beside, as an address says it => in words */
    public function others(Instance $instance): array
    {
        $others = ['game' => "the game's own archive"];
        foreach ($instance->history()->limit(30)->get() as $entry) {
            if ($this->mergedBefore($entry) !== null) {
                $others[(string) $entry->id] = 'before '.$entry->moment();
            }
        }

        return $others;
    }

    /**
     * @return list<MergeDifference> what the one in the folder has otherwise
     *
     * @throws Refusal where one of the two is not to be had
     */
    public function differences(Instance $instance, string $beside): array
    {
        $game = $this->games->get($instance->plan->base->game);
        $now = $this->now($instance) ?? throw Refusal::conflict("Nothing is merged into {$game->name} in this instance.");
        $entry = preg_match('/^\d{1,9}$/D', $beside) === 1 ? $instance->history()->find((int) $beside) : null;
        $was =
            $beside === 'game'
                ? $this->archives->digest($game, $instance->plan->base->gameVersion)
                : ($entry instanceof HistoryEntry
                    ? $this->mergedBefore($entry)
                    : null);
        $was ?? throw Refusal::notFound('What it was to be put beside is not kept any more.');
        try {
            return MergeDifference::between($this->open($was), $this->open($now));
        } catch (UnmergeableArchive $failure) {
            throw Refusal::conflict($failure->getMessage());
        }
    }

    private function mergedBefore(HistoryEntry $entry): ?string
    {
        $digest = $entry->before->merged;

        return is_string($digest) && $this->store->has($digest) ? $digest : null;
    }

    /** @return resource */
    private function open(string $digest)
    {
        $file = $this->store->has($digest) ? @fopen($this->store->path($digest), 'rb') : false;

        return $file ?: throw Refusal::conflict('One of the two archives is not in the store any more.');
    }
}
