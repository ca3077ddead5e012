<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Rehearsals\Play\Play;
use Illuminate\Support\Facades\File;
use Symfony\Component\Process\Process;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** An instance and its server's half, both applied. */
function withServer(): array
{
    $client = World::applied(['gulls', 'fogbank']);
    test()->post("/instances/{$client->id}/server")->assertRedirect();
    $server = World::apply(Instance::query()->where('serves', $client->id)->firstOrFail());
    test()->nextRequest();

    return [$client->refresh(), $server];
}

it('tells on both sides what keeps them apart once one was changed, and brings the server along by one press', function (): void {
    [$client, $server] = withServer();
    $apart = 'cannot be joined with it';
    $this->get("/instances/{$client->id}")->assertDontSee($apart);
    $this->get("/instances/{$server->id}")
        ->assertDontSee('cannot play together')
        ->assertSee('Start the server')
        ->assertSee('>server<', false);
    $this->post("/instances/{$client->id}/draft/add", ['id' => 'long-piers']);
    $this->post("/instances/{$client->id}/draft/range", ['id' => 'gulls', 'range' => '=2.0.0']);
    $client = World::apply($client->refresh());
    File::ensureDirectoryExists((new Folder($client))->live('config'));
    file_put_contents((new Folder($client))->live('config/tides.json'), '{"high": 6}');
    $this->nextRequest();
    $this->get("/instances/{$client->id}")
        ->assertSee("Its server, {$server->name}, {$apart}")
        ->assertSee('is here only')
        ->assertSee('Bring the server along');
    $this->get("/instances/{$server->id}")->assertSee("It and {$client->name} cannot play together")->assertSee('is there only');
    $this->post("/instances/{$server->id}/pair")->assertRedirect("/instances/{$server->id}/draft");
    $server = World::apply($server->refresh());
    $this->nextRequest();
    expect($server->versions())->toHaveKey('long-piers')
        ->and(file_get_contents((new Folder($server))->live('config/tides.json')))->toBe('{"high": 6}');
    $this->get("/instances/{$client->id}")->assertDontSee($apart);
    $this->get("/instances/{$server->id}")->assertDontSee('cannot play together');
    // Nothing is left to do, and an instance without a server has nobody to follow.
    $this->post("/instances/{$server->id}/pair")->assertStatus(409);
    $this->post('/instances/'.World::applied(['gulls'])->id.'/pair')->assertStatus(409);
});

it('starts a server as one, which says where it is open until it is ended', function (): void {
    [, $server] = withServer();
    $this->post("/instances/{$server->id}/play")->assertRedirect();
    $play = Rehearsal::query()->where('instance_id', $server->id)->latest('number')->firstOrFail();
    expect($play->side->value)->toBe('server');
    $page = '';
    for ($turn = 0; $turn < 600 && ! str_contains($page, 'open to players at 127.0.0.1:'); $turn++) {
        usleep(100_000);
        $this->nextRequest();
        $page = (string) $this->get("/instances/{$server->id}/rehearsals/{$play->number}")->assertOk()->getContent();
    }
    expect($page)->toContain('The server runs')->toContain('open to players at 127.0.0.1:');
    app(Play::class)->stop($play->refresh(), now: true);
});

it('packs a unit for systemd beside the script that starts it, neither with a path of this machine', function (): void {
    [, $server] = withServer();
    $file = $this->get("/instances/{$server->id}/server.zip")->assertOk()->baseResponse->getFile()->getPathname();
    $zip = new ZipArchive();
    $zip->open($file);
    $unit = (string) $zip->getFromName('harbour-lights-server.service');
    expect($unit)->toContain("[Service]\n")->toContain('ExecStart=/bin/sh ./start.sh')->not->toContain(base_path())
        ->and(parse_ini_string($unit, true, INI_SCANNER_RAW))->toHaveKeys(['Unit', 'Service', 'Install']);
});

it('makes a folder that another machine starts a server from', function (): void {
    $instance = World::applied(['gulls']);
    File::ensureDirectoryExists((new Folder($instance))->live('worlds/Long Shore'));
    file_put_contents((new Folder($instance))->live('worlds/Long Shore/world.json'), '{}');
    $archive = $this->get("/instances/{$instance->id}/server.zip")
        ->assertOk()
        ->baseResponse->getFile()
        ->getPathname();
    $to = sys_get_temp_dir().'/stasimon-server-'.getmypid();
    (new Process(['unzip', '-q', $archive, '-d', $to]))->mustRun();
    expect(is_dir("{$to}/worlds"))->toBeFalse()->and(is_executable("{$to}/start.sh"))->toBeTrue();
    foreach ($instance->placed as $placed) {
        if ($placed->path !== null) {
            expect(hash_file('sha256', "{$to}/{$placed->path}"))->toBe(hash_file('sha256', (new Folder($instance))->live($placed->path)));
        }
    }
    // What the script starts is open to players.
    $server = new Process(["{$to}/start.sh"]);
    $server->setTimeout(120);
    $server->start();
    $server->waitUntil(fn (string $type, string $text): bool => str_contains($server->getOutput(), 'open to players at'));
    expect($server->isRunning())->toBeTrue();
    $server->stop(5);
    // What it writes while it runs is not of what has to stay as it is; by coreutils, and by ours.
    (new Process(['sha256sum', '-c', '--quiet', '--strict', 'SHA256SUMS'], $to))->mustRun();
    $check = fn (): array => [($run = new Process([base_path('bin/stasimon'), 'folder', 'check', $to]))->run(), $run->getOutput()];
    expect($check()[1])->toContain('are as they were given')->not->toContain('not all')->and($check()[0])->toBe(0);
    file_put_contents("{$to}/mods/stray.zip", 'a stray');
    $count = count(file("{$to}/SHA256SUMS"));
    expect($check())->toBe([1, "beside it: mods/stray.zip
Of {$count} files, not all are as they were given.
"]);
    File::deleteDirectory($to);
});
