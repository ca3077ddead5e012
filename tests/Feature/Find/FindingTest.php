<?php

declare(strict_types=1);

use App\Depots\PackageRow;
use App\Drafts\Drafting;
use App\Drafts\LineUps;
use App\Drafts\Outcomes;
use App\Find\Finder;
use App\Find\Found;
use App\Find\Query;
use App\Models\Instance;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Explain\Fit;
use Stasimon\Core\Explain\Verdicts;
use Stasimon\Core\Plan\Plan;
use Tests\Support\World;

beforeEach(function (): void {
    World::depots();
});

/** @param  array<string, mixed>  $address */
function found_(Instance $instance, array $address, int $from = 0, int $count = Finder::WINDOW): Found
{
    return app(Finder::class)->search($instance->load(['placed', 'draft', 'lastRehearsal']), Query::of($address), $from, $count);
}

it('forgives how words are spelled, ordered and cut', function (string $words, string $first): void {
    expect(found_(World::instance([]), ['q' => $words])->packages->first()?->id)->toBe($first);
})->with([
    ['Fogbank Weather', 'fogbank'],
    ['fogb', 'fogbank'],
    ['bank fog', 'fogbank'],
    ['weather fogbank', 'fogbank'],
    ['fogbnak', 'fogbank'],
    ['fogbnk wether', 'fogbank'],
    ['cargo manifst', 'cargo-manifest'],
    ['GULLS', 'gulls'],
    ['smoth sailng', 'smooth-sailing'],
    ['steal lunches', 'gulls'],
]);

it('finds nothing for what is nothing, and takes no harm from odd words', function (string $words): void {
    expect(found_(World::instance([]), ['q' => $words])->packages)->toBeEmpty();
})->with(['zzzzqqqq', "'; drop table packages; --", '%%%', '\\', "a:* & !b | 'c", str_repeat('x', 500), '<->']);

it('goes by kind, category, side and depot', function (): void {
    $instance = World::instance([]);
    $kinds = fn (array $address, string $column): array => found_($instance, $address, 0, 400)
        ->packages->pluck($column)
        ->unique()
        ->values()
        ->all();
    expect($kinds(['kind' => 'library'], 'kind'))
        ->toBe(['library'])
        ->and($kinds(['side' => 'client'], 'side'))
        ->toBe(['client'])
        ->and($kinds(['kind' => 'nonsense'], 'kind'))
        ->toContain('mod', 'library');
    $tidepool = found_($instance, ['depot' => 'tidepool'], 0, 400)
        ->packages->pluck('id')
        ->sort()
        ->values()
        ->all();
    expect($tidepool)->toBe(
        DB::table('sources')
            ->join('depots', 'depots.id', '=', 'sources.depot_id')
            ->join('packages', 'packages.id', '=', 'sources.package_id')
            ->where('slug', 'tidepool')
            ->whereRaw("games @> array['ferrywright']")
            ->where('packages.kind', '!=', 'loader')
            ->distinct()
            ->orderBy('packages.id')
            ->pluck('packages.id')
            ->sort()
            ->values()
            ->all(),
    );
    foreach (found_($instance, ['category' => 'animals'], 0, 400)->packages as $package) {
        expect(PackageRow::query()->whereKey($package->id)->whereJsonContains('categories', 'animals')->exists())->toBeTrue();
    }
});

it('sorts, and windows of it fit together without a gap or an overlap', function (string $sort, string $column, bool $down): void {
    $instance = World::instance([]);
    $whole = found_($instance, ['sort' => $sort], 0, 400)->packages;
    $values = $whole->map(
        fn (PackageRow $package): string|int => $column === 'name'
            ? mb_strtolower($package->name)
            : ($column === 'published_at'
                ? (string) $package->published_at
                : $package->{$column}),
    );
    expect($values->all())->toBe(($down ? $values->sortDesc() : $values->sort())->values()->all());
    $pieces = collect();
    for ($from = 0; $from !== null; $from = $window->next) {
        $window = found_($instance, ['sort' => $sort], $from);
        $pieces = $pieces->concat($window->packages->pluck('id'));
    }
    expect($pieces->all())->toBe($whole->pluck('id')->all());
})->with([['downloads', 'downloads', true], ['size', 'size', true], ['name', 'name', false], ['updated', 'published_at', true]]);

