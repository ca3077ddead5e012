<?php

declare(strict_types=1);

use App\Configs\ConfigList;
use App\Configs\ConfigSteps;
use App\Depots\PackageRow;
use App\Disk\Folder;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use App\Models\Instance;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** @return array<string, string> path => whose, how that is known, and how it is */
function configsOf(Instance $instance): array
{
    return array_map(
        fn ($one): string => ($one->owner->title ?? 'nobody').', '.($one->owner->how ?? '').': '.$one->state(),
        app(ConfigList::class)->of($instance->refresh()->load(['placed', 'draft'])),
    );
}

function configText(Instance $instance, string $path, ?string $text = null): string
{
    $file = (new Folder($instance))->live($path);
    $text === null || File::ensureDirectoryExists(dirname($file)) || true;

    return $text === null ? (string) @file_get_contents($file) : (string) file_put_contents($file, $text);
}

it('knows whose each config is, by what, and who changed it last', function (): void {
    $instance = World::applied(['lampoil']);
    expect(configsOf($instance))->toBe([]);
    $this->get("/instances/{$instance->id}/configs")
        ->assertOk()
        ->assertSee('There is no config yet.');
    World::rehearsed($instance);
    expect(configsOf($instance))->toBe(['config/lampoil.json' => 'Lampoil, by its name: as the mod made it']);
    configText($instance, 'config/lampoil.json', "{\n    \"hours\": 8,\n    \"smell\": true\n}\n");
    configText($instance, 'config/own.ini', "[a]\nb=1\n");
    expect(configsOf($instance)['config/lampoil.json'])
        ->toBe('Lampoil, by its name: changed by you')
        ->and(configsOf($instance)['config/own.ini'])
        ->toStartWith('nobody');
    World::rehearsed($instance);
    expect(configsOf($instance))->toMatchArray([
        'config/lampoil.json' => 'Lampoil, by its name: changed by you',
        'config/own.ini' => 'nobody, : changed by you',
    ]);
    // What cannot be read is told with its line, before a launch fails at it.
    configText($instance, 'config/lampoil.json', "{\n    \"hours\": 8,\n    \"smell\": tru\n}\n");
    $this->get("/instances/{$instance->id}/configs")
        ->assertOk()
        ->assertSee('cannot be read, line 3')
        ->assertSee('Cannot be read');
    $this->get("/instances/{$instance->id}/configs?only=wrong")
        ->assertOk()
        ->assertSee('config/lampoil.json')
        ->assertDontSee('config/own.ini');
    // Its mod goes, and it is left over.
    configText($instance, 'config/lampoil.json', "{\n    \"hours\": 8\n}\n");
    $this->post("/instances/{$instance->id}/draft/remove", ['ids' => ['lampoil']]);
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['gulls']]);
    $instance = World::apply($instance->refresh());
    expect(configsOf($instance)['config/lampoil.json'])->toBe('Lampoil, by its name: its mod is gone');
    $this->post("/instances/{$instance->id}/configs", ['configs' => ['config/lampoil.json', 'config/none']])->assertRedirect();
    expect(configsOf($instance))->not->toHaveKey('config/lampoil.json');
    $instance = World::apply($instance->refresh());
    expect(configText($instance, 'config/lampoil.json'))
        ->toBe('')
        ->and(configText($instance, 'config/lampoil.json.set-aside'))
        ->toContain('"hours": 8');
});

