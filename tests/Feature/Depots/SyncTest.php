<?php

declare(strict_types=1);

use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\PackageRow;
use App\Depots\ReleaseRow;
use App\Depots\Sync\SourceMerging;
use App\Depots\Sync\Synchronising;
use App\Drafts\LineUps;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\Support\World;

function odd(): Depot
{
    config(['stasimon.private_depots' => [...config('stasimon.private_depots'), '127.0.0.1:9']]);

    return Depot::query()->create(['slug' => 'odd', 'name' => 'Odd', 'url' => 'http://127.0.0.1:9']);
}

/** @param  array<string, mixed>  $more */
function gulls(array $more = [], string $digest = 'a'): array
{
    return $more + [
        'id' => 'gulls',
        'kind' => 'mod',
        'releases' => [
            [
                'version' => '9.0.0',
                'needs' => [['id' => 'ferrywright']],
                'files' => [
                    ['name' => 'gulls-9.0.0.zip', 'size' => 1, 'sha256' => str_repeat($digest, 64), 'path' => 'files/gulls-9.0.0.zip'],
                ],
            ],
        ],
    ];
}

/** @param  array<string, array<string, mixed>>  $packages  by the id that the depot uses */
function answering(array $packages, int $sequence = 1): void
{
    Http::fake([
        '*:9/changes.json*' => Http::response([
            'sequence' => $sequence,
            'changes' => array_map(fn (string $id): array => ['id' => $id, 'sequence' => $sequence], array_keys($packages)),
        ]),
        ...array_combine(
            array_map(fn (string $id): string => "*:9/packages/{$id}.json", array_keys($packages)),
            array_map(fn (array $package) => Http::response($package), $packages),
        ),
    ]);
}

it('reads a depot, and reading it again changes nothing', function (): void {
    $depot = World::depot();
    $state = fn (): array => [
        PackageRow::query()->count(),
        ReleaseRow::query()->count(),
        DB::table('mentions')->count(),
        DB::table('holdings')->sum('packages'),
        $depot->refresh()->sequence,
    ];
    $first = $state();
    expect($first[0])
        ->toBeGreaterThan(200)
        ->and(PackageRow::query()->where('kind', 'mod')->count())
        ->toBeGreaterThanOrEqual(70)
        ->and(PackageRow::query()->where('kind', 'library')->count())
        ->toBeGreaterThanOrEqual(14)
        ->and(
            PackageRow::query()
                ->whereIn('kind', ['resource-pack', 'data-pack', 'shader-pack'])
                ->count(),
        )
        ->toBeGreaterThanOrEqual(12);
    World::secondDepot();
    expect(ReleaseRow::query()->count())->toBeGreaterThanOrEqual(900);
    $both = $state();
    Http::preventStrayRequests();
    Http::fake(['*/changes.json*' => Http::response(['sequence' => $first[4], 'changes' => []])]);
    World::depot();
    expect($state())->toBe($both);
});

it('makes one package of what two depots say, by declared identity and by digest', function (): void {
    World::depot();
    World::secondDepot();
    // Declared: Tidepool calls it "brine" and says that it is brine-core. By digest: it says nothing, and has the same files.
    expect(
        PackageRow::query()
            ->whereIn('id', ['brine', 'gulls-and-lunches', 'wet-ink-logbooks'])
            ->exists(),
    )
        ->toBeFalse()
        ->and(DB::table('sources')->where('package_id', 'brine-core')->count())
        ->toBe(2)
        ->and(DB::table('sources')->where('package_id', 'gulls')->pluck('local_id')->sort()->values()->all())
        ->toBe(['gulls', 'gulls-and-lunches'])
        ->and(ReleaseRow::query()->where('package_id', 'gulls')->where('version', '2.0.0')->count())
        ->toBe(2);
    // Only on Tidepool; and newest on Slipway alone, though Tidepool has it as well.
    expect(PackageRow::query()->find('speaking-tubes'))
        ->not->toBeNull()
        ->and(
            ReleaseRow::query()
                ->with('depot')
                ->where('package_id', 'brine-core')
                ->where('version', '3.0.0')
                ->get()
                ->pluck('depot.name')
                ->all(),
        )
        ->toBe(['Slipway']);
    $drafted = app(LineUps::class)->lineUp(World::instance(['speaking-tubes', 'gulls'])->load('placed', 'draft'));
    expect($drafted->resolved?->versions())
        ->toMatchArray(['speaking-tubes' => '1.0.0', 'gulls' => '2.0.0'])
        ->and(
            array_map(
                fn ($offer): string => $offer->depot->name,
                $drafted->fileOf(collect($drafted->resolved->selection)->firstWhere('package.id', 'gulls'))->offers,
            ),
        )
        ->toBe(['Slipway', 'Tidepool']);
});

