<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Disk\Repairing;
use App\Files\PlainFile;
use App\Games\Games;
use App\Games\Taught\Agreements;
use App\Models\Instance;
use App\Models\Task;
use App\Worlds\Backups;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

/** What anybody may leave in a folder: pipes that nobody writes into, sockets, links, names that are no text. */
function strange(string $folder): void
{
    File::ensureDirectoryExists($folder);
    posix_mkfifo("{$folder}/pipe.cfg", 0o644);
    // The address of a socket has at most 107 bytes: it is bound from within the folder.
    $here = (string) getcwd();
    chdir($folder);
    stream_socket_server('unix://socket.cfg');
    chdir($here);
    symlink('/etc', "{$folder}/link.cfg");
    file_put_contents("{$folder}/\xff\xfe.cfg", "a = 1\n");
    file_put_contents("{$folder}/5", '5');
    file_put_contents("{$folder}/good.cfg", "a = 1\n");
}

beforeEach(function (): void {
    World::depot();
    // Whatever waits for a pipe is interrupted, and fails.
    pcntl_async_signals(true);
    pcntl_signal(SIGALRM, fn () => throw new RuntimeException('Something waited for what never comes.'), false);
    pcntl_alarm(240);
});

afterEach(fn () => pcntl_alarm(0));

it('reads a plain file and nothing else, and waits for none', function (): void {
    $folder = sys_get_temp_dir().'/stasimon-strange-'.getmypid();
    strange($folder);
    try {
        expect(PlainFile::text("{$folder}/good.cfg"))
            ->toBe("a = 1\n")
            ->and(PlainFile::text("{$folder}/good.cfg", 1))
            ->toBe('a')
            ->and(PlainFile::digest("{$folder}/good.cfg"))
            ->toBe(hash('sha256', "a = 1\n"))
            ->and(PlainFile::copy("{$folder}/good.cfg", "{$folder}/copy"))
            ->toBeTrue()
            ->and((string) file_get_contents("{$folder}/copy"))
            ->toBe("a = 1\n");
        foreach (['pipe.cfg', 'socket.cfg', 'link.cfg', 'none', '.'] as $name) {
            expect(PlainFile::text("{$folder}/{$name}"))
                ->toBeNull()
                ->and(PlainFile::digest("{$folder}/{$name}"))
                ->toBeNull()
                ->and(PlainFile::copy("{$folder}/{$name}", "{$folder}/to"))
                ->toBeFalse();
        }
    } finally {
        File::deleteDirectory($folder);
    }
});

it('answers every page, launches, keeps worlds, looks through and exports, whatever lies in the folders', function (): void {
    $instance = World::applied(['gulls']);
    $folder = new Folder($instance);
    World::rehearsed($instance);
    strange($folder->live('config/deep'));
    strange($folder->live('worlds/Long Shore'));
    file_put_contents($folder->live('worlds/Long Shore/world.json'), '{"mods": {"gulls": "2.0.0"}}');
    unlink($folder->live("worlds/Long Shore/\xff\xfe.cfg"));
    file_put_contents($folder->live('worlds/5'), 'a file with a number for a name');
    // In the place of a file that was placed, and of a world's own file.
    unlink($folder->live('mods/gulls-2.0.0.zip'));
    posix_mkfifo($folder->live('mods/gulls-2.0.0.zip'), 0o644);
    File::ensureDirectoryExists($folder->live('worlds/Pipes'));
    posix_mkfifo($folder->live('worlds/Pipes/world.json'), 0o644);
    foreach (
        [
            '',
            '/draft',
            '/find',
            '/shelf',
            '/order',
            '/worlds',
            '/configs',
            '/files',
            '/rehearsals',
            '/history',
            '/move',
            '/hand-off',
            '/about',
            '/configs/search?words=a',
        ] as $page
    ) {
        expect($this->get("/instances/{$instance->id}{$page}")->status())->toBe(200, $page);
    }
    $this->get("/instances/{$instance->id}/configs")
        ->assertSee('config/deep/good.cfg')
        ->assertSee('Not read, and left as they are')
        ->assertSee('config/deep/pipe.cfg is a pipe')
        ->assertSee('config/deep/socket.cfg is a socket')
        ->assertSee('config/deep/link.cfg is a link')
        ->assertSee('is not UTF-8')
        ->assertDontSee('passwd');
    $launch = World::rehearsed(
        Instance::query()
            ->with(['placed', 'draft'])
            ->findOrFail($instance->id),
    );
    expect($launch->state->isOver())
        ->toBeTrue()
        ->and(array_keys($launch->refresh()->configs ?? ['config/deep/good.cfg' => '']))
        ->toContain('config/deep/good.cfg');
    $backups = app(Backups::class);
    $backup = $backups->make($instance, 'strange');
    expect(array_keys($backup->files ?? []))
        ->toContain('Long Shore/good.cfg', 5)
        ->not->toContain('Long Shore/pipe.cfg')
        ->and($backups->changed($instance, $backup))
        ->toBe([]);
    $task = app(Repairing::class)->start($instance);
    expect($task->refresh()->state->value)
        ->toBe('done')
        ->and($task->subject['damaged'])
        ->toBe(['mods/gulls-2.0.0.zip']);
    $this->get("/instances/{$instance->id}/server.zip")->assertOk();
});

