<?php

declare(strict_types=1);

use App\Depots\PackageRow;
use App\Drafts\Drafting;
use App\Drafts\LineUps;
use App\Drafts\Outcomes;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use App\Drafts\Steps\TakeRemedy;
use App\Drafts\Steps\Waive;
use App\Find\Finder;
use App\Findings\Looking;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Rehearsals\Log\Reading;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Explain\Fit;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Waiver;
use Tests\Support\World;

beforeEach(fn () => World::depot());

it('says of a package in Find what adding it does', function (array $wants, string $version, string $loader): void {
    World::secondDepot();
    $instance = World::applied($wants, $version, $loader)->load(['placed', 'draft', 'lastRehearsal']);
    $ids = PackageRow::query()
        ->whereNotIn('kind', ['game', 'runtime', 'loader'])
        ->orderBy('id')
        ->pluck('id')
        ->all();
    if (getenv('STASIMON_CASES') === false) {
        // Some in every run, others each day; all of them on demand.
        $ids = array_values(array_filter($ids, fn (string $id): bool => crc32($id.date('z')) % 5 === 0));
    }
    $seen = [];
    foreach (array_chunk($ids, 20) as $some) {
        foreach (app(Finder::class)->verdictsOf($instance, $some) as $id => $verdict) {
            if (in_array($verdict->fit, [Fit::There, Fit::Brought, Fit::Off], true)) {
                continue;
            }
            // Through the form that the button sends.
            $this->post(route('draft.add', $instance), ['ids' => [(string) $id]])->assertRedirect();
            test()->nextRequest();
            $drafted = Instance::query()
                ->with(['placed', 'draft', 'lastRehearsal'])
                ->findOrFail($instance->id);
            $outcome = app(Outcomes::class)->outcome($drafted);
            $said = "{$id} on {$version} {$loader}: {$verdict->text}";
            $seen[$verdict->fit->value] = true;
            if (str_starts_with($verdict->text, 'fits')) {
                expect($outcome->versions[$id] ?? null)->toBe($verdict->version, $said);
                $verdict->fit === Fit::Now && expect(array_diff_assoc($instance->versions(), $outcome->versions))->toBe([], $said);
            } else {
                expect($outcome->versions)->toBeNull($said);
                // What would help is there where another base would.
                $verdict->fit === Fit::AfterChange && expect($outcome->told?->repairs)->not->toBeEmpty($said);
            }
            app(Drafting::class)->discard($drafted);
            test()->nextRequest();
        }
    }
    expect($seen)->toHaveKeys(['now', 'not']);
})->with([
    [['gulls', 'fogbank', 'clear-wake'], '3.2.1', 'halyard'],
    [['gulls'], '3.4.1', 'halyard'],
    [['rope-and-tar'], '3.3.2', 'capstan'],
]);

/** The instance as a page sees it. */
function anew(Instance $instance): Instance
{
    test()->nextRequest();

    return Instance::query()
        ->with(['placed', 'draft', 'lastRehearsal'])
        ->findOrFail($instance->id);
}

it('speaks of the disk while something else is drafted, and of the draft as a draft', function (): void {
    $instance = World::applied(['gulls', 'long-piers'], build: '0.16.4');
    World::rehearsed($instance);
    $page = route('instances.show', $instance);
    $this->get($page)
        ->assertSee('Last rehearsal clean')
        ->assertSee('4 releases, 2 asked for')
        ->assertDontSee('The draft</b> makes it', false);
    $this->post(route('draft.base', $instance), ['build' => '0.16.9', 'memory' => '8192']);
    $this->get($page)
        ->assertSee('<b>Halyard</b> 0.16.4', false)
        ->assertSee('Halyard 0.16.4 → 0.16.9, 4 GB → 8 GB')
        ->assertSee('Last rehearsal clean')
        ->assertSee('Play and Rehearse run this, not the draft.');
    $this->get(route('base', [$instance, 'build']))->assertSee('in the draft')->assertSee('as it is now');
    World::apply($instance);
    test()->nextRequest();
    $this->get($page)
        ->assertSee('<b>Halyard</b> 0.16.9', false)
        ->assertSee('Since then something was applied, and not launched yet.')
        ->assertSee('Which of these start is not known. It has not been launched since it was applied.');
    $this->get(route('rehearsals.show', [$instance, 1]))
        ->assertSee('Since then something was applied, so it says nothing of what is there now.')
        ->assertSee('3 of 3 mods and libraries started');
    World::rehearsed($instance);
    test()->nextRequest();
    $this->get($page)->assertDontSee('Since then something was applied')->assertSee('Started')->assertSee(' ms</td>', false);
});

