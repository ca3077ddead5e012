<?php

declare(strict_types=1);

// Packs in a registry of the Open Container Initiative: Debian's docker-registry, and Debian's skopeo as another program that gets them.

use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Models\PackRelease;
use App\Models\Task;
use App\Packs\DepotPack;
use App\Store\Store;
use Symfony\Component\Process\Process;
use Tests\Support\Elsewhere;
use Tests\Support\RealRegistry;
use Tests\Support\World;

beforeEach(function (): void {
    World::depot();
    $this->author = World::applied(['fogbank', 'long-piers']);
});

function registryAt(string $address, string $path = ''): Depot
{
    config(['stasimon.private_depots' => [...config('stasimon.private_depots'), $address]]);
    $name = $address.$path;

    return Elsewhere::read(
        Depot::query()->create(['slug' => 'registry', 'name' => $name, 'url' => "http://{$name}", 'protocol' => 'registry', 'place' => 5]),
    );
}

function packOf(string $version, string $summary = 'All of it.'): PackRelease
{
    test()->post('/instances/'.test()->author->id.'/pack', [
        'id' => 'archipelago', 'version' => $version, 'name' => 'Archipelago', 'licence' => 'MIT', 'summary' => $summary,
    ])->assertRedirect();

    return PackRelease::query()->where('version', $version)->firstOrFail();
}

it('is pushed, and pulled by digest by another installation and by another program', function (): void {
    $registry = new RealRegistry();
    $depot = registryAt($registry->address, '/moles');
    expect($depot->only(['protocol', 'name', 'problem']))
        ->toBe(['protocol' => 'registry', 'name' => "Packs at {$registry->address}/moles", 'problem' => null]);
    foreach (['1.0', '2.0 + fog'] as $version) {
        $pack = packOf($version);
        $to = ['registry' => $depot->id, 'repository' => 'packs/piers', 'channel' => 'latest'];
        $this->post("/packs/{$pack->id}/push", $to)->assertRedirect("/packs/{$pack->id}");
    }
    $document = $pack->document;
    $listed = DepotPack::query()->where('depot_id', $depot->id)->orderBy('version')->get();
    expect($listed->pluck('channels', 'version')->all())->toBe(['1.0' => '', '2.0 + fog' => 'latest'])
        ->and($listed[0]->only(['pack', 'name', 'summary', 'game', 'loader']))->toBe([
            'pack' => 'archipelago', 'name' => 'Archipelago', 'summary' => 'All of it.', 'game' => 'ferrywright', 'loader' => 'halyard',
        ]);
    // Another program gets the same, by its tag and by what that stands for.
    $copy = sys_get_temp_dir().'/pulled-'.bin2hex(random_bytes(4));
    $source = "docker://{$registry->address}/moles/packs/piers:latest";
    (new Process(['skopeo', 'copy', '--src-tls-verify=false', $source, "dir:{$copy}"]))->mustRun();
    expect(hash_file('sha256', "{$copy}/{$listed[1]->file_sha256}"))->toBe($listed[1]->file_sha256);
    $tags = json_decode((new Process(
        ['skopeo', 'list-tags', '--tls-verify=false', "docker://{$registry->address}/moles/packs/piers"],
    ))->mustRun()->getOutput(), true)['Tags'];
    sort($tags);
    expect($tags)->toBe(['1.0', '2.0-fog', 'latest']);
    // As if it were another machine: nothing of it is here.
    PackRelease::query()->delete();
    foreach ($listed as $one) {
        @unlink(app(Store::class)->path($one->file_sha256));
    }
    $this->get('/packs')->assertOk()->assertSee('2.0 + fog')->assertSee('latest');
    $this->post("/packs/found/{$listed[1]->id}")->assertRedirect();
    expect(PackRelease::query()->sole()->document)->toBe($document);
    // A release does not change.
    PackRelease::query()->delete();
    $other = packOf('1.0', 'Less of it.');
    $this->post("/packs/{$other->id}/push", ['registry' => $depot->id, 'repository' => 'packs/piers']);
    expect(Task::query()->where('kind', 'pack push')->orderByDesc('id')->value('problem'))->toContain('A release does not change');
    foreach ([['repository' => 'Packs/Piers'], ['repository' => '../x'], ['channel' => 'two words'], ['channel' => '1.0']] as $wrong) {
        $this->post("/packs/{$other->id}/push", $wrong + ['registry' => $depot->id, 'repository' => 'x'])->assertRedirect();
        expect(Task::query()->where('kind', 'pack push')->count())->toBe(3);
    }
    (new Process(['rm', '-rf', $copy]))->run();
});

it('gets a token where the registry says, for the name that it was given, and nowhere else', function (): void {
    $folder = sys_get_temp_dir().'/elsewhere-'.bin2hex(random_bytes(5));
    mkdir($folder);
    file_put_contents("{$folder}/passwords", 'wren:'.crypt('feathers', '$6$abcdefgh$')."\n");
    $web = Elsewhere::given($folder, "include {$folder}/registry*.conf; location = /token { auth_basic \"t\"; ".
        "auth_basic_user_file {$folder}/passwords; try_files /token.json =404; }");
    $registry = new RealRegistry("http://{$web->address}/token");
    file_put_contents("{$folder}/token.json", json_encode(['token' => $registry->token('archipelago')]));
    file_put_contents("{$folder}/registry.conf", "location /v2/ { proxy_pass http://{$registry->address}; ".
        'proxy_set_header Host $http_host; client_max_body_size 0; }');
    $web->again();
    expect(fn () => registryAt($web->address))->toThrow(DepotFailure::class, 'wants to know who asks');
    $depot = Depot::query()->where('slug', 'registry')->sole();
    $this->post("/depots/{$depot->id}/credentials", ['name' => 'wren', 'secret' => 'feathers'])->assertRedirect();
    expect($depot->refresh()->problem)->toBeNull();
    $pack = packOf('1');
    $this->post("/packs/{$pack->id}/push", ['registry' => $depot->id, 'repository' => 'archipelago', 'channel' => ''])->assertRedirect();
    $found = DepotPack::query()->where('depot_id', $depot->id)->sole();
    PackRelease::query()->delete();
    $this->post("/packs/found/{$found->id}")->assertRedirect();
    expect(PackRelease::query()->sole()->version)->toBe('1');
    // A repository for which the token does nothing.
    $this->post('/packs/'.PackRelease::query()->sole()->id.'/push', ['registry' => $depot->id, 'repository' => 'others', 'channel' => '']);
    expect(Task::query()->where('kind', 'pack push')->orderByDesc('id')->value('problem'))->toContain('wants to know who asks');
    // Tokens of another host: nothing is sent there.
    $astray = new RealRegistry('https://tokens.example/token');
    $depot->delete();
    expect(fn () => registryAt($astray->address))->toThrow(DepotFailure::class, 'has tokens given out by tokens.example');
});