it('begins with what can be here where nothing is asked for, and loses nothing of the rest', function (): void {
    $instance = World::instance(['old-slip'], '1.4.9', 'spritsail', null, '8')->load(['placed', 'draft', 'lastRehearsal']);
    $all = found_($instance, [], 0, 400);
    $for = DB::table('packages')
        ->whereRaw("supports && array['ferrywright 1.4.9 capstan', 'ferrywright 1.4.9 spritsail', 'ferrywright 1.4.9 ']")
        ->where('kind', '!=', 'loader')
        ->pluck('id')
        ->all();
    expect(count($for))
        ->toBeGreaterThan(10)
        ->and($all->packages->take(count($for))->pluck('id')->all())
        ->toEqualCanonicalizing($for)
        ->and($all->packages->pluck('id')->duplicates()->all())
        ->toBe([])
        ->and($all->packages)
        ->toHaveCount($all->total);
    // What is there already comes behind what could come.
    $place = array_flip($all->packages->pluck('id')->all());
    $rank = array_map(
        fn (string $id): int => match (true) {
            $id === 'old-slip' => 1,
            in_array($id, $for, true) => 0,
            default => 2,
        },
        array_keys($place),
    );
    expect($rank)
        ->toBe(collect($rank)->sort()->values()->all())
        ->and(array_unique($rank))
        ->toHaveCount(3);
    // A package may be called as the database calls nothing.
    expect(found_(World::instance(['null']), [], 0, 400)->packages)->toHaveCount($all->total);
    // Asked for by downloads, it is by downloads.
    expect(
        found_($instance, ['sort' => 'downloads'], 0, 50)
            ->packages->pluck('downloads')
            ->all(),
    )->toBe(
        found_($instance, ['sort' => 'downloads'], 0, 50)
            ->packages->pluck('downloads')
            ->sortDesc()
            ->values()
            ->all(),
    );
});

it('goes by verdict, and misses none', function (Fit $fit): void {
    $instance = World::applied(['fogbank', 'smooth-sailing'], build: '0.16.4');
    $all = array_keys(
        array_filter(
            app(Finder::class)->verdictsOf(
                $instance->load(['placed', 'draft', 'lastRehearsal']),
                found_($instance, ['sort' => 'name'], 0, 400)
                    ->packages->pluck('id')
                    ->all(),
            ),
            fn ($verdict): bool => $verdict->fit === $fit,
        ),
    );
    $found = [];
    for ($from = 0; $from !== null; $from = $window->next) {
        $window = found_($instance, ['sort' => 'name', 'fit' => $fit->value], $from);
        array_push($found, ...$window->packages->pluck('id')->all());
        foreach ($window->verdicts as $verdict) {
            expect($verdict->fit)->toBe($fit);
        }
    }
    expect($found)->toBe($all)->not->toBeEmpty();
})->with([Fit::Now, Fit::AfterChange, Fit::Not]);

it('gives the verdict that looking at the whole of everything gives', function (
    array $wants,
    string $version,
    string $loader,
    ?string $build,
    ?array $step,
): void {
    $instance = World::applied($wants, $version, $loader, $build);
    if ($step !== null) {
        app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->without($step[0])->wanting($step[1]));
        $instance = $instance->refresh();
    }
    $instance->load(['placed', 'draft', 'lastRehearsal']);
    $ids = PackageRow::query()->whereRaw("games @> array['ferrywright']")->where('kind', '!=', 'loader')->orderBy('id')->pluck('id')->all();
    $lineUps = app(LineUps::class);
    $whole = $lineUps->catalogue($instance);
    $whole->load([...$ids, ...array_keys($instance->versions())]);
    $versions = app(Outcomes::class)->outcome($instance)->versions;
    $abandoned = DB::table('notices')->where('kind', 'abandoned')->pluck('package_id')->all();
    $thorough = new Verdicts(
        $whole,
        $whole->game,
        $lineUps->plan($instance),
        $versions,
        otherGames: ['nightpost' => 'Nightpost'],
        abandoned: $abandoned,
    );
    $quick = app(Finder::class)->verdictsOf($instance, $ids);
    foreach ($ids as $id) {
        $slow = (new ReflectionMethod($thorough, 'thorough'))->invoke($thorough, $whole->package($id));
        if (! in_array($quick[$id]->fit, [Fit::There, Fit::Brought, Fit::Off], true) && ! str_starts_with($quick[$id]->text, 'fits')) {
            expect([$id, $quick[$id]->fit, $quick[$id]->text])->toBe([$id, $slow->fit, $slow->text]);
        } elseif (! in_array($quick[$id]->fit, [Fit::There, Fit::Brought, Fit::Off], true)) {
            // What fits is also what fits when everything may change; which it brings may differ where several will do.
            expect([$id, $quick[$id]->version, $slow->fit === Fit::Not])->toBe([$id, $slow->version, false]);
        }
    }
})->with([
    [['fogbank', 'smooth-sailing'], '3.2.1', 'halyard', '0.16.4', null],
    [['gulls', 'cargo-manifest'], '3.2.1', 'halyard', null, ['gulls', 'weather-glass']],
    [['great-cranes', 'long-piers'], '3.3.2', 'capstan', null, null],
    [['rope-and-tar'], '3.3.2', 'windlass', null, null],
]);

