<?php

declare(strict_types=1);

use App\Depots\Depot;
use App\Depots\Sync\Synchronising;
use App\Disk\ApplyDraft;
use App\Drafts\Answer;
use App\Drafts\Drafting;
use App\Drafts\Outcomes;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use App\Drafts\Trials;
use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Refusal\Refusal;
use App\Work\Allowance;
use App\Work\Performing;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Stasimon\Core\Plan\Plan;
use Tests\Support\World;

/** A depot in which one package needs more pigeons than there are holes: hard for any solver of clauses (Haken 1985). */
function pigeons(int $pigeons): void
{
    $release = fn (string $version, array $needs = []): array => [
        'version' => $version,
        'needs' => [['id' => 'ferrywright'], ...$needs],
        'files' => [
            [
                'name' => 'p.zip',
                'size' => 1,
                'sha256' => hash('sha256', $version.json_encode($needs).random_int(0, PHP_INT_MAX)),
                'path' => 'files/p.zip',
            ],
        ],
    ];
    $packages = [
        'loft' => [
            'id' => 'loft',
            'kind' => 'mod',
            'releases' => [$release('1.0.0', array_map(fn (int $i): array => ['id' => "pigeon-{$i}"], range(1, $pigeons)))],
        ],
    ];
    foreach (range(1, $pigeons) as $i) {
        $packages["pigeon-{$i}"] = [
            'id' => "pigeon-{$i}",
            'kind' => 'library',
            'releases' => [
                $release('1.0.0', [
                    [
                        'anyOf' => array_map(
                            fn (int $hole): array => ['id' => "hole-{$hole}", 'range' => "={$i}.0.0"],
                            range(1, $pigeons - 1),
                        ),
                    ],
                ]),
            ],
        ];
    }
    foreach (range(1, $pigeons - 1) as $hole) {
        $packages["hole-{$hole}"] = [
            'id' => "hole-{$hole}",
            'kind' => 'library',
            'releases' => array_map(fn (int $i): array => $release("{$i}.0.0"), range(1, $pigeons)),
        ];
    }
    config(['stasimon.private_depots' => [...config('stasimon.private_depots'), '127.0.0.1:9']]);
    $depot = Depot::query()->create(['slug' => 'odd', 'name' => 'Odd', 'url' => 'http://127.0.0.1:9', 'place' => 9]);
    Http::fake(
        fn (Request $request) => str_contains($request->url(), 'changes.json')
            ? Http::response([
                'sequence' => 1,
                'changes' => array_map(fn (string $id): array => ['id' => $id, 'sequence' => 1], array_keys($packages)),
            ])
            : Http::response($packages[basename($request->url(), '.json')]),
    );
    app(Synchronising::class)->run($depot, World::task());
}

/** A worker does what waits, in its order; it is another process, and remembers nothing of the page. */
function workOut(): void
{
    app()->forgetScopedInstances();
    $waiting = Task::query()->where('kind', TaskKind::WorkOut)->where('state', TaskState::Waiting)->orderBy('id')->pluck('id');
    expect($waiting)->not->toBeEmpty();
    $waiting->each(fn (string $id) => app(Performing::class)->perform($id));
    app()->forgetScopedInstances();
}

beforeEach(function (): void {
    World::depot();
    pigeons(12);
    // The work that pages begin waits for a worker, as it does in earnest.
    config(['queue.default' => 'null', 'stasimon.page_seconds' => 0.3, 'stasimon.work_seconds' => 0.5]);
});

it('answers a search in its time, and says of which verdict it had none', function (): void {
    $instance = World::applied(['gulls']);
    $this->get("/instances/{$instance->id}/find?q=loft")
        ->assertOk()
        ->assertSee('not worked out yet')
        ->assertSee('data-pending', false);
    $this->get("/instances/{$instance->id}/find?q=gulls")
        ->assertOk()
        ->assertSee('asked for already');
    $task = Task::query()->where('kind', TaskKind::WorkOut)->sole();
    app(Performing::class)->perform($task->id);
    expect($task->refresh()->state)->toBe(TaskState::Done);
    $this->get("/instances/{$instance->id}/find?q=loft")
        ->assertOk()
        ->assertSee('takes too long to work out')
        ->assertDontSee('data-pending', false);
    $this->get("/instances/{$instance->id}/packages/loft")->assertOk();
});

