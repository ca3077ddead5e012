<?php

declare(strict_types=1);

use App\Depots\Catalogue\DepotCatalogue;
use App\Disk\Folder;
use App\Findings\Rules\RuntimeMissing;
use App\Findings\RunsOn;
use App\Findings\Seen;
use App\Games\Games;
use App\Games\Taught\Agreements;
use App\Games\Taught\Runtimes;
use App\Models\Instance;
use App\Refusal\Refusal;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Document\TextPlace;
use Symfony\Component\Process\ExecutableFinder;
use Tests\Support\World;

/** @param  array<string, mixed>  $more */
function taught(array $more = []): string
{
    return (string) json_encode(
        $more + ['id' => 'rowing', 'name' => 'Rowing'] +
            (array) json_decode((string) file_get_contents(base_path('games/ferrywright.json')), true),
        JSON_PRETTY_PRINT,
    );
}

it('is taught a game by its definition, shows its command, and runs nothing of it before somebody has agreed', function (): void {
    World::depot();
    $this->post('/games', ['text' => taught()])->assertRedirect('/games/rowing');
    $this->get('/games')->assertOk()->assertSee('Rowing')->assertSee('Taught by you, revision 1')->assertSee('waits for your word');
    $this->get('/games/rowing')->assertOk()->assertSee('Nobody has agreed to this command')->assertSee('launch.php');
    $this->get('/new?game=rowing')->assertOk()->assertSee('Rowing');
    expect(json_decode((string) $this->get('/games/rowing/definition.json')->assertOk()->getContent(), true)['name'])->toBe('Rowing');

    $instance = World::applied(['gulls']);
    DB::table('instances')
        ->where('id', $instance->id)
        ->update(['plan' => DB::raw("jsonb_set(plan, '{game}', '\"rowing\"')")]);
    $this->post("/instances/{$instance->id}/rehearsals")
        ->assertStatus(409)
        ->assertSee('Nobody has agreed yet to the command');
    $this->get("/instances/{$instance->id}/server.zip")
        ->assertStatus(409)
        ->assertSee('Nobody has agreed yet to the command');
    $this->post('/games/rowing/agree', ['command' => str_repeat('0', 64)])->assertStatus(409);
    $command = app(Agreements::class)->of(app(Games::class)->get('rowing'))->digest();
    $this->post('/games/rowing/agree', ['command' => $command])->assertRedirect();
    $this->get('/games/rowing')->assertOk()->assertSee('You have agreed to this command');
    expect(DB::table('taught_games')->value('agreed'))->toBe($command);

    // Another command waits again; a definition that takes away what an instance stands on is refused, with its name.
    $this->post('/games', ['text' => taught(['launch' => ['sh', '-c', 'echo']])])->assertRedirect();
    $this->get('/games/rowing')->assertSee('revision 2')->assertSee('Nobody has agreed to this command');
    $this->followingRedirects()
        ->post('/games', ['text' => taught(['loaders' => [['id' => 'jib', 'words' => 'x']]])])
        ->assertSee("{$instance->name} has halyard.");
    $this->delete('/games/rowing')->assertStatus(409)->assertSee($instance->name);
    Instance::query()->whereKey($instance->id)->delete();
    $this->delete('/games/rowing')->assertRedirect('/games');
    expect(DB::table('taught_games')->count())->toBe(0);
});

it('keeps of a definition that cannot be used any more what it is and why, and all other pages', function (): void {
    World::depot();
    $instance = World::applied(['gulls']);
    $this->post('/games', ['text' => taught()])->assertRedirect();
    // As an earlier version may have taken it.
    DB::table('taught_games')->update(['document' => taught(['own' => ['../../victim']])]);
    $this->artisan('stasimon:recover')->assertSuccessful();
    $this->get('/games')
        ->assertOk()
        ->assertSee('is not used any more')
        ->assertSee('/own/0: a path inside the instance is expected')
        ->assertSee('victim');
    $this->get("/instances/{$instance->id}")->assertOk();
    $this->get('/new')->assertOk()->assertDontSee('Rowing');
    $this->get('/games/rowing')->assertStatus(404)->assertSee('There is no game called');
    $this->post('/games', ['text' => taught()])->assertRedirect('/games/rowing');
    $this->get('/games')->assertOk()->assertDontSee('is not used any more')->assertSee('Rowing');
    DB::table('taught_games')->update(['document' => '{}']);
    app(Games::class)->forget();
    $this->delete('/games/rowing')->assertRedirect('/games');
    expect(DB::table('taught_games')->count())->toBe(0);
});

