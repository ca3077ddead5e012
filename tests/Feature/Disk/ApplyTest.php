<?php

declare(strict_types=1);

use App\Depots\DepotFailure;
use App\Depots\ReleaseRow;
use App\Disk\Applying;
use App\Disk\Folder;
use App\Drafts\Drafting;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use App\Store\Store;
use Stasimon\Core\Plan\Plan;
use Tests\Support\World;

beforeEach(fn () => World::depot());

it('places what the line-up says, linked from the store, and records it', function (): void {
    $instance = World::applied(['fogbank', 'gulls']);
    $folder = new Folder($instance);
    expect(array_keys($instance->versions()))->toContain(
        'ferrywright',
        'java',
        'halyard',
        'fogbank',
        'oakum-api',
        'mist-layers',
        'gulls',
        'kedge-bones',
    );
    foreach ($instance->placed as $placed) {
        if ($placed->path === null) {
            continue;
        }
        $file = $folder->live($placed->path);
        expect(hash_file('sha256', $file))
            ->toBe($placed->sha256)
            ->and(fileinode($file))
            ->toBe(fileinode((new Store())->path($placed->sha256)));
    }
    expect($folder->live('loader/halyard-0.16.4.zip'))
        ->toBeFile()
        ->and($instance->draft)
        ->toBeNull()
        ->and($instance->history()->first()->sentence)
        ->toContain('Added')
        ->toContain('Fogbank Weather');
});

it('fetches nothing twice', function (): void {
    World::applied(['gulls']);
    $store = World::tree(config('stasimon.var').'/store');
    World::applied(['gulls']);
    expect(World::tree(config('stasimon.var').'/store'))->toBe($store);
    foreach (
        array_filter($store, fn (string $path): bool => ! str_starts_with($path, 'partial/'), ARRAY_FILTER_USE_KEY) as $path => $digest
    ) {
        expect(basename($path))->toBe($digest);
    }
});

it('carries worlds and configs over, and leaves nothing else behind', function (): void {
    $instance = World::applied(['gulls', 'long-piers']);
    $folder = new Folder($instance);
    mkdir($folder->live('worlds/bay'), recursive: true);
    file_put_contents($folder->live('worlds/bay/world.json'), '{"day": 3}');
    file_put_contents($folder->live('config/gulls.toml'), 'loud = true');
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->without('long-piers'));
    app(Applying::class)->run($instance->refresh(), World::task($instance));
    expect(file_get_contents($folder->live('worlds/bay/world.json')))
        ->toBe('{"day": 3}')
        ->and(file_get_contents($folder->live('config/gulls.toml')))
        ->toBe('loud = true')
        ->and(glob($folder->live('mods/*')))
        ->toHaveCount(2)
        ->and(is_dir($folder->next()))
        ->toBeFalse();
});

it('refuses a file whose SHA-256 is another, and changes nothing', function (): void {
    $instance = World::applied(['long-piers']);
    $before = World::tree((new Folder($instance))->live());
    $release = ReleaseRow::query()->where('package_id', 'bell-buoys')->firstOrFail();
    ReleaseRow::query()
        ->where('package_id', 'bell-buoys')
        ->update(['file_sha256' => str_repeat('0', 64)]);
    app(Steps::class)->take($instance, new Add(['bell-buoys']));
    expect(fn () => app(Applying::class)->run($instance->refresh(), World::task($instance)))->toThrow(
        DepotFailure::class,
        'the SHA-256 differs',
    );
    expect(World::tree((new Folder($instance))->live()))
        ->toBe($before)
        ->and((new Store())->has(str_repeat('0', 64)))
        ->toBeFalse()
        ->and($instance->refresh()->draft)
        ->not->toBeNull();
});

it('refuses a file longer or shorter than its page says', function (int $by, string $sentence): void {
    $instance = World::instance(['tide-tables']);
    $release = ReleaseRow::query()->where('package_id', 'tide-tables')->firstOrFail();
    @unlink((new Store())->path($release->file_sha256));
    @unlink((new Store())->partial($release->file_sha256));
    ReleaseRow::query()
        ->where('package_id', 'tide-tables')
        ->where('version', $release->version)
        ->update(['file_size' => $release->file_size + $by]);
    expect(fn () => app(Applying::class)->run($instance, World::task($instance)))->toThrow(DepotFailure::class, $sentence);
    expect((new Store())->has($release->file_sha256))->toBeFalse();
    @unlink(config('stasimon.var').'/store/partial/'.$release->file_sha256);
})->with([[-100, 'not as long as'], [100, 'not as long as']]);

it('puts back a file that was deleted by hand', function (): void {
    $instance = World::applied(['gulls']);
    $file = (new Folder($instance))->live('mods/kedge-bones-3.0.7.zip');
    unlink($file);
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->puttingBack());
    app(Applying::class)->run($instance->refresh(), World::task($instance));
    expect($file)
        ->toBeFile()
        ->and($instance->refresh()->plan->once->putBack)
        ->toBeFalse();
});