it('shows all of it in the address, and windows as fragments', function (): void {
    $instance = World::instance(['gulls']);
    $this->get("/instances/{$instance->id}/find?kind=library&sort=name&fit=now")
        ->assertOk()
        ->assertSee('value="library" selected', false)
        ->assertSee('value="now" selected', false)
        ->assertSee('value="name" selected', false);
    $rows = $this->get("/instances/{$instance->id}/find?from=50", ['X-Fragment' => 'rows'])
        ->assertOk()
        ->assertDontSee('<html', false)
        ->assertSee('data-row', false);
    expect(substr_count((string) $rows->getContent(), 'data-row '))->toBe(Finder::WINDOW);
    $this->get("/instances/{$instance->id}/find?shown=100&q[]=x&sort[]=1&from=-5")->assertOk();
    $this->get("/instances/{$instance->id}/find?q=zzzzqqqq&kind=mod")->assertSee('Look without the filters');
});

it('shows a package: what it needs here, who needs it, its releases, notices, sources and files', function (): void {
    $instance = World::applied(['gulls', 'fogbank']);
    $this->get("/instances/{$instance->id}/packages/kedge-bones")
        ->assertOk()
        ->assertSeeInOrder(['Here for another', 'Releases', '3.0.7', 'SHA-256', 'Needed by', 'Gulls', 'Sources', 'Slipway', 'moderated']);
    $this->get("/instances/{$instance->id}/packages/gulls")
        ->assertOk()
        ->assertSee('as gulls-and-lunches')
        ->assertSee('is here')
        ->assertSee('Pin 2.0.0');
    // Not in it yet: what it would bring is resolved.
    $this->get("/instances/{$instance->id}/packages/cargo-manifest")
        ->assertOk()
        ->assertSee('comes with it')
        ->assertSee('Add to the draft');
    $abandoned = DB::table('notices')->where('kind', 'abandoned')->whereNotNull('understudy')->first();
    $this->get("/instances/{$instance->id}/packages/{$abandoned->package_id}")
        ->assertOk()
        ->assertSeeInOrder(['Notices', 'Abandoned', 'takes its place', 'Understudies']);
    foreach (['no-such-package', 'java', 'ferrywright', '..'] as $id) {
        $this->get("/instances/{$instance->id}/packages/{$id}")->assertStatus(404);
    }
});

it('draws releases against versions and loaders, and says the same in words', function (): void {
    $instance = World::instance([]);
    $page = (string) $this->get("/instances/{$instance->id}/packages/paper-lanterns")->getContent();
    expect(substr_count($page, 'class="cell stable'))->toBe(1)->and($page)->toContain('3.2.0 on Halyard');
});

it('keeps a note about a package in an instance, as it was typed', function (): void {
    $instance = World::applied(['gulls']);
    $this->post("/instances/{$instance->id}/packages/gulls/note", ['note' => '<i>loud</i> & proud'])->assertRedirect();
    $this->get("/instances/{$instance->id}")
        ->assertSee('<i>loud</i> & proud')
        ->assertDontSee('<i>loud</i>', false);
    $this->post("/instances/{$instance->id}/packages/gulls/note", ['note' => ''])->assertRedirect();
    expect(DB::table('notes')->count())->toBe(0);
    $this->post("/instances/{$instance->id}/packages/no-such-package/note", ['note' => 'x'])->assertStatus(404);
    $this->from('/')
        ->post("/instances/{$instance->id}/packages/gulls/note", ['note' => str_repeat('x', 1001)])
        ->assertSessionHasErrors('note');
});

