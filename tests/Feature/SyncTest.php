<?php

declare(strict_types=1);

use App\Depots\DepotFailure;
use App\Depots\Synchronising;
use App\Instances\Drafting;
use App\Models\Depot;
use App\Models\Package;
use App\Models\Release;
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
    return ['id' => 'gulls', 'kind' => 'mod', 'releases' => [['version' => '9.0.0', 'needs' => [['id' => 'ferrywright']], 'files' => [['name' => 'gulls-9.0.0.zip', 'size' => 1, 'sha256' => str_repeat($digest, 64), 'path' => 'files/gulls-9.0.0.zip']]]]] + $more;
}

/** @param  array<string, array<string, mixed>>  $packages  by the id that the depot uses */
function answering(array $packages, int $sequence = 1): void
{
    Http::fake([
        '*:9/changes.json*' => Http::response(['sequence' => $sequence, 'changes' => array_map(fn (string $id): array => ['id' => $id, 'sequence' => $sequence], array_keys($packages))]),
        ...array_combine(array_map(fn (string $id): string => "*:9/packages/{$id}.json", array_keys($packages)), array_map(fn (array $package) => Http::response($package), $packages)),
    ]);
}

it('reads a depot, and reading it again changes nothing', function (): void {
    $depot = World::depot();
    $state = fn (): array => [Package::query()->count(), Release::query()->count(), DB::table('mentions')->count(), DB::table('holdings')->sum('packages'), $depot->refresh()->sequence];
    $first = $state();
    expect($first[0])->toBeGreaterThan(200)->and(Package::query()->where('kind', 'mod')->count())->toBeGreaterThanOrEqual(70)->and(Package::query()->where('kind', 'library')->count())->toBeGreaterThanOrEqual(14)
        ->and(Package::query()->whereIn('kind', ['resource-pack', 'data-pack', 'shader-pack'])->count())->toBeGreaterThanOrEqual(12);
    World::secondDepot();
    expect(Release::query()->count())->toBeGreaterThanOrEqual(900);
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
    expect(Package::query()->whereIn('id', ['brine', 'gulls-and-lunches', 'wet-ink-logbooks'])->exists())->toBeFalse()
        ->and(DB::table('sources')->where('package_id', 'brine-core')->count())->toBe(2)
        ->and(DB::table('sources')->where('package_id', 'gulls')->pluck('local_id')->sort()->values()->all())->toBe(['gulls', 'gulls-and-lunches'])
        ->and(Release::query()->where('package_id', 'gulls')->where('version', '2.0.0')->count())->toBe(2);
    // Only on Tidepool; and newest on Slipway alone, though Tidepool has it as well.
    expect(Package::query()->find('speaking-tubes'))->not->toBeNull()
        ->and(Release::query()->with('depot')->where('package_id', 'brine-core')->where('version', '3.0.0')->get()->pluck('depot.name')->all())->toBe(['Slipway']);
    $drafted = app(Drafting::class)->lineUp(World::instance(['speaking-tubes', 'gulls'])->load('placed', 'draft'));
    expect($drafted->resolved?->versions())->toMatchArray(['speaking-tubes' => '1.0.0', 'gulls' => '2.0.0'])
        ->and(array_map(fn ($offer): string => $offer->depot->name, $drafted->fileOf(collect($drafted->resolved->selection)->firstWhere('package.id', 'gulls'))->offers))->toBe(['Slipway', 'Tidepool']);
});

it('writes the ids that are used here into what a depot says of others, whichever it tells first', function (): void {
    World::depot();
    $other = ['id' => 'feeder', 'kind' => 'mod', 'releases' => [['version' => '1.0.0', 'needs' => [['id' => 'ferrywright'], ['id' => 'odd-gulls']], 'files' => [['name' => 'feeder.zip', 'size' => 1, 'sha256' => str_repeat('b', 64), 'path' => 'files/feeder.zip']]]]];
    $depot = odd();
    answering(['feeder' => $other]);
    app(Synchronising::class)->run($depot, World::task());
    expect(DB::table('mentions')->where('package_id', 'feeder')->pluck('mentioned')->all())->toContain('odd-gulls');
    // Now the depot brings the package itself, and says which one it is.
    Http::swap(new Illuminate\Http\Client\Factory);
    answering(['odd-gulls' => ['id' => 'odd-gulls', 'identity' => 'gulls'] + gulls()], 2);
    app(Synchronising::class)->run($depot->refresh(), World::task());
    expect(DB::table('mentions')->where('package_id', 'feeder')->pluck('mentioned')->all())->toContain('gulls')->not->toContain('odd-gulls')
        ->and(Package::query()->find('odd-gulls'))->toBeNull()->and(Release::query()->where('package_id', 'gulls')->where('version', '9.0.0')->exists())->toBeTrue();
});