it('writes one as a step of the draft, and takes one place back, or all of it', function (): void {
    $instance = World::applied(['lampoil']);
    World::rehearsed($instance);
    $made = configText($instance, 'config/lampoil.json');
    $mine = str_replace(['9', 'true'], ['7', 'false'], $made)."\n";
    $this->post("/instances/{$instance->id}/configs/edit", [
        'path' => 'config/lampoil.json',
        'body' => str_replace("\n", "\r\n", $mine),
        'sha256' => hash_file('sha256', (new Folder($instance))->live('config/lampoil.json')),
    ])->assertRedirect();
    expect(configText($instance, 'config/lampoil.json'))
        ->toBe($made)
        ->and(configsOf($instance)['config/lampoil.json'])
        ->toEndWith('changed in the draft');
    $page = $this->get("/instances/{$instance->id}/configs/edit?path=config/lampoil.json")
        ->assertOk()
        ->assertSee('as launch 1 made it')
        ->assertSee('&quot;hours&quot;: 7', false);
    preg_match('/name="sha256" value="(\w{64})"/', (string) $page->getContent(), $sha);
    $this->post("/instances/{$instance->id}/configs/take-back", [
        'path' => 'config/lampoil.json',
        'with' => 'made',
        'place' => '0',
        'sha256' => str_repeat('0', 64),
    ])
        ->assertStatus(409)
        ->assertSee('has changed since you looked');
    // Each value is a place of its own, on lines beside each other too; the end of the file is the third.
    $page->assertSee('3 differences')->assertSee('Take back hours')->assertSee('Take back smell');
    $this->post("/instances/{$instance->id}/configs/take-back", [
        'path' => 'config/lampoil.json',
        'with' => 'made',
        'place' => '0',
        'sha256' => $sha[1],
    ])->assertRedirect();
    expect(app(ConfigList::class)->text($instance->refresh(), 'config/lampoil.json'))->toBe(str_replace('true', 'false', $made)."\n");
    $this->post("/instances/{$instance->id}/configs/take-back", [
        'path' => 'config/lampoil.json',
        'with' => 'made',
        'place' => '9',
        'sha256' => hash('sha256', str_replace('true', 'false', $made)."\n"),
    ])->assertNotFound();
    $this->post("/instances/{$instance->id}/configs/take-back", [
        'path' => 'config/lampoil.json',
        'with' => 'made',
        'sha256' => hash('sha256', str_replace('true', 'false', $made)."\n"),
    ])->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect(configText($instance, 'config/lampoil.json'))->toBe($made);
    $this->post("/instances/{$instance->id}/configs/edit", ['path' => 'config/../../x', 'body' => 'x'])->assertNotFound();
    $this->post("/instances/{$instance->id}/configs/edit", ['path' => '', 'body' => 'x'])->assertSessionHasErrors('path');
    $this->get("/instances/{$instance->id}/configs/edit?path=none")->assertNotFound();
    $this->post("/instances/{$instance->id}/configs/check", ['path' => 'config/lampoil.json', 'body' => "{\r\n\"a\": 1,\r\n}"])
        ->assertOk()
        ->assertSee('Line 3');
    // Lines that ended as on another system end so still.
    configText($instance, 'config/dos.cfg', "a=1\r\nb=2\r\n");
    $this->get("/instances/{$instance->id}/configs/edit?path=config/dos.cfg")->assertOk();
    $this->post("/instances/{$instance->id}/configs/edit", [
        'path' => 'config/dos.cfg',
        'body' => "a=1\r\nb=3\r\n",
        'sha256' => hash_file('sha256', (new Folder($instance))->live('config/dos.cfg')),
    ])->assertRedirect();
    World::apply($instance->refresh());
    expect(configText($instance, 'config/dos.cfg'))->toBe("a=1\r\nb=3\r\n");
});

it(
    'searches all of them, shows what a replacement comes to, and makes it in the marked ones; and copies to another instance',
    function (): void {
        $instance = World::applied(['gulls']);
        foreach (
            [
                'config/a.cfg' => "Range=16\nother=1\n",
                'config/b.cfg' => "range=16\n",
                'config/c.cfg' => "x\n",
                'config/bytes.dat' => "\xff\x00range",
            ] as $path => $text
        ) {
            configText($instance, $path, $text);
        }
        $this->get("/instances/{$instance->id}/configs/search?words=range%3D16&put=range%3D%241")
            ->assertOk()
            ->assertSee('config/a.cfg')
            ->assertSee('config/b.cfg')
            ->assertDontSee('config/c.cfg')
            ->assertSee('range=$1');
        $this->get("/instances/{$instance->id}/configs/search?words=range%3D16&exactly=1")
            ->assertOk()
            ->assertDontSee('Mark config/a.cfg')
            ->assertSee('Mark config/b.cfg');
        $this->post("/instances/{$instance->id}/configs/replace", [
            'words' => 'range=16',
            'put' => 'range=$1\\2',
            'configs' => ['config/a.cfg', 'config/none'],
        ])->assertRedirect();
        $instance = World::apply($instance->refresh());
        expect(configText($instance, 'config/a.cfg'))
            ->toBe("range=\$1\\2\nother=1\n")
            ->and(configText($instance, 'config/b.cfg'))
            ->toBe("range=16\n");
        $this->post("/instances/{$instance->id}/configs/replace", [
            'words' => 'nowhere',
            'put' => '',
            'configs' => ['config/a.cfg'],
        ])->assertStatus(409);
        $other = World::applied(['gulls']);
        $this->post("/instances/{$instance->id}/configs", [
            'configs' => ['config/a.cfg', 'config/bytes.dat'],
            'to' => $other->id,
        ])->assertRedirect("/instances/{$other->id}/draft");
        $other = World::apply($other->refresh());
        expect(configText($other, 'config/a.cfg'))
            ->toBe("range=\$1\\2\nother=1\n")
            ->and(configText($other, 'config/bytes.dat'))
            ->toBe("\xff\x00range");
        $this->get("/instances/{$instance->id}/configs/edit?path=config/bytes.dat")
            ->assertOk()
            ->assertSee('It is no text');
        $this->get("/instances/{$other->id}/configs/edit?path=config/b.cfg")->assertNotFound();
    },
);

