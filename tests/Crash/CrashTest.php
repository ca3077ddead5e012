<?php

declare(strict_types=1);

use App\Depots\ReleaseRow;
use App\Disk\ApplyDraft;
use App\Disk\Folder;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use App\Models\Instance;
use App\Store\Store;
use Symfony\Component\Process\Exception\ProcessSignaledException;
use Symfony\Component\Process\Process;
use Tests\Support\World;

/** Runs what is queued in a process of its own that kills itself at a step. */
function workUntil(?string $step): int
{
    $worker = new Process(['php', 'tests/Crash/dying-worker.php', $step ?? ''], base_path(), [
        'QUEUE_CONNECTION' => 'database',
        'CACHE_STORE' => 'array',
    ]);

    try {
        return $worker->run();
    } catch (ProcessSignaledException $killed) {
        return 128 + $killed->getSignal();
    }
}

it('leaves the old instance or the new one, wherever it is killed', function (string $step, bool $isNew): void {
    config(['queue.default' => 'database']);
    World::depot();
    $instance = World::applied(['long-piers']);
    $folder = new Folder($instance);
    file_put_contents($folder->live('config/own.toml'), 'mine');
    // What is a person's is where it was or, where a release wants its place, in the bin.
    file_put_contents($folder->live('notes.txt'), 'notes');
    file_put_contents($folder->live('mods/gulls-2.0.0.zip'), 'in the way');
    $old = World::tree($folder->live());

    @unlink((new Store())->path(ReleaseRow::query()->where('package_id', 'steam-and-coal')->value('file_sha256')));
    @unlink((new Store())->path(ReleaseRow::query()->where('package_id', 'gulls')->value('file_sha256')));
    app(Steps::class)->take($instance, new Add(['gulls']));
    app(ApplyDraft::class)->start(Instance::query()->findOrFail($instance->id));
    expect(workUntil($step))->toBe(137);

    // What the next start does first.
    $this->artisan('stasimon:recover')->assertSuccessful();
    $instance = Instance::query()->findOrFail($instance->id);
    $now = World::tree($folder->live());
    if ($isNew) {
        expect(isset($instance->versions()['gulls']))
            ->toBeTrue()
            ->and($now)
            ->toHaveKeys(['mods/gulls-2.0.0.zip', 'mods/kedge-bones-3.0.7.zip', 'config/own.toml'])
            ->and($instance->draft)
            ->toBeNull();
    } else {
        expect($now)
            ->toBe($old)
            ->and(isset($instance->versions()['gulls']))
            ->toBeFalse()
            ->and($instance->draft)
            ->not->toBeNull();
    }
    $binned = array_map(fn ($one): string => file_get_contents($folder->bin()->where($one->key)), $folder->bin()->all());
    expect(file_get_contents($folder->live('notes.txt')))
        ->toBe('notes')
        ->and($binned)
        ->toBe($isNew ? ['in the way'] : []);
    expect(is_dir($folder->next()))
        ->toBeFalse()
        ->and(file_exists($folder->live('plan.pending')))
        ->toBeFalse()
        ->and(
            $instance
                ->tasks()
                ->whereIn('state', ['waiting', 'running'])
                ->exists(),
        )
        ->toBeFalse();
    foreach (World::tree(config('stasimon.var').'/store') as $path => $digest) {
        expect(str_starts_with($path, 'partial/') || basename($path) === $digest)->toBeTrue();
    }

    // And the draft can be applied after it, to the same end.
    if (! $isNew) {
        app(ApplyDraft::class)->start($instance);
        expect(workUntil(null))
            ->toBe(0)
            ->and(isset(Instance::query()->findOrFail($instance->id)->versions()['gulls']))
            ->toBeTrue();
    }
})->with([
    ['fetched', false],
    ['looked', false],
    ['built', false],
    ['complete', false],
    ['aside', true],
    ['swapped', true],
    ['applied', true],
]);
