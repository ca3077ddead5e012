<?php

declare(strict_types=1);

arch('the core knows nothing of the framework or of the application')
    ->expect('Stasimon\Core')
    ->not->toUse(['Illuminate', 'App', 'Laravel', 'Symfony', 'GuzzleHttp']);

arch('the core reads no clock, no environment and no disk')
    ->expect(['time', 'microtime', 'hrtime', 'date', 'getenv', 'env', 'config', 'file_get_contents', 'fopen', 'file_put_contents', 'curl_init', 'rand', 'mt_rand', 'random_int'])
    ->not->toBeUsedIn('Stasimon\Core');

arch('everything declares strict types')->expect(['App', 'Stasimon\Core', 'Tests'])->toUseStrictTypes();

arch('classes of the core are final')->expect('Stasimon\Core')->classes()->toBeFinal();

arch('nothing is left over from looking for a fault')->expect(['dd', 'dump', 'var_dump', 'ray', 'print_r'])->not->toBeUsed();

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