it('writes the ids that are used here into what a depot says of others, whichever it tells first', function (): void {
    World::depot();
    $other = [
        'id' => 'feeder',
        'kind' => 'mod',
        'releases' => [
            [
                'version' => '1.0.0',
                'needs' => [['id' => 'ferrywright'], ['id' => 'odd-gulls']],
                'files' => [['name' => 'feeder.zip', 'size' => 1, 'sha256' => str_repeat('b', 64), 'path' => 'files/feeder.zip']],
            ],
        ],
    ];
    $depot = odd();
    answering(['feeder' => $other]);
    app(Synchronising::class)->run($depot, World::task());
    expect(DB::table('mentions')->where('package_id', 'feeder')->pluck('mentioned')->all())->toContain('odd-gulls');
    // Now the depot brings the package itself, and says which one it is.
    Http::swap(new Illuminate\Http\Client\Factory());
    answering(['odd-gulls' => ['id' => 'odd-gulls', 'identity' => 'gulls'] + gulls()], 2);
    app(Synchronising::class)->run($depot->refresh(), World::task());
    expect(DB::table('mentions')->where('package_id', 'feeder')->pluck('mentioned')->all())
        ->toContain('gulls')
        ->not->toContain('odd-gulls')
        ->and(PackageRow::query()->find('odd-gulls'))
        ->toBeNull()
        ->and(ReleaseRow::query()->where('package_id', 'gulls')->where('version', '9.0.0')->exists())
        ->toBeTrue();
});

it('forgets a package that a depot has taken back, and no other depot has', function (): void {
    $depot = odd();
    answering(['gulls' => gulls()]);
    app(Synchronising::class)->run($depot, World::task());
    expect(PackageRow::query()->find('gulls'))->not->toBeNull();
    Http::swap(new Illuminate\Http\Client\Factory());
    Http::fake([
        '*:9/changes.json*' => Http::response(['sequence' => 2, 'changes' => [['id' => 'gulls', 'sequence' => 2, 'gone' => true]]]),
    ]);
    app(Synchronising::class)->run($depot->refresh(), World::task());
    expect(PackageRow::query()->find('gulls'))
        ->toBeNull()
        ->and(ReleaseRow::query()->count())
        ->toBe(0);
});

it('goes on with the other depots when one is paused, and keeps what instances have from it', function (): void {
    World::depot();
    $second = World::secondDepot();
    $instance = World::applied(['speaking-tubes', 'gulls']);
    app(Synchronising::class)->forget($second);
    expect(PackageRow::query()->find('speaking-tubes'))
        ->toBeNull()
        ->and(PackageRow::query()->find('gulls'))
        ->not->toBeNull();
    // The instance remembers the release, and the store has its file: other changes are still possible.
    app(Steps::class)->take($instance, new Add(['long-piers']));
    $lineUp = app(LineUps::class)->lineUp($instance->refresh()->load('placed', 'draft'));
    expect($lineUp->resolved?->versions())
        ->toMatchArray(['speaking-tubes' => '1.0.0'])
        ->toHaveKey('long-piers')
        ->and($lineUp->changes()->remove)
        ->toBe([]);
    app(App\Disk\Applying::class)->run($instance->refresh(), World::task($instance));
    expect($instance->refresh()->versions())->toHaveKeys(['speaking-tubes', 'long-piers']);
});

