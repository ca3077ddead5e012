<?php

declare(strict_types=1);

use App\Disk\Applying;
use App\Disk\Displaced;
use App\Disk\Folder;
use App\Disk\InTheWay;
use App\Disk\Laying;
use App\Disk\Milestones;
use App\Drafts\Drafting;
use App\Drafts\LineUps;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\GoBack;
use App\Drafts\Steps\Steps;
use App\Games\Games;
use App\Models\Instance;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Plan\Once;
use Stasimon\Core\Plan\Plan;
use Tests\Support\Archives;
use Tests\Support\Scattered;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** What a draft's page says that will go into the bin. @return list<string> */
function saidToGo(Instance $instance): array
{
    $lineUp = app(LineUps::class)->lineUp($instance->load('placed', 'draft'));
    $placement = new Placement(app(Games::class)->get('ferrywright'));
    $said = app(InTheWay::class)->of($instance, app(Laying::class)->known($lineUp, $placement), $placement, []);

    return [...array_map(fn (Displaced $one): string => $one->path, $said), ...array_values($lineUp->plan->once->out)];
}

it('carries over what it has not laid: any name, any kind, with its time, wherever it is', function (): void {
    $instance = World::applied(['gulls', 'long-piers']);
    $folder = new Folder($instance);
    mkdir($folder->live('mods/extra-folder'));
    foreach (['mods/handmade.zip', 'mods/extra-folder/readme.txt', 'my-notes.txt', 'screenshots/first.png', "\xffname"] as $path) {
        is_dir(dirname($folder->live($path))) || mkdir(dirname($folder->live($path)));
        file_put_contents($folder->live($path), $path);
        touch($folder->live($path), 1_600_000_000);
    }
    symlink('/nowhere', $folder->live('mods/a-link'));
    mkdir($folder->live('an empty one'));
    $before = array_map(fn (string $path): int => fileinode($folder->live($path)), ['mods/handmade.zip', 'my-notes.txt', "\xffname"]);
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->without('long-piers')->wanting('bell-buoys'));
    expect(saidToGo($instance->refresh()))->toBe([]);
    $instance = World::apply($instance);
    expect(array_map(fn (string $path): int => fileinode($folder->live($path)), ['mods/handmade.zip', 'my-notes.txt', "\xffname"]))
        ->toBe($before)
        ->and(file_get_contents($folder->live('mods/extra-folder/readme.txt')))
        ->toBe('mods/extra-folder/readme.txt')
        ->and(filemtime($folder->live('screenshots/first.png')))
        ->toBe(1_600_000_000)
        ->and(readlink($folder->live('mods/a-link')))
        ->toBe('/nowhere')
        ->and(is_dir($folder->live('an empty one')))
        ->toBeTrue()
        ->and($folder->bin()->all())
        ->toBe([])
        ->and(glob($folder->live('mods/long-piers*')))
        ->toBe([]);
});

it('says in the draft what has to make room, puts that into the bin, and gives it back', function (): void {
    $instance = World::applied(['long-piers']);
    $folder = new Folder($instance);
    app(Steps::class)->take($instance, new Add(['gulls']));
    mkdir($folder->live('mods/gulls-2.0.0.zip'));
    file_put_contents($folder->live('mods/gulls-2.0.0.zip/inner'), 'mine');
    file_put_contents($folder->live('mods/kedge-bones-3.0.7.zip'), 'also mine');
    $this->get(route('draft', $instance))
        ->assertOk()
        ->assertSee('Goes into the bin')
        ->assertSee('mods/gulls-2.0.0.zip/inner')
        ->assertSee('Gulls brings a file of that name');
    $instance = World::apply($instance);
    $binned = $folder->bin()->all();
    expect(array_map(fn ($one): string => $one->path, $binned))
        ->toBe(['mods/gulls-2.0.0.zip/inner', 'mods/kedge-bones-3.0.7.zip'])
        ->and($binned[0]->why)
        ->toBe('Gulls brings a file of that name.')
        ->and($instance->history()->first()->sentence)
        ->toContain('Put into the bin mods/gulls-2.0.0.zip/inner, mods/kedge-bones-3.0.7.zip');
    $this->get(route('files', [$instance, 'only' => 'bin']))
        ->assertSee('mods/kedge-bones-3.0.7.zip')
        ->assertSee('Kedge Bones brings a file of that name');
    // What lies there now stays; once it is gone, the other comes back.
    $back = ['key' => $binned[1]->key];
    $this->post(route('files.back', $instance), $back)->assertRefused('stays in the bin');
    unlink($folder->live('mods/kedge-bones-3.0.7.zip'));
    $this->post(route('files.back', $instance), $back)->assertRedirect();
    expect(file_get_contents($folder->live('mods/kedge-bones-3.0.7.zip')))->toBe('also mine');
    $this->get(route('files.binned', [$instance, 'key' => $binned[0]->key]))
        ->assertOk()
        ->assertHeader('Cache-Control', 'no-store, private');
    $this->post(route('files.erase', $instance), ['key' => $binned[0]->key])->assertRedirect();
    expect($folder->bin()->all())->toBe([]);
    $this->post(route('files.erase', $instance), ['key' => $binned[0]->key])
        ->assertNotFound()
        ->assertSee('not in the bin any more');
});

