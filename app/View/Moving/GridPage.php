<?php

declare(strict_types=1);

namespace App\View\Moving;

use App\Depots\PackageRow;
use App\Games\Games;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Models\Watch;
use App\Models\WishCell;
use App\Models\WishList;
use App\Moving\Wishes;
use App\View\Find\FollowedChart;
use App\Worlds\Worlds;
use DateTimeImmutable;
use Illuminate\Support\Collection;
use Stasimon\Core\Explain\Following\Follower;
use Stasimon\Core\Explain\Following\Following;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Resolve\Want;

/** What every base of a game holds of a wish list, and one of its cells in full. */
final readonly class GridPage
{
    public GameDefinition $game;

    /** @var list<Want> */
    public array $wants;

    /** @var array<string, string> package id => name */
    public array $names;

    /** @var array<string, array<string, WishCell>> game version => loader => cell */
    public array $cells;

    public ?WishCell $chosen;

    public bool $isOver;

    /** @param  string  $at  "version on loader", the chosen cell; nothing for the best */
    public function __construct(public WishList $list, Games $games, string $at)
    {
        $this->game = $games->get($list->game);
        $this->wants = Wishes::of($list);
        /** @var Collection<int, WishCell> $cells */
        $cells = $list->cells()->get(['id', 'wish_list_id', 'version', 'loader', 'kept', 'proved']);
        $by = [];
        foreach ($cells as $cell) {
            $by[$cell->version][$cell->loader] = $cell;
        }
        $this->cells = $by;
        $chosen = $cells->first(fn (WishCell $cell): bool => "{$cell->version} on {$cell->loader}" === $at) ?? $this->best($cells);
        $this->chosen = $chosen?->refresh();
        $this->isOver = ! Task::query()
            ->where('kind', TaskKind::Grid)
            ->whereIn('state', TaskState::open())
            ->where('subject->list', $list->id)
            ->exists();
        $understudies = array_merge(
            ...array_map(
                fn (array $lost): array => array_map(strval(...), array_keys($lost['instead'])),
                $this->chosen->detail['lost'] ?? [],
            ),
        );
        $ids = [
            ...array_map(fn (Want $want): string => $want->id, $this->wants),
            ...array_map(fn ($loader): string => $loader->id, $this->game->loaders),
            ...$understudies,
        ];
        $this->names = PackageRow::query()->whereIn('id', $ids)->pluck('name', 'id')->all();
    }

    /** Whether not every base was tried: what is empty then says nothing. */
    public function isBrokenOff(): bool
    {
        return $this->list->stamp === null;
    }

    public function name(string $id): string
    {
        return $this->names[$id] ?? $id;
    }

    /** @return list<string> versions of the game, oldest first, that any loader is for */
    public function versions(): array
    {
        return array_values(
            array_filter(
                array_column($this->game->versions, 'version'),
                fn (string $version): bool => ! $this->isOver || isset($this->cells[$version]),
            ),
        );
    }

    /** @return array<string, string> loader id => name */
    public function loaders(): array
    {
        $loaders = [];
        foreach ($this->game->loaders as $loader) {
            $loaders[$loader->id] = $this->name($loader->id);
        }

        return $loaders;
    }

    public function isChosen(string $version, string $loader): bool
    {
        return $this->chosen !== null && $this->chosen->version === $version && $this->chosen->loader === $loader;
    }

    public function isHere(string $version, string $loader): bool
    {
        $base = $this->list->instance?->plan->base;

        return $base !== null && $base->gameVersion === $version && $base->loader === $loader;
    }

    /** Of 1, how much of the cell is filled. */
    public function share(WishCell $cell): float
    {
        return $this->wants === [] ? 0.0 : $cell->kept / count($this->wants);
    }

    /** "3.4.0 on Halyard: 148 of 167 hold" */
    public function said(WishCell $cell, string $loader): string
    {
        return "{$cell->version} on {$loader}: {$cell->kept} of ".count($this->wants).' hold'.($cell->proved ? '' : ', or more');
    }

    public function proposal(): string
    {
        return mb_substr($this->list->name, 0, 60).($this->list->instance_id === null ? '' : ' on '.($this->chosen->version ?? ''));
    }

    /** "Where could these 12 live?" */
    public function question(): string
    {
        return 'Where could '.(count($this->wants) === 1 ? 'this' : 'these '.count($this->wants)).' live?';
    }

    /** "Ferrywright 3.4.0 on Halyard 0.17.0" */
    public function heading(): string
    {
        return $this->chosen === null
            ? ''
            : "{$this->game->name} {$this->chosen->version} on {$this->name($this->chosen->loader)} {$this->chosen->detail['build']}";
    }

    /** @return list<array{name: string, version: string, was: string}> what comes along; was: another release that is there now */
    public function along(): array
    {
        $now = $this->list->instance?->versions() ?? [];
        $along = [];
        foreach ($this->chosen->detail['kept'] ?? [] as $index) {
            $id = $this->wants[$index]->id ?? null;
            if ($id !== null) {
                $version = $this->chosen->detail['versions'][$id] ?? '';
                $along[] = [
                    'name' => $this->name($id),
                    'version' => $version,
                    'was' => ($now[$id] ?? $version) === $version ? '' : $now[$id],
                ];
            }
        }

        return $along;
    }

    /** How many come in another release than is there now. */
    public function changed(): int
    {
        return count(array_filter($this->along(), fn (array $one): bool => $one['was'] !== ''));
    }

    /**
     * What does not come along.
     *
     * @return list<array{id: string, name: string, text: string, last: string, instead: array<string, int>}> instead: understudy => how
     *     many hold with it
     */
    public function lost(LeftBehind $how): array
    {
        $found = [];
        foreach ($this->chosen->detail['lost'] ?? [] as $lost) {
            $is = $lost['instead'] !== [] ? LeftBehind::Replaced : ($lost['last'] !== '' ? LeftBehind::Waits : LeftBehind::Cannot);
            $id = $this->wants[$lost['want']]->id ?? null;
            if ($is === $how && $id !== null) {
                $found[] = [
                    'id' => $id,
                    'name' => $this->name($id),
                    'text' => $lost['text'],
                    'last' => $lost['last'],
                    'instead' => array_map(count(...), $lost['instead']),
                ];
            }
        }

        return $found;
    }

    /** @return array<string, list<string>> world => names of mods that it was saved with and that would not be there */
    public function worlds(): array
    {
        if ($this->list->instance === null || $this->chosen === null) {
            return [];
        }
        $risk = (new Worlds($this->game))->atRisk($this->list->instance, $this->chosen->detail['versions']);
        $unknown = array_diff(array_merge(...array_values($risk)), array_map(strval(...), array_keys($this->names)));
        $names = $this->names + PackageRow::query()->whereIn('id', $unknown)->pluck('name', 'id')->all();

        return array_map(fn (array $ids): array => array_map(fn (string $id): string => $names[$id] ?? $id, $ids), $risk);
    }

    /** @return list<array{string, Instance}> instances that it was moved from or to, with how that is said */
    public function kin(): array
    {
        $instance = $this->list->instance;
        if ($instance === null) {
            return [];
        }
        $from = $instance->moved_from === null ? null : Instance::query()->find($instance->moved_from, ['id', 'name', 'put_away_at']);
        $kin = $from === null ? [] : [['It was made beside', $from]];
        foreach (
            Instance::query()->with('lastRehearsal')->where('moved_from', $instance->id)->orderBy('created_at')->limit(5)->get() as $to
        ) {
            $kin[] = [$to->lastRehearsal?->state === LaunchState::Clean ? 'It has launched cleanly as' : 'Beside it was made', $to];
        }

        return $kin;
    }

    /** Whether somebody waits for the chosen cell. */
    public function watch(): ?Watch
    {
        return $this->chosen === null
            ? null
            : Watch::query()
                ->where('wish_list_id', $this->list->id)
                ->where('version', $this->chosen->version)
                ->where('loader', $this->chosen->loader)
                ->first();
    }

    /** Who had followed to the chosen version, and where that leads; null where no day is known. */
    public function followed(): ?FollowedChart
    {
        $said = $this->list->following;
        if ($said === null || $this->chosen === null) {
            return null;
        }
        $following = new Following(
            $this->game->packages()[0],
            array_map(fn (string $day): DateTimeImmutable => new DateTimeImmutable($day), $said['began']),
            now()->toDateTimeImmutable(),
        );
        $forecast = $following->forecast(array_values($this->followers()), $this->chosen->version);

        return $forecast === null || $forecast->total === 0 ? null : new FollowedChart($forecast);
    }

    /** How long an author takes as a rule: "9 days", "never followed". */
    public function pace(string $id): string
    {
        $follower = $this->followers()[$id] ?? null;

        return match (true) {
            $follower === null => '',
            $follower->isAbandoned() => "missed the last {$follower->missed}, quiet for ".intdiv((int) $follower->quiet, 30).' months',
            $follower->usual === null => 'never followed',
            default => $follower->usual === 0 ? 'at once' : "{$follower->usual} ".($follower->usual === 1 ? 'day' : 'days'),
        };
    }

    /** @return array<string, Follower> by package id */
    private function followers(): array
    {
        $followers = [];
        foreach ($this->list->following['followers'] ?? [] as $said) {
            $followers[$said['id']] = new Follower(
                $said['id'],
                $said['delays'],
                $said['quick'],
                $said['usual'],
                $said['slow'],
                $said['missed'],
                $said['quiet'],
            );
        }

        return $followers;
    }

    /** @return list<string> worlds that can be copied */
    public function copied(): array
    {
        return $this->list->instance === null
            ? []
            : array_map(strval(...), array_keys((new Worlds($this->game))->of($this->list->instance)));
    }

    /** @param  Collection<int, WishCell>  $cells */
    private function best(Collection $cells): ?WishCell
    {
        $order = array_flip(array_column($this->game->versions, 'version'));

        return $cells->sortByDesc(fn (WishCell $cell): array => [$cell->kept, $order[$cell->version] ?? 0])->first();
    }
}