it('keeps what it knew when the depot answers rubbish', function (string $path, mixed $answer, string $sentence): void {
    $depot = odd();
    Http::fake(
        [$path => $answer] + [
            '*/changes.json*' => Http::response(['sequence' => 1, 'changes' => [['id' => 'gulls', 'sequence' => 1]]]),
            '*/packages/gulls.json' => Http::response(['id' => 'gulls', 'kind' => 'mod', 'releases' => []]),
        ],
    );
    expect(fn () => app(Synchronising::class)->run($depot, World::task()))->toThrow(DepotFailure::class, $sentence);
    expect($depot->refresh()->sequence)
        ->toBe(0)
        ->and($depot->problem)
        ->toContain($sentence)
        ->and(PackageRow::query()->count())
        ->toBe(0);
})->with([
    'a web page' => ['*/changes.json*', fn () => Http::response('<h1>It works!</h1>'), 'not a depot'],
    'no list' => ['*/changes.json*', fn () => Http::response(['sequence' => 'many']), 'changes.json'],
    'a hostile id' => [
        '*/changes.json*',
        fn () => Http::response(['sequence' => 1, 'changes' => [['id' => '../etc', 'sequence' => 1]]]),
        'changes.json',
    ],
    'an error' => ['*/changes.json*', fn () => Http::response('', 503), 'status 503'],
    'a redirect to another host' => [
        '*/changes.json*',
        fn () => Http::response('', 302, ['Location' => 'http://169.254.169.254/latest/']),
        'another host',
    ],
    'a redirect without end' => ['*/changes.json*', fn () => Http::response('', 302, ['Location' => '/changes.json']), 'another host'],
]);

it('keeps what cannot be used with the reason, and nothing else of the depot is concerned', function (array $bad, string $sentence): void {
    $depot = odd();
    answering(['fine' => ['id' => 'fine'] + gulls([], 'c'), 'gulls' => $bad]);
    app(Synchronising::class)->run($depot, World::task());
    expect($depot->refresh()->sequence)
        ->toBe(1)
        ->and($depot->problem)
        ->toBeNull()
        ->and(PackageRow::query()->find('fine')?->document)
        ->toContain('9.0.0')
        ->and((string) DB::table('sources')->where('local_id', 'gulls')->value('problems'))
        ->toContain($sentence)
        ->and(PackageRow::query()->where('kind', 'game')->exists())
        ->toBeFalse();
    $this->get('/depots')->assertOk()->assertSee('gulls')->assertSee($sentence, false);
})->with([
    'no kind' => [['id' => 'gulls', 'kind' => 'planet', 'releases' => []], 'not one of game'],
    'a game' => [['id' => 'gulls', 'kind' => 'game', 'releases' => []], 'definitions'],
    'another id than was asked for' => [['id' => 'ferrywright', 'kind' => 'game', 'releases' => []], 'form that can be read'],
    'a file outside the depot' => [
        gulls([
            'releases' => [
                [
                    'version' => '1.0',
                    'files' => [['name' => 'a.zip', 'size' => 1, 'sha256' => str_repeat('a', 64), 'path' => '../../a.zip']],
                ],
            ],
        ]),
        'below the depot',
    ],
    'a version with a NUL' => [
        gulls(['releases' => [['version' => "1\0", 'files' => gulls()['releases'][0]['files']]]]),
        'that can be seen',
    ],
    'a range of 400 characters' => [
        gulls([
            'releases' => [
                [
                    'version' => '1.0',
                    'needs' => [['id' => 'x', 'range' => str_repeat('1', 400)]],
                    'files' => gulls()['releases'][0]['files'],
                ],
            ],
        ]),
        'a range is longer than',
    ],
    'an id of 300 characters' => [
        gulls([
            'releases' => [['version' => '1.0', 'needs' => [['id' => str_repeat('x', 300)]], 'files' => gulls()['releases'][0]['files']]],
        ]),
        'an id is longer than',
    ],
    'too many needs' => [
        gulls([
            'releases' => [
                [
                    'version' => '1.0',
                    'needs' => array_map(fn (int $i): array => ['id' => "x{$i}"], range(0, 1000)),
                    'files' => gulls()['releases'][0]['files'],
                ],
            ],
        ]),
        'more than 1,000 things',
    ],
    'a size beyond any disk' => [
        gulls(['releases' => [['version' => '1.0', 'files' => [['size' => PHP_INT_MAX] + gulls()['releases'][0]['files'][0]]]]]),
        'a size is between',
    ],
]);

it('leaves out one release and keeps the others of its package', function (): void {
    $file = gulls()['releases'][0]['files'];
    answering([
        'gulls' => gulls([
            'releases' => [
                ['version' => '1.0.0', 'files' => $file],
                ['version' => '2.0.0', 'needs' => [['id' => 'Not An Id']], 'files' => $file],
                ['version' => '3.0.0', 'channel' => 'nightly', 'files' => $file],
                ['version' => '3.0.0', 'files' => $file],
                ['version' => 'not a version!', 'files' => $file],
            ],
        ]),
    ]);
    app(Synchronising::class)->run(odd(), World::task());
    expect(ReleaseRow::query()->where('package_id', 'gulls')->pluck('version')->all())
        ->toBe(['1.0.0'])
        ->and(json_decode((string) DB::table('sources')->where('local_id', 'gulls')->value('problems')))
        ->toHaveCount(4);
    $instance = World::instance([]);
    $this->get("/instances/{$instance->id}/packages/gulls")
        ->assertOk()
        ->assertSee('is not an id')
        ->assertSee('nightly');
});

