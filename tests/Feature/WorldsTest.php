<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Models\Backup;
use App\Models\Instance;
use App\Store\Store;
use App\Worlds\Backups;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** @param  array<string, string>  $files  path below the folder of worlds => content */
function worldsOf(Instance $instance, array $files): void
{
    foreach ($files as $path => $text) {
        $file = (new Folder($instance))->live("worlds/{$path}");
        File::ensureDirectoryExists(dirname($file));
        file_put_contents($file, $text);
    }
}

it('says of each world whether it would open whole, and why not', function (): void {
    $instance = World::applied(['gulls', 'fogbank']);
    $versions = $instance->versions();
    worldsOf($instance, [
        'Whole/world.json' => (string) json_encode(['mods' => ['gulls' => $versions['gulls']]]), 'Short/world.json' => '{"mods": {"great-cranes": "1.0.0", "gulls": "'.$versions['gulls'].'"}}',
        'Newer/world.json' => '{"mods": {"fogbank": "2.2.0-beta.1"}}', 'Silent/world.json' => '{}', 'Silent/harbour.dat' => str_repeat('x', 3_000),
    ]);
    $this->get("/instances/{$instance->id}/worlds")->assertOk()->assertSee('opens whole')->assertSee('lacks Great Cranes')->assertSee('saved by a newer Fogbank Weather')->assertSee('does not say what it was saved with')->assertSee('3 kB');
    $this->get('/instances/'.World::instance([])->id.'/worlds')->assertOk()->assertSee('There is no world yet');
});

it('keeps worlds when it is asked to, by the rule, and puts them back', function (): void {
    $instance = World::applied(['gulls']);
    $this->post("/instances/{$instance->id}/worlds/backup")->assertRedirect();
    expect(Backup::query()->count())->toBe(0);
    worldsOf($instance, ['Long Shore/world.json' => '{"mods": {}}', 'Long Shore/harbour.dat' => 'first']);
    // One of each day of three weeks; the rule leaves all of today, six days and the last of each week before.
    foreach (range(20, 0) as $days) {
        $this->travelTo(now()->setTime(12, 0)->subDays($days));
        $this->post("/instances/{$instance->id}/worlds/backup")->assertRedirect();
        if ($days === 20) {
            $this->post('/instances/'.$instance->id.'/worlds/backups/'.Backup::query()->value('id').'/name', ['name' => 'At the start'])->assertRedirect();
        }
        $this->travelBack();
    }
    $left = Backup::query()->orderBy('id')->get();
    expect($left->count())->toBeGreaterThan(8)->toBeLessThan(12)->and($left->first()?->name)->toBe('At the start')->and($left->last()?->made_at->isToday())->toBeTrue();
    $page = $this->get("/instances/{$instance->id}/worlds")->assertOk()->assertSee('At the start')->assertSee('asked for')->assertSee('<circle', false);
    expect(substr_count((string) $page->getContent(), '<circle'))->toBe($left->count());
    // Changed since, and back as it was; what was there before is kept as well.
    worldsOf($instance, ['Long Shore/harbour.dat' => 'second', 'Other/world.json' => '{}']);
    $this->post("/instances/{$instance->id}/worlds/backups/{$left->last()?->id}/put-back")->assertRedirect();
    $folder = (new Folder($instance))->live('worlds');
    expect(file_get_contents("{$folder}/Long Shore/harbour.dat"))->toBe('first')->and("{$folder}/Other")->not->toBeDirectory()->and(Backup::query()->where('why', 'before worlds were put back')->count())->toBe(1);
    $this->post('/instances/'.$instance->id.'/worlds/backups/'.Backup::query()->where('why', 'before worlds were put back')->value('id').'/put-back')->assertRedirect();
    expect(file_get_contents("{$folder}/Long Shore/harbour.dat"))->toBe('second');
    // Another instance's is none of its business, and one whose files are gone changes nothing.
    $other = World::applied(['long-piers']);
    $this->post("/instances/{$other->id}/worlds/backups/{$left->last()?->id}/put-back")->assertNotFound();
    $this->post("/instances/{$other->id}/worlds/backups/{$left->last()?->id}/name", ['name' => 'x'])->assertNotFound();
    $this->post("/instances/{$instance->id}/worlds/backups/99999999999999999/put-back")->assertNotFound();
    $store = app(Store::class)->path(hash('sha256', 'first'));
    chmod($store, 0o644) && unlink($store);
    $this->post("/instances/{$instance->id}/worlds/backups/{$left->last()?->id}/put-back")->assertRedirect();
    expect(file_get_contents("{$folder}/Long Shore/harbour.dat"))->toBe('second');
});

it('renames a world, and refuses what is no name or is taken', function (): void {
    $instance = World::applied(['gulls']);
    worldsOf($instance, ['Long Shore/world.json' => '{}', 'Other/world.json' => '{}']);
    $rename = fn (string $world, string $name) => $this->post("/instances/{$instance->id}/worlds/rename", ['world' => $world, 'name' => $name]);
    foreach (['../x', '.hidden', 'a/b', 'x.', "a\nb", ''] as $bad) {
        $rename('Long Shore', $bad)->assertSessionHasErrors('name');
    }
    $rename('Long Shore', 'Other')->assertStatus(409);
    $rename('Long Shore', 'rehearsal')->assertStatus(409);
    $rename('../../x', 'New')->assertNotFound();
    $rename('Long Shore', 'Short Shore')->assertRedirect();
    expect((new Folder($instance))->live('worlds/Short Shore/world.json'))->toBeFile()->and((new Folder($instance))->live('worlds/Long Shore'))->not->toBeDirectory();
});

it('costs little more than what changed', function (): void {
    $instance = World::applied(['gulls']);
    $files = ['Long Shore/world.json' => '{}'];
    for ($region = 0; $region < 100; $region++) {
        $files["Long Shore/region-{$region}.dat"] = random_bytes(10_000);
    }
    worldsOf($instance, $files);
    $size = fn (): int => array_sum(array_map(fn ($file): int => $file->getSize(), File::allFiles(config('stasimon.var').'/store')));
    $before = $size();
    app(Backups::class)->make($instance, 'first');
    $whole = $size() - $before;
    worldsOf($instance, ['Long Shore/region-7.dat' => random_bytes(10_000)]);
    app(Backups::class)->make($instance, 'second');
    expect($size() - $before - $whole)->toBeGreaterThan(9_999)->toBeLessThan(intdiv($whole, 20));
});
