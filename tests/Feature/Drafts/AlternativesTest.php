<?php

declare(strict_types=1);

use App\Models\Instance;
use Stasimon\Core\Resolve\Choice;
use Tests\Support\World;

beforeEach(function (): void {
    World::depots();
});

/** The instance's line-up as its draft has it, or as it is applied. */
function standing(Instance $instance): array
{
    test()->nextRequest();
    $instance = Instance::query()->with(['placed', 'draft'])->findOrFail($instance->id);

    return app(App\Drafts\Outcomes::class)->outcome($instance)->versions ?? [];
}

it('says which of several was taken, why, and what the other would mean; and a choice holds', function (): void {
    $instance = World::instance(['timetables']);
    $draft = "/instances/{$instance->id}/draft";
    // One of the two libraries is still in beta, so it would have to be allowed.
    $this->get($draft)
        ->assertOk()
        ->assertSeeInOrder(['One of several would do', 'Timetables takes', 'Berth Tables', 'comes first by name of those that can be here',
            'Fare Tables', 'from beta; Berth Tables would go.', 'Take it instead']);
    $this->post("{$draft}/choose", ['id' => 'timetables', 'target' => 'fare-tables'])->assertRedirect();
    expect(standing($instance))->toHaveKey('fare-tables')->not->toHaveKey('berth-tables');
    $this->get($draft)->assertSeeInOrder(['Timetables takes', 'Fare Tables', 'you chose it', 'Take the choice back', 'Berth Tables']);
    // It holds over the apply, and over what comes later.
    $instance = World::apply($instance);
    $this->post("{$draft}/add", ['id' => 'gulls'])->assertRedirect();
    expect(standing($instance))->toHaveKey('fare-tables')->not->toHaveKey('berth-tables');
    $this->get("/instances/{$instance->id}/packages/timetables")->assertSee('take Berth Tables instead');
    $this->post("{$draft}/leave-open", ['id' => 'timetables', 'target' => 'fare-tables'])->assertRedirect();
    // What is there stays, though nobody chooses it any more.
    expect(standing($instance))->toHaveKey('fare-tables');
    $this->post("{$draft}/choose", ['id' => 'timetables', 'target' => 'berth-tables'])->assertRedirect();
    expect(standing($instance))->toHaveKey('berth-tables')->not->toHaveKey('fare-tables');
    $instance = World::apply($instance);
    expect($instance->plan->choices)->toEqual([new Choice('timetables', 'berth-tables')]);
    // It goes with what it was for.
    $this->post("{$draft}/remove", ['id' => 'timetables'])->assertRedirect();
    expect(World::apply($instance)->plan->choices)->toBe([]);
});

it('refuses a choice where there is none, and names the one that cannot hold any more', function (): void {
    $instance = World::instance(['timetables', 'gulls']);
    $draft = "/instances/{$instance->id}/draft";
    foreach ([['gulls', 'kedge-bones'], ['timetables', 'gulls'], ['timetables', 'nothing-at-all'], ['no-such', 'gulls']] as [$of, $take]) {
        $this->from($draft)->post("{$draft}/choose", ['id' => $of, 'target' => $take])->assertStatus(422);
    }
    $this->post("{$draft}/choose", ['id' => 'timetables', 'target' => 'fare-tables']);
    $this->post("{$draft}/range", ['id' => 'fare-tables', 'range' => '<0.1'])->assertRedirect();
    $this->get($draft)->assertSee('cannot be in Harbour Lights like this');
});