it('passes over understudies whose names are longer than any package may have', function (): void {
    answering(['gulls' => gulls(['understudies' => [str_repeat('x', 400), 'terns']])]);
    $depot = odd();
    app(Synchronising::class)->run($depot, World::task());
    $catalogue = new App\Depots\Catalogue\DepotCatalogue(app(App\Games\Games::class)->get('ferrywright'));
    expect($catalogue->package('gulls')?->understudies)->toBe(['terns']);
});

it('cuts texts for people to what is shown, and passes over what makes no sense in them', function (): void {
    answering([
        'gulls' => gulls([
            'name' => str_repeat('n', 300),
            'summary' => "a\0b",
            'categories' => ["birds\0", str_repeat('c', 300), 7],
            'downloads' => PHP_INT_MAX,
            'notices' => [['kind' => 'cursed', 'text' => 'no'], ['kind' => 'broken', 'text' => str_repeat('t', 3000)]],
        ]),
    ]);
    app(Synchronising::class)->run(odd(), World::task());
    $package = PackageRow::query()->findOrFail('gulls');
    expect(mb_strlen($package->name))
        ->toBe(120)
        ->and($package->summary)
        ->toBe('ab')
        ->and($package->categories)
        ->toBe(['birds', str_repeat('c', 60)])
        ->and($package->downloads)
        ->toBe(1_000_000_000_000)
        ->and(DB::table('notices')->where('package_id', 'gulls')->pluck('kind')->all())
        ->toBe(['broken']);
});

it('knows a moment from what is none', function (string $text, ?string $moment): void {
    expect(App\Depots\Sync\ReleaseReader::moment($text))->toBe($moment);
})->with([
    ['2031-04-02T09:30:00Z', '2031-04-02T09:30:00+00:00'],
    ['2031-04-02', '2031-04-02T00:00:00+00:00'],
    ['2031-04-02T09:30:00.5+02:00', '2031-04-02T09:30:00+02:00'],
    ['0000-00-00', null],
    ['300000-01-01T00:00:00Z', null],
    ['2031-04-02T29:30:00Z', null],
    ['2031-02-30', null],
    ['tomorrow', null],
    ["2031-04-02\0", null],
]);

it('lets a range of versions that nobody knows match nothing, and hurts no other package', function (): void {
    World::depot();
    $file = gulls([], 'd')['releases'][0]['files'];
    answering([
        'ahead' => [
            'id' => 'ahead',
            'kind' => 'mod',
            'releases' => [['version' => '1.0.0', 'needs' => [['id' => 'ferrywright', 'range' => '>=3.5.0']], 'files' => $file]],
        ],
        'odd-words' => [
            'id' => 'odd-words',
            'kind' => 'mod',
            'releases' => [
                [
                    'version' => '1.0.0',
                    'breaks' => [['id' => 'gulls', 'range' => 'the old ones']],
                    'provides' => [['id' => 'kedge-bones', 'version' => '???']],
                    'files' => $file,
                ],
            ],
        ],
    ]);
    app(Synchronising::class)->run(odd(), World::task());
    $instance = World::applied(['gulls']);
    $this->get("/instances/{$instance->id}/find?q=ahead")
        ->assertOk()
        ->assertSee('is not for');
    $this->get("/instances/{$instance->id}/find?q=gulls")->assertOk();
    $this->get("/instances/{$instance->id}/packages/ahead")->assertOk();
    $this->get("/instances/{$instance->id}/packages/odd-words")
        ->assertOk()
        ->assertSee('is not a range');
    $this->get("/instances/{$instance->id}")->assertOk();
});

it('keeps the id that a package was once given, in whatever order depots pause and go on', function (): void {
    $slipway = World::depot();
    $tidepool = World::secondDepot();
    $ids = fn (): array => PackageRow::query()->orderBy('id')->pluck('id')->all();
    $before = $ids();
    $depots = app(App\Depots\Sync\Depots::class);
    $depots->pause($slipway->refresh());
    $depots->pause($tidepool->refresh());
    $depots->goOn($tidepool->refresh());
    $depots->goOn($slipway->refresh());
    expect($ids())->toBe($before);
});

