<?php

declare(strict_types=1);

// Feeds as RFC 4287 and RSS 2.0 have them, and folders as nginx shows them, both given out by nginx.

use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\ReleaseRow;
use App\Depots\Sync\Schedule;
use Carbon\CarbonInterval;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Sleep;
use Tests\Support\Elsewhere;
use Tests\Support\World;

/** @return list<string> package and version of what a depot has */
function releasesOf(Depot $depot): array
{
    return ReleaseRow::query()->where('depot_id', $depot->id)->orderBy('package_id')->orderBy('version')->get()
        ->map(fn (ReleaseRow $row): string => "{$row->package_id} {$row->version}")->all();
}

it('has what an author publishes in a feed, as it comes', function (): void {
    World::depot();
    [$web, $folder] = Elsewhere::folder();
    Elsewhere::mod("{$folder}/files/heron-1.0.0.zip", 'heron', '1.0.0');
    Elsewhere::mod("{$folder}/files/heron-1.1.0.zip", 'heron', '1.1.0');
    $entry = fn (string $version, string $day): string => "<entry><title>Heron {$version}</title>".
        "<updated>2026-03-{$day}T10:00:00Z</updated>".
        '<content type="html">&lt;p&gt;Longer &lt;b&gt;legs&lt;/b&gt; &amp;amp; a bill.&lt;/p&gt;&lt;p&gt;No fish.&lt;/p&gt;</content>'.
        "<link rel=\"enclosure\" href=\"../files/heron-{$version}.zip\"/></entry>";
    $atom = fn (string ...$entries): string => '<feed xmlns="http://www.w3.org/2005/Atom"><title>Birds of mine</title>'.
        implode('', $entries).'</feed>';
    mkdir("{$folder}/blog");
    $write = function (string $text) use ($folder): void {
        file_put_contents("{$folder}/blog/feed.xml", $text);
        // As if it had lain there for a while.
        touch("{$folder}/blog/feed.xml", time() - 600 + crc32($text) % 500);
    };
    $write($atom($entry('1.0.0', '01')));
    $depot = Elsewhere::read(Elsewhere::depot($web, '/blog/feed.xml'));
    expect($depot->only(['protocol', 'name']))->toBe(['protocol' => 'feed', 'name' => 'Birds of mine'])
        ->and(releasesOf($depot))->toBe(['heron 1.0.0']);
    $page = json_decode((string) DB::table('sources')->where('depot_id', $depot->id)->value('page'));
    expect(json_encode($page))->toContain('Heron 1.0.0\nLonger legs & a bill.\nNo fish.');
    expect((string) ReleaseRow::query()->where('depot_id', $depot->id)->value('published_at'))->toContain('2026-03-01');
    // Unchanged: one question, and a short answer.
    $web->sent();
    Elsewhere::read($depot);
    expect($web->sent())->questions->toBe(1)->bytes->toBeLessThan(500);
    // What nobody has asked for since is not kept for ever.
    $kept = fn (): int => DB::table('depot_answers')->where('depot_id', $depot->id)->count();
    DB::table('depot_answers')->insert(['depot_id' => $depot->id, 'address' => 'old', 'tag' => 'a', 'modified' => '', 'body' => ''] + [
        'asked_at' => now()->subDays(40),
    ]);
    expect($kept())->toBe(2);
    Elsewhere::read($depot);
    expect($kept())->toBe(1);
    // The newest alone: what was in it before is still there. What lies elsewhere is told and not asked for.
    $write($atom($entry('1.1.0', '09'), str_replace('../files/', 'http://198.51.100.7/', $entry('9.0.0', '10'))));
    expect(releasesOf(Elsewhere::read($depot)))->toBe(['heron 1.0.0', 'heron 1.1.0'])
        ->and(DB::table('listed_files')->whereNotNull('problem')->value('problem'))->toBe('It lies at another host, which is not asked.');
    $instance = World::apply(World::instance(['heron']));
    expect($instance->placed()->where('package_id', 'heron')->value('sha256'))
        ->toBe(hash_file('sha256', "{$folder}/files/heron-1.1.0.zip"));
    // In the other form, and broken.
    $depot->delete();
    $write('<rss version="2.0"><channel><title>Birds</title><item><title>Heron</title><pubDate>Sun, 01 Mar 2026 10:00:00 GMT</pubDate>'.
        "<enclosure url=\"http://{$web->address}/files/heron-1.0.0.zip\" length=\"1\" type=\"application/zip\"/></item></channel></rss>");
    $depot = Elsewhere::read(Elsewhere::depot($web, '/blog/feed.xml'));
    expect(releasesOf($depot))->toBe(['heron 1.0.0']);
    $wrong = ['<rss version="2.0"><channel>' => 'of another kind', '<!DOCTYPE rss [<!ENTITY a "b">]><rss/>' => 'document type'];
    foreach ($wrong as $text => $why) {
        $write($text);
        expect(fn () => Elsewhere::read($depot))->toThrow(DepotFailure::class, $why);
    }
    expect(releasesOf($depot->refresh()))->toBe(['heron 1.0.0']);
});