it('writes and replaces in the encoding that a config has, and says what cannot stand in it', function (): void {
    $instance = World::applied(['gulls']);
    $utf16 = "\xFF\xFE".mb_convert_encoding("harbour=Grønsund\r\nfog=1\r\n", 'UTF-16LE', 'UTF-8');
    configText($instance, 'config/old.cfg', "harbour=Gr\xF8nsund\r\nfog=1\r\n");
    configText($instance, 'config/wide.ini', $utf16);
    configText($instance, 'config/a.json', "{\"fog\": 1}\n");
    $edit = "/instances/{$instance->id}/configs/edit";
    $this->get("{$edit}?path=config/old.cfg")
        ->assertOk()
        ->assertSee('Grønsund')
        ->assertSee('written in windows-1252');
    $this->get("{$edit}?path=config/wide.ini")
        ->assertOk()
        ->assertSee('Grønsund')
        ->assertSee('written in UTF-16')
        ->assertSee('It can be read as INI');
    $write = fn (string $body, array $more = []) => $this->from("{$edit}?path=config/old.cfg")->post($edit, [
        'path' => 'config/old.cfg',
        'body' => $body,
        'sha256' => hash('sha256', "harbour=Gr\xF8nsund\r\nfog=1\r\n"),
        ...$more,
    ]);
    $write("harbour=Łeba\r\nfog=1\r\n")->assertSessionHasErrors([
        'body' => '"Ł" in line 1 cannot be written in windows-1252, as config/old.cfg is. Leave it out, or have it written in UTF-8. '.
            'Nothing was changed.',
    ]);
    $this->get("{$edit}?path=config/old.cfg")
        ->assertSee('harbour=Łeba')
        ->assertSee('cannot be written in windows-1252');
    $this->post("/instances/{$instance->id}/configs/check", ['path' => 'config/old.cfg', 'body' => 'Łeba'])
        ->assertOk()
        ->assertSee('cannot be written in windows-1252');
    $write("harbour=Rødvig\r\nfog=1\r\n")->assertRedirect();
    // A replacement that would leave one unreadable is told beforehand, and not made.
    $this->get("/instances/{$instance->id}/configs/search?words=fog&put=f%22g")
        ->assertOk()
        ->assertSee('config/a.json could not be read any more: line 1');
    $replace = fn (string $put) => $this->post("/instances/{$instance->id}/configs/replace", [
        'words' => 'fog',
        'put' => $put,
        'configs' => ['config/a.json', 'config/old.cfg', 'config/wide.ini'],
    ]);
    $replace('f"g')->assertStatus(409)->assertSee('could not be read any more');
    $replace('dis')->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect(configText($instance, 'config/old.cfg'))
        ->toBe("harbour=R\xF8dvig\r\ndis=1\r\n")
        ->and(configText($instance, 'config/a.json'))
        ->toBe("{\"dis\": 1}\n")
        ->and(configText($instance, 'config/wide.ini'))
        ->toBe("\xFF\xFE".mb_convert_encoding("harbour=Grønsund\r\ndis=1\r\n", 'UTF-16LE', 'UTF-8'));
    $this->post($edit, [
        'path' => 'config/old.cfg',
        'body' => "harbour=Łeba\r\ndis=1\r\n",
        'sha256' => hash('sha256', "harbour=R\xF8dvig\r\ndis=1\r\n"),
        'utf8' => '1',
    ])->assertRedirect();
    World::apply($instance->refresh());
    expect(configText($instance, 'config/old.cfg'))->toBe("harbour=Łeba\r\ndis=1\r\n");
});

