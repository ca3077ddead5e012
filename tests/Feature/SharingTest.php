<?php

declare(strict_types=1);

use App\Models\GivenHandOff;
use App\Models\Instance;
use App\Sharing\HandOffs;
use Illuminate\Http\UploadedFile;
use Opis\JsonSchema\Validator;
use Stasimon\Core\Share\HandOffText;
use Tests\Support\World;

beforeEach(fn () => World::depot());

function textOf(Instance $instance): string
{
    return HandOffText::write(app(HandOffs::class)->of($instance->refresh()->load(['placed', 'draft'])));
}

/** @return array<string, string> path => SHA-256 */
function modsOf(Instance $instance): array
{
    return $instance->refresh()->placed()->whereNotNull('path')->pluck('sha256', 'path')->all();
}

it('gives an instance away, and makes the same of it elsewhere, to the digest, though newer releases are there', function (): void {
    $mine = World::instance([]);
    $this->post("/instances/{$mine->id}/draft/add", ['ids' => ['gulls', 'fogbank', 'long-piers']]);
    // An older release than the newest was the right one here, without a pin.
    $this->post("/instances/{$mine->id}/draft/range", ['id' => 'fogbank', 'range' => '<2.1']);
    World::apply($mine->refresh());
    $this->post("/instances/{$mine->id}/draft/range", ['id' => 'fogbank', 'range' => '*']);
    World::apply($mine->refresh());
    expect($mine->refresh()->versions()['fogbank'])->toBe('2.0.3');
    $this->get("/instances/{$mine->id}/hand-off")->assertOk()->assertSee(textOf($mine))->assertSee('Exact releases of');
    foreach ([['text' => 'Try this: '.textOf($mine).' have fun'], ['file' => UploadedFile::fake()->createWithContent('x.json', (string) $this->get("/instances/{$mine->id}/hand-off.json")->getContent())]] as $turn => $form) {
        $this->post('/hand-offs', $form)->assertRedirect();
        $given = GivenHandOff::query()->latest('id')->firstOrFail();
        $this->get("/hand-offs/{$given->id}")->assertOk()->assertSee('All of it is to be had here')->assertSee('Harbour Lights');
        $this->post("/hand-offs/{$given->id}/make", ['name' => "A friend's {$turn}"])->assertRedirect();
        $theirs = World::apply(Instance::query()->where('name', "A friend's {$turn}")->firstOrFail());
        expect(modsOf($theirs))->toBe(modsOf($mine))->and($theirs->plan->wants)->toEqual($mine->plan->wants)->and($theirs->history()->firstOrFail()->sentence)->toContain('Kept to the releases of a line-up from elsewhere.');
    }
    $schema = (string) file_get_contents(base_path('docs/formats/hand-off.schema.json'));
    expect((new Validator)->validate(json_decode((string) $this->get("/instances/{$mine->id}/hand-off.json")->getContent()), $schema)->isValid())->toBeTrue();
    $this->delete("/hand-offs/{$given->id}")->assertRedirect('/hand-offs');
});