it('offers an understudy for what is abandoned only where it leads to a line-up, and uses it', function (): void {
    $notice = DB::table('notices')->where('kind', 'abandoned')->where('understudy', 'speaking-tubes')->first();
    $instance = World::applied([$notice->package_id], '3.1.4');
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('is abandoned');
    $this->post("/instances/{$instance->id}/draft/replace", ['id' => $notice->package_id, 'target' => 'speaking-tubes'])->assertRedirect();
    expect($instance->refresh()->draft->plan->wants('speaking-tubes'))
        ->toBeTrue()
        ->and($instance->draft->plan->wants($notice->package_id))
        ->toBeFalse();
});

it('says what another build or runtime would do before it is chosen', function (): void {
    $instance = World::applied(['deep-weather', 'gulls'], build: '0.16.9');
    $this->get("/instances/{$instance->id}/base/build")
        ->assertOk()
        ->assertSeeInOrder(['0.16.4', 'keeps 1 of 2; not Deep Weather'])
        ->assertDontSee('<html', false);
    $this->get("/instances/{$instance->id}/base/runtime")
        ->assertOk()
        ->assertSee('keeps');
    $this->get("/instances/{$instance->id}/base/memory")
        ->assertOk()
        ->assertSee('GB');
    $this->get("/instances/{$instance->id}/base/loader")->assertStatus(404);
});

it('knows from a verdict what comes along, as the draft would have it', function (): void {
    $instance = World::applied(['gulls', 'fogbank']);
    [$finder, $lineUps, $versions] = [app(Finder::class), app(LineUps::class), $instance->versions()];
    $brings = [];
    foreach (found_($instance, [], 0, 60)->verdicts as $id => $verdict) {
        if ($verdict->fit !== Fit::Now) {
            expect($verdict->brings)->toBeNull();

            continue;
        }
        $drafted =
            $lineUps->lineUpOf($instance->plan->wantingFrom((string) $id, $verdict->channel), $instance)->resolved?->versions() ?? [];
        $said = $finder->lineUpWith($instance, (string) $id, $versions, $verdict) ?? [];
        ksort($drafted);
        ksort($said);
        expect($said)->toBe($drafted);
        $brings[] = count($verdict->brings ?? []);
    }
    expect(max($brings))->toBeGreaterThan(1);
});

it('comes to the same line-up whether or not all that could be is read', function (array $applied, Closure $step): void {
    $instance = World::applied($applied)->load(['placed', 'draft', 'lastRehearsal']);
    $plan = $step($instance->plan);
    $lineUps = app(LineUps::class);
    $quick = $lineUps->lineUpOf($plan, $instance);
    $whole = App\Drafts\LineUp::of($plan, $instance->versions(), $lineUps->catalogue($instance), $instance->placed);
    expect($quick->resolved?->versions())
        ->toBe($whole->resolved?->versions())
        ->and($quick->resolved)
        ->not->toBeNull()
        ->and($quick->toFetch())
        ->toBe($whole->toFetch())
        ->and($quick->size())
        ->toBe($whole->size());
    foreach ($quick->resolved->selection as $i => $one) {
        expect([$one->package->id, App\Models\WhyThere::of($one)->written()])->toBe([
            $whole->resolved->selection[$i]->package->id,
            App\Models\WhyThere::of($whole->resolved->selection[$i])->written(),
        ]);
    }
})->with([
    [['gulls'], fn (Plan $plan): Plan => $plan->wanting('cargo-manifest')->wanting('fogbank')],
    [['gulls', 'fogbank', 'cargo-manifest'], fn (Plan $plan): Plan => $plan->without('gulls')->wanting('weather-glass')],
    [['gulls', 'fogbank'], fn (Plan $plan): Plan => $plan->wanting('tideglass-ui', '<2.0.0')],
    [['fogbank', 'gulls'], fn (Plan $plan): Plan => $plan->ranging('fogbank', '<2.1.0')],
    [['gulls', 'long-piers'], fn (Plan $plan): Plan => $plan->turningOff('long-piers')->withMemory(8192)],
]);
