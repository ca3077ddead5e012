<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Models\Backup;
use App\Models\Instance;
use App\Models\PackRelease;
use App\Models\Stage;
use App\Rehearsals\Culprits\CulpritSearch;
use App\Sharing\GivenHandOff;
use Illuminate\Support\Facades\File;
use Opis\JsonSchema\Validator;
use Stasimon\Core\Share\HandOffDocument;
use Stasimon\Core\Share\HandOffText;
use Tests\Support\World;

beforeEach(function (): void {
    World::depot();
    World::gameArchive();
});

/** @param  array<string, mixed>  $fields */
function stage(Instance $instance, string $title, array $fields): void
{
    test()
        ->post("/instances/{$instance->id}/stages", ['title' => $title] + $fields + ['condition' => 'clean'])
        ->assertRedirect("/instances/{$instance->id}/stages");
}

/** What the draft adds, as it would be made on the page Find. */
function pending(Instance $instance, string ...$ids): void
{
    test()
        ->post("/instances/{$instance->id}/draft/add", ['ids' => $ids])
        ->assertRedirect();
}

function on(Instance $instance, array $fields = [])
{
    return test()->post("/instances/{$instance->id}/stages/on", $fields);
}

it('goes through five stages of an old game, back in one of them, and lets none be skipped that protects a world', function (): void {
    $instance = World::instance([], '1.4.9', 'capstan', null, '8');
    $instance = World::apply($instance);
    pending($instance, 'old-slip');
    stage($instance, 'The yard', [
        'drafted' => '1',
        'instruction' => "Build the *yard*.\n\n<script>alert(1)</script>[x](javascript:alert(1))",
    ]);
    expect($instance->draft()->exists())->toBeFalse();
    stage($instance, 'The story', ['condition' => 'word', 'about' => 'The harbour master\'s story is finished.']);
    pending($instance, 'tin-funnels');
    stage($instance, 'Funnels', ['drafted' => '1']);
    stage($instance, 'Empty the yard', ['condition' => 'gone', 'about' => 'old-slip']);
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['oil-slicks']]);
    stage($instance, 'Oil', ['drafted' => '1']);
    $page = $this->get("/instances/{$instance->id}/stages")
        ->assertOk()
        ->assertSeeInOrder(['The yard', 'waits', 'Old Slip', '<em>yard</em>', 'The story', 'Funnels', 'Empty the yard', 'Oil'], false);
    expect((string) $page->getContent())->not->toContain('alert(1)</script>')->not->toContain('javascript:alert');

    on($instance)->assertRedirect("/instances/{$instance->id}/draft");
    on($instance)->assertRefused('is not applied yet');
    $instance = World::apply($instance->refresh());
    on($instance)->assertRefused('The yard has to come up clean first');
    World::rehearsed($instance);
    // The story changes nothing; it waits for a person's word.
    on($instance)->assertRedirect("/instances/{$instance->id}/stages");
    on($instance)->assertRefused('Say that this is so first');
    $folder = new Folder($instance);
    File::ensureDirectoryExists($folder->live('worlds/Long Shore'));
    file_put_contents($folder->live('worlds/Long Shore/world.json'), '{"mods": {"old-slip": "0.3.1"}, "story": "told"}');
    on($instance, ['word' => '1'])->assertRedirect("/instances/{$instance->id}/draft");
    $instance = World::apply($instance->refresh());
    expect($instance->versions())->toHaveKeys(['old-slip', 'tin-funnels']);
    // Played on, and gone back from: the world is as it was when the story was told.
    file_put_contents($folder->live('worlds/Long Shore/world.json'), '{"mods": {"old-slip": "0.3.1"}, "story": "spoiled"}');
    $this->get("/instances/{$instance->id}/stages")
        ->assertOk()
        ->assertSee('Go back before');
    expect(Backup::query()->where('name', 'Before stage 3: Funnels')->exists())->toBeTrue();
    $this->post("/instances/{$instance->id}/stages/back")->assertRedirect("/instances/{$instance->id}/draft");
    $instance = World::apply($instance->refresh());
    expect($instance->versions())
        ->not->toHaveKey('tin-funnels')
        ->and((string) file_get_contents($folder->live('worlds/Long Shore/world.json')))
        ->toContain('told');
    expect(
        Stage::query()
            ->where('instance_id', $instance->id)
            ->orderBy('place')
            ->get()
            ->map(fn (Stage $stage): string => explode(' ', $stage->stands())[0])
            ->all(),
    )->toBe(['done', 'now', 'waits', 'waits', 'waits']);
    // Forth again, and on to the one that protects the world.
    on($instance, ['word' => '1'])->assertRedirect();
    $instance = World::apply($instance->refresh());
    World::rehearsed($instance);
    on($instance)->assertRedirect("/instances/{$instance->id}/stages");
    on($instance, ['word' => '1'])->assertRefused('There is something of Old Slip in Long Shore still');
    file_put_contents($folder->live('worlds/Long Shore/world.json'), '{"mods": {}}');
    on($instance)->assertRedirect("/instances/{$instance->id}/draft");
    $instance = World::apply($instance->refresh());
    World::rehearsed($instance);
    // The last one clashes in a number; once that is mended it is clean, and all is done.
    on($instance)->assertRefused('Oil has to come up clean first');
    $this->post("/instances/{$instance->id}/numbers")->assertRedirect();
    $instance = World::apply($instance->refresh());
    World::rehearsed($instance);
    on($instance)->assertRedirect();
    expect(Stage::query()->whereNull('done_at')->exists())->toBeFalse();
    on($instance)->assertRefused('no stage left');
});

