<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use App\Findings\Finding;
use App\Findings\Looking;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Models\Task;
use App\Rehearsals\Culprits\CulpritSearch;
use App\Rehearsals\Culprits\Searching;
use App\Rehearsals\Rehearse;
use Illuminate\Support\Facades\DB;
use Tests\Support\World;

beforeEach(fn () => World::depot());

const SOUND = ['gulls', 'long-piers', 'weather-glass', 'cargo-manifest', 'fogbank', 'bell-buoys'];

/** @param  list<string>  $wants */
function failing(array $wants): Rehearsal
{
    $rehearsal = app(Rehearse::class)->start(World::applied($wants))->refresh();
    expect($rehearsal->state->value)->toBe('failed');

    return $rehearsal->load('instance');
}

it('finds what fails alone or only together, where the log names nothing, and leaves the instance as it is', function (
    array $culprits,
): void {
    $rehearsal = failing([...SOUND, ...$culprits]);
    $instance = $rehearsal->instance;
    $before = World::tree((new Folder($instance))->live());
    $this->get("/instances/{$instance->id}/rehearsals/{$rehearsal->number}")
        ->assertOk()
        ->assertSee('names no cause that is known here')
        ->assertSee('Find the culprit');
    $this->post("/instances/{$instance->id}/rehearsals/{$rehearsal->number}/culprits")->assertRedirect();
    $search = CulpritSearch::query()->firstOrFail();
    expect($search->state->value)
        ->toBe('done')
        ->and(collect($search->culprits)->sort()->values()->all())
        ->toBe($culprits)
        ->and($search->flaky)
        ->toBeFalse()
        ->and(count($search->launches))
        ->toBeLessThanOrEqual(count($culprits) === 1 ? 6 : 14)
        ->and(World::tree((new Folder($instance))->live()))
        ->toBe($before)
        ->and((new Folder($instance))->trial())
        ->not->toBeDirectory();
    $this->get("/instances/{$instance->id}/culprits/{$search->id}")
        ->assertOk()
        ->assertSee(count($culprits) === 1 ? 'does not come up with it' : 'does not come up with them together')
        ->assertSee('Turn');

    // Remembered as a notice that holds only where they meet; and the remedy works.
    $titles = fn (): array => array_map(
        fn (Finding $finding): string => $finding->title,
        app(Looking::class)
            ->over(
                Instance::query()
                    ->with(['placed', 'draft', 'lastRehearsal'])
                    ->findOrFail($instance->id),
            )
            ->findings(),
    );
    expect(implode(' ', $titles()))->toContain('does not come up here');
    World::depot();
    expect(DB::table('notices')->whereNull('depot_id')->count())->toBe(1);
    $this->post("/instances/{$instance->id}/draft/off", ['id' => $culprits[count($culprits) - 1]])->assertRedirect();
    World::apply($instance);
    expect(implode(' ', $titles()))
        ->not->toContain('does not come up here')
        ->and(
            app(Rehearse::class)
                ->start(Instance::query()->findOrFail($instance->id))
                ->refresh()->state->value,
        )
        ->toBe('clean');
})->with([[['hourglasses']], [['brass-binnacle', 'glass-compass']]]);

it('keeps every launch closed under what mods need of one another', function (): void {
    $rehearsal = failing(['gulls', 'kedge-bones', 'cargo-manifest', 'hourglasses']);
    $this->post("/instances/{$rehearsal->instance_id}/rehearsals/1/culprits")->assertRedirect();
    $search = CulpritSearch::query()->firstOrFail();
    expect($search->needs['gulls'] ?? [])->toBe(['kedge-bones']);
    foreach ($search->launches as $launch) {
        foreach ($launch['wants'] as $id) {
            expect(array_diff($search->needs[$id] ?? [], $launch['wants']))->toBe([]);
        }
        expect($launch['outcome'])->not->toBe('other');
    }
});

it('is stopped, keeps what it learned, and goes on from there', function (): void {
    $rehearsal = failing([...SOUND, 'brass-binnacle', 'glass-compass']);
    $search = app(Searching::class)->prepare($rehearsal);
    DB::listen(function ($query) use ($search): void {
        if (
            str_starts_with($query->sql, 'update "culprit_searches" set "launches"') &&
            CulpritSearch::query()->whereKey($search->id)->where('state', 'running')->exists() &&
            count(CulpritSearch::query()->find($search->id)->launches) === 2
        ) {
            DB::table('culprit_searches')
                ->where('id', $search->id)
                ->update(['state' => 'stopped']);
        }
    });
    app(Searching::class)->run(
        $search,
        Task::query()->create(['kind' => 'culprit search', 'state' => 'running', 'instance_id' => $rehearsal->instance_id]),
    );
    $search->refresh();
    expect($search->state->value)->toBe('stopped')->and($search->launches)->toHaveCount(2);
    DB::table('tasks')->update(['state' => 'done']);
    $this->get("/instances/{$rehearsal->instance_id}/culprits/{$search->id}")
        ->assertOk()
        ->assertSee('Stopped')
        ->assertSee('Go on with the search')
        ->assertHeader('X-Over', 'yes');
    $first = $search->launches;
    DB::getEventDispatcher()?->forget(Illuminate\Database\Events\QueryExecuted::class);
    $this->post("/instances/{$rehearsal->instance_id}/culprits/{$search->id}/go-on")->assertRedirect();
    expect($search->refresh()->state->value)
        ->toBe('done')
        ->and(array_slice($search->launches, 0, 2))
        ->toBe($first)
        ->and(collect($search->culprits)->sort()->values()->all())
        ->toBe(['brass-binnacle', 'glass-compass']);
    $this->post("/instances/{$rehearsal->instance_id}/culprits/{$search->id}/go-on")->assertStatus(409);
});

