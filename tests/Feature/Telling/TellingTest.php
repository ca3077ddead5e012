<?php

declare(strict_types=1);

use App\Disk\ApplyDraft;
use App\Models\PackRelease;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Packs\DepotPack;
use App\Telling\Occurrence;
use App\Telling\TellingPacks;
use App\Telling\Tellings;
use App\Telling\Told;
use App\Work\Performing;
use App\Work\Tasks;
use Tests\Support\World;

/** @return list<string> what stands on the first page, the latest first */
function told(): array
{
    return app(Tellings::class)->unseen()->pluck('sentence')->all();
}

it('tells how work ended, with what to press, until it was seen', function (): void {
    World::depot();
    $instance = World::instance(['gulls']);
    app(ApplyDraft::class)->start($instance);
    $this->post("/instances/{$instance->id}/rehearsals")->assertRedirect();
    $instance->refresh();
    expect(told())->toBe(["{$instance->name}: rehearsal 1 was {$instance->lastRehearsal->inWords()}.", "{$instance->name} is applied."]);
    $this->get('/')->assertOk()->assertSeeInOrder(['What is new', 'rehearsal 1 was clean', 'Look at it', 'is applied', 'Rehearse it next']);
    $this->get('/told/'.Told::query()->min('id'))->assertRedirect("/instances/{$instance->id}");
    expect(told())->toHaveCount(1);
    $this->post('/told/'.Told::query()->max('id'))->assertRedirect('/');
    expect(told())->toBe([]);
    $this->get('/')->assertDontSee('I have seen all of it');
    $this->get('/told/999999')->assertNotFound();
});

it('tells each once, on the page that is open, and leaves to a page what it says itself', function (): void {
    World::depot();
    $instance = World::instance(['gulls']);
    $this->get('/tasks')->assertOk()->assertHeader('X-Told', '0')->assertDontSee('data-told', false);
    app(ApplyDraft::class)->start($instance);
    $id = (int) Told::query()->max('id');
    $this->get('/tasks?since=0')->assertOk()->assertHeader('X-Told', (string) $id)->assertSee('is applied');
    $this->get("/tasks?since={$id}")->assertOk()->assertDontSee('is applied');
    // The page that waited for it says it, so nobody is told again.
    $this->get("/tasks?since=0&here={$instance->id}")->assertOk()->assertDontSee('is applied');
    expect(told())->toBe([]);
    app(Tellings::class)->tell(Occurrence::Came, 'one', null, 'A first time.', 'Look', '/');
    app(Tellings::class)->tell(Occurrence::Came, 'one', null, 'A second time.', 'Look', '/');
    expect(told())->toBe(['A first time.']);
    $this->post('/told', ['until' => (string) Told::query()->max('id')])->assertRedirect('/');
    expect(told())->toBe([]);
});

it('tells what went wrong with its reason, and what goes on by itself once a day', function (): void {
    World::depot();
    $instance = World::instance(['gulls']);
    $task = app(Tasks::class)->begin(TaskKind::Sync, 'reading nothing', ['depot' => 999]);
    $break = function ($task): void {
        $task->newQuery()->whereKey($task->id)->update(['state' => TaskState::Running]);
        app(Performing::class)->breakOff($task->id, 'The cable was out.');
    };
    $break($task);
    $break(app(Tasks::class)->begin(TaskKind::Sync, 'reading nothing', ['depot' => 999]));
    $break(World::task($instance));
    expect(told())->toBe([
        "Applying a draft for {$instance->name} did not come to its end. The cable was out.",
        'Reading a depot did not come to its end. The cable was out.',
    ])->and(Told::query()->pluck('kind')->all())->toBe([Occurrence::Broke, Occurrence::Broke]);
});

it('tells of a newer release of a pack whose instance one has, once', function (): void {
    $depot = World::depot();
    $instance = World::applied(['gulls']);
    $release = fn (string $version): PackRelease => PackRelease::query()->create([
        'pack' => 'small-harbours',
        'version' => $version,
        'name' => 'Small Harbours',
        'game' => 'ferrywright',
        'document' => '{}',
    ]);
    foreach (['1' => '2026-01-01', '2' => '2026-02-01', '3' => '2026-03-01'] as $version => $day) {
        DepotPack::query()->create([
            'depot_id' => $depot->id,
            'pack' => 'small-harbours',
            'version' => $version,
            'name' => 'Small Harbours',
            'summary' => '',
            'licence' => '',
            'game' => 'ferrywright',
            'game_version' => '3.2.1',
            'loader' => 'halyard',
            'packages' => 1,
            'file_path' => 'x',
            'file_size' => 1,
            'file_sha256' => str_repeat('0', 64),
            'published_at' => $day,
        ]);
    }
    $instance->update(['pack_id' => $release('2')->id]);
    app(TellingPacks::class)->look();
    app(TellingPacks::class)->look();
    expect(told()[0])
        ->toBe("Small Harbours 3 was published; {$instance->name} is of 2.")
        ->and(Told::query()->where('kind', Occurrence::Came)->count())
        ->toBe(1);
    $instance->update(['pack_id' => $release('3')->id]);
    Told::query()->delete();
    app(TellingPacks::class)->look();
    expect(told())->toBe([]);
});
