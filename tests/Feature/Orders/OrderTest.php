<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Models\Instance;
use App\Orders\OrderList;
use App\Orders\OrderLists;
use App\Refusal\Refusal;
use App\Rehearsals\Log\Reading;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** @return list<string> the packs of an instance, the winner first */
function packsOf(Instance $instance): array
{
    return array_reverse(app(OrderLists::class)->of($instance->refresh()->load(['placed', 'draft']))['resource-pack']->ids);
}

it('says of each pack what it wins and loses, and shows both sides of a path', function (): void {
    $instance = World::applied(['tarred', 'sailcloth', 'driftwood']);
    $page = $this->get("/instances/{$instance->id}/order")
        ->assertOk()
        ->assertSee('Resource packs')
        ->assertSee('assets/ferrywright/lang/en.json');
    $page->assertSeeInOrder(['Tarred', 'wins', 'Sailcloth', 'Driftwood']);
    $list = app(OrderLists::class)->of($instance->load(['placed', 'draft']))['resource-pack'];
    // What each wins, counted by hand from the archives.
    $bring = [];
    foreach ($list->ids as $id) {
        exec(
            'unzip -Z1 '.escapeshellarg((new Folder($instance))->live((string) $instance->placed->firstWhere('package_id', $id)->path)),
            $names[$id],
        );
        foreach ($names[$id] as $name) {
            $bring[$name][] = $id;
        }
    }
    $shared = array_filter($bring, fn (array $by, string $name): bool => count($by) > 1 && str_contains($name, '/'), ARRAY_FILTER_USE_BOTH);
    expect($list->contested)
        ->toEqual($shared)
        ->and(array_sum(array_map(fn (string $id): int => $list->score($id)[0], $list->ids)))
        ->toBe(count($shared));
    $picture = array_key_first(array_filter($shared, fn (string $name): bool => str_ends_with($name, '.png'), ARRAY_FILTER_USE_KEY));
    $this->get("/instances/{$instance->id}/order?list=resource-pack&path=".urlencode((string) $picture))
        ->assertOk()
        ->assertSee('which wins')
        ->assertSee('<img', false);
    $side = $this->get(
        "/instances/{$instance->id}/order/side?list=resource-pack&of={$shared[$picture][0]}&path=".urlencode((string) $picture),
    )
        ->assertOk()
        ->assertHeader('Content-Type', 'image/png')
        ->assertHeader('X-Content-Type-Options', 'nosniff');
    expect($side->getContent())->toStartWith("\x89PNG");
    // A sound is heard.
    $this->get("/instances/{$instance->id}/order?list=resource-pack&path=assets/ferrywright/sounds/horn.wav")
        ->assertOk()
        ->assertSee('<audio controls', false);
    expect(
        $this->get("/instances/{$instance->id}/order/side?list=resource-pack&of=tarred&path=assets/ferrywright/sounds/horn.wav")
            ->assertOk()
            ->assertHeader('Content-Type', 'audio/wav')
            ->getContent(),
    )->toStartWith('RIFF');
    $this->get("/instances/{$instance->id}/order?list=resource-pack&path=assets/ferrywright/lang/en.json")
        ->assertOk()
        ->assertSee('Ferrywright in');
    $this->get("/instances/{$instance->id}/order/side?list=resource-pack&of=tarred&path=assets/ferrywright/lang/en.json")->assertNotFound();
    $this->get("/instances/{$instance->id}/order/side?list=resource-pack&of=tarred&path=pack.json")->assertNotFound();
});

it('puts a list into an order that the game is launched with, as a step of the draft', function (): void {
    $instance = World::applied(['tarred', 'sailcloth', 'driftwood']);
    expect(packsOf($instance))->toBe(['tarred', 'sailcloth', 'driftwood']);
    $this->post("/instances/{$instance->id}/order", ['list' => 'resource-pack', 'move' => 'up driftwood'])->assertRedirect();
    expect(packsOf($instance))->toBe(['tarred', 'driftwood', 'sailcloth']);
    $this->post("/instances/{$instance->id}/order", [
        'list' => 'resource-pack',
        'ids' => ['sailcloth', 'tarred', 'driftwood', 'gulls'],
    ])->assertRedirect();
    expect(packsOf($instance))->toBe(['sailcloth', 'tarred', 'driftwood']);
    $instance = World::apply($instance->refresh());
    $rehearsal = World::rehearsed($instance);
    expect(file((new Folder($instance))->live('pack-order.txt'), FILE_IGNORE_NEW_LINES))
        ->toHaveCount(3)
        ->and((string) file_get_contents(app(Reading::class)->log($rehearsal)->path))
        ->toMatch('/on top: sailcloth/');
    $this->post("/instances/{$instance->id}/order", ['list' => 'resource-pack', 'move' => 'up sailcloth'])->assertRefused('at that end');
    $this->post("/instances/{$instance->id}/order", ['list' => 'none', 'move' => 'up sailcloth'])->assertNotFound();
    $this->post("/instances/{$instance->id}/order", ['list' => 'resource-pack'])->assertSessionHasErrors('move');
});