it('clears by a draft what a rule no longer finds in its line-up, and by a launch what a launch has told', function (): void {
    $instance = World::applied(['treasuries', 'gulls']);
    World::rehearsed($instance);
    $this->get(route('instances.show', $instance))->assertSee('Rehearsal 1 stopped')->assertSee('The game ran out of memory');
    // Something that has nothing to do with it clears nothing.
    $this->post(route('draft.add', $instance), ['ids' => ['long-piers']]);
    test()->nextRequest();
    $this->get(route('draft', $instance))->assertSee('To be tried')->assertSee('Rehearsal 1 stopped')->assertDontSee('Cleared by it');
    World::apply($instance);
    test()->nextRequest();
    $this->get(route('instances.show', $instance))
        ->assertSee('Rehearsal 1 stopped, and nothing was launched since')
        ->assertSee('Whether that helped is known when the game has been launched again.');
    $this->post(route('draft.base', $instance), ['memory' => '8192']);
    World::apply($instance);
    World::rehearsed($instance);
    test()->nextRequest();
    $this->get(route('instances.show', $instance))
        ->assertDontSee('stopped, and nothing was launched since')
        ->assertDontSee('Rehearsal 1 stopped');
});

it('keeps the groups of now when it goes back, and says in the draft which group goes', function (): void {
    $instance = World::applied(['gulls']);
    app(Drafting::class)->step(
        $instance,
        fn (Plan $plan): Plan => $plan->wanting('long-piers')->grouping('Birds', 'gulls')->grouping('Wood', 'long-piers'),
    );
    $instance = World::apply($instance);
    $point = $instance->history()->reorder('id')->skip(1)->firstOrFail();
    $this->post(route('draft.restore', $instance), ['point' => $point->id, 'own' => 0])->assertRedirect();
    expect(anew($instance)->draft?->plan->groups)->toBe(['Birds' => ['gulls']]);
    $this->get(route('draft', $instance))->assertSee('The group Wood goes with all that is in it.')->assertDontSee('The group Birds');
});

it('never says "none" for "not in time": what a page has no time for a worker tries, and then the page has it', function (): void {
    $instance = World::applied(['stowaways', 'gulls']);
    $rehearsal = World::rehearsed($instance);
    $page = route('rehearsals.show', [$instance, $rehearsal->number]);
    $all = function () use ($page): array {
        test()->nextRequest();
        preg_match_all('/name="remedy" value="([^"]+)"/', (string) $this->get($page)->getContent(), $keys);

        return $keys[1];
    };
    $whole = $all();
    expect($whole)->not->toBe([]);
    DB::table('trials')->delete();
    config(['queue.default' => 'database', 'stasimon.page_seconds' => 0]);
    expect($all())->toBe([]);
    $this->get($page)
        ->assertSee('What else would help is being worked out.')
        ->assertDontSee('No change is known that would lead to a line-up');
    $this->get(route('instances.show', $instance))->assertOk()->assertSee('being worked out');
    // What was shown before works when it is pressed, though nothing of it can be tried meanwhile.
    $this->post(route('rehearsals.remedy', [$instance, $rehearsal->number]), ['remedy' => html_entity_decode($whole[0])])->assertRedirect(
        route('draft', $instance),
    );
    expect(anew($instance)->draft)->not->toBeNull();
    app(Drafting::class)->discard($instance);
    test()->nextRequest();
    config(['queue.default' => 'sync']);
    foreach (DB::table('tasks')->where('state', 'waiting')->pluck('id') as $task) {
        app(App\Work\Performing::class)->perform($task);
        test()->nextRequest();
    }
    expect($all())->toBe($whole);
    $this->get($page)->assertDontSee('being worked out');
});