it('refuses what is no stage, and takes out only what was not reached', function (): void {
    $instance = World::applied(['gulls']);
    $this->post("/instances/{$instance->id}/stages", ['title' => '', 'condition' => 'none'])->assertSessionHasErrors([
        'title',
        'condition',
    ]);
    $this->post("/instances/{$instance->id}/stages", ['title' => 'x', 'condition' => 'word'])->assertSessionHasErrors('about');
    $this->post("/instances/{$instance->id}/stages", [
        'title' => 'x',
        'condition' => 'gone',
        'about' => 'nobody-has-it',
    ])->assertSessionHasErrors(['refused' => 'No depot has nobody-has-it, so nobody could say whether it is gone. Nothing was kept.']);
    $this->get("/instances/{$instance->id}/stages")->assertSee('nobody-has-it');
    // A mod may be meant by its name, as it is shown.
    stage($instance, 'Zero', ['condition' => 'gone', 'about' => 'fogbank weather']);
    $named = Stage::query()->where('title', 'Zero')->firstOrFail();
    expect($named->about)->toBe('fogbank');
    $this->delete("/instances/{$instance->id}/stages/{$named->id}")->assertRedirect();
    $this->post("/instances/{$instance->id}/stages/on")->assertRefused();
    $this->post("/instances/{$instance->id}/stages/back")->assertStatus(409);
    stage($instance, 'One', []);
    stage($instance, 'Two', []);
    on($instance)->assertRedirect();
    [$one, $two] = [Stage::query()->where('title', 'One')->value('id'), Stage::query()->where('title', 'Two')->value('id')];
    $this->delete("/instances/{$instance->id}/stages/{$one}")->assertStatus(409);
    $this->delete("/instances/{$instance->id}/stages/{$two}")->assertRedirect();
    $this->post("/instances/{$instance->id}/stages/back")->assertRedirect("/instances/{$instance->id}/stages");
    $other = World::applied(['long-piers']);
    $this->delete("/instances/{$other->id}/stages/{$one}")->assertNotFound();
});

it('names the layer that broke a stage, by launching between layers', function (): void {
    World::gameArchive();
    $instance = World::applied(['old-slip', 'tin-funnels'], '1.4.9', 'capstan', null, '8');
    expect(World::rehearsed($instance)->state->value)->toBe('clean');
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['coal-bunkers', 'oil-slicks', 'rope-walks', 'salt-works']]);
    $this->post("/instances/{$instance->id}/stages", [
        'title' => 'All at once',
        'condition' => 'clean',
        'drafted' => '1',
    ])->assertRedirect();
    $this->post("/instances/{$instance->id}/stages/on")->assertRedirect();
    $instance = World::apply($instance->refresh());
    $failed = World::rehearsed($instance);
    expect($failed->state->value)->toBe('failed');
    $this->get("/instances/{$instance->id}/rehearsals/{$failed->number}")
        ->assertOk()
        ->assertSee('Launch between layers');
    $this->post("/instances/{$instance->id}/rehearsals/{$failed->number}/culprits", ['layered' => '1'])->assertRedirect();
    $search = CulpritSearch::query()->sole();
    // What was there before lies at the bottom, and each launch has all that lies under its uppermost.
    expect(array_slice($search->wants, 0, 2))
        ->toEqualCanonicalizing(['old-slip', 'tin-funnels'])
        ->and($search->culprits)
        ->toBe(['oil-slicks'])
        ->and($search->launches)
        ->not->toBe([]);
    foreach ($search->launches as $launch) {
        expect($launch['wants'])->toBe(array_slice($search->wants, 0, count($launch['wants'])));
    }
    // Where nothing lies over anything else, there are no layers to launch between.
    $flat = World::applied(['figureheads', 'gulls'], build: '0.16.4');
    $number = World::rehearsed($flat)->number;
    $this->get("/instances/{$flat->id}/rehearsals/{$number}")
        ->assertOk()
        ->assertSee('Find the culprit')
        ->assertDontSee('Launch between layers');
    $this->get("/instances/{$instance->id}/culprits/{$search->id}")
        ->assertOk()
        ->assertSee('Oil Slicks')
        ->assertSee('with all that lies under it, and not with it');
});

