<?php

declare(strict_types=1);

use App\Models\Instance;
use App\Models\PackRelease;
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
    $this->artisan('stasimon:try-pack', ['file' => $make('1', 'gulls')])->expectsOutputToContain('Piers 1: It came up clean')->assertExitCode(0);
    expect(Instance::query()->where('name', 'like', 'Trial of%')->exists())->toBeFalse();
    $this->artisan('stasimon:try-pack', ['file' => $make('2', 'paintpots', 'varnish')])->expectsOutputToContain('Piers 2: ')->assertExitCode(1);
    // What did not come up stays, to be looked at.
    expect(Instance::query()->where('name', 'like', 'Trial of%')->exists())->toBeTrue();
    file_put_contents($broken = sys_get_temp_dir().'/broken-'.bin2hex(random_bytes(4)), 'no pack');
    $this->artisan('stasimon:try-pack', ['file' => $broken])->assertExitCode(2);
    $this->artisan('stasimon:try-pack', ['file' => '/nowhere'])->assertExitCode(2);
});