it('gives a config to the one mod that came when it appeared, and says so', function (): void {
    // Some write their settings under a word of their own; one that needs no library, and one that brings one.
    $odd = PackageRow::query()
        ->whereRaw("supports && array['ferrywright 3.2.1 halyard', 'ferrywright 3.2.1 ']")
        ->where('kind', 'mod')
        ->whereRaw("id like '%-%'")
        ->orderBy('id')
        ->pluck('id')
        ->filter(fn (string $id): bool => crc32($id) % 10 === 8);
    $fits = $odd->first(function (string $id): bool {
        $package = json_decode((string) file_get_contents(config('stasimon.var')."/depots/slipway/packages/{$id}.json"));
        $does = end($package->releases);

        return array_diff(array_column($does->needs, 'id'), ['ferrywright', 'halyard', 'capstan']) === [];
    });
    $instance = World::applied(['gulls']);
    World::rehearsed($instance);
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => [$fits]]);
    $instance = World::apply($instance->refresh());
    World::rehearsed($instance);
    $path = 'config/c'.dechex(crc32($fits) % 65_536).'.properties';
    expect(configsOf($instance)[$path])->toContain('it appeared in the first launch with it: as the mod made it');
});

it('puts beside a config what a clean launch, a restore point and another instance have', function (): void {
    $instance = World::applied(['lampoil']);
    World::rehearsed($instance);
    $made = configText($instance, 'config/lampoil.json');
    $other = World::applied(['lampoil']);
    configText($other, 'config/lampoil.json', str_replace('9', '5', $made));
    configText($instance, 'config/lampoil.json', str_replace('9', '3', $made));
    app(Steps::class)->take($instance->refresh(), new Add(['gulls']));
    $instance = World::apply($instance);
    configText($instance, 'config/lampoil.json', str_replace('9', '1', $made));
    $page = fn (string $with) => $this->get(
        "/instances/{$instance->id}/configs/edit?".http_build_query(['path' => 'config/lampoil.json', 'with' => $with]),
    )->assertOk();
    $steps = app(ConfigSteps::class);
    $others = array_keys($steps->others($instance, 'config/lampoil.json'));
    expect(array_map(fn (string $key): string => explode(' ', $key)[0], $others))->toContain('made', 'launch', 'point', 'instance');
    foreach ($others as $key) {
        expect($steps->other($instance, 'config/lampoil.json', $key))->toBe(
            str_replace('9', ['made' => '9', 'launch' => '9', 'point' => '3', 'instance' => '5'][explode(' ', $key)[0]], $made),
        );
        $page($key)->assertSee('hours');
    }
    expect($steps->other($instance, 'config/lampoil.json', 'instance '.str_repeat('0', 26)))
        ->toBeNull()
        ->and($steps->other($instance, 'config/lampoil.json', 'point 999999'))
        ->toBeNull();
});

it('overwrites nothing that came since it was opened: both are shown, and one chooses', function (): void {
    $instance = World::applied(['gulls']);
    configText($instance, 'config/a.cfg', "a=1\n");
    $edit = "/instances/{$instance->id}/configs/edit";
    $opened = hash('sha256', "a=1\n");
    // The game has written into it meanwhile.
    configText($instance, 'config/a.cfg', "a=2\nb=2\n");
    $said = $this->post($edit, ['path' => 'config/a.cfg', 'body' => "a=9\r\n", 'sha256' => $opened])
        ->assertStatus(409)
        ->assertSee('It has become another one since you opened it')
        ->assertSee('a=9')
        ->assertSee('b=2');
    expect($instance->draft()->exists())->toBeFalse();
    preg_match('/name="sha256" value="(\w{64})"/', (string) $said->getContent(), $now);
    $this->post($edit, ['path' => 'config/a.cfg', 'body' => "a=9\r\n", 'sha256' => $now[1]])->assertRedirect();
    // A second tab with what was opened before is told so, too: the draft has another one by now.
    $this->post($edit, ['path' => 'config/a.cfg', 'body' => "a=8\r\n", 'sha256' => $now[1]])
        ->assertStatus(409)
        ->assertSee('a=9');
    World::apply($instance->refresh());
    expect(configText($instance, 'config/a.cfg'))->toBe("a=9\n");
});