it(
    'goes with a line-up that is given away, which begins before the first stage; and is written down from what was done',
    function (): void {
        World::gameArchive();
        $instance = World::applied(['old-slip'], '1.4.9', 'capstan', null, '8');
        $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['rope-walks']]);
        $instance = World::apply($instance->refresh());
        $this->post("/instances/{$instance->id}/stages/of-history")
            ->assertRedirect()
            ->assertSessionHas('said', 'What was applied is written down as 2 stages.');
        $this->post("/instances/{$instance->id}/stages/of-history")->assertStatus(409);
        $this->get("/instances/{$instance->id}/stages")
            ->assertOk()
            ->assertSee('Rope Walks');
        $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['coal-bunkers']]);
        $this->post("/instances/{$instance->id}/stages", [
            'title' => 'Coal',
            'instruction' => 'Build a *bunker*.',
            'condition' => 'word',
            'about' => 'The harbour master is content.',
            'drafted' => '1',
        ])->assertRedirect();
        $document = (string) $this->get("/instances/{$instance->id}/hand-off.json")
            ->assertOk()
            ->getContent();
        expect(
            (new Validator())
                ->validate(json_decode($document), (string) file_get_contents(base_path('docs/formats/hand-off.schema.json')))
                ->isValid(),
        )->toBeTrue();
        $this->post('/hand-offs', ['text' => $document])->assertRedirect();
        $given = GivenHandOff::query()->firstOrFail();
        $this->get("/hand-offs/{$given->id}")
            ->assertOk()
            ->assertSee('in 3 stages');
        $this->post("/hand-offs/{$given->id}/make", ['name' => 'Theirs'])->assertRedirect();
        $theirs = Instance::query()->where('name', 'Theirs')->firstOrFail();
        expect($theirs->draft->plan->wants)
            ->toBe([])
            ->and(Stage::query()->where('instance_id', $theirs->id)->orderBy('place')->pluck('title')->last())
            ->toBe('Coal')
            ->and(Stage::query()->where('instance_id', $theirs->id)->whereNotNull('entered_at')->exists())
            ->toBeFalse();
        $theirs = World::apply($theirs->refresh());
        $this->post("/instances/{$theirs->id}/stages/on")->assertRedirect();
        $theirs = World::apply($theirs->refresh());
        expect(array_keys($theirs->versions()))->toContain('old-slip')->not->toContain('rope-walks');
        // The text says the same, and brings them along.
        preg_match(
            '/stasimon1\.[\w-]+/',
            (string) $this->get("/instances/{$instance->id}/hand-off")
                ->assertOk()
                ->assertSee('It comes in 3 stages.')
                ->getContent(),
            $text,
        );
        expect(HandOffText::read($text[0])->stages)->toEqual(HandOffDocument::read($document)->stages);
        // So does a pack.
        $this->post("/instances/{$instance->id}/pack", ['id' => 'staged', 'version' => '1', 'name' => 'Staged'])->assertRedirect();
        expect(json_decode(PackRelease::query()->where('pack', 'staged')->value('document'))->stages)->toHaveCount(3);
        foreach ([['title' => ''], ['condition' => 'never'], ['about' => ''], ['title' => str_repeat('x', 81)]] as $wrong) {
            $odd = json_decode($document, true);
            $odd['stages'][2] = $wrong + $odd['stages'][2];
            $this->post('/hand-offs', ['text' => json_encode($odd)])->assertRefused();
        }
    },
);

it('marks no condition that was not read: each act names the stage that it was shown', function (): void {
    $instance = World::applied(['gulls']);
    stage($instance, 'One', ['condition' => 'word', 'about' => 'The first is so.']);
    stage($instance, 'Two', ['condition' => 'word', 'about' => 'The second is so.']);
    on($instance)->assertRedirect();
    $shown = Stage::query()->where('title', 'One')->value('id');
    on($instance, ['word' => '1', 'shown' => $shown])->assertRedirect();
    // The same form pressed twice.
    on($instance, ['word' => '1', 'shown' => $shown])->assertRefused('Another stage is now than the page showed: Two.');
    expect(Stage::query()->where('title', 'Two')->value('done_at'))->toBeNull();
});