it('names a group of wants, switches it, and puts it into another instance', function (): void {
    $mine = World::applied(['fogbank', 'gulls', 'long-piers']);
    $this->post("/instances/{$mine->id}/draft/group", ['group' => 'Weather', 'ids' => ['fogbank', 'gulls']])->assertRedirect();
    $this->get("/instances/{$mine->id}")->assertOk()->assertSee('Turn off the group Weather');
    $this->post("/instances/{$mine->id}/draft/switch", ['group' => 'Weather', 'on' => '0'])->assertRedirect();
    $mine = World::apply($mine->refresh());
    expect($mine->plan->isOff('fogbank'))->toBeTrue()->and($mine->plan->isOff('gulls'))->toBeTrue()->and($mine->versions())->toHaveKey('long-piers')->not->toHaveKey('fogbank');
    $this->post("/instances/{$mine->id}/draft/switch", ['group' => 'Weather', 'on' => '1']);
    $mine = World::apply($mine->refresh());
    $this->get("/instances/{$mine->id}/hand-off?group=Weather")->assertOk()->assertSee('Exact releases of 2 packages');
    $this->get("/instances/{$mine->id}/hand-off?group=None")->assertNotFound();
    $this->post('/hand-offs', ['text' => HandOffText::write(app(HandOffs::class)->of($mine->load('placed'))->only('Weather'))]);
    $given = GivenHandOff::query()->firstOrFail();
    $other = World::applied(['long-piers']);
    $this->get("/hand-offs/{$given->id}")->assertOk()->assertSee('Or ask for all of it in');
    $this->post("/hand-offs/{$given->id}/add", ['instance' => $other->id])->assertRedirect("/instances/{$other->id}/draft");
    $this->post("/hand-offs/{$given->id}/add", ['instance' => ''])->assertNotFound();
    $other = World::apply($other->refresh());
    expect($other->plan->groups)->toBe(['Weather' => ['fogbank', 'gulls']])->and($other->versions())->toHaveKeys(['fogbank', 'gulls', 'long-piers']);
    $this->post("/instances/{$other->id}/draft/ungroup", ['group' => 'Weather']);
    expect($other->refresh()->draft->plan->groups)->toBe([]);
    $this->post("/instances/{$other->id}/draft/group", ['group' => '', 'ids' => ['gulls']])->assertSessionHasErrors('group');
    $this->post("/instances/{$other->id}/draft/group", ['group' => 'Parts', 'ids' => ['kedge-bones']])->assertStatus(422)->assertSee('nothing to group');
});

it('is recognised wherever a text is asked for, and says what it is not', function (): void {
    $text = textOf(World::applied(['gulls']));
    foreach (['/wishes' => ['name' => ''], '/logs' => [], '/hand-offs' => []] as $address => $more) {
        $this->post($address, ['text' => "look\n{$text}"] + $more)->assertRedirect('/hand-offs/'.GivenHandOff::query()->latest('id')->value('id'));
    }
    expect(GivenHandOff::query()->count())->toBe(3);
    foreach ([substr($text, 0, -3) => 'is damaged', 'Gulls' => 'is no hand-off', '' => 'Paste a hand-off', '{"format": "stasimon/hand-off", "revision": 2}' => 'revision 1 is expected'] as $other => $why) {
        $this->from('/hand-offs')->post('/hand-offs', ['text' => $other])->assertStatus(422)->assertSee($why);
        $this->from('/wishes')->post('/wishes', ['name' => 'x', 'text' => str_starts_with($other, 'stasimon1.') ? $other : 'stasimon7.abc'])->assertStatus(422);
    }
    expect(GivenHandOff::query()->count())->toBe(3);
});

it('says what of a hand-off is not to be had, and makes the nearest to it', function (): void {
    $given = ['format' => 'stasimon/hand-off', 'revision' => 1, 'name' => 'From far away', 'plan' => ['game' => 'ferrywright', 'gameVersion' => '3.2.1', 'loader' => 'halyard', 'loaderVersion' => '0.99.0', 'runtime' => 'java', 'runtimeVersion' => '21', 'memory' => 4096, 'wants' => [['id' => 'gulls', 'range' => '*']], 'off' => [], 'order' => []], 'releases' => [['id' => 'gulls', 'version' => '77.0.0']]];
    $this->post('/hand-offs', ['text' => json_encode($given)])->assertRedirect();
    $kept = GivenHandOff::query()->firstOrFail();
    $this->get("/hand-offs/{$kept->id}")->assertOk()->assertSee('0.99.0 is not to be had')->assertSee('77.0.0')->assertSee('another release stands in');
    $this->post("/hand-offs/{$kept->id}/make", ['name' => ''])->assertSessionHasErrors('name');
    $this->post("/hand-offs/{$kept->id}/make", ['name' => 'Near enough'])->assertRedirect();
    expect(World::apply(Instance::query()->where('name', 'Near enough')->firstOrFail())->versions()['gulls'])->not->toBe('77.0.0');
    $given['plan']['gameVersion'] = '9.9';
    $this->post('/hand-offs', ['text' => json_encode($given)]);
    $odd = GivenHandOff::query()->latest('id')->firstOrFail();
    $this->get("/hand-offs/{$odd->id}")->assertOk()->assertSee('9.9 is not known here')->assertDontSee('Make an instance of it');
    $this->post("/hand-offs/{$odd->id}/make", ['name' => 'No'])->assertStatus(422);
    $this->post('/hand-offs', ['text' => json_encode(['plan' => ['game' => 'chess'] + $given['plan']] + $given)])->assertNotFound();
    expect(Instance::query()->where('name', 'No')->exists())->toBeFalse();
});

