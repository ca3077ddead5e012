<?php

declare(strict_types=1);

namespace App\Moving;

use App\Depots\Catalogue\CatalogueStamp;
use App\Depots\Catalogue\DepotCatalogue;
use App\Drafts\Bases;
use App\Games\Games;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Models\WishCell;
use App\Models\WishList;
use App\Work\Allowance;
use App\Work\Tasks;
use App\Work\Undertaking;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Chain;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Explain\Bases\BaseHolds;
use Stasimon\Core\Explain\Bases\Lost;
use Stasimon\Core\Explain\Bases\TriedBase;
use Stasimon\Core\Explain\Bases\WishBases;
use Stasimon\Core\Explain\Following\Follower;
use Stasimon\Core\Explain\Following\Following;
use Stasimon\Core\Game\BaseChoice;
use Stasimon\Core\Game\LoaderWord;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Want;

/** Works out what every base of a game holds of a wish list, cell by cell. */
final readonly class Grid implements Undertaking
{
    public function __construct(private Games $games, private Tasks $tasks, private Allowance $allowance, private Watching $watching)
    {
    }

    /** Begins it anew where anything that it rests on has changed. */
    public function heed(WishList $list): void
    {
        $stamp = $this->stamp($list);
        if (
            ($list->stamp === $stamp && ($list->following !== null || $list->cells()->doesntExist())) ||
            Task::query()->where('kind', TaskKind::Grid)->whereIn('state', TaskState::open())->where('subject->list', $list->id)->exists()
        ) {
            return;
        }
        $list->cells()->delete();
        DB::table('wish_lists')
            ->where('id', $list->id)
            ->update(['stamp' => $stamp]);
        $list->stamp = $stamp;
        $this->tasks->begin(TaskKind::Grid, "trying {$list->name} everywhere", ['list' => $list->id]);
    }

    public function run(Task $task): void
    {
        $list = WishList::query()->with('instance')->find((string) $task->about('list'));
        if ($list === null) {
            return;
        }
        $game = $this->games->get($list->game);
        $catalogue = new DepotCatalogue($game);
        $wants = Wishes::of($list);
        $catalogue->load([
            ...array_map(fn (Want $want): string => $want->id, $wants),
            ...array_map(fn (LoaderWord $loader): string => $loader->id, $game->loaders),
        ]);
        $holding = new WishBases(new Resolver($catalogue), $this->request($list, $wants));
        $bases = new Bases($game, $catalogue);
        $cells = self::cells($bases, $list);
        foreach ($cells as $number => [$version, $loader, $build]) {
            $task->advance('trying every base', $number, count($cells));
            $this->allowance->forWork();
            $exactly = fn (string $id, string $version): Want => new Want(
                $id,
                $catalogue->package($id)?->exactly($version) ?? '='.$version,
            );
            $chain = [$loader, ...Chain::under($catalogue, $loader)];
            $others = array_values(array_filter($game->loaders, fn (LoaderWord $other): bool => ! in_array($other->id, $chain, true)));
            $held = $holding->on(
                new TriedBase(
                    "{$version} on {$loader}",
                    [$exactly($game->id, $version), $exactly($loader, $build), new Want($game->runtimeId)],
                    array_map(fn (LoaderWord $other): Want => new Want($other->id), $others),
                ),
            );
            if ($number === min(1, count($cells) - 1)) {
                // The first cell is there; who follows whom is quickly said.
                $this->follow($list, $catalogue, $wants);
            }
            WishCell::query()->updateOrCreate(
                ['wish_list_id' => $list->id, 'version' => $version, 'loader' => $loader],
                ['kept' => count($held->kept), 'proved' => $held->proved, 'detail' => self::detail($held, $build)],
            );
        }
        $this->watching->compare($list);
    }

    /** @param  list<Want>  $wants */
    private function follow(WishList $list, DepotCatalogue $catalogue, array $wants): void
    {
        $following = Following::ofGame($catalogue->game->packages()[0], $catalogue->loaders(), now()->toDateTimeImmutable());
        $followers = array_map(
            fn (Package $package): Follower => $following->of($package),
            array_values(array_filter(array_map(fn (Want $want): ?Package => $catalogue->package($want->id), $wants))),
        );
        DB::table('wish_lists')
            ->where('id', $list->id)
            ->update([
                'following' => json_encode(
                    [
                        'began' => array_map(fn (DateTimeImmutable $day): string => $day->format('Y-m-d'), $following->began),
                        'followers' => $followers,
                    ],
                    JSON_THROW_ON_ERROR,
                ),
            ]);
    }

    public function abandon(Task $task, string $why): void
    {
        // What is there of it is right; it is begun again when somebody looks.
        DB::table('wish_lists')
            ->where('id', $task->about('list'))
            ->update(['stamp' => null]);
    }

    /**
     * @param  list<Want>  $wants
     */
    private function request(WishList $list, array $wants): Request
    {
        $plan = $list->instance?->plan;

        return new Request($wants, channels: $plan->channels ?? [], waive: $plan->waivers ?? []);
    }

    /** @return list<array{string, string, string}> game version, loader, build; where the instance lives and the newest first */
    private static function cells(Bases $bases, WishList $list): array
    {
        $cells = [];
        foreach (array_reverse($bases->game->versions) as $version) {
            foreach ($bases->builds($version->version) as $loader => $builds) {
                $chosen = BaseChoice::preferred($builds);
                if ($chosen !== null) {
                    $cells[] = [$version->version, (string) $loader, $chosen->version];
                }
            }
        }
        $here = $list->instance?->plan->base;
        usort(
            $cells,
            fn (array $a, array $b): int => ($b[0] === $here?->gameVersion && $b[1] === $here->loader) <=>
                ($a[0] === $here?->gameVersion && $a[1] === $here->loader),
        );

        return $cells;
    }

    /** @return array<string, mixed> */
    private static function detail(BaseHolds $held, string $build): array
    {
        $versions = [];
        foreach ($held->selection as $one) {
            $versions[$one->package->id] = $one->release->version;
        }

        return [
            'build' => $build,
            'text' => $held->text,
            'kept' => $held->kept,
            'versions' => $versions,
            'lost' => array_map(
                fn (Lost $lost): array => [
                    'want' => $lost->want,
                    'text' => $lost->text,
                    'last' => $lost->lastFor,
                    'instead' => $lost->instead,
                ],
                $held->lost,
            ),
        ];
    }

    private function stamp(WishList $list): string
    {
        $plan = $list->instance?->plan;

        return hash(
            'xxh128',
            CatalogueStamp::now().json_encode(Wishes::of($list)).json_encode([$plan?->channels, $plan?->waivers, $plan?->base]),
        );
    }
}