it('forgets a package that a depot has taken back, and no other depot has', function (): void {
    $depot = odd();
    answering(['gulls' => gulls()]);
    app(Synchronising::class)->run($depot, World::task());
    expect(Package::query()->find('gulls'))->not->toBeNull();
    Http::swap(new Illuminate\Http\Client\Factory);
    Http::fake(['*:9/changes.json*' => Http::response(['sequence' => 2, 'changes' => [['id' => 'gulls', 'sequence' => 2, 'gone' => true]]])]);
    app(Synchronising::class)->run($depot->refresh(), World::task());
    expect(Package::query()->find('gulls'))->toBeNull()->and(Release::query()->count())->toBe(0);
});

it('goes on with the other depots when one is paused, and keeps what instances have from it', function (): void {
    World::depot();
    $second = World::secondDepot();
    $instance = World::applied(['speaking-tubes', 'gulls']);
    app(Synchronising::class)->forget($second);
    expect(Package::query()->find('speaking-tubes'))->toBeNull()->and(Package::query()->find('gulls'))->not->toBeNull();
    // The instance remembers the release, and the store has its file: other changes are still possible.
    app(Drafting::class)->add($instance, ['long-piers']);
    $lineUp = app(Drafting::class)->lineUp($instance->refresh()->load('placed', 'draft'));
    expect($lineUp->resolved?->versions())->toMatchArray(['speaking-tubes' => '1.0.0'])->toHaveKey('long-piers')->and($lineUp->changes()->remove)->toBe([]);
    app(App\Instances\Applying::class)->run($instance->refresh(), World::task($instance));
    expect($instance->refresh()->versions())->toHaveKeys(['speaking-tubes', 'long-piers']);
});

it('keeps what it knew when the depot answers rubbish', function (string $path, mixed $answer, string $sentence): void {
    $depot = odd();
    Http::fake([$path => $answer] + [
        '*/changes.json*' => Http::response(['sequence' => 1, 'changes' => [['id' => 'gulls', 'sequence' => 1]]]),
        '*/packages/gulls.json' => Http::response(['id' => 'gulls', 'kind' => 'mod', 'releases' => []]),
    ]);
    expect(fn () => app(Synchronising::class)->run($depot, World::task()))->toThrow(DepotFailure::class, $sentence);
    expect($depot->refresh()->sequence)->toBe(0)->and($depot->problem)->toContain($sentence)->and(Package::query()->count())->toBe(0);
})->with([
    'a web page' => ['*/changes.json*', fn () => Http::response('<h1>It works!</h1>'), 'not a depot'],
    'no list' => ['*/changes.json*', fn () => Http::response(['sequence' => 'many']), 'changes.json'],
    'a hostile id' => ['*/changes.json*', fn () => Http::response(['sequence' => 1, 'changes' => [['id' => '../etc', 'sequence' => 1]]]), 'changes.json'],
    'an error' => ['*/changes.json*', fn () => Http::response('', 503), 'status 503'],
    'a redirect to another host' => ['*/changes.json*', fn () => Http::response('', 302, ['Location' => 'http://169.254.169.254/latest/']), 'another host'],
    'a redirect without end' => ['*/changes.json*', fn () => Http::response('', 302, ['Location' => '/changes.json']), 'another host'],
    'a package that is none' => ['*/packages/gulls.json', fn () => Http::response(['id' => 'gulls', 'kind' => 'planet', 'releases' => []]), 'not one of game'],
    'a package that plays the game' => ['*/packages/gulls.json', fn () => Http::response(['id' => 'ferrywright', 'kind' => 'game', 'releases' => []]), 'definitions'],
    'a file outside the depot' => ['*/packages/gulls.json', fn () => Http::response(['id' => 'gulls', 'kind' => 'mod', 'releases' => [['version' => '1.0', 'files' => [['name' => 'a.zip', 'size' => 1, 'sha256' => str_repeat('a', 64), 'path' => '../../a.zip']]]]]), 'below the depot'],
    'a notice of no kind' => ['*/packages/gulls.json', fn () => Http::response(gulls(['notices' => [['kind' => 'cursed', 'text' => 'no']]])), 'not one of broken'],
]);

it('follows a redirect on the same host', function (): void {
    Http::fake(['*:9/changes.json*' => Http::response('', 301, ['Location' => '/new/changes.json']), '*:9/new/changes.json*' => Http::response(['sequence' => 7, 'changes' => []])]);
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
    ['http://127.0.0.1:22', 'inside this machine'], ['http://localhost:5432/x', 'inside this machine'], ['http://10.0.0.8', 'inside this machine'],
    ['http://[::1]:80', 'inside this machine'], ['http://169.254.169.254', 'inside this machine'], ['http://192.168.1.1', 'inside this machine'], ['http://0.0.0.0', 'inside this machine'], ['http://100.64.0.1', 'inside this machine'],
    ['http://no-such-machine.invalid', 'There is no machine'],
]);

it('reads what a depot says with a portion at a time, and goes on from there', function (): void {
    $depot = World::depot();
    $ids = Package::query()->pluck('id')->all();
    // Interrupted after a portion: the sequence that was reached is kept.
    $depot->update(['sequence' => $depot->sequence - 20]);
    World::depot();
    expect(Package::query()->pluck('id')->all())->toEqualCanonicalizing($ids)->and($depot->refresh()->problem)->toBeNull();
});
