<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Depots\Catalogue\SupportKey;
use App\Disk\Folder;
use App\Drafts\Bases;
use App\Drafts\Steps\Add;
use App\Files\PlainFile;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Seen;
use App\Games\Games;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Game\GameDefinition;

/** The game's own load report lists what was asked for and is not there. */
final readonly class LoadReported implements FindingRule
{
    /** Bytes of a report that are read. */
    private const LONGEST = 1_000_000;

    /** Names that are told one by one. */
    private const TOLD = 6;

    public function __construct(private Games $games)
    {
    }

    public static function called(): string
    {
        return 'What was not loaded';
    }

    public static function help(): string
    {
        return 'The game has written down itself what it looked for and did not find when it was launched last. Only '.
            'another launch can tell that it is over.';
    }

    public function findings(Seen $seen): array
    {
        $game = $this->games->get($seen->plan->base->game);
        $folder = new Folder($seen->instance);
        $path = $game->log->missing === null ? '' : $folder->live($game->log->missing->path);
        if ($game->log->missing === null || ! is_file($path) || is_link($path)) {
            return [];
        }
        $asked = $game->log->missing->missing(mb_scrub((string) PlainFile::text($path, self::LONGEST)));
        $missing = array_filter(
            array_diff_key($asked, $seen->versions),
            fn (string $id): bool => ! $seen->plan->wants($id),
            ARRAY_FILTER_USE_KEY,
        );
        if ($missing === []) {
            return $asked === [] || $seen->isDraft ? [] : [$this->toBeTried($asked, $game->log->missing->path, $seen)];
        }

        return [$this->told($missing, $this->toBeHad(array_keys($missing), $game, $seen), $game->log->missing->path, $seen)];
    }

    /**
     * @param  list<int|string>  $ids
     * @return array<string, string> id => name, of those that a depot has for this base
     */
    private function toBeHad(array $ids, GameDefinition $game, Seen $seen): array
    {
        $base = $seen->plan->base;
        $loaders = (new Bases($game, $seen->catalogue))->standsFor($base->loader);

        return DB::table('packages')
            ->whereIn('id', array_map(strval(...), $ids))
            ->whereRaw('supports && ?::text[]', [SupportKey::anyOf($game->id, $base->gameVersion, $loaders)])
            ->orderBy('name')
            ->pluck('name', 'id')
            ->all();
    }

    /**
     * @param  array<string, list<string>>  $missing  id => who asks for it
     * @param  array<string, string>  $names  id => name, of those that can be had
     */
    private function told(array $missing, array $names, string $path, Seen $seen): Finding
    {
        $nowhere = array_map(strval(...), array_keys(array_diff_key($missing, $names)));
        $askers = array_values(array_unique(array_merge(...array_values($missing))));
        $all = [...array_values($names), ...$nowhere];
        $text =
            ($askers === [] ? 'Something' : self::some(array_map($seen->title(...), $askers))).
            (count($askers) > 1 ? ' ask for ' : ' asks for ').
            self::some($all).
            ', which '.
            (count($all) === 1 ? 'is' : 'are').
            " not there, by {$path}.".
            ($nowhere === [] ? '' : ' No depot has '.self::some($nowhere).' for this base.');
        $ids = array_map(strval(...), array_keys($names));
        $words = count($ids) === 1 ? 'Add '.array_values($names)[0] : 'Add all '.count($ids);

        return new Finding(
            Level::Look,
            count($missing).(count($missing) === 1 ? ' thing is' : ' things are').' missing by the load report',
            $text,
            null,
            $ids === [] ? [] : [Remedy::step($words, $seen->instance, new Add($ids))],
            byLaunch: true,
        );
    }

    /**
     * A report stands until a launch writes another.
     *
     * @param  array<string, list<string>>  $asked
     */
    private function toBeTried(array $asked, string $path, Seen $seen): Finding
    {
        $names = self::some(array_map(fn (int|string $id): string => $seen->title((string) $id), array_keys($asked)));

        return new Finding(
            Level::Info,
            'A load report is to be tried again',
            "By {$path}, of the last launch, {$names} ".
                (count($asked) === 1 ? 'was' : 'were').
                ' missing. '.
                (count($asked) === 1 ? 'It is' : 'They are').
                ' in the line-up now; the next launch says whether the game finds '.
                (count($asked) === 1 ? 'it' : 'them').
                '.',
            null,
            [new Remedy('Rehearse', 'what is applied now', 'rehearsals.store', [$seen->instance->id])],
            byLaunch: true,
        );
    }

    /** @param  list<string>  $words */
    private static function some(array $words): string
    {
        return implode(', ', array_slice($words, 0, self::TOLD)).
            (count($words) > self::TOLD ? ' and '.(count($words) - self::TOLD).' more' : '');
    }
}
