<?php

declare(strict_types=1);

use App\Find\Suggested;
use App\Find\Suggestions;
use App\Models\Instance;
use Illuminate\Http\UploadedFile;
use Tests\Support\Archives;
use Tests\Support\World;

/** A file of one's own that suggests others. */
function suggesting(string $id, string ...$others): UploadedFile
{
    return UploadedFile::fake()->createWithContent("{$id}.zip", Archives::bytes([
        'ferry.mod.json' => (string) json_encode([
            'id' => $id, 'version' => '1.0.0', 'name' => ucfirst($id), 'type' => 'mod', 'loaders' => ['halyard'], 'side' => 'both',
            'needs' => ['ferrywright' => '>=3.2.0'], 'needsOneOf' => [], 'breaks' => [], 'provides' => (object) [],
            'suggests' => array_fill_keys($others, '*'),
        ]),
    ]));
}

it('says what a line-up suggests, by whom and what adding it would do; what is left is remembered', function (): void {
    World::depot();
    $instance = World::applied(['gulls']);
    $files = [suggesting('buoys', 'fogbank', 'gulls', 'nowhere'), suggesting('knots', 'fogbank')];
    $this->post('/shelf', ['instance' => $instance->id, 'files' => $files]);
    $at = "/instances/{$instance->id}";
    $this->get("{$at}/suggestions")->assertOk()->assertSee('Nothing in this line-up suggests anything');
    $this->post("{$at}/draft/add", ['ids' => ['buoys', 'knots']])->assertRedirect();
    $this->nextRequest();
    $this->get("{$at}/draft")->assertOk()->assertSeeInOrder(['What comes suggests', 'Fogbank', 'Buoys, Knots', 'fits']);
    $instance = World::apply($instance->refresh());
    $this->nextRequest();
    $this->get("{$at}/suggestions")->assertOk()->assertSeeInOrder(['Fogbank', 'Buoys, Knots', 'Add', 'Leave']);
    $this->from("{$at}/suggestions")->post("{$at}/suggestions/leave", ['id' => 'fogbank'])->assertRedirect("{$at}/suggestions");
    $of = function () use ($instance): array {
        test()->nextRequest();

        return app(Suggestions::class)->of(Instance::query()->with(['placed', 'draft', 'lastRehearsal'])->findOrFail($instance->id));
    };
    expect(array_map(fn (Suggested $one): array => [$one->id, $one->isLeft], $of()))->toBe([['fogbank', true]]);
    $this->get("{$at}/suggestions")->assertOk()->assertSeeInOrder(['Nothing but what you left.', 'Fogbank', 'suggest it again']);
    $this->post("{$at}/suggestions/take-up", ['id' => 'fogbank']);
    expect($of()[0]->isLeft)->toBeFalse();
    $this->from("{$at}/suggestions")->post("{$at}/suggestions/leave", ['id' => 'No Id'])->assertSessionHasErrors('id');
    // What is there is not suggested.
    $this->post("{$at}/draft/add", ['id' => 'fogbank'])->assertRedirect();
    expect(array_map(fn (Suggested $one): string => $one->id, $of()))->toBe(['harbour-lamps', 'tide-tables']);
});
