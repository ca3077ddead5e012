<?php

declare(strict_types=1);

namespace App\Games\Taught;

use App\Games\Games;
use App\Models\Instance;
use App\Refusal\Refusal;
use Closure;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Document\TextPlace;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\LoaderWord;
use stdClass;

/** Games that a person teaches by their definitions, which are data and run nothing before somebody has agreed. */
final readonly class TaughtGames
{
    public const LONGEST = 1_000_000;

    public function __construct(private Games $games)
    {
    }

    /**
     * @param  (Closure(GameDefinition): mixed)|null  $before  done once it is known that the definition can be used
     *
     * @throws Refusal with the place of what is wrong, or with what stands on it and would not any more
     */
    public function teach(string $json, ?Closure $before = null): GameDefinition
    {
        try {
            $game = GameDefinition::read($json);
        } catch (UnusableDocument $failure) {
            throw Refusal::unusable(
                'The definition cannot be used. Line '.
                    TextPlace::line($json, $failure->pointer).
                    ', '.
                    $failure->getMessage().
                    ' Nothing was kept.',
            );
        }
        if (strlen($game->id) > 64) {
            throw Refusal::unusable('The definition cannot be used: its id is longer than 64 characters. Nothing was kept.');
        }
        if ($this->games->ships($game->id)) {
            throw Refusal::conflict("{$game->name} comes with Stasimon, and is not changed. Give yours another id.");
        }
        $before === null || $before($game);
        $lost = $this->lost($game);
        if ($lost !== []) {
            throw Refusal::conflict(
                'Instances stand on what this definition does not have any more: '.
                    implode(' ', array_slice($lost, 0, 3)).
                    ' Nothing was changed.',
            );
        }
        DB::statement(
            'insert into taught_games (id, name, document) values (?, ?, ?) on conflict (id) do update set name = excluded.name, document '.
            '= excluded.document, problem = null, revision = taught_games.revision + 1, updated_at = now()',
            [$game->id, $game->name, $json],
        );
        $this->games->forget();

        return $this->games->get($game->id);
    }

    /** @return list<string> what instances have that a definition lacks, as sentences */
    private function lost(GameDefinition $game): array
    {
        $lost = [];
        foreach (Instance::query()->get() as $instance) {
            $base = $instance->plan->base;
            if ($base->game !== $game->id) {
                continue;
            }
            $loaders = array_map(fn (LoaderWord $loader): string => $loader->id, $game->loaders);
            $lost[] = match (true) {
                $game->version($base->gameVersion) === null => "{$instance->name} is on {$base->gameVersion}.",
                ! in_array($base->loader, $loaders, true) => "{$instance->name} has {$base->loader}.",
                $base->runtime !== $game->runtimeId || ! in_array($base->runtimeVersion, $game->runtimes, true) => "{$instance->name} ".
                    "runs on {$base->runtime} {$base->runtimeVersion}.",
                default => '',
            };
        }

        return array_values(array_filter($lost));
    }

    public static function row(string $id): ?stdClass
    {
        return DB::table('taught_games')->where('id', $id)->first();
    }

    /** @throws Refusal while instances stand on it */
    public function forget(string $id): void
    {
        $names = Instance::query()
            ->whereRaw("plan->>'game' = ?", [$id])
            ->pluck('name')
            ->all();
        if ($names !== []) {
            throw Refusal::conflict(
                'It is the game of '.
                    implode(' and ', array_slice($names, 0, 3)).
                    (count($names) > 3 ? ' and others' : '').
                    '. Remove those first; nothing was changed.',
            );
        }
        DB::table('taught_games')->where('id', $id)->delete();
        $this->games->forget();
    }
}
