<?php

declare(strict_types=1);

use Symfony\Component\Finder\Finder;

// What tests/Architecture does not say, because it is about functions that are called, or about what is no class.

arch('the core reads no clock, no environment, no chance and no network')
    ->expect('Stasimon\Core')
    ->not->toUse([
        'time',
        'microtime',
        'hrtime',
        'date',
        'getenv',
        'env',
        'config',
        'curl_init',
        'fsockopen',
        'stream_socket_client',
        'gethostbyname',
        'rand',
        'mt_rand',
        'random_int',
        'random_bytes',
        'shuffle',
        'array_rand',
        'exec',
        'shell_exec',
        'proc_open',
        'glob',
        'scandir',
        'opendir',
        'mkdir',
        'rename',
    ]);

arch('only what is handed a path of an archive or a log opens files')
    ->expect('Stasimon\Core')
    ->not->toUse(['fopen', 'file_get_contents', 'file_put_contents', 'file', 'readfile'])
    ->ignoring(['Stasimon\Core\Log\LogText', 'Stasimon\Core\Evidence', 'Stasimon\Core\Place\Archive']);

arch('nothing is left over from looking for a fault')
    ->expect(['App', 'Stasimon\Core', 'Tests'])
    ->not->toUse(['dd', 'dump', 'var_dump', 'ray', 'print_r']);

it('has no two helpers of tests with one name, which run in one process', function (): void {
    $functions = [];
    foreach (
        Finder::create()
            ->files()
            ->in(__DIR__)
            ->name('*.php') as $file
    ) {
        preg_match_all('/^function (\w+)\(/m', $file->getContents(), $found);
        $functions = [...$functions, ...$found[1]];
    }
    expect($functions)->not->toBe([])->and(array_diff_assoc($functions, array_unique($functions)))->toBe([]);
});

it('has views that ask nothing of the database, in lines that can be read', function (): void {
    foreach (Finder::create()->files()->in(dirname(__DIR__).'/resources/views') as $file) {
        expect((string) file_get_contents((string) $file))
            ->not->toMatch('/DB::|::query\(\)|App\\\\Models\\\\\w+::/', (string) $file)
            // One row of a log is one line there: blanks between its parts would be shown.
            ->and(str_ends_with((string) $file, 'logs/lines.blade.php') ? '' : (string) file_get_contents((string) $file))
            ->not->toMatch('/^.{141,}$/m', (string) $file);
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
        foreach (Finder::create()->files()->in(dirname(__DIR__).'/'.$folder) as $file) {
            if (
                ! str_contains((string) $file, '/Console/Demo/') &&
                preg_match(
                    '/ferrywright|nightpost/i',
                    (string) preg_replace('#/\*.*?\*/|//.*#s', '', (string) file_get_contents((string) $file)),
                ) === 1
            ) {
                $found[] = (string) $file;
            }
        }
    }
    expect($found)->toBe([]);
});

it('uses nothing in a page that only a program at the command line has', function (): void {
    $found = [];
    foreach (
        new RecursiveIteratorIterator(new RecursiveDirectoryIterator(dirname(__DIR__).'/app', FilesystemIterator::SKIP_DOTS)) as $file
    ) {
        $isOwnProgram =
            in_array(basename((string) $file), ['keep.php', 'process.php'], true) ||
            str_ends_with((string) $file, 'Cage/Cage.php') ||
            str_contains((string) $file, '/Console/');
        if (
            ! $isOwnProgram &&
            preg_match(
                '/(?<![:\w])(SIG[A-Z0-9]+|STDIN|STDOUT|STDERR|pcntl_\w+|PHP_BINARY)\b/',
                (string) preg_replace('#/\*.*?\*/|//.*#s', '', (string) file_get_contents((string) $file)),
                $name,
            ) === 1
        ) {
            $found[] = "{$file}: {$name[1]}";
        }
    }
    expect($found)->toBe([]);
});
