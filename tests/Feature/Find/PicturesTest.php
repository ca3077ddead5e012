<?php

declare(strict_types=1);

use App\Pictures\Pictures;
use App\Store\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

beforeEach(function (): void {
    World::depot();
    File::deleteDirectory(dirname(Pictures::path('x')));
});

it('shows pictures that depots have once they were fetched, from here alone, and draws what has none', function (): void {
    $instance = World::applied(['gulls']);
    $pictured = (string) DB::table('pictures')->where('place', 1)->orderBy('package_id')->value('package_id');
    $digest = (string) DB::table('pictures')->where('package_id', $pictured)->where('place', 0)->value('sha256');
    $name = (string) DB::table('packages')->where('id', $pictured)->value('name');
    $at = "/instances/{$instance->id}/find?q=".rawurlencode($name);
    $this->get($at)->assertOk()->assertSee('<svg class="drawn"', false);
    $this->nextRequest();
    $this->get($at)->assertOk()->assertSee("/pictures/{$digest}.png", false);
    $file = $this->get("/pictures/{$digest}.png")->assertOk()->baseResponse->getFile()->getPathname();
    expect(array_slice(getimagesize($file), 0, 3))
        ->toBe([128, 128, IMAGETYPE_PNG])
        ->and((new Store())->has($digest))
        ->toBeFalse()
        ->and(DB::table('picture_wants')->count())
        ->toBe(0);
    // Shots stand on its own page.
    $this->nextRequest();
    $this->get("/instances/{$instance->id}/packages/{$pictured}")->assertOk();
    $this->nextRequest();
    $this->get("/instances/{$instance->id}/packages/{$pictured}")->assertOk()->assertSee("{$name}, shot 2");
    $this->get('/pictures/'.str_repeat('0', 64).'.png')->assertNotFound();
});

it('asks once for a picture that is none, or is another one, and draws instead', function (string $change): void {
    $instance = World::applied(['gulls']);
    $row = DB::table('pictures')->where('place', 0)->orderBy('package_id')->first();
    $folder = config('stasimon.var').'/depots/slipway';
    $before = (string) file_get_contents("{$folder}/{$row->path}");
    $bytes = ['no picture' => str_repeat('x', 900), 'another one' => $before.'more'][$change];
    file_put_contents("{$folder}/{$row->path}", $bytes);
    if ($change === 'no picture') {
        $says = ['size' => strlen($bytes), 'sha256' => hash('sha256', $bytes)];
        DB::table('pictures')->where('package_id', $row->package_id)->where('place', 0)->update($says);
    }
    $see = function () use ($instance, $row): void {
        $this->nextRequest();
        $this->get("/instances/{$instance->id}/packages/{$row->package_id}")->assertOk()->assertSee('<svg class="drawn"', false);
    };
    try {
        $see();
        expect(DB::table('picture_wants')->where('failed', true)->count())->toBe(1);
        $see();
        expect(DB::table('tasks')->where('kind', 'pictures')->count())->toBe(1);
    } finally {
        file_put_contents("{$folder}/{$row->path}", $before);
    }
})->with(['no picture', 'another one']);

it('shows the picture that an archive has of itself where no depot has one, and asks no more for one that is none', function (): void {
    $instance = World::applied(['sailcloth']);
    DB::table('pictures')->where('package_id', 'sailcloth')->delete();
    $at = "/instances/{$instance->id}/packages/sailcloth";
    $this->get($at)->assertOk()->assertSee('<svg class="drawn"', false);
    app(Pictures::class)->look();
    $own = DB::table('pictures')->where('package_id', 'sailcloth')->first();
    expect([$own->place, $own->depot_id])->toBe([Pictures::WITHIN, null]);
    $this->nextRequest();
    $this->get($at)->assertOk()->assertSee("/pictures/{$own->sha256}.png", false);
    expect(array_slice(getimagesize(Pictures::path($own->sha256)), 0, 3))->toBe([128, 128, IMAGETYPE_PNG]);
    // It stays when the depot is read again, and is not looked for again.
    World::depot();
    DB::table('pictures')->where('package_id', 'sailcloth')->where('place', 0)->delete();
    app(Pictures::class)->look();
    expect(DB::table('pictures')->where('package_id', 'sailcloth')->value('sha256'))
        ->toBe($own->sha256)
        ->and(DB::table('tasks')->where('kind', 'pictures')->count())
        ->toBe(1);
    // One that is none is drawn, and asked for once.
    DB::update("update archives set says = says || '{\"picture\": \"pack.json\"}' where sha256 = ?", [$own->archive]);
    DB::table('pictures')->where('package_id', 'sailcloth')->delete();
    app(Pictures::class)->look();
    app(Pictures::class)->look();
    expect(DB::table('pictures')->where('package_id', 'sailcloth')->pluck('sha256')->all())
        ->toBe([null])
        ->and(DB::table('tasks')->where('kind', 'pictures')->count())
        ->toBe(2)
        ->and(Pictures::path($own->sha256))
        ->not->toBeFile();
    $this->nextRequest();
    $this->get($at)->assertOk()->assertSee('<svg class="drawn"', false);
});