it('is stopped when something goes wrong in the middle of it, says so, and can go on', function (): void {
    $rehearsal = failing([...SOUND, 'hourglasses']);
    $broken = false;
    DB::listen(function ($query) use (&$broken): void {
        if (! $broken && str_starts_with($query->sql, 'update "culprit_searches" set "launches"')) {
            $broken = true;
            throw new RuntimeException('Nobody expects this.');
        }
    });
    $this->post("/instances/{$rehearsal->instance_id}/rehearsals/1/culprits")->assertRedirect();
    $search = CulpritSearch::query()->firstOrFail();
    $task = Task::query()->where('kind', 'culprit search')->firstOrFail();
    expect($broken)
        ->toBeTrue()
        ->and($search->state->value)
        ->toBe('stopped')
        ->and($task->state->value)
        ->toBe('failed')
        ->and((string) $task->problem)
        ->not->toBe('');
    $this->post("/instances/{$rehearsal->instance_id}/culprits/{$search->id}/go-on")->assertRedirect();
    expect($search->refresh()->state->value)
        ->toBe('done')
        ->and($search->culprits)
        ->toBe(['hourglasses']);
});

it('refuses what there is nothing to search in', function (): void {
    $clean = app(Rehearse::class)->start(World::applied(['gulls', 'long-piers']))->refresh();
    $this->post("/instances/{$clean->instance_id}/rehearsals/1/culprits")
        ->assertStatus(409)
        ->assertSee('Only a rehearsal that failed');
    $alone = failing(['hourglasses']);
    $this->post("/instances/{$alone->instance_id}/rehearsals/1/culprits")
        ->assertStatus(409)
        ->assertSee('Fewer than two mods');
    $changed = failing(['hourglasses', 'gulls']);
    $this->travel(1)->minutes();
    app(Steps::class)->take($changed->instance, new Add(['long-piers']));
    World::apply($changed->instance);
    $this->post("/instances/{$changed->instance_id}/rehearsals/1/culprits")
        ->assertStatus(409)
        ->assertSee('Something was applied since');
    $this->post("/instances/{$changed->instance_id}/rehearsals/9/culprits")->assertStatus(404);
    $this->get("/instances/{$changed->instance_id}/culprits/999")->assertStatus(404);
    expect(CulpritSearch::query()->count())
        ->toBe(0)
        ->and(
            DB::table('tasks')
                ->whereIn('state', ['waiting', 'running'])
                ->where('kind', 'culprit search')
                ->exists(),
        )
        ->toBeFalse();
});

it('knows a pair again that a search has proved, in another instance whose log names nobody', function (): void {
    $rehearsal = failing([...SOUND, 'brass-binnacle', 'glass-compass']);
    $page = "/instances/{$rehearsal->instance_id}/rehearsals/1";
    $this->get($page)->assertOk()->assertDontSee('known to fail');
    // What one only says of two is no failure that was seen.
    $said = ['about' => 'glass-compass', 'kind' => 'apart', 'which' => 'all', 'beside' => 'brass-binnacle', 'here' => '1'];
    $this->post("/instances/{$rehearsal->instance_id}/notices", $said + ['text' => 'One hides the other.'])->assertSessionHasNoErrors();
    $this->get($page)->assertSee('and are said not to go together')->assertDontSee('known to fail');
    DB::table('notices')->where('by', 'person')->delete();
    $this->post("/instances/{$rehearsal->instance_id}/rehearsals/1/culprits")->assertRedirect();
    $other = World::applied(['gulls', 'brass-binnacle', 'glass-compass']);
    $this->post("/instances/{$other->id}/rehearsals/1/lesson", ['finding' => 0, 'id' => 'gulls'])->assertNotFound();
    expect(World::rehearsed($other)->state->value)->toBe('failed');
    $this->get("/instances/{$other->id}/rehearsals/1")
        ->assertSee('stood together in it, which is known to fail')
        ->assertSeeInOrder(['Likely.', 'Its log names nobody.', 'Found by a search here', 'Turn Glass Compass off']);
    $this->get("/instances/{$other->id}")->assertSee('stood together in it, which is known to fail');
    $this->post("/instances/{$other->id}/rehearsals/1/remedy", ['remedy' => 'off glass-compass'])->assertRedirect();
    World::apply($other->refresh());
    expect(World::rehearsed($other)->state->value)->toBe('clean');
    $this->get("/instances/{$other->id}")->assertDontSee('known to fail');
    // No line of the log could be known again.
    $this->post("/instances/{$other->id}/rehearsals/1/lesson", ['finding' => 0, 'id' => 'gulls'])->assertStatus(409);
});
