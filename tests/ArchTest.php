<?php

declare(strict_types=1);

use Tests\Support\Rooms;

/*
 * The rules of docs/decisions/rooms.md. Each was seen to fail once: a class that breaks it was put into its room, and the
 * test named it.
 */

arch('the core knows nothing of the framework, of the application or of the network')
    ->expect('Stasimon\Core')
    ->not->toUse(['Illuminate', 'App', 'Laravel', 'Symfony', 'GuzzleHttp', 'Psr']);

arch('the core reads no clock, no environment, no chance and no network')
    ->expect('Stasimon\Core')
    ->not->toUse(['time', 'microtime', 'hrtime', 'date', 'getenv', 'env', 'config', 'curl_init', 'fsockopen', 'stream_socket_client', 'gethostbyname', 'rand', 'mt_rand', 'random_int', 'random_bytes', 'shuffle', 'array_rand', 'exec', 'shell_exec', 'proc_open', 'glob', 'scandir', 'opendir', 'mkdir', 'rename']);

arch('only what is handed a path of an archive or a log opens files')
    ->expect('Stasimon\Core')
    ->not->toUse(['fopen', 'file_get_contents', 'file_put_contents', 'file', 'readfile'])
    ->ignoring(['Stasimon\Core\Log\LogText', 'Stasimon\Core\Evidence', 'Stasimon\Core\Place\Archive']);

arch('everything declares strict types')->expect(['App', 'Stasimon\Core', 'Tests'])->toUseStrictTypes();

arch('classes of the core are final')->expect('Stasimon\Core')->classes()->toBeFinal();

arch('what the core throws at what it is handed has one root')->expect('Stasimon\Core')->classes()->not->toExtend(RuntimeException::class)->ignoring([
    Stasimon\Core\Log\UnreadableLog::class, Stasimon\Core\Diagnose\NotLaunched::class, Stasimon\Core\Resolve\Stopped::class, Stasimon\Core\Place\Archive\UnsafeArchive::class, Stasimon\Core\Place\UnplaceableFile::class,
]);

arch('a sentence of the core is a fault')->expect([
    Stasimon\Core\Log\UnreadableLog::class, Stasimon\Core\Diagnose\NotLaunched::class, Stasimon\Core\Resolve\Stopped::class, Stasimon\Core\Place\Archive\UnsafeArchive::class, Stasimon\Core\Place\UnplaceableFile::class,
    Stasimon\Core\Document\UnusableDocument::class, Stasimon\Core\Version\UnusableRange::class, Stasimon\Core\Version\UnusableVersion::class,
])->toImplement(Stasimon\Core\Document\Fault::class);

arch('controllers hold no query')->expect('App\Http\Controllers')->not->toUse('Illuminate\Support\Facades\DB');

arch('nothing is left over from looking for a fault')->expect(['App', 'Stasimon\Core', 'Tests'])->not->toUse(['dd', 'dump', 'var_dump', 'ray', 'print_r']);

it('has no two helpers of tests with one name, which run in one process', function (): void {
    $functions = [];
    foreach (Symfony\Component\Finder\Finder::create()->files()->in(__DIR__)->name('*.php') as $file) {
        preg_match_all('/^function (\w+)\(/m', $file->getContents(), $found);
        $functions = [...$functions, ...$found[1]];
    }
    expect($functions)->not->toBe([])->and(array_diff_assoc($functions, array_unique($functions)))->toBe([]);
});

it('has no two rooms of the core that use each other, and only those below', function (): void {
    $core = Rooms::of('core', 'Stasimon\Core');
    expect($core->circles())->toBe([]);
    foreach (['Document', 'Version', 'Catalogue', 'Resolve'] as $place => $room) {
        expect($core->usedBy($room))->each->toBeIn(array_slice(['Document', 'Version', 'Catalogue', 'Resolve'], 0, $place));
    }
    foreach (['Plan', 'Game'] as $room) {
        expect(array_intersect($core->usedBy($room), ['Explain', 'Place', 'Log', 'Diagnose', 'Culprits', 'Evidence', 'Check']))->toBe([]);
    }
});

it('has no two rooms of the application that use each other', function (): void {
    // Models name the enums of the rooms as what their columns are cast to; whoever has rows has models.
    $app = Rooms::of('app', 'App', without: ['Models']);
    expect($app->circles())->toBe([]);
    foreach (['Refusal' => [], 'Store' => ['Refusal'], 'Work' => ['Refusal']] as $room => $may) {
        expect($app->usedBy($room))->each->toBeIn($may);
    }
    foreach (['Findings' => ['Http', 'View', 'Providers', 'Console'], 'View' => ['Http', 'Providers'], 'Http' => []] as $room => $by) {
        expect($app->users($room))->each->toBeIn($by);
    }
});

it('has models with relations and casts only', function (): void {
    foreach (glob(dirname(__DIR__).'/app/Models/*.php') ?: [] as $file) {
        expect((string) file_get_contents($file))->not->toContain('DB::')->not->toContain('->save(')->not->toContain('file_put_contents');
    }
});

it('has views that ask nothing of the database, in lines that can be read', function (): void {
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator(dirname(__DIR__).'/resources/views', FilesystemIterator::SKIP_DOTS)) as $file) {
        expect((string) file_get_contents((string) $file))->not->toMatch('/DB::|::query\(\)|App\\\\Models\\\\\w+::/', (string) $file)
            // One row of a log is one line there: blanks between its parts would be shown.
            ->and(str_ends_with((string) $file, 'logs/lines.blade.php') ? '' : (string) file_get_contents((string) $file))->not->toMatch('/^.{141,}$/m', (string) $file);
    }
});

it('keeps the stand-ins free of our code', function (): void {
    $files = glob(dirname(__DIR__).'/standins/*/*.php') ?: [];
    expect($files)->not->toBeEmpty();
    foreach ($files as $file) {
        expect((string) file_get_contents($file))->not->toContain('Stasimon\\')->not->toContain('App\\')->not->toContain('vendor/');
    }
});

it('names no game in the code', function (): void {
    $found = [];
    foreach (['core', 'app', 'resources'] as $folder) {
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator(dirname(__DIR__).'/'.$folder, FilesystemIterator::SKIP_DOTS)) as $file) {
            if (! str_ends_with((string) $file, 'Demo.php') && preg_match('/ferrywright|nightpost/i', (string) preg_replace('#/\*.*?\*/|//.*#s', '', (string) file_get_contents((string) $file))) === 1) {
                $found[] = (string) $file;
            }
        }
    }
    expect($found)->toBe([]);
});

it('uses nothing in a page that only a program at the command line has', function (): void {
    $found = [];
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator(dirname(__DIR__).'/app', FilesystemIterator::SKIP_DOTS)) as $file) {
        $isOwnProgram = in_array(basename((string) $file), ['keep.php', 'process.php'], true) || str_ends_with((string) $file, 'Cage/Cage.php') || str_contains((string) $file, '/Console/');
        if (! $isOwnProgram && preg_match('/(?<![:\w])(SIG[A-Z0-9]+|STDIN|STDOUT|STDERR|pcntl_\w+|PHP_BINARY)\b/', (string) preg_replace('#/\*.*?\*/|//.*#s', '', (string) file_get_contents((string) $file)), $name) === 1) {
            $found[] = "{$file}: {$name[1]}";
        }
    }
    expect($found)->toBe([]);
});