it('shows all that is agreed to: the server, the parts of lists, programs, and what nobody would see', function (): void {
    $more = [
        'launch' => ['php', "a\u{202E}b".str_repeat(' ', 300).'tail'],
        'serve' => ['command' => ['{dir}/serve-it'], 'join' => ['{dir}/join-it', '{server}'], 'open' => '/(?<server>is open)/'],
        'templates' => [
            ['path' => 'list.txt', 'lines' => [['begin' => 'first ', 'each' => '<{path}>', 'join' => ' & ', 'of' => ['mod', 'library']]]],
        ],
    ];
    $this->post('/games', ['text' => taught($more)])->assertRedirect();
    $php = (string) realpath((string) (new ExecutableFinder())->find('php'));
    $this->get('/games/rowing')
        ->assertOk()
        ->assertSee('serve-it')
        ->assertSee('join-it')
        ->assertSee('is open')
        ->assertSee('a⟨U+202E⟩b⟨300 blanks⟩tail')
        ->assertSee('first ⟨for each mod and library: <{path}>⟩⟨between them:  & ⟩')
        ->assertSee($php)
        ->assertSee((string) hash_file('sha256', $php));
});

it('leads no path of an instance out of its folder', function (): void {
    World::depot();
    $folder = new Folder(World::applied(['gulls']));
    foreach (['../x', 'a/../../x', '..'] as $path) {
        expect(fn () => $folder->live($path))
            ->toThrow(Refusal::class, 'leads out of the instance')
            ->and(fn () => $folder->next($path))
            ->toThrow(Refusal::class);
    }
    expect($folder->live('a..b/...'))->toEndWith('/live/a..b/...');
});

it('says with line and pointer what is wrong with a definition, and keeps nothing', function (string $text, string $says): void {
    // What was pasted is still there to be put right.
    $this->post('/games', ['text' => $text])->assertSessionHasInput('text');
    $this->followingRedirects()
        ->post('/games', ['text' => $text])
        ->assertOk()
        ->assertSee($says);
    expect(DB::table('taught_games')->count())->toBe(0);
})->with([
    'no JSON' => ['{', 'it is not JSON'],
    'a place that is none' => [
        fn (): string => taught(['descriptors' => [['path' => '../x', 'format' => 'json', 'id' => 'id', 'version' => 'v']]]),
        '/descriptors/0/path',
    ],
    'an expression that is none' => [
        fn (): string => taught(['descriptors' => [['path' => 'x', 'format' => 'json', 'id' => 'a[', 'version' => 'v']]]),
        '/descriptors/0/id',
    ],
    'a game that ships' => [fn (): string => taught(['id' => 'ferrywright']), 'comes with Stasimon'],
]);

it('shows what a definition makes of a real file', function (): void {
    World::depot();
    $path = config('stasimon.var').'/depots/slipway/files/gulls-2.0.0.zip';
    $this->post('/games/ferrywright/try', ['file' => new UploadedFile($path, 'gulls.zip', test: true)])
        ->assertOk()
        ->assertSee('Gulls')
        ->assertSee('needs kedge-bones &gt;=3.0.0', false)
        ->assertSee('needs halyard or capstan');
    $this->post('/games/ferrywright/try', ['file' => UploadedFile::fake()->createWithContent('x.zip', 'nothing')])
        ->assertOk()
        ->assertSee('It is not an archive.');
});

