<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Models\Instance;
use App\Models\PackRelease;
use App\Packs\Packs;
use App\Store\Store;
use Illuminate\Support\Facades\File;
use Opis\JsonSchema\Validator;
use Tests\Support\World;

it('tries the file of a pack from the command line, and says how it came out', function (): void {
    World::depot();
    $make = function (string $version, string ...$mods): string {
        $author = World::applied($mods);
        $this->post("/instances/{$author->id}/pack", ['id' => 'piers', 'version' => $version, 'name' => 'Piers'])->assertRedirect();
        $release = PackRelease::query()->where('version', $version)->firstOrFail();
        $file = $this->get("/packs/{$release->id}/file")->baseResponse->getFile()->getPathname();
        copy($file, $copy = sys_get_temp_dir().'/tried-'.bin2hex(random_bytes(4)).'.zip');
        $release->delete();

        return $copy;
    };
    $this->artisan('stasimon:try-pack', ['file' => $make('1', 'gulls')])
        ->expectsOutputToContain('Piers 1: It came up clean')
        ->assertExitCode(0);
    expect(Instance::query()->where('name', 'like', 'Trial of%')->exists())->toBeFalse();
    $this->artisan('stasimon:try-pack', ['file' => $make('2', 'paintpots', 'varnish')])
        ->expectsOutputToContain('Piers 2: ')
        ->assertExitCode(1);
    // What did not come up stays, to be looked at; the pack itself came for that alone, and its next state may have the same version.
    expect(Instance::query()->where('name', 'like', 'Trial of%')->exists())->toBeTrue()->and(PackRelease::query()->exists())->toBeFalse();
    $this->artisan('stasimon:try-pack', ['file' => $make('2', 'gulls', 'fogbank')])
        ->expectsOutputToContain('It came up clean')
        ->assertExitCode(0);
    file_put_contents($broken = sys_get_temp_dir().'/broken-'.bin2hex(random_bytes(4)), 'no pack');
    $this->artisan('stasimon:try-pack', ['file' => $broken])->assertExitCode(2);
    $this->artisan('stasimon:try-pack', ['file' => '/nowhere'])->assertExitCode(2);
});

it('brings worlds with a pack, into what has none of that name', function (): void {
    World::depot();
    $author = World::applied(['gulls']);
    $write = function (Instance $instance, string $path, string $text): void {
        $file = (new Folder($instance))->live("worlds/{$path}");
        File::ensureDirectoryExists(dirname($file));
        file_put_contents($file, $text);
    };
    $write($author, 'Long Shore/world.json', '{"mods": {"gulls": "1.0.0"}}');
    $write($author, 'Long Shore/region/0.bin', random_bytes(1_200_000));
    $write($author, 'Mine/world.json', '{"mods": {}}');
    // Called like a number, and larger than goes along.
    $write($author, '1815/world.json', '{"mods": {}}');
    $large = fopen((new Folder($author))->live('worlds/1815/region.bin'), 'wb');
    ftruncate($large, 41_000_000);
    fclose($large);
    $this->get("/instances/{$author->id}/pack")->assertOk()->assertSee('Worlds that go with it')->assertSee('is too large to go along');
    $said = ['id' => 'piers', 'name' => 'Piers', 'worlds' => ['Long Shore', 'None', '../x']];
    $this->post("/instances/{$author->id}/pack", ['worlds' => ['1815'], 'version' => '0'] + $said)
        ->assertSee('than goes with a pack');
    $this->post("/instances/{$author->id}/pack", $said + ['version' => '1'])->assertRedirect();
    $release = PackRelease::query()->firstOrFail();
    $document = json_decode($release->document);
    expect(array_map(fn (object $one): string => "{$one->world} {$one->path}", $document->worlds))
        ->toEqualCanonicalizing(['worlds/Long Shore world.json', 'worlds/Long Shore region/0.bin'])
        ->and((new Validator())->validate($document, (string) file_get_contents(base_path('docs/formats/pack.schema.json')))->isValid())
        ->toBeTrue();
    $this->get("/packs/{$release->id}")->assertOk()->assertSee('Long Shore');
    copy($this->get("/packs/{$release->id}/file")->baseResponse->getFile()->getPathname(), $file = tempnam(sys_get_temp_dir(), 'pack'));
    // As if it were another machine: nothing of it is here.
    $release->delete();
    foreach ($document->worlds as $one) {
        unlink(app(Store::class)->path($one->sha256));
    }
    $release = app(Packs::class)->receive($file, 'piers');
    $author->update(['pack_id' => $release->id]);
    $this->post("/packs/{$release->id}/make", ['name' => 'Theirs'])->assertRedirect();
    $theirs = Instance::query()->where('name', 'Theirs')->firstOrFail();
    $this->get("/instances/{$theirs->id}/draft")->assertOk()->assertSee('The world Long Shore comes into it, 2 files.');
    $theirs = World::apply($theirs);
    $at = fn (string $path): string => (new Folder($theirs))->live("worlds/{$path}");
    expect(hash_file('sha256', $at('Long Shore/region/0.bin')))
        ->toBe(hash_file('sha256', (new Folder($author))->live('worlds/Long Shore/region/0.bin')))
        ->and(is_dir($at('Mine')))
        ->toBeFalse();
    // It is played, and the next release has both worlds: that of the same name stays as it is.
    file_put_contents($at('Long Shore/region/0.bin'), 'played');
    $this->get("/instances/{$author->id}/pack")->assertOk()->assertSee('value="Long Shore" checked', false);
    $said['worlds'] = ['Long Shore', 'Mine'];
    $this->post("/instances/{$author->id}/pack", $said + ['version' => '2'])->assertRedirect();
    $next = PackRelease::query()->where('version', '2')->firstOrFail();
    $this->post("/instances/{$theirs->id}/pack/update", ['to' => $next->id])->assertRedirect();
    $theirs = World::apply($theirs->refresh());
    expect(file_get_contents($at('Long Shore/region/0.bin')))->toBe('played')->and(is_file($at('Mine/world.json')))->toBeTrue();
});
