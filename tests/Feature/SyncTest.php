<?php

declare(strict_types=1);

use App\Depots\DepotFailure;
use App\Depots\Synchronising;
use App\Models\Depot;
use App\Models\Package;
use App\Models\Release;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\Support\World;

it('reads a depot, and reading it again changes nothing', function (): void {
    $depot = World::depot();
    $state = fn (): array => [Package::query()->count(), Release::query()->count(), DB::table('mentions')->count(), DB::table('supports')->count(), $depot->refresh()->sequence];
    $first = $state();
    expect($first[0])->toBeGreaterThan(38)->and(Package::query()->where('kind', 'mod')->count())->toBeGreaterThanOrEqual(25)->and(Package::query()->where('kind', 'library')->count())->toBeGreaterThanOrEqual(6);
    Http::preventStrayRequests();
    Http::fake(['*/changes.json*' => Http::response(['sequence' => $first[4], 'changes' => []])]);
    World::depot();
    expect($state())->toBe($first);
});

it('keeps what it knew when the depot answers rubbish', function (string $path, mixed $answer, string $sentence): void {
    $depot = Depot::query()->create(['slug' => 'odd', 'name' => 'Odd', 'url' => 'http://127.0.0.1:9']);
    Http::fake([$path => $answer] + [
        '*/changes.json*' => Http::response(['sequence' => 1, 'changes' => [['id' => 'gulls', 'sequence' => 1]]]),
        '*/packages/gulls.json' => Http::response(['id' => 'gulls', 'kind' => 'mod', 'releases' => []]),
    ]);
    expect(fn () => app(Synchronising::class)->run($depot, World::task()))->toThrow(DepotFailure::class, $sentence);
    expect($depot->refresh()->sequence)->toBe(0)->and($depot->problem)->toContain('Nothing here has changed')->and(Package::query()->count())->toBe(0);
})->with([
    'a web page' => ['*/changes.json*', fn () => Http::response('<h1>It works!</h1>'), 'not a depot'],
    'no list' => ['*/changes.json*', fn () => Http::response(['sequence' => 'many']), 'changes.json'],
    'a hostile id' => ['*/changes.json*', fn () => Http::response(['sequence' => 1, 'changes' => [['id' => '../etc']]]), 'changes.json'],
    'an error' => ['*/changes.json*', fn () => Http::response('', 503), 'status 503'],
    'a redirect' => ['*/changes.json*', fn () => Http::response('', 302, ['Location' => 'http://127.0.0.1/']), 'status 302'],
    'a package that is none' => ['*/packages/gulls.json', fn () => Http::response(['id' => 'gulls', 'kind' => 'planet', 'releases' => []]), 'not one of game'],
    'a package that plays the game' => ['*/packages/gulls.json', fn () => Http::response(['id' => 'ferrywright', 'kind' => 'game', 'releases' => []]), 'definitions'],
    'a file outside the depot' => ['*/packages/gulls.json', fn () => Http::response(['id' => 'gulls', 'kind' => 'mod', 'releases' => [['version' => '1.0', 'files' => [['name' => 'a.zip', 'size' => 1, 'sha256' => str_repeat('a', 64), 'path' => '../../a.zip']]]]]), 'below the depot'],
]);

it('says that a depot is away', function (): void {
    $depot = Depot::query()->create(['slug' => 'away', 'name' => 'Tidepool', 'url' => 'http://127.0.0.1:9']);
    expect(fn () => app(Synchronising::class)->run($depot, World::task()))->toThrow(DepotFailure::class, 'Tidepool does not answer');
});
