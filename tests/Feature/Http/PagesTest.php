<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Drafts\Drafting;
use App\Models\Instance;
use Stasimon\Core\Plan\Plan;
use Tests\Support\World;

beforeEach(fn () => World::depot());

const BASE = [
    'game' => 'ferrywright',
    'version' => '3.2.1',
    'loader' => 'halyard',
    'build' => '0.16.4',
    'runtime' => '21',
    'memory' => '4096',
];

it('begins with a register that says how to start', function (): void {
    $this->get('/')->assertOk()->assertSee('builds a copy of your game')->assertSee('A game and a version')->assertSee('Slipway');
});

it('finds and sorts instances by their names', function (): void {
    foreach (['Bay', 'Ark 50%', 'Cove'] as $name) {
        World::instance(['gulls'])->update(['name' => $name]);
    }
    $this->get('/?sort=name')->assertOk()->assertSeeInOrder(['Ark 50%', 'Bay', 'Cove']);
    $this->get('/?sort=launched')->assertOk()->assertSee('Bay');
    $this->get('/?sort=odd&q=0%25')->assertOk()->assertSee('Ark 50%')->assertDontSee('Cove');
    $this->get('/?q=dune')->assertOk()->assertSee('None is called like “dune”')->assertDontSee('A game and a version');
});

it('offers only what exists for a version, the recommended build first chosen', function (): void {
    $this->get('/new?version=3.2.1&loader=capstan')
        ->assertOk()
        ->assertSeeInOrder(['47.3.2', '47.2.0', 'recommended'])
        ->assertDontSee('51.0.1');
    $this->get('/new?version=3.4.1&loader=capstan')->assertOk()->assertSee('No build is recommended for 3.4.1 yet');
    $this->get('/new?version=3.3.0&loader=capstan')->assertOk()->assertSee('nothing for 3.3.0');
    $this->get('/new?game=nightpost')->assertOk()->assertSee('Frankline')->assertSee('.NET');
});

it('makes an instance and shows its sentence', function (): void {
    $this->post('/instances', ['name' => 'Harbour Lights'] + BASE)->assertRedirect();
    $instance = Instance::query()->firstOrFail();
    $this->get("/instances/{$instance->id}/find")
        ->assertOk()
        ->assertSee('Harbour Lights')
        ->assertSee('4 GB');
});

it('refuses a name that is empty, too long or more than a line, and keeps what was chosen', function (
    string $name,
    string $sentence,
): void {
    $this->from('/new')
        ->post('/instances', ['name' => $name] + BASE)
        ->assertRedirect('/new')
        ->assertSessionHasErrors(['name' => $sentence]);
    expect(Instance::query()->count())->toBe(0);
})->with([
    ['', 'Give it a name, so that you can tell it from the others.'],
    [str_repeat('a', 300), 'A name has at most 80 characters; this one has more.'],
    ["two\nlines", 'A name is one line of text.'],
]);

it('shows a name full of markup as it is', function (): void {
    $this->post('/instances', ['name' => '<script>alert(1)</script>"\'&'] + BASE);
    $this->get('/')->assertOk()->assertSee('<script>alert(1)</script>')->assertDontSee('<script>alert(1)</script>', false);
});

it('answers what does not exist with a sentence and the right status', function (
    string $method,
    string $path,
    int $status,
    string $sentence,
): void {
    $instance = World::instance(['gulls']);
    $this->call($method, str_replace('ID', $instance->id, $path))
        ->assertStatus($status)
        ->assertSee($sentence)
        ->assertDontSee('Stack trace');
})->with([
    ['GET', '/new?version=9.9.9', 422, 'has no version'],
    ['GET', '/new?loader=topsail', 422, 'has no loader'],
    ['GET', '/new?version=3.2.1&loader=capstan&build=51.0.1', 422, 'There is no build'],
    ['GET', '/new?runtime=99', 422, 'There is no Java'],
    ['GET', '/new?game=chess', 404, 'There is no game'],
    ['GET', '/instances/01aaaaaaaaaaaaaaaaaaaaaaaa', 404, 'not here any more'],
    ['POST', '/instances/01aaaaaaaaaaaaaaaaaaaaaaaa/draft/add', 404, 'not here any more'],
    ['GET', '/instances/ID/rehearsals/7', 404, 'has no rehearsal 7'],
    ['GET', '/nowhere', 404, 'There is nothing here'],
    ['POST', '/instances/ID/draft/add?ids[]=no-such-mod', 422, 'No depot has no-such-mod'],
    ['POST', '/instances/ID/draft/range?id=gulls&range=%3E%3E2', 422, 'a version expected at character 2'],
    ['POST', '/instances/ID/draft/repair?repair=0123456789abcdef', 409, 'has changed since'],
    ['POST', '/instances/ID/rehearsals', 409, 'Apply the draft first'],
]);

