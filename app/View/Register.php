<?php

declare(strict_types=1);

namespace App\View;

use App\Depots\Depot;
use App\Findings\AvailableUpdate;
use App\Findings\Finding;
use App\Findings\Level;
use App\Findings\Look;
use App\Findings\Looking;
use App\Models\BuildState;
use App\Models\Instance;
use App\Moving\Watching;
use App\Refusal\Meaning;
use App\Telling\Tellings;
use App\Work\Tasks;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use stdClass;
use Throwable;

/** What the register shows: what was found in every instance when it was last looked over. */
final readonly class Register
{
    /** Minutes after which the instances are looked over again when somebody asks for the register. */
    private const FRESH = 1;

    /** Findings of all instances that are shown. */
    private const NEEDS = 12;

    /** How the instances can be sorted, and the words for it. */
    public const SORTS = ['' => 'the newest first', 'name' => 'by name', 'launched' => 'launched last first'];

    private const ORDERS = [
        '' => 'created_at desc, id',
        'name' => 'lower(name), id',
        'launched' => '(select max(created_at) from rehearsals where instance_id = instances.id) desc nulls last, id',
    ];

    public function __construct(private Looking $looking, private Watching $watching, private Tellings $tellings)
    {
    }

    public function isStale(): bool
    {
        return Instance::query()
            ->whereNull('problem')
            ->whereNull('put_away_at')
            ->where(fn ($any) => $any->whereNull('looked_at')->orWhere('looked_at', '<', now()->subMinutes(self::FRESH)))
            ->exists();
    }

    /**
     * @param  string  $words  that the name of an instance is to have; nothing for all
     * @param  string  $sort  one of {@see SORTS}
     * @return array<string, mixed>
     */
    public function page(string $words = '', string $sort = ''): array
    {
        $instances = Instance::query()
            ->whereNull('problem')
            ->whereNull('put_away_at')
            ->when($words !== '', fn ($some) => $some->whereRaw('position(lower(?) in lower(name)) > 0', [str_replace("\0", '', $words)]))
            ->with(['draft:id,instance_id', 'lastRehearsal'])
            ->orderByRaw('lower(heading) nulls first, '.(self::ORDERS[$sort] ?? self::ORDERS['']))
            ->paginate(50)
            ->withQueryString();
        $looks = $instances->getCollection()->mapWithKeys(fn (Instance $instance): array => [$instance->id => $this->look($instance)]);

        return [
            'instances' => $instances,
            'away' => ($away = Instance::query()
                ->whereNull('problem')
                ->whereNotNull('put_away_at')
                ->orderBy('put_away_at')
                ->limit(50)
                ->get(['id', 'name', 'plan', 'put_away_at'])),
            'due' => $away->filter(fn (Instance $instance): bool => $instance->put_away_at?->lt(now()->subDays(Instance::KEPT)) === true),
            'aside' => Instance::query()
                ->whereNotNull('problem')
                ->orderBy('name')
                ->limit(50)
                ->get(['id', 'name', 'problem']),
            'looks' => $looks,
            'words' => $words,
            'sort' => isset(self::SORTS[$sort]) ? $sort : '',
            // Who looks for one by its name has no use for what all of them need.
            'needs' => $words === '' ? $this->needs($instances->getCollection(), $looks) : [],
            'updates' => $looks->sum(
                fn (Look $look): int => count(array_filter($look->updates, fn (AvailableUpdate $one): bool => $one->fits !== null)),
            ),
            'needing' => $instances->getCollection()->sum(
                fn (Instance $instance): int => count(self::serious($looks[$instance->id] ?? new Look('', [], [], []), $instance)),
            ),
            'placed' => $this->placed($instances->getCollection()),
            'news' => $this->watching->news(),
            'told' => $this->tellings->unseen(),
            'telling' => $this->tellings->count(),
            'paused' => Tasks::paused($instances->pluck('id')->all()),
            'built' => Instance::query()
                ->where('building->state', BuildState::Open->value)
                ->whereNull('put_away_at')
                ->latest('updated_at')
                ->limit(20)
                ->get(),
            'depots' => Depot::query()->orderBy('place')->orderBy('id')->get(),
        ];
    }

    /** One that cannot be looked over says so, and no other is concerned. */
    private function look(Instance $instance): Look
    {
        try {
            return $this->looking->last($instance);
        } catch (Throwable $failure) {
            report($failure);

            return new Look(
                '',
                [],
                [new Finding(Level::Look, 'It could not be looked over', 'What is true about it is not known. '.Meaning::of($failure))],
                [],
            );
        }
    }

    /**
     * @param  Collection<int, Instance>  $instances
     * @param  Collection<string, Look>  $looks
     * @return list<array{Instance, Finding}> most serious first
     */
    private function needs(Collection $instances, Collection $looks): array
    {
        $needs = [];
        foreach ($instances as $instance) {
            $look = $looks[$instance->id] ?? null;
            foreach ($look === null ? [] : self::serious($look, $instance) as $finding) {
                $needs[] = [$instance, $finding];
            }
        }
        $rank = fn (Level $level): int => (int) array_search($level, Level::cases(), true);
        usort($needs, fn (array $a, array $b): int => $rank($a[1]->level) <=> $rank($b[1]->level));

        return array_slice($needs, 0, self::NEEDS);
    }

    /** @return list<Finding> */
    private static function serious(Look $look, ?Instance $instance): array
    {
        return array_values(array_filter($look->told($instance?->aside), fn (Finding $finding): bool => $finding->level !== Level::Info));
    }

    /**
     * @param  Collection<int, Instance>  $instances
     * @return Collection<array-key, stdClass> instance id => its packages by name, and their bytes
     */
    private function placed(Collection $instances): Collection
    {
        return DB::table('placed_releases')
            ->whereIn('instance_id', $instances->pluck('id'))
            ->whereNotIn('kind', ['game', 'runtime'])
            ->groupBy('instance_id')
            ->selectRaw("instance_id, string_agg(package_id, ' ' order by name) as ids, sum(size)::bigint as size")
            ->get()
            ->keyBy('instance_id');
    }
}