it('keeps rules of one\'s own, whatever the order, and names a circle that another would make', function (): void {
    $instance = World::applied(['tarred', 'sailcloth', 'driftwood']);
    $this->post("/instances/{$instance->id}/order/rule", [
        'first' => 'tarred',
        'then' => 'driftwood',
        'why' => 'Its wood is mine.',
        'list' => 'resource-pack',
    ])->assertRedirect();
    expect(packsOf($instance)[0])->toBe('driftwood');
    // An order that says otherwise bends to the rule.
    $this->post("/instances/{$instance->id}/order", [
        'list' => 'resource-pack',
        'ids' => ['tarred', 'sailcloth', 'driftwood'],
    ])->assertRedirect();
    expect(array_search('driftwood', packsOf($instance), true))->toBeLessThan(array_search('tarred', packsOf($instance), true));
    $this->post("/instances/{$instance->id}/order/rule", ['first' => 'driftwood', 'then' => 'sailcloth'])->assertRedirect();
    $this->post("/instances/{$instance->id}/order/rule", ['first' => 'sailcloth', 'then' => 'tarred', 'why' => 'No.'])
        ->assertRefused('Driftwood wins over Tarred (Its wood is mine.)')
        ->assertRefused('One of them has to go');
    $instance = World::apply($instance->refresh());
    expect(packsOf($instance))->toBe(['sailcloth', 'driftwood', 'tarred']);
    $this->get("/instances/{$instance->id}/order")
        ->assertOk()
        ->assertSee('Its wood is mine.');
    $this->post("/instances/{$instance->id}/order/rule", ['first' => 'tarred', 'then' => 'driftwood', 'back' => '1'])->assertRedirect();
    expect($instance->refresh()->draft->plan->rules)->toHaveCount(1);
    $this->post("/instances/{$instance->id}/order/rule", ['first' => 'gulls', 'then' => 'tarred'])->assertNotFound();
    $this->post("/instances/{$instance->id}/order/rule", ['first' => 'tarred', 'then' => 'tarred'])->assertRefused();
    $this->get('/instances/'.World::applied(['gulls'])->id.'/order')
        ->assertOk()
        ->assertSee('Nothing here depends on an order');
});

it('heeds what a pack says of itself, unless a rule of one\'s own says otherwise', function (): void {
    $instance = World::applied(['copperplate', 'whitewash']);
    // By their names Whitewash would come later, and win.
    expect(packsOf($instance))->toBe(['copperplate', 'whitewash']);
    $this->get("/instances/{$instance->id}/order")
        ->assertOk()
        ->assertSee('Copperplate says so');
    $this->post("/instances/{$instance->id}/order", ['list' => 'resource-pack', 'ids' => ['whitewash', 'copperplate']])->assertRedirect();
    expect(packsOf($instance))->toBe(['copperplate', 'whitewash']);
    $this->post("/instances/{$instance->id}/order/rule", ['first' => 'copperplate', 'then' => 'whitewash'])->assertRedirect();
    expect(packsOf($instance))->toBe(['whitewash', 'copperplate']);
    $instance = World::apply($instance->refresh());
    World::rehearsed($instance);
    expect((string) file_get_contents((new Folder($instance))->live('pack-order.txt')))->toMatch('/copperplate.*\n.*whitewash/');
});