it('has what a folder shows, in whichever form, and sees what has changed', function (string $rule): void {
    World::depot();
    [$web, $folder] = Elsewhere::folder($rule);
    Elsewhere::mod("{$folder}/mods/old/heron-1.0.0.zip", 'heron', '1.0.0');
    Elsewhere::mod("{$folder}/mods/egret.zip", 'egret', '1.0.0');
    file_put_contents("{$folder}/readme.txt", 'of herons');
    $depot = Elsewhere::read(Elsewhere::depot($web));
    expect($depot->protocol)->toBe('pages')->and(releasesOf($depot))->toBe(['egret 1.0.0', 'heron 1.0.0']);
    Elsewhere::mod("{$folder}/mods/egret.zip", 'egret', '2.0.0', ['summary' => 'longer than it was before']);
    touch("{$folder}/mods/egret.zip", time() - 86_400);
    unlink("{$folder}/mods/old/heron-1.0.0.zip");
    expect(releasesOf(Elsewhere::read($depot)))->toBe(['egret 2.0.0']);
    expect(World::apply(World::instance(['egret']))->placed()->where('package_id', 'egret')->value('sha256'))
        ->toBe(hash_file('sha256', "{$folder}/mods/egret.zip"));
})->with(['pages' => [''], 'documents' => ['autoindex on; autoindex_format json;']]);

it('tells a place who asks, and no other one', function (): void {
    World::depot();
    $folder = sys_get_temp_dir().'/elsewhere-'.bin2hex(random_bytes(5));
    mkdir($folder);
    file_put_contents("{$folder}/passwords", 'wren:'.crypt('feathers', '$6$abcdefgh$')."\n");
    Elsewhere::mod("{$folder}/heron-1.0.0.zip", 'heron', '1.0.0');
    $web = Elsewhere::given($folder, "auth_basic \"birds\"; auth_basic_user_file {$folder}/passwords;");
    $web->list();
    $depot = Elsewhere::depot($web);
    expect(fn () => Elsewhere::read($depot))->toThrow(DepotFailure::class, 'wants to know who asks')
        ->and($depot->refresh()->protocol)->toBe('json');
    $this->get('/depots')->assertOk()->assertSee('does not say whether it is moderated')->assertDontSee('a folder of files,');
    $this->post("/depots/{$depot->id}/credentials", ['name' => 'wren'])->assertInvalid(['secret']);
    $this->post("/depots/{$depot->id}/credentials", ['name' => 'wren', 'secret' => 'feathers'])->assertRedirect('/depots');
    expect(releasesOf($depot->refresh()))->toBe(['heron 1.0.0'])
        ->and(World::apply(World::instance(['heron']))->placed()->where('package_id', 'heron')->exists())->toBeTrue();
    // Not to be read where it lies, nor on the page; and not sent through a network that all can read.
    expect(DB::table('depots')->where('id', $depot->id)->value('credentials'))->not->toContain('feathers');
    $this->get('/depots')->assertDontSee('feathers')->assertSee('Knows who asks as wren');
    $this->post("/depots/{$depot->id}/credentials", [])->assertRedirect('/depots');
    expect($depot->refresh()->asker())->toBeNull();
    $open = Depot::query()->create(['slug' => 'open', 'name' => 'Open', 'url' => 'http://mods.example', 'place' => 9]);
    $this->from('/depots')->post("/depots/{$open->id}/credentials", ['secret' => 'feathers'])
        ->assertSee('would be read by everybody');
});

it('waits as long as a place asks, and leaves it alone for longer where it asks that', function (): void {
    World::depot();
    Sleep::fake();
    [$web, $folder] = Elsewhere::folder('location = /SHA256SUMS { add_header Retry-After 7 always; return 429; }');
    $depot = Elsewhere::depot($web);
    expect(fn () => Elsewhere::read($depot))->toThrow(DepotFailure::class, 'asks to be left alone for 7 seconds');
    Sleep::assertSlept(fn (CarbonInterval $for): bool => (int) $for->totalSeconds === 7, 3);
    Sleep::fake();
    [$web, $folder] = Elsewhere::folder('location ~ zip$ { add_header Retry-After 7200 always; return 503; }');
    Elsewhere::mod("{$folder}/heron-1.0.0.zip", 'heron', '1.0.0');
    $web->list();
    $depot->update(['url' => "http://{$web->address}", 'name' => $web->address]);
    expect(fn () => Elsewhere::read($depot))->toThrow(DepotFailure::class, 'left alone for 2 hours');
    Sleep::assertNeverSlept();
    config(['stasimon.read_every' => 60]);
    $asked = fn (): int => DB::table('tasks')
        ->where(['kind' => 'sync', 'subject->depot' => $depot->id, 'state' => 'waiting'])
        ->count();
    Queue::fake();
    app(Schedule::class)->look();
    expect($asked())->toBe(0);
    $this->travel(3)->hours();
    // Also where somebody has them read by hand alone: what broke off was begun.
    app(Schedule::class)->set(0);
    app(Schedule::class)->look();
    expect($asked())->toBe(1);
});
