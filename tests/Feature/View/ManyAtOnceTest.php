<?php

declare(strict_types=1);

use App\Models\Instance;
use App\Shelf\ShelfFile;
use Illuminate\Http\UploadedFile;
use Tests\Support\Archives;
use Tests\Support\World;

/** An instance with an older release of a package than would fit. */
function behindInLamps(string $name): Instance
{
    $instance = World::instance(['lantern-render']);
    $instance->update(['name' => $name]);
    test()->post("/instances/{$instance->id}/draft/range", ['id' => 'lantern-render', 'range' => '=0.9.2'])->assertRedirect();
    $instance = World::apply($instance->refresh());
    test()->post("/instances/{$instance->id}/draft/range", ['id' => 'lantern-render', 'range' => ''])->assertRedirect();

    return World::apply($instance->refresh());
}

it('drafts what is newer in all instances, applies it as it was seen, and leaves other changes to a person', function (): void {
    World::depot();
    [$one, $two] = [behindInLamps('One'), behindInLamps('Two')];
    $this->post("/instances/{$two->id}/draft/add", ['ids' => ['long-piers']])->assertRedirect();
    $this->get('/updates')->assertOk()->assertSee('Lantern Render 0.9.2 → 1.0.0')->assertSee('with other changes of yours');
    $seen = fn (): array => Instance::query()->with('draft')->get()->pluck('draft.revision', 'id')->map(fn ($one): int => $one ?? 0)->all();
    $both = ['instances' => [$one->id, $two->id]];
    $this->post('/updates', $both + ['seen' => $seen()])->assertRedirect('/updates');
    expect(session('said'))
        ->toBe('2 instances are drafted.')
        ->and($one->refresh()->draft->plan->once->updating)
        ->toBe(['lantern-render' => '1.0.0'])
        ->and($one->versions()['lantern-render'])
        ->toBe('0.9.2');
    $stale = ['seen' => [$one->id => (string) $one->draft->revision, $two->id => '99']];
    $this->post('/updates/apply', $both + $stale)->assertRedirect('/updates');
    expect(session('said'))
        ->toContain('One instance is being applied')
        ->toContain('Two: The draft was changed in another tab meanwhile')
        ->and($one->refresh()->load('placed')->versions()['lantern-render'])
        ->toBe('1.0.0')
        ->and($two->refresh()->load('placed')->versions()['lantern-render'])
        ->toBe('0.9.2');
    $this->from('/updates')->post('/updates', [])->assertSessionHasErrors();
});

it('says what files of the shelf would do here, adds all that fit with one press, and removes those that nothing uses', function (): void {
    World::depot();
    $instance = World::applied(['gulls']);
    $says = fn (string $id, string $needs): string => Archives::bytes([
        'ferry.mod.json' => (string) json_encode([
            'id' => $id, 'version' => '1.0.0', 'name' => ucfirst($id), 'type' => 'mod', 'loaders' => ['halyard'], 'side' => 'both',
            'needs' => ['ferrywright' => $needs], 'needsOneOf' => [], 'breaks' => [], 'provides' => (object) [],
        ]),
    ]);
    $files = [
        UploadedFile::fake()->createWithContent('buoys.zip', $says('buoys', '>=3.2.0')),
        UploadedFile::fake()->createWithContent('knots.zip', $says('knots', '>=3.2.0')),
        UploadedFile::fake()->createWithContent('future.zip', $says('future', '>=99')),
        UploadedFile::fake()->createWithContent('mystery.zip', Archives::bytes(['x.txt' => 'x'])),
    ];
    $this->post('/shelf', ['instance' => $instance->id, 'files' => $files])->assertRedirect();
    $this->get("/instances/{$instance->id}/shelf")
        ->assertOk()
        ->assertSee('Add all 2 that fit')
        ->assertSee('is not for Ferrywright');
    $id = fn (string $name): string => ShelfFile::query()->where('name', $name)->firstOrFail()->id;
    $this->post("/instances/{$instance->id}/shelf/add", ['files' => [$id('buoys.zip'), $id('knots.zip'), $id('mystery.zip')]])
        ->assertRedirect("/instances/{$instance->id}/draft");
    expect(session('said'))->toContain('mystery.zip');
    $instance = World::apply($instance->refresh());
    expect($instance->versions())->toHaveKeys(['buoys', 'knots']);
    $this->post('/shelf/remove', ['files' => [$id('buoys.zip'), $id('future.zip'), $id('mystery.zip')]])->assertRedirect();
    expect(session('said'))
        ->toContain('2 files are off your shelf.')
        ->toContain('buoys.zip is used by')
        ->and(ShelfFile::query()->orderBy('name')->pluck('name')->all())
        ->toBe(['buoys.zip', 'knots.zip']);
});

it('says what packages that are marked come to together, and changes nothing by that', function (): void {
    World::depot();
    $instance = World::applied(['gulls']);
    $at = "/instances/{$instance->id}/find/basket";
    $words = fn (array $ids): mixed => $this->postJson($at, ['ids' => $ids])->assertOk()->json('words');
    expect($words(['fogbank']))
        ->toMatch('/^With what they need .*1 mod.*librar.*; nothing else changes\.$/')
        ->and($words(['gulls']))
        ->toBe('All of it is there already; nothing else changes.')
        ->and($words(['deep-weather']))
        ->toContain('Not all of them can be here together')
        ->and($words(['fogbank', 'no-such-thing']))
        ->toContain('no-such-thing')
        ->and($instance->refresh()->draft)
        ->toBeNull();
    $newer = World::instance([], '3.4.1');
    $this->postJson("/instances/{$newer->id}/find/basket", ['ids' => ['fogbank']])
        ->assertOk()
        ->assertJsonPath('words', fn (string $said): bool => str_starts_with($said, 'With what they need 1 mod'));
    $this->postJson($at, ['ids' => ['Not An Id']])->assertStatus(422);
});

it('groups instances under headings, and leads from one to the same part of another', function (): void {
    World::depot();
    [$one, $two] = [World::applied(['gulls']), World::instance(['gulls'])];
    $one->update(['name' => 'Ardent']);
    $two->update(['name' => 'Brisk']);
    $this->post("/instances/{$two->id}/about", ['name' => 'Brisk', 'heading' => 'With friends'])->assertSessionHasNoErrors();
    $this->get('/')->assertOk()->assertSeeInOrder(['Ardent', 'With friends', 'Brisk']);
    $this->get("/instances/{$one->id}/others?part=worlds")
        ->assertOk()
        ->assertSee("/instances/{$two->id}/worlds", false)
        ->assertDontSee('Ardent');
    $this->get("/instances/{$one->id}/others?part=nonsense")->assertOk()->assertSee("/instances/{$two->id}\"", false);
    $this->post("/instances/{$two->id}/about", ['name' => 'Brisk', 'heading' => str_repeat('x', 41)])->assertSessionHasErrors();
});

it('goes past what matters on a tour, whatever is there', function (): void {
    $steps = fn (): array => $this->getJson('/guide/tour')->assertOk()->json();
    expect(array_column($steps(), 'address'))->toBe(['/', '/', '/new', '/guide']);
    World::depot();
    $instance = World::applied(['gulls']);
    expect($steps())->toHaveCount(9);
    foreach ($steps() as $step) {
        $this->get($step['address'])->assertOk();
    }
    $this->get('/guide')->assertOk()->assertSee('/guide/pictures/find', false);
    $this->get('/guide/pictures/find')->assertOk();
    $this->get('/guide/pictures/none')->assertNotFound();
    expect($instance->refresh()->draft)->toBeNull();
});