it('guesses a definition from a folder, and shows what it makes of real files while it is written', function (): void {
    World::depot();
    $root = sys_get_temp_dir().'/stasimon-guess-'.getmypid();
    config(['stasimon.folders' => [$root]]);
    $slipway = config('stasimon.var').'/depots/slipway/files';
    foreach (
        [
            'mods/gulls.zip' => (string) file_get_contents("{$slipway}/gulls-2.0.0.zip"),
            'config/sound.txt' => 'loud',
            'worlds/Shore/world.json' => '{"mods": {"gulls": "2.0.0"}}',
            'about.json' => '{"version": "7.1"}',
        ] as $path => $bytes
    ) {
        @mkdir(dirname("{$root}/{$path}"), recursive: true);
        file_put_contents("{$root}/{$path}", $bytes);
    }
    try {
        $text = html_entity_decode(
            (string) preg_replace(
                '~.*<textarea[^>]*>(.*?)</textarea>.*~s',
                '$1',
                (string) $this->get('/games/workbench?folder='.urlencode($root))
                    ->assertOk()
                    ->getContent(),
            ),
            ENT_QUOTES,
        );
        $guess = json_decode($text, true);
        expect($guess['versions'][0]['version'])
            ->toBe('7.1')
            ->and($guess['places']['mod']['folder'])
            ->toBe('mods')
            ->and($guess['own'])
            ->toBe(['config', 'worlds'])
            ->and($guess['worlds'])
            ->toBe(['folder' => 'worlds', 'file' => 'world.json', 'mods' => 'mods'])
            ->and($guess['descriptors'][0])
            ->toMatchArray(['path' => 'ferry.mod.json', 'id' => 'id', 'needs' => 'pairs(needs)']);
        $files = [
            new UploadedFile("{$slipway}/gulls-2.0.0.zip", 'gulls.zip', test: true),
            UploadedFile::fake()->createWithContent('a.log', "[12:00:01] [main/INFO] game begins\n[12:00:02] [main/ERROR] game ends\n"),
        ];
        $this->post('/games/workbench/made', ['text' => $text, 'files' => $files])
            ->assertOk()
            ->assertSee('Gulls (gulls) 2.0.0, mod, as its ferry.mod.json says')
            ->assertSee('Goes to mods')
            ->assertSee('2 lines: 1 info, 0 warnings, 1 errors');
        // Without script the whole page says the same; what is wrong has its line.
        $this->post('/games/workbench', ['text' => str_replace('"id": "id"', '"id": "id["', $text)])
            ->assertOk()
            ->assertSee('/descriptors/0/id: it is not a JMESPath expression')
            ->assertSee('Go to the line');
        $this->post('/games', ['text' => $text])->assertRedirect('/games/'.$guess['id']);
        $this->get('/games/workbench?game='.$guess['id'])
            ->assertOk()
            ->assertSee('7.1');
        $this->get('/games/workbench?folder=/etc')->assertStatus(422)->assertDontSee('passwd');
    } finally {
        Illuminate\Support\Facades\File::deleteDirectory($root);
    }
});

it('is taught the worked example of the documentation, and reads a real bundle by it', function (): void {
    World::depot();
    $this->post('/games', ['text' => (string) file_get_contents(base_path('docs/formats/examples/osgi/game.json'))])->assertRedirect(
        '/games/osgi',
    );
    $this->post('/games/osgi/try', ['file' => new UploadedFile('/usr/share/java/gson.jar', 'gson.jar', test: true)])
        ->assertOk()
        ->assertSee('com.google.gson')
        ->assertSee('provides pkg.com.google.gson.stream')
        ->assertSee('needs cap.osgi.ee.javase');
});

it('finds the runtimes of this machine without starting one, and says which one is missing', function (): void {
    World::depot();
    $home = sys_get_temp_dir().'/stasimon-jvm-'.getmypid();
    mkdir("{$home}/bin", recursive: true);
    file_put_contents("{$home}/release", "IMPLEMENTOR=\"Nobody\"\nJAVA_VERSION=\"1.8.0_402\"\nOS_ARCH=\"i386\"\n");
    file_put_contents("{$home}/bin/java", "#!/bin/sh\ntouch {$home}/started\n");
    chmod("{$home}/bin/java", 0o755);
    config(['stasimon.runtimes' => [$home]]);
    // The one that the tests have installed says the same of itself when it is started.
    preg_match('/version "(?<version>[^"]+)"/', (string) shell_exec('java -version 2>&1'), $java);
    $this->get('/games')->assertOk()->assertSee('Java 8')->assertSee('Nobody, 32 bits')->assertSee($java['version']);
    expect(is_file("{$home}/started"))
        ->toBeFalse()
        ->and(app(Runtimes::class)->of('java', '8')?->program)
        ->toBe("{$home}/bin/java");

    $definition = json_decode(taught(), true);
    $definition['runtime']['find'] = 'java';
    $this->post('/games', ['text' => (string) json_encode($definition)])->assertRedirect();
    $instance = World::applied(['gulls']);
    DB::table('instances')
        ->where('id', $instance->id)
        ->update(['plan' => DB::raw("jsonb_set(jsonb_set(plan, '{game}', '\"rowing\"'), '{runtimeVersion}', '\"21\"')")]);
    $rule = app(RuntimeMissing::class);
    $seen = Seen::applied(
        Instance::query()->with('placed')->findOrFail($instance->id),
        [],
        new DepotCatalogue(app(Games::class)->get('rowing')),
        app(RunsOn::class),
    );
    expect($rule->findings($seen)[0]->title)
        ->toBe('Java 21 is not on this machine')
        ->and($rule->findings($seen)[0]->text)
        ->toContain('openjdk-21-jre-headless', 'and 8 were found here');
    array_map(unlink(...), ["{$home}/bin/java", "{$home}/release"]);
});

