<?php

declare(strict_types=1);

namespace App\View\Triage;

use App\Depots\PackageRow;
use App\Findings\Asides;
use App\Findings\Everywhere;
use App\Findings\Level;
use App\Findings\Remedying;
use App\Findings\Shared;
use App\Models\Instance;
use App\Models\TaskKind;
use App\View\Asked;
use App\View\Drafts\DraftSummary;
use App\Work\Tasks;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** What is found in all instances, by what its address asks for; and the drafts that are there. */
final readonly class TriagePage
{
    /** What the address says: a level, a kind, a package, an instance, and whether it is about what is set aside. */
    private const ASKED = ['level', 'kind', 'package', 'instance', 'aside'];

    /** Rows of a page, and drafts whose changes are said. */
    private const SHOWN = 100;

    private const DRAFTS = 25;

    public function __construct(
        private Everywhere $everywhere,
        private Asides $asides,
        private Remedying $remedying,
        private DraftSummary $summary,
        private Tasks $tasks,
    ) {
    }

    public function __invoke(Request $request): View
    {
        $this->everywhere->isStale() && $this->tasks->once(TaskKind::LookOver);
        $asked = array_map(fn (string $name): string => Asked::words($request, $name), array_combine(self::ASKED, self::ASKED));

        return view('findings.page', $this->page($asked));
    }

    /**
     * @param  array<string, string>  $asked  what makes no sense in it is passed over
     * @return array<string, mixed>
     */
    private function page(array $asked): array
    {
        $all = $this->everywhere->all();
        $told = array_values(array_filter($all, fn (Shared $one): bool => $one->aside === null));
        $aside = array_values(array_filter($all, fn (Shared $one): bool => $one->aside !== null));
        $isAside = $asked['aside'] !== '';
        $asked['level'] = Level::tryFrom($asked['level'])->value ?? '';
        $of = array_values(array_filter($isAside ? $aside : $told, fn (Shared $one): bool => self::isMeant($one, $asked)));
        $rows = array_values(
            array_filter($of, fn (Shared $one): bool => $asked['level'] === '' || $one->finding->level->value === $asked['level']),
        );
        $instances = $this->instances($all);
        $shown = array_map($this->row(...), array_slice($rows, 0, self::SHOWN));
        $isLight = fn (TriageRow $row): bool => ! $row->isDrafted && $row->of->keepsAll();
        $light = $isAside ? [] : array_map(fn (TriageRow $row): Shared => $row->of, array_values(array_filter($shown, $isLight)));

        return [
            'asked' => ['aside' => $isAside ? '1' : ''] + $asked,
            'rows' => $shown,
            'more' => max(0, count($rows) - self::SHOWN),
            'levels' => $this->counted($of),
            'found' => count($told),
            'in' => count($this->instances($told)),
            'asideCount' => count($aside),
            'light' => array_map(fn (Shared $one): string => $one->finding->key(), $light),
            'lightIn' => count($this->instances($light)),
            'kinds' => $this->kinds($isAside ? $aside : $told),
            'packages' => $this->packages($isAside ? $aside : $told),
            'names' => array_map(fn (Instance $one): string => $one->name, $instances),
            'drafts' => ($drafts = $this->drafts()),
            'ready' => count(array_filter($drafts, fn (DraftOfOne $one): bool => $one->isReady)),
            'seen' => array_map(fn (Instance $one): int => $one->draft->revision ?? 0, $instances),
            'sets' => $isAside ? $this->asides->all() : collect(),
        ];
    }

    private function row(Shared $shared): TriageRow
    {
        $isDrafted = $shared->aside === null;
        foreach ($isDrafted ? $shared->instances : [] as $instance) {
            $remedy = $instance->draft === null ? null : $shared->remedy($instance);
            $isDrafted = $isDrafted && $remedy !== null && $this->remedying->isDrafted($instance, $remedy);
        }

        return new TriageRow($shared, $isDrafted);
    }

    /** @param  array<string, string>  $asked */
    private static function isMeant(Shared $one, array $asked): bool
    {
        return ($asked['kind'] === '' || $one->finding->kind === $asked['kind']) &&
            ($asked['package'] === '' || $one->finding->package === $asked['package']) &&
            ($asked['instance'] === '' || isset($one->instances[$asked['instance']]));
    }

    /**
     * @param  list<Shared>  $rows
     * @return array<string, int> by level, of those that there are
     */
    private function counted(array $rows): array
    {
        $counts = array_count_values(array_map(fn (Shared $one): string => $one->finding->level->value, $rows));

        return array_filter(
            array_combine(
                array_map(fn (Level $level): string => $level->value, Level::cases()),
                array_map(fn (Level $level): int => $counts[$level->value] ?? 0, Level::cases()),
            ),
        );
    }

    /**
     * @param  list<Shared>  $rows
     * @return array<string, Instance> by id, by name
     */
    private function instances(array $rows): array
    {
        $instances = array_merge([], ...array_map(fn (Shared $one): array => $one->instances, $rows));
        uasort($instances, fn (Instance $a, Instance $b): int => strnatcasecmp($a->name, $b->name));

        return $instances;
    }

    /**
     * @param  list<Shared>  $rows
     * @return list<string>
     */
    private function kinds(array $rows): array
    {
        $kinds = array_values(array_unique(array_map(fn (Shared $one): string => $one->finding->kind, $rows)));
        sort($kinds);

        return array_values(array_filter($kinds, fn (string $kind): bool => $kind !== ''));
    }

    /**
     * @param  list<Shared>  $rows
     * @return array<string, string> id => name
     */
    private function packages(array $rows): array
    {
        $ids = array_values(array_unique(array_filter(array_map(fn (Shared $one): ?string => $one->finding->package, $rows))));
        $names = PackageRow::query()->whereIn('id', $ids)->pluck('name', 'id')->all();
        $packages = array_map(fn (string $id): string => (string) ($names[$id] ?? $id), array_combine($ids, $ids));
        natcasesort($packages);

        return $packages;
    }

    /** @return list<DraftOfOne> the drafts that can be applied or looked at from here, those first that were changed last */
    private function drafts(): array
    {
        $instances = Instance::query()
            ->whereNull('problem')
            ->whereNull('put_away_at')
            ->whereNotNull('applied_at')
            ->whereHas('draft')
            ->with(['draft', 'placed', 'lastRehearsal'])
            ->get()
            ->sortByDesc(fn (Instance $one): mixed => $one->draft?->updated_at)
            ->take(self::DRAFTS);

        return array_values(
            $instances
                ->map(function (Instance $one): DraftOfOne {
                    $draft = $this->summary->of($one);

                    return new DraftOfOne($one, implode(', ', $draft->parts), $draft->appliable && $this->tasks->openOf($one) === null);
                })
                ->all(),
        );
    }
}
