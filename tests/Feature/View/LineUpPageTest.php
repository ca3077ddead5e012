<?php

declare(strict_types=1);

use App\Drafts\Drafting;
use App\Drafts\Outcomes;
use App\Findings\AvailableUpdate;
use App\Findings\Finding;
use App\Findings\Level;
use App\Findings\Look;
use App\Findings\Looking;
use App\Games\Games;
use App\Models\Instance;
use App\Rehearsals\Log\Started;
use App\View\LineUp\LineUpPage;
use App\View\LineUp\LineUpRow;
use App\View\LineUp\RowState;
use App\View\LineUp\Seat;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Plan\Plan;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** @param  array<string, string>  $address */
function lineUpPage(Instance $instance, array $address): LineUpPage
{
    $findings = [
        new Finding(Level::Stops, 'stops', '', 'kedge-bones'),
        new Finding(Level::Info, 'says', '', 'kedge-bones'),
        new Finding(Level::Look, 'of all', ''),
    ];

    return LineUpPage::of(
        $instance->load(['placed', 'draft', 'lastRehearsal']),
        new Look('', [], $findings, [
            'gulls' => new AvailableUpdate('gulls', '1.0.0', '2.0.0', null),
            'kedge-bones' => new AvailableUpdate('kedge-bones', '1.0.0', '2.0.0', '1.5.0'),
        ]),
        app(Outcomes::class),
        $address,
        Started::of($instance, app(Games::class)->get('ferrywright')->log),
        app(App\Findings\Asides::class),
    );
}

/** @return list<string> ids in the order in which the page shows them */
function shown(LineUpPage $page): array
{
    return array_map(fn (LineUpRow $row): string => $row->id, array_merge(...array_values($page->groups()) ?: [[]]));
}

it('lets through what the filter and the words ask for, in the order that is asked for', function (array $address, array $ids): void {
    $instance = World::applied(['gulls', 'long-piers']);
    DB::table('notes')->insert(['instance_id' => $instance->id, 'package_id' => 'long-piers', 'text' => 'Mind the tide']);
    expect(shown(lineUpPage($instance, $address)))->toBe($ids);
})->with([
    [[], ['halyard', 'kedge-bones', 'gulls', 'long-piers']],
    [['only' => 'asked'], ['gulls', 'long-piers']],
    [['only' => 'findings'], ['kedge-bones']],
    [['only' => 'updates', 'sort' => 'release'], ['kedge-bones', 'gulls']],
    [['sort' => 'name'], ['gulls', 'halyard', 'kedge-bones', 'long-piers']],
    [['q' => 'TIDE'], ['long-piers']],
    [['q' => 'nothing is called like this'], []],
    [['only' => 'nonsense', 'sort' => "'; drop table"], ['halyard', 'kedge-bones', 'gulls', 'long-piers']],
]);

it('says of each row whether it stays, goes or is off', function (): void {
    $instance = World::applied(['gulls', 'long-piers']);
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->turningOff('gulls')->without('long-piers'));
    $states = fn (Instance $instance): array => array_column(
        array_map(
            fn (LineUpRow $row): array => [$row->id, $row->standing->state],
            array_merge(...array_values(lineUpPage($instance, [])->groups())),
        ),
        1,
        0,
    );
    expect($states($instance->refresh()))->toMatchArray([
        'gulls' => RowState::GoingOff,
        'long-piers' => RowState::Goes,
        'halyard' => RowState::On,
    ]);
    app(App\Disk\Applying::class)->run($instance, World::task($instance));
    expect($states($instance->refresh()))
        ->toMatchArray(['gulls' => RowState::Off])
        ->and(array_keys($states($instance)))
        ->not->toContain('long-piers');
});

it('marks a package with its most serious finding', function (): void {
    expect(lineUpPage(World::applied(['gulls']), [])->marks->map(fn (Finding $finding): string => $finding->level->value)->all())->toBe([
        'kedge-bones' => 'stops',
    ]);
});

it('keeps the filter when the face changes, and the face when the filter changes', function (): void {
    $instance = World::applied(['gulls']);
    expect(lineUpPage($instance, ['only' => 'asked'])->address(asTheatre: true))
        ->toBe(['view' => 'theatre', 'only' => 'asked'])
        ->and(lineUpPage($instance, ['only' => 'asked', 'view' => 'theatre', 'q' => 'a'])->address(only: ''))
        ->toBe(['view' => 'theatre', 'q' => 'a'])
        ->and(lineUpPage($instance, [])->address(only: 'findings', sort: 'size'))
        ->toBe(['only' => 'findings', 'sort' => 'size']);
});