it('keeps a file that was changed by hand when its release goes or comes anew', function (): void {
    $instance = World::applied(['gulls', 'long-piers']);
    $folder = new Folder($instance);
    $piers = (string) $instance->placed->firstWhere('package_id', 'long-piers')?->path;
    foreach ([$piers, 'mods/gulls-2.0.0.zip'] as $path) {
        unlink($folder->live($path));
        file_put_contents($folder->live($path), 'changed');
    }
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->without('long-piers'));
    $this->get(route('draft', $instance))
        ->assertSee('It was changed by hand, and goes with Long Piers.')
        ->assertSee('It was changed by hand, and Gulls is laid as it came.');
    World::apply($instance);
    expect(array_map(fn ($one): string => $one->path, $folder->bin()->all()))
        ->toBe(['mods/gulls-2.0.0.zip', $piers])
        ->and(file_exists($folder->live($piers)))
        ->toBeFalse()
        ->and(file_get_contents($folder->live('mods/gulls-2.0.0.zip')))
        ->not->toBe('changed');
});

it('loses nothing of a person\'s over drafts, undo, going back and applies that die, and does what the draft said', function (
    int $seed,
): void {
    $instance = World::applied(['gulls']);
    $folder = new Folder($instance);
    $strewn = new Scattered($folder, ['config', 'worlds'], $seed);
    $pool = ['long-piers', 'bell-buoys', 'gulls', 'tide-tables', 'fogbank'];
    $paths = ['mods/gulls-2.0.0.zip', 'mods/kedge-bones-3.0.7.zip', 'loader/halyard-0.16.4.zip', 'mods/long-piers-5.0.1.zip'];
    $steps = ['looked', 'built', 'complete', 'aside', 'swapped', 'applied', '', '', ''];
    for ($round = 0; $round < 4; $round++) {
        $strewn->strew((int) ceil((int) (getenv('STASIMON_CASES') ?: 160) / 16), $paths);
        $instance = Instance::query()->findOrFail($instance->id);
        $point = $instance->history()->reorder('id')->skip(1)->first();
        if ($point !== null && $strewn->dice->getInt(0, 3) === 0) {
            app(Steps::class)->take($instance, new GoBack($point->id, (bool) $strewn->dice->getInt(0, 1)));
        }
        app(Drafting::class)->step($instance, function (Plan $plan) use ($strewn, $pool): Plan {
            foreach ($pool as $id) {
                $plan = $strewn->dice->getInt(0, 1) === 0 ? $plan->without($id) : $plan->wanting($id);
            }

            return $plan->puttingBack((bool) $strewn->dice->getInt(0, 1));
        });
        $hand = array_filter(
            array_map(hex2bin(...), array_map(strval(...), array_keys($strewn->there))),
            fn (string $path): bool => mb_check_encoding($path, 'UTF-8'),
        );
        if ($hand !== [] && $strewn->dice->getInt(0, 1) === 0) {
            app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->takingOut($strewn->of(array_values($hand))));
            $strewn->dice->getInt(0, 1) === 0 && app(Drafting::class)->back($instance);
        }
        $instance = Instance::query()->findOrFail($instance->id);
        $said = saidToGo($instance);
        $dies = $strewn->of($steps);
        app()->instance(
            Milestones::class,
            new class($dies) extends Milestones
            {
                public function __construct(private readonly string $last)
                {
                }

                public function reached(string $step): void
                {
                    $step === $this->last && throw new LogicException('killed');
                }
            },
        );
        $gone = [];
        try {
            World::apply($instance);
        } catch (LogicException) {
            app(Applying::class)->recover($instance);
            [$gone, $lost] = $strewn->missing($folder->bin());
            $instance = Instance::query()->with('draft')->findOrFail($instance->id);
            expect($lost)
                ->toBe([], "seed {$seed}, died at {$dies}")
                ->and($instance->draft === null || $gone === [])
                ->toBeTrue();
            app()->instance(Milestones::class, new Milestones());
            $instance->draft === null || World::apply($instance);
        }
        [$inBin, $lost] = $strewn->missing($folder->bin());
        expect($lost)
            ->toBe([], "seed {$seed}, round {$round}")
            // What went is what the draft said, no more and no less.
            ->and([...$gone, ...$inBin])
            ->toEqualCanonicalizing(array_values(array_unique($said)), "seed {$seed}, round {$round}");
        expect($folder->live('.stasimon.json'))->toBeFile();
    }
})->with(fn () => range(1, max(4, intdiv((int) (getenv('STASIMON_CASES') ?: 160), 40))));

