<?php

declare(strict_types=1);

use App\Depots\Catalogue\Bulk;
use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\Sync\SourceReader;
use App\Drafts\Drafting;
use App\Find\Finder;
use App\Find\Query;
use App\Find\VerdictMemory;
use App\Games\Games;
use App\Models\Instance;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Explain\Fit;
use Stasimon\Core\Explain\Verdict;
use Stasimon\Core\Plan\Plan;
use Tests\Support\World;

beforeEach(function (): void {
    World::depots();
});

function withAll(Instance $instance): Instance
{
    return Instance::query()
        ->with(['placed', 'draft', 'lastRehearsal'])
        ->findOrFail($instance->id);
}

it('gives a verdict once, for as long as nothing changes that it rests on', function (): void {
    $instance = withAll(World::applied(['gulls']));
    $verdict = fn (): Verdict => app(Finder::class)->verdictsOf(withAll($instance), ['fogbank'])['fogbank'];
    $first = $verdict();
    expect(DB::table('verdicts')->where('instance_id', $instance->id)->pluck('package_id')->all())
        ->toBe(['fogbank'])
        ->and($verdict())
        ->toEqual($first);
    // What is remembered is what is answered.
    DB::table('verdicts')->update(['text' => 'as remembered']);
    expect($verdict()->text)->toBe('as remembered');

    // A step in the draft, and a depot that has something new, each make it be given anew.
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->wanting('clear-sky'));
    expect($verdict()->text)
        ->toBe('cannot stand with Clear Sky')
        ->and(DB::table('verdicts')->where('text', 'as remembered')->exists())
        ->toBeFalse();
    DB::table('verdicts')->update(['text' => 'as remembered']);
    DB::table('depots')->where('slug', 'tidepool')->increment('sequence');
    expect($verdict()->text)->toBe('cannot stand with Clear Sky');
});

it('keeps one instance\'s verdicts apart from another\'s, and lets them go with it', function (): void {
    [$one, $other] = [World::instance([]), World::instance([])];
    $memory = app(VerdictMemory::class);
    $memory->keep($one, str_repeat('a', 32), ['gulls' => new Verdict(Fit::Now, 'fits', '2.0.0')]);
    expect($memory->recall($other, str_repeat('a', 32), ['gulls']))
        ->toBe([])
        ->and($memory->recall($one, str_repeat('b', 32), ['gulls']))
        ->toBe([])
        ->and($memory->recall($one, str_repeat('a', 32), ['gulls', 'fogbank']))
        ->toEqual(['gulls' => new Verdict(Fit::Now, 'fits', '2.0.0')]);
    $memory->keep($one, str_repeat('b', 32), ['fogbank' => new Verdict(Fit::Not, 'does not')]);
    expect(DB::table('verdicts')->where('instance_id', $one->id)->count())->toBe(1);
    $one->delete();
    expect(DB::table('verdicts')->where('instance_id', $one->id)->count())->toBe(0);
});

it('finds the best first, and windows of what was found fit together whatever tier they are in', function (string $words): void {
    $instance = World::instance([]);
    $search = fn (int $from, int $count) => app(Finder::class)->search(withAll($instance), Query::of(['q' => $words]), $from, $count);
    $whole = $search(0, 400)->packages;
    expect($whole->count())->toBeGreaterThan(3);
    $rank = fn ($package): int => match (true) {
        mb_strtolower($package->name) === $words => 0,
        str_starts_with(mb_strtolower($package->name), $words) => 1,
        str_contains(mb_strtolower($package->name), $words) => 2,
        default => 3,
    };
    expect($whole->map($rank)->all())->toBe($whole->map($rank)->sort()->values()->all());
    foreach ($whole->groupBy($rank) as $tier) {
        expect($tier->pluck('downloads')->all())->toBe($tier->pluck('downloads')->sortDesc()->values()->all());
    }
    foreach ([1, 2, 3, 7] as $size) {
        $pieces = collect();
        for ($from = 0; $from < $whole->count(); $from += $size) {
            $pieces = $pieces->concat($search($from, $size)->packages->pluck('id'));
        }
        expect($pieces->all())->toBe($whole->pluck('id')->all());
    }
})->with(['fog', 'lanterns', 'harbour', 'the']);

it('copies any text into the database as it is', function (): void {
    $texts = ["tab\there", "line\nfeed\r", 'back\\slash', '\\N', '\\.', 'ünïcode ⚓', '{"json": "\\"quoted\\""}', ''];
    $rows = array_map(
        fn (int $i): array => [
            'package_id' => "p{$i}",
            'kind' => 'fine',
            'text' => $texts[$i],
            'version' => null,
            'understudy' => null,
            'depot_id' => null,
        ],
        array_keys($texts),
    );
    // Columns are taken by their names, in whatever order the rows have them.
    Bulk::copy('notices', ['kind', 'package_id', 'text', 'version', 'understudy', 'depot_id'], $rows);
    expect(
        DB::table('notices')->where('kind', 'fine')->where('package_id', 'like', 'p_')->orderBy('package_id')->pluck('text')->all(),
    )->toBe($texts);
});

it('takes from a depot\'s page what the database cannot keep', function (): void {
    $document = json_decode(
        (string) json_encode([
            'id' => 'odd',
            'kind' => 'mod',
            'name' => "Odd\0 One",
            'summary' => "with\0 nothing",
            'releases' => [
                [
                    'version' => '1.0.0',
                    'published' => '2031-02-30T00:00:00Z',
                    'notes' => "no\0thing",
                    'files' => [['name' => 'odd.zip', 'size' => 1, 'sha256' => str_repeat('a', 64), 'path' => 'files/odd.zip']],
                ],
                [
                    'version' => '1.1.0',
                    'published' => '2031-02-28T10:00:00Z',
                    'recommended' => true,
                    'files' => [['name' => 'odd.zip', 'size' => 1, 'sha256' => str_repeat('b', 64), 'path' => 'files/odd.zip']],
                ],
            ],
        ]),
    );
    $source = (new SourceReader(app(Games::class), 1))->read($document, 'odd', 'odd', []);
    expect($source->page['name'])
        ->toBe('Odd One')
        ->and($source->page['summary'])
        ->toBe('with nothing')
        ->and($source->page['notes'])
        ->toBe(['1.0.0' => 'nothing'])
        // The plain way and the careful way agree on what a row is.
        ->and(array_keys($source->files[0]))
        ->toBe(array_keys($source->files[1]))
        ->and($source->files[1]['recommended'])
        ->toBeTrue()
        ->and($source->files[1]['published_at'])
        ->toBe('2031-02-28T10:00:00Z');
    $document->releases[1]->files[0]->path = '../../etc/passwd';
    expect((new SourceReader(app(Games::class), 1))->read($document, 'odd', 'odd', [])->problems[0])->toContain('/releases/1/files/0/path');
});

it('reads in one step all that packages can need, and nothing that is only spoken of', function (): void {
    $catalogue = new DepotCatalogue(app(Games::class)->get('ferrywright'));
    $queries = 0;
    DB::listen(function () use (&$queries): void {
        $queries++;
    });
    $catalogue->load(['harbour-lamps', 'gulls', 'sunlit-decks']);
    expect($queries)->toBe(1);
    $catalogue->load(['harbour-lamps']);
    foreach (['harbour-lamps', 'lantern-render', 'oakum-api', 'kedge-bones', 'halyard', 'prism', 'burning-glass'] as $id) {
        expect($catalogue->package($id)?->id)->toBe($id);
    }
    expect($catalogue->package('nowhere'))->toBeNull()->and($catalogue->providersOf('capstan'))->not->toBeEmpty();
});
