<?php

declare(strict_types=1);

use App\Disk\Processes;
use App\Games\Games;
use App\Models\Task;
use App\Rehearsals\Rehearse;
use App\Work\Liveness;
use App\Work\Performing;
use App\Work\Worker;
use Illuminate\Database\Events\ConnectionEstablished;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Tests\Support\World;

it('ends what a worker is at, whatever that is, and what the worker had begun', function (): void {
    World::depot();
    $instance = World::applied(['gulls']);
    $games = sys_get_temp_dir().'/games-'.uniqid();
    mkdir($games);
    file_put_contents(
        "{$games}/ferrywright.json",
        json_encode(
            ['launch' => ['sleep', '600']] + (array) json_decode((string) file_get_contents(base_path('games/ferrywright.json')), true),
        ),
    );
    app()->instance(Games::class, new Games($games));
    config(['queue.default' => 'null', 'stasimon.patience' => 600]);
    $rehearsal = app(Rehearse::class)->start($instance);
    $task = Task::query()->where('kind', 'rehearsal')->where('state', 'waiting')->sole();
    DB::disconnect();
    $child = pcntl_fork();
    if ($child === 0) {
        // It is at nothing yet of what the test itself stands for.
        Event::forget(ConnectionEstablished::class);
        app()->forgetInstance(Liveness::class);
        DB::purge();
        try {
            app(Performing::class)->perform($task->id);
        } finally {
            posix_kill((int) getmypid(), SIGKILL);
        }
    }
    $left = fn (): array => Processes::marked('STASIMON_LAUNCH', $instance->id);
    $until = function (Closure $true): void {
        for ($end = microtime(true) + 60; ! $true(); usleep(20_000)) {
            microtime(true) < $end || throw new RuntimeException('It did not come true.');
        }
    };
    try {
        $until(fn (): bool => $task->refresh()->worker !== null && $left() !== []);
        expect((int) $task->worker)->toBe($child);
        $this->get('/work')->assertOk()->assertSee('End it');
        // One that only has the number of it is left alone.
        expect(Worker::kill("{$child} 1"))->toBeFalse()->and(Worker::kill(Worker::own()))->toBeFalse();
        $this->post("/work/{$task->id}/end")->assertRedirect();
        expect($task->refresh()->state->value)
            ->toBe('failed')
            ->and($task->problem)
            ->toBe('It was ended by hand.')
            ->and($rehearsal->refresh()->state->isOver())
            ->toBeTrue();
        $until(fn (): bool => $left() === []);
        pcntl_waitpid($child, $status);
        expect(pcntl_wifsignaled($status))->toBeTrue();
        $this->post("/work/{$task->id}/end")
            ->assertStatus(409)
            ->assertSee('over already');
        expect(app(Rehearse::class)->start($instance->refresh()))->not->toBeNull();
    } finally {
        posix_kill($child, SIGKILL);
        array_map(fn (int $one): bool => posix_kill($one, SIGKILL), $left());
    }
});