it('sees what was put among the mods by hand before a launch does, and takes it in, out, or leaves it', function (): void {
    $instance = World::applied(['gulls', 'clear-wake']);
    $folder = new Folder($instance);
    $fromDepot = fn (string $file): string => (string) file_get_contents(config('stasimon.demo_depots.Slipway')."/files/{$file}.zip");
    file_put_contents($folder->live('mods/mine.zip'), $fromDepot('long-piers-5.0.1'));
    file_put_contents($folder->live('mods/gulls-old.zip'), $fromDepot('gulls-2.0.0'));
    file_put_contents($folder->live('mods/slick.zip'), $fromDepot('slick-hull-0.8.0'));
    file_put_contents($folder->live('mods/sketches.zip'), Archives::bytes(['a.txt' => 'a']));
    // A page looks into nothing; a worker does, and then the page says it.
    $this->get(route('instances.show', $instance))->assertOk()->assertSee('mods/gulls-old.zip is being looked into');
    $this->get(route('instances.show', $instance))
        ->assertSee('Gulls is there twice')
        ->assertSee('mods/gulls-old.zip was put there by hand and says that it is Gulls 2.0.0')
        ->assertSee('2 files were put there by hand')
        ->assertSee('mods/mine.zip is Long Piers 5.0.1')
        ->assertSee('mods/sketches.zip does not say what it is')
        ->assertSee('Take all 2 in');
    expect(DB::table('strays')->count())->toBe(4);

    $keyOf = fn (string $path): array => ['keys' => [Once::keyOf($path)]];
    $this->post(route('strays.take-out', $instance), $keyOf('mods/gulls-old.zip'))->assertRedirect(route('draft', $instance));
    $this->post(route('strays.take-in', $instance), $keyOf('mods/mine.zip'))->assertRedirect(route('draft', $instance));
    $this->post(route('strays.take-in', $instance), $keyOf('mods/sketches.zip'))->assertRedirect(route('instances.shelf', $instance));
    $this->post(route('strays.take-out', $instance), ['keys' => [Once::keyOf('mods/nothing.zip')]])->assertRefused(
        'Not all of these files are there any more',
    );
    $this->get(route('draft', $instance))->assertSee('mods/gulls-old.zip')->assertSee('You take it out.')->assertSee('Long Piers');
    $this->post(route('draft.leave-in', $instance), ['key' => Once::keyOf('mods/mine.zip')])->assertRedirect();
    $this->post(route('draft.back', $instance));
    $instance = World::apply($instance);
    expect(array_map(fn ($one): string => $one->path, $folder->bin()->all()))
        ->toBe(['mods/gulls-old.zip', 'mods/mine.zip'])
        ->and($folder->live('mods/long-piers-5.0.1.zip'))
        ->toBeFile()
        ->and($instance->versions())
        ->toHaveKey('long-piers', '5.0.1');

    $this->post(route('strays.leave', $instance), $keyOf('mods/sketches.zip'))->assertRedirect();
    $this->get(route('instances.show', $instance))->assertDontSee('sketches.zip')->assertSee('slick.zip');
    file_put_contents($folder->live('mods/sketches.zip'), Archives::bytes(['a.txt' => 'another']));
    $this->get(route('instances.show', $instance))->assertSee('sketches.zip');
    // And all of it anew in one act.
    $this->post(route('draft.anew', $instance))->assertRedirect();
    World::apply($instance);
    expect(array_map(basename(...), glob($folder->live('mods/*')) ?: []))->not->toContain('slick.zip', 'sketches.zip');
});
