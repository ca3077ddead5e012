<?php

declare(strict_types=1);

namespace App\View;

use App\Depots\Depot;
use App\Findings\Asides;
use App\Findings\AvailableUpdate;
use App\Findings\Everywhere;
use App\Findings\Finding;
use App\Findings\Level;
use App\Findings\Look;
use App\Models\BuildState;
use App\Models\Instance;
use App\Moving\Watching;
use App\Telling\Tellings;
use App\Work\Tasks;
use Illuminate\Support\Collection;

/** What the register shows: what was found in every instance when it was last looked over. */
final readonly class Register
{
    /** Findings of all instances that are shown. */
    private const NEEDS = 12;

    /** How the instances can be sorted, and the words for it. */
    public const SORTS = ['' => 'the newest first', 'name' => 'by name', 'launched' => 'launched last first'];

    /** What a row shows; of the plan its base alone. */
    private const COLUMNS = [
        'id',
        'name',
        'heading',
        'colour',
        'picture',
        'notes',
        'look',
        'laid_ids',
        'laid_size',
        'applied_at',
        'created_at',
    ];

    private const ORDERS = [
        '' => 'created_at desc, id',
        'name' => 'lower(name), id',
        'launched' => '(select max(created_at) from rehearsals where instance_id = instances.id) desc nulls last, id',
    ];

    public function __construct(
        private Everywhere $everywhere,
        private Asides $asides,
        private Watching $watching,
        private Tellings $tellings,
    ) {
    }

    /**
     * @param  string  $words  that the name of an instance is to have; nothing for all
     * @param  string  $sort  one of {@see SORTS}
     * @return array<string, mixed>
     */
    public function page(string $words = '', string $sort = ''): array
    {
        $instances = Instance::query()
            ->select(self::COLUMNS)
            ->selectRaw("plan - 'wants' - 'off' - 'groups' - 'rules' as plan")
            ->whereNull('problem')
            ->whereNull('put_away_at')
            ->when($words !== '', fn ($some) => $some->whereRaw('position(lower(?) in lower(name)) > 0', [str_replace("\0", '', $words)]))
            ->with(['draft:id,instance_id', 'lastRehearsal'])
            ->orderByRaw('lower(heading) nulls first, '.(self::ORDERS[$sort] ?? self::ORDERS['']))
            ->paginate(50)
            ->withQueryString();
        $looks = $instances->getCollection()->mapWithKeys(fn (Instance $one): array => [$one->id => $this->everywhere->look($one)]);
        $told = $instances
            ->getCollection()
            ->mapWithKeys(fn (Instance $one): array => [$one->id => $this->asides->told($looks[$one->id] ?? Look::nothing(), $one)]);

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
            'marks' => $told,
            'words' => $words,
            'sort' => isset(self::SORTS[$sort]) ? $sort : '',
            // Who looks for one by its name has no use for what all of them need.
            'needs' => $words === '' ? $this->needs($instances->getCollection(), $told) : [],
            'updates' => $looks->sum(
                fn (Look $look): int => count(array_filter($look->updates, fn (AvailableUpdate $one): bool => $one->fits !== null)),
            ),
            'needing' => $told->sum(fn (array $findings): int => count(self::serious($findings))),
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

    /**
     * @param  Collection<int, Instance>  $instances
     * @param  Collection<string, list<Finding>>  $told  by the instance's id
     * @return list<array{Instance, Finding}> most serious first
     */
    private function needs(Collection $instances, Collection $told): array
    {
        $needs = [];
        foreach ($instances as $instance) {
            foreach (self::serious($told[$instance->id] ?? []) as $finding) {
                $needs[] = [$instance, $finding];
            }
        }
        $rank = fn (Level $level): int => (int) array_search($level, Level::cases(), true);
        usort($needs, fn (array $a, array $b): int => $rank($a[1]->level) <=> $rank($b[1]->level));

        return array_slice($needs, 0, self::NEEDS);
    }

    /**
     * @param  list<Finding>  $findings
     * @return list<Finding>
     */
    private static function serious(array $findings): array
    {
        return array_values(array_filter($findings, fn (Finding $finding): bool => $finding->level !== Level::Info));
    }
}