it('refuses ids and numbers that no form of ours sends', function (array $fields): void {
    $instance = World::instance(['gulls']);
    $this->from('/')
        ->post("/instances/{$instance->id}/draft/add", $fields)
        ->assertSessionHasErrors();
    expect($instance->refresh()->draft->revision)->toBe(1);
})->with([
    [['ids' => ["x'; drop table packages; --"]]],
    [['ids' => 'gulls']],
    [['ids' => ['../../etc/passwd']]],
    [['ids' => ['gulls'], 'seen' => 'yes']],
]);

it('says what each package would come to here', function (string $words, string $verdict): void {
    $instance = World::applied(['fogbank', 'smooth-sailing'], build: '0.16.4');
    $this->get("/instances/{$instance->id}/find?q=".urlencode($words))
        ->assertOk()
        ->assertSee($verdict);
})->with([
    ['wether glas', 'fits'],
    ['cargo manifest', 'fits, brings Kedge Bones, Sextant Config and Tideglass UI'],
    ['deep wether', 'needs Halyard 0.16.9; this has 0.16.4'],
    ['low cloud', 'fits from beta, brings Lantern Render'],
    ['clear sky', 'cannot stand with Fogbank Weather'],
    ['slick hull', 'cannot stand with Smooth Sailing'],
    ['fogbound', 'newest is for 3.1.4; nothing yet for 3.2.1'],
    ['rope tar', 'nothing for Halyard at 3.2.1'],
    ['fogbank', 'asked for already'],
    ['oakum api', 'here for another'],
    ['timetables', 'fits'],
    ['zzzzzz', 'Nothing in the depots is called or described like that'],
    ["%_'", 'Nothing in the depots'],
]);

it('searches while typing with a fragment', function (): void {
    $instance = World::instance(['gulls']);
    $this->get("/instances/{$instance->id}/find?q=fog", ['X-Fragment' => 'results'])
        ->assertOk()
        ->assertSee('Fogbank Weather')
        ->assertDontSee('<html', false);
});

it('shows what the draft leads to, and by whom', function (): void {
    World::forgetFiles('cargo-manifest');
    $instance = World::instance(['cargo-manifest']);
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSeeInOrder(['Kedge Bones', 'for Sextant Config (&gt;=3.0.0)'], false)
        ->assertSeeText('asked for')
        ->assertSee('to fetch');
});

it('explains a draft that cannot be, and its remedies work', function (): void {
    $instance = World::instance(['deep-draught', 'deep-weather'], build: '0.16.4');
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->ranging('deep-draught', '>=1.2'));
    $page = $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('needs Halyard 0.16.9 or newer and below 0.17')
        ->assertSee('Use Halyard 0.16.9 instead of 0.16.4');
    preg_match('/name="repair" value="([0-9a-f]{16})"/', (string) $page->getContent(), $key);
    $this->post("/instances/{$instance->id}/draft/repair", ['repair' => $key[1]])->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('What the draft leads to')
        ->assertSee('0.16.9');
});

it('says that everything else can be only where that is so', function (array $wants, string $says, string $not): void {
    $instance = World::instance($wants, '3.4.1');
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('cannot be in Harbour Lights like this')
        ->assertSee($says)
        ->assertDontSee($not);
})->with([
    'one that cannot' => [['great-cranes', 'long-piers'], 'Everything else that is asked for can.', 'It is not alone'],
    'two, each for a reason of its own' => [
        ['fogbank', 'great-cranes', 'long-piers'],
        'It is not alone in that; what would help says what else cannot.',
        'Everything else',
    ],
]);

