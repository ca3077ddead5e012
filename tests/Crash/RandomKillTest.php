<?php

declare(strict_types=1);

use App\Depots\ReleaseRow;
use App\Disk\Applying;
use App\Disk\Folder;
use App\Drafts\Drafting;
use App\Models\Instance;
use App\Store\Store;
use Illuminate\Support\Facades\File;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Plan\Plan;
use Tests\Support\Killed;
use Tests\Support\World;

/** @return array<string, string> path => digest, without what says which apply made the folder */
function contents(Instance $instance): array
{
    return array_diff_key(World::tree((new Folder($instance))->live()), [Folder::MARK => true]);
}

/** Applies the draft in a process of its own, which is killed after so many microseconds; 0 to let it end. */
function applyFor(Instance $instance, int $microseconds): void
{
    $task = World::task($instance);
    Killed::after($microseconds, fn () => app(Applying::class)->run(Instance::query()->findOrFail($instance->id), $task));
}

it('leaves the old instance or the new one at random moments, byte for byte', function (
    int $kills,
    array $wants,
    array $base,
    string $one,
    string $other,
    array $packages,
): void {
    World::depot();
    World::gameArchive();
    $instance = World::applied($wants, ...$base);
    $folder = new Folder($instance);
    File::ensureDirectoryExists($folder->live('config'));
    file_put_contents($folder->live('config/own.toml'), 'mine');
    $turn = fn (Plan $plan): Plan => $plan->wants($one) ? $plan->without($one)->wanting($other) : $plan->without($other)->wanting($one);
    $store = new Store();
    $fetched = ReleaseRow::query()
        ->whereIn('package_id', $packages)
        ->pluck('file_sha256')
        ->map(fn (string $digest): string => trim($digest))
        ->all();
    $forget = function () use ($store, $fetched): void {
        foreach ($fetched as $digest) {
            @unlink($store->path($digest));
        }
    };

    // Both ways once without a kill: what the two line-ups are, and how long it takes.
    $whole = [];
    $longest = 0;
    foreach ([0, 1] as $_) {
        $forget();
        app(Drafting::class)->step($instance->refresh(), $turn);
        $start = hrtime(true);
        applyFor($instance, 0);
        $longest = max($longest, intdiv(hrtime(true) - $start, 1000));
        $instance = Instance::query()->findOrFail($instance->id);
        $whole[(int) isset($instance->versions()[$one])] = contents($instance);
    }
    expect($whole)->toHaveCount(2)->and($whole[0])->not->toBe($whole[1]);

    $dice = new Randomizer(new Mt19937(200));
    $became = ['old' => 0, 'new' => 0];
    // Some of each have to be among them: kills that all came too early or too late would show nothing.
    for ($kill = 0; $kill < $kills || (min($became) < 3 && $kill < 5 * $kills); $kill++) {
        $forget();
        $before = isset($instance->versions()[$one]);
        if ($instance->draft()->doesntExist()) {
            app(Drafting::class)->step($instance, $turn);
        }
        applyFor($instance->refresh(), $dice->getInt(1, (int) ($longest * 1.3)));
        app(Applying::class)->recover(Instance::query()->findOrFail($instance->id));

        $instance = Instance::query()->findOrFail($instance->id);
        $now = isset($instance->versions()[$one]);
        $became[$now === $before ? 'old' : 'new']++;
        expect(contents($instance))
            ->toBe($whole[(int) $now])
            ->and($instance->draft()->exists())
            ->toBe($now === $before)
            ->and(is_dir($folder->next()))
            ->toBeFalse()
            ->and(is_dir(dirname($folder->next()).'/before'))
            ->toBeFalse();
        foreach (World::tree(config('stasimon.var').'/store') as $path => $digest) {
            expect(str_starts_with((string) $path, 'partial/') || basename((string) $path) === $digest)->toBeTrue(
                "{$path} holds {$digest}",
            );
        }
    }
    expect(min($became))->toBeGreaterThanOrEqual(3);
})->with([
    'a folder of mods' => [
        (int) (getenv('STASIMON_KILLS') ?: 60),
        ['long-piers', 'weather-glass'],
        [],
        'gulls',
        'tide-tables',
        ['gulls', 'tide-tables', 'kedge-bones', 'harbour-paths'],
    ],
    'mods merged into the archive of a game' => [
        (int) (getenv('STASIMON_KILLS') ?: 24),
        ['tin-funnels'],
        ['1.4.9', 'capstan', null, '8'],
        'old-slip',
        'oil-slicks',
        ['old-slip', 'oil-slicks'],
    ],
]);