it('finds the line that a pointer names', function (): void {
    $json = "{\n  \"a\": [1, {\"b\": \"}\",\n    \"c\": [\n      2]}],\n  \"d/e\": {\"f\":\n    null}\n}";
    expect(
        array_map(fn (string $pointer): int => TextPlace::line($json, $pointer), [
            '',
            '/a',
            '/a/1/b',
            '/a/1/c',
            '/a/1/c/0',
            '/d~1e',
            '/d~1e/f',
            '/d~1e/missing',
            '/nowhere',
        ]),
    )->toBe([1, 2, 2, 3, 4, 5, 6, 5, 1]);
});

it('asks anew where the program of a runtime is another one by now, and starts none that is not there', function (): void {
    World::depot();
    $home = sys_get_temp_dir().'/stasimon-jvm-'.bin2hex(random_bytes(6));
    mkdir("{$home}/bin", recursive: true);
    $java = "{$home}/bin/java";
    try {
        file_put_contents("{$home}/release", "IMPLEMENTOR=\"Nobody\"\nJAVA_VERSION=\"7.0.1\"\nOS_ARCH=\"x86_64\"\n");
        file_put_contents($java, "#!/bin/sh\necho it ran: \"\$@\"\n");
        chmod($java, 0o755);
        config(['stasimon.runtimes' => [$home]]);
        $definition = json_decode(taught(['launch' => ['{program}', '--in', '{dir}'], 'templates' => []]), true);
        $definition['runtime']['find'] = 'java';
        $definition['runtime']['versions'] = ['7', ...$definition['runtime']['versions'], '99'];
        $this->post('/games', ['text' => (string) json_encode($definition)])->assertRedirect();
        $agree = fn () => $this->post('/games/rowing/agree', [
            'command' => app(Agreements::class)->of(app(Games::class)->get('rowing'))->digest(),
        ])->assertRedirect();
        $this->get('/games/rowing')->assertSee($java)->assertSee((string) hash_file('sha256', $java))->assertSee('not on this machine');
        $agree();

        $instance = World::applied(['gulls']);
        $on = function (string $runtime) use ($instance): Instance {
            DB::table('instances')
                ->where('id', $instance->id)
                ->update(['plan' => DB::raw("jsonb_set(jsonb_set(plan, '{game}', '\"rowing\"'), '{runtimeVersion}', '\"{$runtime}\"')")]);

            return Instance::query()
                ->with(['placed', 'draft'])
                ->findOrFail($instance->id);
        };
        $launch = World::rehearsed($on('7'));
        expect((string) file_get_contents((new Folder($instance))->log($launch->number)))->toContain('it ran: --in ');
        // Of a version that is nowhere: said, and nothing of that name is looked for elsewhere.
        $on('99');
        foreach (['rehearsals', 'play'] as $way) {
            $this->post("/instances/{$instance->id}/{$way}")
                ->assertStatus(409)
                ->assertSee('Java 99 is not on this machine, so nothing was started. Debian has it in openjdk-99-jre-headless.');
        }
        expect(fn () => World::rehearsed($on('99')))->toThrow(Refusal::class, 'is not on this machine');
        $on('7');
        file_put_contents($java, "#!/bin/sh\necho another one\n");
        $this->post("/instances/{$instance->id}/rehearsals")
            ->assertStatus(409)
            ->assertSee('Nobody has agreed yet to the command');
        $this->get('/games/rowing')->assertSee('Nobody has agreed to this command');
        $agree();
        $this->post("/instances/{$instance->id}/rehearsals")->assertRedirect();
    } finally {
        Illuminate\Support\Facades\File::deleteDirectory($home);
    }
});
