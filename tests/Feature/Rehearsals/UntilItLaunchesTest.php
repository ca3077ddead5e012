<?php

declare(strict_types=1);

use App\Models\BuildState;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Rehearsals\UntilItLaunches;
use Illuminate\Support\Facades\DB;
use Tests\Support\World;

beforeEach(function (): void {
    World::depots();
});

function built(Instance $instance): Instance
{
    test()
        ->post("/instances/{$instance->id}/build")
        ->assertRedirect();
    test()->nextRequest();

    return Instance::query()->with('lastRehearsal')->findOrFail($instance->id);
}

it('applies, rehearses, and takes what helps and loses nothing, until a launch is clean', function (): void {
    $instance = World::instance(['figureheads', 'crowsnests', 'glitter', 'gulls']);
    $instance = built($instance);
    expect($instance->building?->state)
        ->toBe(BuildState::Launches, (string) $instance->building?->said)
        ->and(array_column($instance->building->rounds, 'remedy'))
        ->toEqualCanonicalizing(['Use Figureheads 1.0.0', 'Add Gimbal', 'Use Glitter 1.0.0'])
        ->and($instance->lastRehearsal?->state)
        ->toBe(LaunchState::Clean)
        ->and($instance->versions())
        ->toHaveKeys(['figureheads', 'crowsnests', 'glitter', 'gulls', 'gimbal'])
        // Each round is there to be gone back to.
        ->and($instance->history()->count())
        ->toBe(4);
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('It launches after 3 repairs.')
        ->assertSee('Figureheads 1.1.0 failed');
    $this->post("/instances/{$instance->id}/build/seen")->assertRedirect();
    $this->get("/instances/{$instance->id}")->assertDontSee('It launches after 3 repairs.');
});

it('leaves to a person what would give something up, and what cannot be at all', function (array $wants, string $says): void {
    $before = World::instance($wants);
    $instance = built($before);
    expect($instance->building?->state)
        ->toBe(BuildState::Yours)
        ->and($instance->building->words())
        ->toContain($says)
        ->and($instance->plan->wants === [] ? $before->draft?->plan->wants : $instance->plan->wants)
        ->toHaveCount(count($wants));
})->with([
    'no line-up' => [['gulls', 'paper-lanterns'], 'It says why on its page.'],
    'one of two has to go' => [['paintpots', 'varnish', 'gulls'], 'yours to decide'],
]);

it('is begun once, stopped by a person, and goes on by itself where a step has ended unseen', function (): void {
    $nothing = World::instance([]);
    $nothing->draft()->delete();
    $this->post("/instances/{$nothing->id}/build")->assertStatus(409)->assertSee('nothing to build');
    $instance = World::applied(['gulls']);
    $instance->update(['building' => App\Models\Building::of(['state' => 'open', 'rounds' => []])]);
    $this->post("/instances/{$instance->id}/build")->assertStatus(409)->assertSee('is being built already');
    $this->get("/instances/{$instance->id}")->assertSee('It is being built until it launches.')->assertSee('Stop it');
    // As after a worker that is gone.
    app(UntilItLaunches::class)->look();
    $instance = Instance::query()->findOrFail($instance->id);
    expect($instance->building?->state)->toBe(BuildState::Launches);
    $this->post("/instances/{$instance->id}/build/stop")->assertStatus(409);
    $instance->update(['building' => App\Models\Building::of(['state' => 'open', 'rounds' => []])]);
    $this->post("/instances/{$instance->id}/build/stop")->assertRedirect();
    app(UntilItLaunches::class)->look();
    expect(Instance::query()->findOrFail($instance->id)->building?->state)
        ->toBe(BuildState::Stopped)
        ->and($instance->rehearsals()->count())
        ->toBe(1);
});

it('leaves what comes next to whoever decides it already', function (): void {
    $instance = World::applied(['gulls']);
    $instance->update(['building' => App\Models\Building::of(['state' => 'open', 'rounds' => []])]);
    config(['database.connections.other' => config('database.connections.pgsql')]);
    $other = DB::connection('other');
    $other->select('select pg_advisory_lock(7462, hashtext(?))', [$instance->id]);
    app(UntilItLaunches::class)->look();
    expect($instance->refresh()->building?->isOpen())->toBeTrue()->and($instance->rehearsals()->count())->toBe(0);
    $other->disconnect();
    app(UntilItLaunches::class)->look();
    expect($instance->refresh()->building?->state)->toBe(BuildState::Launches);
});

it('applies no draft that its person has not pressed it on', function (): void {
    $instance = World::applied(['gulls']);
    $instance->update(['building' => App\Models\Building::of(['state' => 'open', 'rounds' => []])]);
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['long-piers']])->assertRedirect();
    app(UntilItLaunches::class)->look();
    expect($instance->refresh()->building?->words())
        ->toContain('There is a draft that is not applied.')
        ->and($instance->versions())
        ->not->toHaveKey('long-piers');
    // One that was changed in another tab is not applied either; pressed on as it is now, it is, though an apply was cancelled before.
    $instance->load('draft')->tasks()->create(['kind' => 'apply', 'state' => 'cancelled', 'updated_at' => now()->addMinute()]);
    $this->post("/instances/{$instance->id}/build", ['seen' => (string) ($instance->draft->revision - 1)])->assertStatus(409);
    expect($instance->refresh()->building)->toBeNull();
    $this->post("/instances/{$instance->id}/build", ['seen' => (string) $instance->draft->revision])->assertRedirect();
    expect(Instance::query()->findOrFail($instance->id)->versions())->toHaveKey('long-piers');
});