it('starts mods in the order of a list, as far as needs and rules let it', function (): void {
    $instance = World::mail(['sorting-office', 'lamp-signals', 'dining-car']);
    $shown = fn (): array => app(OrderLists::class)
        ->of($instance->refresh()->load(['placed', 'draft']))['start']->shown();
    $started = function () use (&$instance): array {
        preg_match_all(
            '/^\S+ \S+\s+\S+\s+\S+\s+\d+ of \d+  (\S+) \S+ starting$/m',
            (string) file_get_contents(app(Reading::class)->log(World::rehearsed($instance))->path),
            $found,
        );

        return $found[1];
    };
    expect($started())
        ->toBe($shown())
        ->and(array_search('wax-and-seal', $shown(), true))
        ->toBeLessThan(array_search('sorting-office', $shown(), true));
    $this->get("/instances/{$instance->id}/order")
        ->assertOk()
        ->assertSee('Start order')
        ->assertSee('The top is started first.')
        ->assertSee('Wax and Seal');
    // Sorting Office first of all: what it needs goes with it.
    $this->post("/instances/{$instance->id}/order", [
        'list' => 'start',
        'ids' => ['sorting-office', 'lamp-signals', 'dining-car', 'wax-and-seal'],
    ])->assertSessionHas('said', 'The order is in the draft, as far as rules and needs let it.');
    $this->post("/instances/{$instance->id}/order/rule", [
        'first' => 'dining-car',
        'then' => 'lamp-signals',
        'why' => 'Its stove is lit by the first lamp.',
        'list' => 'start',
    ])->assertRedirect();
    $this->get("/instances/{$instance->id}/order")
        ->assertOk()
        ->assertSee('Dining Car starts before Lamp Signals: Its stove is lit by the first lamp.');
    $this->post("/instances/{$instance->id}/order/rule", [
        'first' => 'lamp-signals',
        'then' => 'sorting-office',
        'list' => 'start',
    ])->assertRedirect();
    $this->post("/instances/{$instance->id}/order/rule", [
        'first' => 'sorting-office',
        'then' => 'dining-car',
        'list' => 'start',
    ])->assertRefused('Dining Car starts before Lamp Signals (Its stove is lit by the first lamp.)');
    $instance = World::apply($instance->refresh());
    $order = $started();
    expect($order)
        ->toBe($shown())
        ->and(array_search('wax-and-seal', $order, true))
        ->toBeLessThan(array_search('sorting-office', $order, true))
        ->and(array_search('dining-car', $order, true))
        ->toBeLessThan(array_search('lamp-signals', $order, true));
    $this->post("/instances/{$instance->id}/order", ['list' => 'start', 'move' => "down {$order[0]}"])->assertRedirect();
    expect($instance->refresh()->draft)->not->toBeNull();
});

it('shows of files that several bring who wins, both contents side by side, and has another one win', function (): void {
    $instance = World::mail(['branch-lines', 'late-running']);
    $files = fn (): OrderList => app(OrderLists::class)->of($instance->refresh()->load(['placed', 'draft']))['files'];
    expect($files()->contested)->toBe(['scripts/timetable.json' => ['branch-lines', 'late-running']]);
    $this->get("/instances/{$instance->id}/order")
        ->assertOk()
        ->assertSee('Files that several bring')
        ->assertSee('scripts/timetable.json');
    $side = fn (string $package, string $path = 'scripts/timetable.json'): string => app(OrderLists::class)->content(
        $instance->refresh()->load(['placed', 'draft']),
        $files(),
        $path,
        $package,
    );
    $applied = (string) file_get_contents((new Folder($instance))->live('scripts/timetable.json'));
    expect($side('late-running'))
        ->toBe($applied)
        ->and(json_decode($side('branch-lines')))
        ->not->toBeNull()
        ->not->toEqual(json_decode($applied));
    foreach ([['gulls'], ['late-running', 'scripts/other.json'], ['late-running', '../../etc/passwd']] as $asked) {
        expect(fn () => $side(...$asked))->toThrow(Refusal::class, 'Nothing of that name is contested');
    }
    // Only what can be seen or heard is sent as it is.
    $this->get(
        "/instances/{$instance->id}/order/side?".
            http_build_query(['list' => 'files', 'path' => 'scripts/timetable.json', 'of' => 'late-running']),
    )->assertNotFound();
    $this->post("/instances/{$instance->id}/order", ['list' => 'files', 'move' => 'up branch-lines'])->assertRedirect();
    expect($files()->contested['scripts/timetable.json'])->toBe(['late-running', 'branch-lines']);
    $instance = World::apply($instance->refresh());
    expect((string) file_get_contents((new Folder($instance))->live('scripts/timetable.json')))->not->toBe($applied);
});