it('answers a draft in its time, has a worker go on with it, and lets it be stepped back', function (): void {
    $instance = World::applied(['gulls']);
    $this->post("/instances/{$instance->id}/draft/add", ['id' => 'loft'])->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('Not worked out yet');
    foreach (['', '/find', '/history', '/files', '/packages/gulls'] as $page) {
        $this->get("/instances/{$instance->id}{$page}")
            ->assertOk()
            ->assertSee('being worked out');
    }
    $fresh = fn (): Instance => Instance::query()
        ->with(['placed', 'draft'])
        ->findOrFail($instance->id);
    expect(fn () => app(ApplyDraft::class)->start($fresh()))->toThrow(Refusal::class, 'no line-up yet');
    workOut();
    expect(app(Outcomes::class)->outcome($fresh())->answer)->toBe(Answer::GivenUp);
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('takes too long to work out')
        ->assertSee('Take the last step back');
    $this->post("/instances/{$instance->id}/draft/back")->assertRedirect();
    expect(app(Outcomes::class)->outcome($fresh())->versions)->toHaveKey('gulls');
});

it('fills in what a worker has found out: a line-up, or why there is none', function (): void {
    $instance = World::applied(['gulls']);
    $draft = app(Steps::class)->take($instance, new Add(['fogbank']));
    config(['stasimon.page_seconds' => 0.0, 'stasimon.work_seconds' => 60]);
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('Not worked out yet');
    workOut();
    config(['stasimon.page_seconds' => 30]);
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('What the draft leads to')
        ->assertSee('Fogbank Weather');
    app(Steps::class)->take($instance->refresh(), new Add(['clear-sky']));
    app()->forgetScopedInstances();
    config(['stasimon.page_seconds' => 0.0]);
    $this->get("/instances/{$instance->id}/draft")->assertSee('Not worked out yet');
    workOut();
    config(['stasimon.page_seconds' => 30]);
    $page = $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('cannot be in')
        ->assertSee('Do without');
    expect(preg_match('/name="repair" value="([0-9a-f]{16})"/', (string) $page->getContent(), $key))->toBe(1);
    $this->post("/instances/{$instance->id}/draft/repair", ['repair' => $key[1]])->assertRedirect();
    expect($draft->refresh()->revision)->toBe(3);
});

it('tries what would help once, and draws on what the demands do not agree each time', function (): void {
    $instance = World::instance(['deep-draught', 'deep-weather'], build: '0.16.4');
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->ranging('deep-draught', '>=1.2'));
    $see = function () use ($instance): array {
        $this->nextRequest();
        $page = (string) $this->get("/instances/{$instance->id}/draft")->assertOk()->getContent();
        preg_match_all('#<figure class="range-chart">.*?</figure>#s', $page, $charts);

        return [$page, $charts[0]];
    };
    [$page, $charts] = $see();
    expect($charts)->not->toBe([])->and($page)->toContain('Use Halyard 0.16.9')->not->toContain('as was tried');
    $kept = DB::table('drafts')->where('instance_id', $instance->id);
    $kept->update(['outcome' => str_replace('Use Halyard', 'Use, as was tried, Halyard', (string) $kept->value('outcome'))]);
    [$page, $again] = $see();
    expect($page)->toContain('Use, as was tried, Halyard')->and($again)->toBe($charts);
});

it('leaves to a worker what a page would have to try beyond its share, and answers the first all the same', function (): void {
    $instance = World::applied(['gulls'])->load(['placed', 'draft']);
    config(['stasimon.page_seconds' => 30]);
    app(Allowance::class)->forPage();
    // The page has time yet; what may be tried for it has none after the first.
    config(['stasimon.page_seconds' => 1e-9]);
    $trials = app(Trials::class);
    expect($trials->holds($instance->plan->wanting('fogbank'), $instance))
        ->toBeTrue()
        ->and($trials->holds($instance->plan->wanting('long-piers'), $instance))
        ->toBeNull()
        ->and($trials->isOpen($instance))
        ->toBeTrue();
    app(Performing::class)->perform(Task::query()->where('kind', TaskKind::Trial)->sole()->id);
    app()->forgetScopedInstances();
    expect(app(Trials::class)->holds($instance->plan->wanting('long-piers'), $instance))->toBeTrue();
});