it('shows and gives away nothing of what a link leads to', function (): void {
    $instance = World::applied(['gulls']);
    $folder = new Folder($instance);
    $outside = sys_get_temp_dir().'/stasimon-outside-'.getmypid();
    File::ensureDirectoryExists("{$outside}/Mine");
    file_put_contents("{$outside}/secret.cfg", 'a = secret');
    file_put_contents("{$outside}/Mine/world.json", '{"mods": {}}');
    try {
        File::deleteDirectory($folder->live('config'));
        File::deleteDirectory($folder->live('worlds'));
        symlink($outside, $folder->live('config'));
        symlink($outside, $folder->live('worlds'));
        $this->get("/instances/{$instance->id}/configs")
            ->assertOk()
            ->assertSee('config is a link to another place')
            ->assertDontSee('secret.cfg');
        $this->get("/instances/{$instance->id}/hand-off")
            ->assertOk()
            ->assertDontSee('secret.cfg');
        $this->post("/instances/{$instance->id}/worlds/export", ['world' => 'Mine']);
        expect(Task::query()->where('kind', 'world')->orderByDesc('id')->first()?->problem)->toContain('a link leads to');
        $zip = new ZipArchive();
        $file = (string) tempnam(sys_get_temp_dir(), 'server');
        file_put_contents(
            $file,
            $this->get("/instances/{$instance->id}/server.zip")
                ->assertOk()
                ->streamedContent(),
        );
        $zip->open($file);
        expect($zip->locateName('config/secret.cfg'))->toBeFalse()->and($zip->locateName('mods/gulls-2.0.0.zip'))->not->toBeFalse();
    } finally {
        @unlink($file ?? '');
        File::deleteDirectory($outside);
    }
});

it('gives a game what programs expect of a machine, and nothing of the application', function (): void {
    $instance = World::applied(['gulls']);
    $definition =
        ['id' => 'rowing', 'name' => 'Rowing', 'launch' => ['env'], 'templates' => []] +
        (array) json_decode((string) file_get_contents(base_path('games/ferrywright.json')), true);
    $this->post('/games', ['text' => json_encode($definition)])->assertRedirect();
    $this->post('/games/rowing/agree', [
        'command' => app(Agreements::class)->of(app(Games::class)->get('rowing'))->digest(),
    ])->assertRedirect();
    DB::table('instances')
        ->where('id', $instance->id)
        ->update(['plan' => DB::raw("jsonb_set(plan, '{game}', '\"rowing\"')")]);
    $launch = World::rehearsed(
        Instance::query()
            ->with(['placed', 'draft'])
            ->findOrFail($instance->id),
    );
    $said = (string) file_get_contents((new Folder($instance))->log($launch->number));
    expect($said)->toContain('PATH=')->not->toMatch('/^(?:APP_|DB_|STASIMON_(?!LAUNCH)|SESSION_|QUEUE_|PG)/m');
    expect(preg_grep('/^(?:APP|DB)_/', array_keys(getenv())))->not->toBe([]);
});

it('keeps every answer private, a refusal and a page that is not there too', function (): void {
    $instance = World::applied(['gulls']);
    foreach (
        [
            "/instances/{$instance->id}/server.zip",
            "/instances/{$instance->id}",
            '/nowhere-at-all',
            "/instances/{$instance->id}/packages/none",
            '/build/none.js',
        ] as $address
    ) {
        $answer = $this->get($address);
        expect((string) $answer->headers->get('Cache-Control'))
            ->toContain('private')
            ->not->toContain('public')
            ->and($answer->headers->get('X-Content-Type-Options'))
            ->toBe('nosniff')
            ->and((string) $answer->headers->get('Content-Security-Policy'))
            ->toContain("frame-ancestors 'none'");
    }
});