it('reads a package that another depot orders in another way from the first alone, and says so', function (): void {
    World::depot();
    answering(['gulls' => ['scheme' => 'sequence'] + gulls([], 'e')]);
    app(Synchronising::class)->run(odd(), World::task());
    expect(PackageRow::query()->findOrFail('gulls')->document)
        ->not->toContain('9.0.0')
        ->and((string) DB::table('packages')->where('id', 'gulls')->value('problems'))
        ->toContain('another scheme');
});

it('follows a redirect on the same host', function (): void {
    Http::fake([
        '*:9/changes.json*' => Http::response('', 301, ['Location' => '/new/changes.json']),
        '*:9/new/changes.json*' => Http::response(['sequence' => 7, 'changes' => []]),
    ]);
    $depot = odd();
    app(Synchronising::class)->run($depot, World::task());
    expect($depot->refresh()->sequence)->toBe(7);
});

it('says that a depot is away, and goes no further', function (): void {
    $depot = odd();
    expect(fn () => app(Synchronising::class)->run($depot, World::task()))->toThrow(DepotFailure::class, 'Odd does not answer');
});

it('does not ask what is inside this machine unless it is told to', function (string $url, string $sentence): void {
    $depot = Depot::query()->create(['slug' => 'inside', 'name' => 'Inside', 'url' => $url]);
    Http::preventStrayRequests();
    expect(fn () => app(Synchronising::class)->run($depot, World::task()))->toThrow(DepotFailure::class, $sentence);
})->with([
    ['http://127.0.0.1:22', 'inside this machine'],
    ['http://localhost:5432/x', 'inside this machine'],
    ['http://10.0.0.8', 'inside this machine'],
    ['http://[::1]:80', 'inside this machine'],
    ['http://169.254.169.254', 'inside this machine'],
    ['http://192.168.1.1', 'inside this machine'],
    ['http://0.0.0.0', 'inside this machine'],
    ['http://100.64.0.1', 'inside this machine'],
    ['http://224.0.0.1', 'many machines'],
    ['http://[ff02::1]', 'many machines'],
    ['http://[fec0::1]', 'inside this machine'],
    ['http://[64:ff9b::7f00:1]', 'inside this machine'],
    ['http://[2002:7f00:1::]', 'inside this machine'],
    ['http://no-such-machine.invalid', 'There is no machine'],
]);

it('reads what a depot says with a portion at a time, and goes on from there', function (): void {
    $depot = World::depot();
    $ids = PackageRow::query()->pluck('id')->all();
    // Interrupted after a portion: the sequence that was reached is kept.
    $depot->update(['sequence' => $depot->sequence - 20]);
    World::depot();
    expect(PackageRow::query()->pluck('id')->all())
        ->toEqualCanonicalizing($ids)
        ->and($depot->refresh()->problem)
        ->toBeNull();
});

it('reads all of more packages than it takes at a time', function (): void {
    $ids = array_map(fn (int $number): string => "pebble-{$number}", range(1, 1203));
    Http::fake(
        fn ($request) => Http::response(
            str_ends_with((string) parse_url($request->url(), PHP_URL_PATH), '/changes.json')
                ? ['sequence' => 3, 'changes' => array_map(fn (string $id): array => ['id' => $id, 'sequence' => 3], $ids)]
                : gulls(['id' => basename((string) parse_url($request->url(), PHP_URL_PATH), '.json')]),
        ),
    );
    $depot = odd();
    app(Synchronising::class)->run($depot, World::task());
    expect(PackageRow::query()->pluck('id')->all())
        ->toEqualCanonicalizing($ids)
        ->and($depot->refresh()->sequence)
        ->toBe(3);
});

it('counts what there is once at a time, so that two that read at once do not break each other', function (): void {
    World::depot();
    config(['database.connections.other' => config('database.connections.pgsql')]);
    $other = DB::connection('other');
    $other->beginTransaction();
    $other->statement('lock table holdings in row exclusive mode');
    DB::statement("set local lock_timeout = '100ms'");
    expect(fn () => app(SourceMerging::class)->count())->toThrow(QueryException::class, 'lock timeout');
    $other->rollBack();
    $other->disconnect();
    app(SourceMerging::class)->count();
    expect(DB::table('holdings')->count())->toBeGreaterThan(10);
});