it('dims in the theatre what the filter does not let through', function (): void {
    $seats = collect(
        lineUpPage(World::applied(['gulls']), ['only' => 'asked', 'view' => 'theatre'])
            ->theatre()
            ->seats(),
    )->keyBy(fn (Seat $seat): string => $seat->id());
    expect($seats['gulls']->isShown)
        ->toBeTrue()
        ->and($seats['gulls']->rests)
        ->toContain('kedge-bones')
        ->and($seats['kedge-bones']->isShown)
        ->toBeFalse();
});

it('remembers what a look found until something that it rests on changes', function (): void {
    $instance = World::applied(['gulls']);
    $look = app(Looking::class)->over($instance->load(['placed', 'draft', 'lastRehearsal']));
    expect(
        app(Looking::class)->over(
            Instance::query()
                ->with(['placed', 'draft', 'lastRehearsal'])
                ->findOrFail($instance->id),
        )->stamp,
    )->toBe($look->stamp);
    DB::table('depots')->increment('sequence');
    expect(
        app(Looking::class)->over(
            Instance::query()
                ->with(['placed', 'draft', 'lastRehearsal'])
                ->findOrFail($instance->id),
        )->stamp,
    )->not->toBe($look->stamp);
});

it('asks the database few questions for a line-up, however much is in it', function (): void {
    World::depot();
    $few = World::applied(['gulls']);
    $many = World::applied([
        'gulls',
        'fogbank',
        'cargo-manifest',
        'harbour-lamps',
        'long-piers',
        'tide-tables',
        'weather-glass',
        'timetables',
        'bell-buoys',
        'radar-sweep',
    ]);
    // Pictures are fetched once the page is sent, which is no part of it.
    DB::table('pictures')->delete();
    $asked = function (Instance $instance, bool $anew): int {
        if ($anew) {
            DB::table('instances')
                ->where('id', $instance->id)
                ->update(['look' => null]);
        }
        app()->forgetScopedInstances();
        DB::flushQueryLog();
        DB::enableQueryLog();
        $this->get("/instances/{$instance->id}")->assertOk();

        return count(DB::getQueryLog());
    };
    $asked($few, true);
    // What archives say of themselves is read and kept once for all instances.
    $asked($many, true);
    expect($asked($many, true))
        ->toBeLessThan(16)
        ->and($asked($many, false))
        ->toBeLessThan(13)
        ->and($asked($many, true) - $asked($few, true))
        ->toBeLessThan(3);
});

it('switches an expansion in the sentence of the base, and says what needs it', function (): void {
    $with = World::mail(['station-cats', 'dining-car']);
    expect(World::rehearsed($with)->state->value)->toBe('clean');
    $this->get("/instances/{$with->id}")
        ->assertOk()
        ->assertSee('Branch Lines');
    $this->get("/instances/{$with->id}/base/expansions")
        ->assertOk()
        ->assertSee('Leave out Branch Lines')
        ->assertSee('and what needs it: Station Cats')
        ->assertDontSee('Dining Car');
    $this->post("/instances/{$with->id}/draft/off", ['ids' => ['branch-lines']])->assertRedirect();
    $with = World::apply($with->refresh());
    expect($with->versions())
        ->toHaveKey('dining-car')
        ->not->toHaveKeys(['branch-lines', 'station-cats'])
        ->and($with->plan->isOff('station-cats'))
        ->toBeTrue();
    $this->get("/instances/{$with->id}")
        ->assertOk()
        ->assertSee('no expansion');
    $this->get("/instances/{$with->id}/base/expansions")
        ->assertOk()
        ->assertSee('Take in Branch Lines')
        ->assertSee('keeps everything');
    $this->post("/instances/{$with->id}/draft/add", ['ids' => ['branch-lines']])->assertRedirect();
    expect(World::apply($with->refresh())->versions())->toHaveKey('branch-lines');
    // A game that has none says nothing of them.
    $without = World::applied(['gulls']);
    $this->get("/instances/{$without->id}")
        ->assertOk()
        ->assertDontSee('no expansion');
});
