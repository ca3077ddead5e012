<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Models\Task;
use App\Models\TaskState;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** @param  array<string, string>  $ranges  package id => range */
function friend(array $ranges): Instance
{
    $instance = World::instance(array_map(strval(...), array_keys($ranges)));
    foreach (array_filter($ranges, fn (string $range): bool => $range !== '*') as $id => $range) {
        test()->post("/instances/{$instance->id}/draft/range", ['id' => $id, 'range' => $range]);
    }

    return World::apply($instance->refresh());
}

function joined(Instance $client, Instance $server): Rehearsal
{
    test()
        ->post("/instances/{$client->id}/rehearsals", ['joins' => $server->id])
        ->assertRedirect();

    return $client->rehearsals()->firstOrFail();
}

it(
    'lets in who has the same but for what is on the client only, and says of others in what they differ, with what helps',
    function (): void {
        $mine = friend(['fogbank' => '*', 'weather-glass' => '*', 'long-piers' => '*', 'gulls' => '*']);
        File::ensureDirectoryExists(dirname((new Folder($mine))->live('config/sound.txt')));
        file_put_contents((new Folder($mine))->live('config/sound.txt'), 'quiet');
        $this->get("/instances/{$mine->id}/hand-off")
            ->assertOk()
            ->assertSee("A server's half", false);
        $this->post("/instances/{$mine->id}/server")->assertRedirect();
        $server = World::apply(Instance::query()->where('serves', $mine->id)->firstOrFail());
        expect($server->versions())
            ->not->toHaveKey('gulls')
            ->toHaveKey('long-piers')
            ->and($server->versions()['fogbank'])
            ->toBe($mine->versions()['fogbank'])
            ->and(file_get_contents((new Folder($server))->live('config/sound.txt')))
            ->toBe('quiet');
        // The two of them.
        $clean = joined($mine, $server);
        expect($clean->state->value)
            ->toBe('clean')
            ->and($clean->server?->state->value)
            ->toBe('clean')
            ->and($clean->server?->instance_id)
            ->toBe($server->id);
        $this->get("/instances/{$mine->id}/rehearsals/{$clean->number}")->assertOk();
        $this->get("/instances/{$server->id}/rehearsals")
            ->assertOk()
            ->assertSee('as a server');
        $this->get("/instances/{$mine->id}/hand-off")
            ->assertOk()
            ->assertSee('rehearse together');
        // A third who lacks what is on the client only joins as well.
        expect(joined(friend(['fogbank' => '*', 'weather-glass' => '*', 'long-piers' => '*']), $server)->state->value)->toBe('clean');
        // A friend with two other releases, and without one mod, is turned away, and helped.
        $friend = friend(['fogbank' => '<2.1', 'weather-glass' => '<3', 'gulls' => '*']);
        $refused = joined($friend, $server);
        expect($refused->state->value)->toBe('failed')->and($refused->server?->state->value)->toBe('clean');
        $there = $server->versions();
        $page = $this->get("/instances/{$friend->id}/rehearsals/{$refused->number}")
            ->assertOk()
            ->assertSee("The server has Fogbank Weather {$there['fogbank']}, and this instance 2.0.3. Both must have the same.")
            ->assertSee("The server has Weather Glass {$there['weather-glass']}")
            ->assertSee("The server has Long Piers {$there['long-piers']}, which this instance has not.");
        foreach (['range fogbank', 'range weather-glass', 'add long-piers'] as $remedy) {
            preg_match('/name="remedy"\s+value="('.$remedy.'[^"]*)"/', (string) $page->getContent(), $found);
            expect($found)->toHaveCount(2, $remedy);
            $this->post("/instances/{$friend->id}/rehearsals/{$refused->number}/remedy", [
                'remedy' => html_entity_decode($found[1]),
            ])->assertRedirect();
        }
        expect(joined(World::apply($friend->refresh()), $server)->state->value)->toBe('clean');
        // One with more than the server has is told so.
        $more = joined(friend(['fogbank' => '*', 'weather-glass' => '*', 'long-piers' => '*', 'deep-draught' => '*']), $server);
        $this->get("/instances/{$more->instance_id}/rehearsals/{$more->number}")
            ->assertOk()
            ->assertSee('is not on the server, which knows nothing of what it adds');
        expect(Task::query()->whereIn('state', TaskState::open())->exists())->toBeFalse();
    },
);

it('launches no client where the server does not come up, and refuses what cannot be', function (): void {
    $client = World::applied(['long-piers']);
    $server = World::applied(['long-piers']);
    File::put((new Folder($server))->live('mods/broken.zip'), 'no archive');
    $rehearsal = joined($client, $server);
    expect($rehearsal->state->value)
        ->toBe('broken off')
        ->and($rehearsal->problem)
        ->toContain('Its server did not come up')
        ->and($rehearsal->server?->state->value)
        ->toBe('failed');
    $this->get("/instances/{$client->id}/rehearsals/{$rehearsal->number}")
        ->assertOk()
        ->assertSee('Its server did not come up');
    $this->post("/instances/{$client->id}/rehearsals", ['joins' => $client->id])
        ->assertStatus(409)
        ->assertSee('does not join itself');
    $this->post("/instances/{$client->id}/rehearsals", ['joins' => World::instance(['gulls'])->id])
        ->assertStatus(409)
        ->assertSee('nothing to join');
    $this->post("/instances/{$client->id}/rehearsals", ['joins' => 'nobody'])->assertNotFound();
    $busy = World::task($server);
    expect(joined($client, $server)->problem)->toContain('is busy');
    $busy->update(['state' => 'done']);
    $this->post("/instances/{$client->id}/server")->assertRedirect();
    $this->post("/instances/{$client->id}/server")
        ->assertStatus(409)
        ->assertSee('already');
    expect(Task::query()->whereIn('state', TaskState::open())->whereNull('ended_at')->where('kind', 'rehearsal')->exists())->toBeFalse();
});
