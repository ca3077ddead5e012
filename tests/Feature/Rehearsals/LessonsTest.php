<?php

declare(strict_types=1);

use App\Disk\Folder;
use Illuminate\Support\Facades\DB;
use Opis\JsonSchema\Validator;
use Tests\Support\World;

beforeEach(fn () => World::depot());

it('keeps a person\'s word of a failure, shows it when the same lines come again, saves it as a file, and forgets it', function (): void {
    $instance = World::applied(['gulls', 'long-piers']);
    unlink((new Folder($instance))->live('mods/kedge-bones-3.0.7.zip'));
    $at = "/instances/{$instance->id}/rehearsals";
    World::rehearsed($instance);
    $this->get("{$at}/1")
        ->assertOk()
        ->assertSee('It was another one')
        ->assertSee('Long Piers');
    $this->post("{$at}/1/lesson", ['id' => 'long-piers', 'finding' => 0])->assertRedirect("{$at}/1");
    // It stands beside what the log says, which comes first.
    World::rehearsed($instance);
    $this->get("{$at}/2")
        ->assertOk()
        ->assertSeeInOrder([
            'Gulls 2.0.0 needs Kedge Bones',
            'You said that it was Long Piers when the same lines came before.',
            'Put back the file of Kedge Bones',
            'Turn Long Piers off',
        ]);

    $document = $this->get('/lessons.json')->assertOk()->getContent();
    $schema = json_decode((string) file_get_contents(base_path('docs/formats/lessons.schema.json')));
    expect((new Validator())->validate(json_decode((string) $document), $schema)->isValid())
        ->toBeTrue()
        ->and(json_decode((string) $document, true)['lessons'][0])
        ->toMatchArray(['game' => 'ferrywright', 'package' => 'long-piers']);
    $this->get('/logs')->assertOk()->assertSee('What you have said of failures')->assertSee('Long Piers');

    // A second word on the same lines takes the place of the first.
    $this->post("{$at}/2/lesson", ['id' => 'gulls', 'finding' => 0])->assertRedirect();
    expect(DB::table('lessons')->pluck('package_id')->all())->toBe(['gulls']);
    $this->delete('/lessons/'.DB::table('lessons')->value('id'))->assertRedirect('/logs');
    $this->get("{$at}/2")
        ->assertOk()
        ->assertDontSee('You said that it was');
});

it('refuses a word on a failure or a package that is not there, and keeps nothing', function (array $fields, int $status): void {
    $instance = World::applied(['gulls']);
    unlink((new Folder($instance))->live('mods/kedge-bones-3.0.7.zip'));
    World::rehearsed($instance);
    $this->post("/instances/{$instance->id}/rehearsals/1/lesson", $fields)->assertStatus($status);
    expect(DB::table('lessons')->count())->toBe(0);
})->with([
    [['id' => 'bell-buoys', 'finding' => 0], 409],
    [['id' => 'gulls', 'finding' => 7], 409],
    [['id' => '../x', 'finding' => 0], 302],
    [['id' => 'gulls'], 302],
]);