it('says exactly what changed where a remedy is none any more', function (): void {
    $instance = World::applied(['stowaways', 'gulls']);
    $rehearsal = World::rehearsed($instance);
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->without('stowaways'));
    World::apply($instance);
    test()->nextRequest();
    $this->post(route('rehearsals.remedy', [$instance, $rehearsal->number]), ['remedy' => 'off stowaways'])
        ->assertStatus(409)
        ->assertSee('stowaways is not in the line-up any more: something was applied since.');
});

it('leads by each remedy that it shows to what it says', function (): void {
    $instance = World::applied(['stowaways', 'gulls', 'figureheads']);
    $rehearsal = World::rehearsed($instance);
    foreach (app(Reading::class)->findings(Rehearsal::query()->with('instance')->findOrFail($rehearsal->id)) as $read) {
        foreach ($read->remedies as $counsel) {
            $this->post(route('rehearsals.remedy', [$instance, $rehearsal->number]), ['remedy' => $counsel->key])->assertRedirect();
            $drafted = anew($instance);
            expect(app(LineUps::class)->lineUp($drafted)->resolved)->not->toBeNull($counsel->text);
            app(Drafting::class)->discard($drafted);
        }
    }
    foreach (app(Looking::class)->over(anew($instance))->findings() as $finding) {
        foreach ($finding->remedies as $remedy) {
            $this->post($remedy->address(), $remedy->fields)->assertRedirect();
            $drafted = anew($instance);
            $drafted->draft === null || expect(app(Outcomes::class)->outcome($drafted)->versions)->not->toBeNull($remedy->label);
            app(Drafting::class)->discard($drafted);
        }
    }
});

it('offers to disregard no limit that a file itself has, and says so where somebody does', function (): void {
    World::secondDepot();
    $instance = World::applied(['rope-and-tar'], '3.3.2', 'capstan');
    app(Steps::class)->take($instance, new Add(['tide-mills']));
    $told = app(Outcomes::class)->outcome(anew($instance))->told;
    expect($told?->repairs)->not->toBeEmpty();
    foreach (array_keys($told->repairs) as $key) {
        app(Steps::class)->take(anew($instance), new TakeRemedy((string) $key));
        expect(app(Outcomes::class)->outcome(anew($instance))->versions)->not->toBeNull($told->repairs[$key]['text']);
        app(Drafting::class)->back(anew($instance));
    }
    $waiver = new Waiver('tide-mills', '0.4.4', Relation::Needs, 'ferrywright');
    app(Steps::class)->take(anew($instance), new Waive($waiver, 'I know better'));
    test()->nextRequest();
    $this->get(route('draft', $instance))
        ->assertOk()
        ->assertSee('has nothing in it for Ferrywright 3.3.2, so it cannot be laid there')
        ->assertSee('Do without Tide Mills')
        ->assertDontSee('This base cannot stand');
    $this->get(route('instances.show', $instance))->assertOk()->assertSee('cannot be applied as it is');
    $this->post(route('draft.apply', $instance))->assertStatus(409);
    $told = app(Outcomes::class)->outcome(anew($instance))->told;
    app(Steps::class)->take(anew($instance), new TakeRemedy((string) array_key_first($told->repairs)));
    expect(app(Outcomes::class)->outcome(anew($instance))->versions)->not->toBeNull();
});

it('names the releases that a launch had, once others are there', function (): void {
    World::depot();
    $instance = World::applied(['signal-flags']);
    $had = $instance->versions()['signal-flags'];
    World::rehearsed($instance);
    test()->post("/instances/{$instance->id}/draft/range", ['id' => 'signal-flags', 'range' => "<{$had}"])->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect($instance->versions()['signal-flags'])
        ->not->toBe($had)
        ->and(implode(' ', array_column(app(Looking::class)->over(anew($instance))->findings(), 'text')))
        ->toContain("Its log said: Signal Flags {$had} needs Halyard");
});