it('puts another beside it, takes over one line or all, and then nothing keeps them apart', function (): void {
    $mine = World::applied(['gulls', 'fogbank', 'deep-draught']);
    $theirs = World::instance(['fogbank', 'long-piers']);
    $this->post("/instances/{$theirs->id}/draft/range", ['id' => 'fogbank', 'range' => '<2.1']);
    $theirs = World::apply($theirs->refresh());
    $this->post("/instances/{$mine->id}/hand-off/beside", ['text' => textOf($theirs)])->assertRedirect();
    $beside = GivenHandOff::query()->value('id');
    $page = $this->get("/instances/{$mine->id}/hand-off?beside={$beside}")->assertOk()->assertSee('Keeps you apart')->assertSee('both sides must have the same release')->assertSee('adds what the other side sends')->assertSee('Does not matter')->assertSee('on the client only');
    expect($page->getContent())->toContain('You have Long Piers');
    $this->post("/instances/{$mine->id}/hand-off/take", ['beside' => $beside, 'id' => 'long-piers'])->assertRedirect();
    $this->post("/instances/{$mine->id}/hand-off/take", ['beside' => $beside, 'id' => 'fogbank'])->assertRedirect();
    $this->post("/instances/{$mine->id}/hand-off/take", ['beside' => $beside, 'id' => 'deep-draught'])->assertRedirect();
    $mine = World::apply($mine->refresh());
    expect($mine->versions()['fogbank'])->toBe('2.0.3')->and($mine->versions())->toHaveKeys(['long-piers', 'gulls'])->not->toHaveKey('deep-draught');
    $this->get("/instances/{$mine->id}/hand-off?beside={$beside}")->assertOk()->assertDontSee('Keeps you apart')->assertSee('on the client only');
    // The earlier line-up beside the present one, and all of it back.
    $point = (int) $mine->history()->value('id');
    $this->get("/instances/{$mine->id}/hand-off?beside={$point}")->assertOk()->assertSee('before ')->assertSee('Deep Draught');
    $this->post("/instances/{$mine->id}/hand-off/take", ['beside' => (string) $point])->assertRedirect("/instances/{$mine->id}/draft");
    expect(World::apply($mine->refresh())->versions())->toHaveKey('deep-draught')->not->toHaveKey('long-piers');
    // What stands on another version is compared, and not taken over in place.
    $other = World::applied(['gulls'], '3.2.2');
    $this->get("/instances/{$mine->id}/hand-off?beside={$other->id}")->assertOk()->assertSee('both sides must have the same version of the game')->assertSee('not moved in place');
    $this->post("/instances/{$mine->id}/hand-off/take", ['beside' => $other->id])->assertStatus(409);
    $this->get("/instances/{$mine->id}/hand-off?beside=nothing")->assertNotFound();
    $this->get("/instances/{$mine->id}/hand-off?beside=99999")->assertNotFound();
    expect($mine->refresh()->draft)->toBeNull();
});