it('steps back, and tells a stale tab', function (): void {
    $instance = World::instance(['gulls']);
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['fogbank']])->assertRedirect();
    $this->post("/instances/{$instance->id}/draft/remove", ['id' => 'gulls', 'seen' => 1])
        ->assertStatus(409)
        ->assertSee('changed in another tab');
    expect($instance->refresh()->draft->plan->wants('gulls'))->toBeTrue();
    $this->post("/instances/{$instance->id}/draft/back")->assertRedirect();
    expect($instance->refresh()->draft->plan->wants('fogbank'))->toBeFalse();
    $this->post("/instances/{$instance->id}/draft/back");
    expect($instance->refresh()->draft->hasEarlier())
        ->toBeFalse()
        ->and($instance->draft->plan)
        ->toEqual($instance->plan);
    $this->post("/instances/{$instance->id}/draft/back")->assertStatus(409);
    $this->post("/instances/{$instance->id}/draft/forth")->assertRedirect();
    $this->post("/instances/{$instance->id}/draft/forth")->assertRedirect();
    expect($instance->refresh()->draft->plan->wants('fogbank'))->toBeTrue();
    $this->post("/instances/{$instance->id}/draft/forth")->assertStatus(409);
    $this->post("/instances/{$instance->id}/draft/discard")->assertRedirect();
    expect($instance->refresh()->draft)->toBeNull();
    $this->post("/instances/{$instance->id}/draft/bring-back")->assertRedirect();
    expect($instance->refresh()->draft->plan->wants('fogbank'))->toBeTrue();
});

it('applies and rehearses from the page', function (): void {
    $instance = World::instance(['gulls']);
    $this->post("/instances/{$instance->id}/draft/apply")->assertRedirect();
    expect($instance->refresh()->applied_at)->not->toBeNull();
    $this->post("/instances/{$instance->id}/rehearsals")->assertRedirect("/instances/{$instance->id}/rehearsals/1");
    $this->get("/instances/{$instance->id}/rehearsals/1")
        ->assertOk()
        ->assertSee('Clean. The game came up')
        ->assertSee('main menu reached');
    $this->get("/instances/{$instance->id}/rehearsals/1/lines?after=3")
        ->assertOk()
        ->assertHeader('X-Over', 'yes')
        ->assertSee('line-4');
    foreach (['', '/rehearsals', '/history', '/draft'] as $part) {
        $this->get("/instances/{$instance->id}{$part}")->assertOk();
    }
});

it('tells on the page why an apply failed', function (): void {
    App\Depots\Depot::query()->update(['url' => 'http://127.0.0.1:9']);
    config(['stasimon.private_depots' => ['127.0.0.1:9']]);
    $instance = World::instance(['great-cranes'], loader: 'capstan');
    Illuminate\Support\Facades\File::deleteDirectory(config('stasimon.var').'/store');
    $this->post("/instances/{$instance->id}/draft/apply")->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('Slipway does not answer')
        ->assertSee('was not applied');
    expect($instance->refresh()->applied_at)->toBeNull();
});

it('shows a missing file and a waiver as findings', function (): void {
    $instance = World::applied(['gulls'], runtime: '8');
    unlink((new Folder($instance))->live('mods/kedge-bones-3.0.7.zip'));
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('The file of Kedge Bones is gone')
        ->assertSee('A limit of Ferrywright 3.2.1 is waived');
    $this->post("/instances/{$instance->id}/draft/put-back")->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")->assertSee('puts every file back');
});

it('removes an instance with its folder, and not while something runs', function (): void {
    $instance = World::applied(['gulls']);
    $folder = (new Folder($instance))->live();
    $task = World::task($instance);
    $this->delete("/instances/{$instance->id}")->assertStatus(409);
    app(App\Work\Tasks::class)->turn($task, App\Models\TaskState::Done);
    $this->delete("/instances/{$instance->id}")->assertRedirect('/');
    expect(is_dir($folder))
        ->toBeFalse()
        ->and(Instance::query()->find($instance->id))
        ->toBeNull();
});

it('says that a name is taken, and makes the instance all the same', function (): void {
    World::depot();
    foreach ([false, true] as $isTaken) {
        $made = $this->post('/instances', [
            'name' => 'Twice',
            'game' => 'ferrywright',
            'version' => '3.2.1',
            'loader' => 'halyard',
        ])->assertRedirect();
        $isTaken
            ? $made->assertSessionHas('said', fn (string $said): bool => str_contains($said, 'another instance called Twice'))
            : $made->assertSessionMissing('said');
    }
    expect(Instance::query()->where('name', 'Twice')->count())->toBe(2);
});

it('says on the next page what was to be said there, whatever scripts ask for in between', function (): void {
    session()->flash('said', 'The lamp is lit.');
    session()->ageFlashData();
    $behind = ['Sec-Fetch-Dest' => 'empty', 'Accept' => '*/*'];
    $this->get('/tasks', $behind)->assertOk();
    $this->get('/tasks', $behind)->assertOk();
    $page = ['Sec-Fetch-Dest' => 'document', 'Accept' => 'text/html,*/*;q=0.8'];
    $this->get('/depots', $page)->assertSee('The lamp is lit.');
    $this->get('/depots', $page)->assertDontSee('The lamp is lit.');
});
