<?php

declare(strict_types=1);

// A real framework as the judge of what we read and resolve: Debian's libeclipse-osgi-java, asked through its own launching
// interface by tests/Reference/osgi/Judge.java, about real bundles of Debian's packages (OSGi Core Release 8, 3.2.4 to 3.2.7).
// More of them: php bench/framework.php 2000

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Explain\Impossible;
use Stasimon\Core\Explain\TextWriter;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\RequestReader;
use Stasimon\Core\Resolve\Resolver;
use Symfony\Component\Process\Process;
use Tests\Support\Osgi;

it('agrees with the framework on which sets of real bundles are whole', function (): void {
    $bundles = Osgi::real();
    expect(count($bundles))->toBeGreaterThan(40);
    $sets = Osgi::sets($bundles, $count = (int) (getenv('STASIMON_CASES') ?: 9), new Randomizer(new Mt19937(14)));
    $judged = Osgi::judged($sets);
    $whole = 0;
    foreach ($sets as $number => $set) {
        expect(Osgi::isWhole($set))->toBe($judged[$number] === [], implode(' ', array_map(basename(...), $set)));
        $whole += $judged[$number] === [] ? 1 : 0;
    }
    expect($whole)
        ->toBeGreaterThan(intdiv($count, 6))
        ->toBeLessThan($count);
});

it('agrees with it on bundles whose versions and ranges are others', function (): void {
    $dice = new Randomizer(new Mt19937(41));
    $folder = sys_get_temp_dir().'/stasimon-bundles-'.getmypid();
    $sets = [];
    foreach (Osgi::sets(Osgi::real(), $count = (int) (getenv('STASIMON_CASES') ?: 9), $dice) as $number => $set) {
        mkdir("{$folder}/{$number}", recursive: true);
        $sets[] = Osgi::rewritten($set, "{$folder}/{$number}", $dice);
    }
    try {
        $judged = Osgi::judged($sets);
        $whole = 0;
        foreach ($sets as $number => $set) {
            expect(Osgi::isWhole($set))->toBe($judged[$number] === [], "set {$number}: ".implode(' ', array_map(basename(...), $set)));
            $whole += $judged[$number] === [] ? 1 : 0;
        }
        expect($whole)
            ->toBeGreaterThan(intdiv($count, 12))
            ->toBeLessThan($count);
    } finally {
        (new Process(['rm', '-rf', $folder]))->run();
    }
});

it('names the missing library of a library before any launch, and it is the one that the framework names', function (): void {
    $all = array_map(fn (string $name): string => (string) realpath("/usr/share/java/{$name}.jar"), [
        'equinox-app',
        'equinox-registry',
        'equinox-common',
        'equinox-preferences',
        'eclipse-core-jobs',
        'eclipse-core-contenttype',
    ]);
    $catalogue = (new CatalogueReader())->read((string) json_encode(Osgi::document([Osgi::FRAMEWORK, ...$all])));
    $request = (new RequestReader())->read(
        (string) json_encode(['format' => 'stasimon/request', 'revision' => 1, 'want' => [['id' => 'org.eclipse.core.contenttype']]]),
        $catalogue,
    );
    $resolver = new Resolver($catalogue);
    $refused = $resolver->resolve($request);
    // What the preferences need, which content types need, is in none of Debian's packages.
    expect($refused)->toBeInstanceOf(Refused::class);
    $text = (new TextWriter($request, $catalogue))->impossible(Impossible::of($request, $refused, $resolver));
    preg_match('/Eclipse Preferences Mechanism \S+ needs (org\.[a-z.]+) 1\.1\.0 or newer and below 1\.2\.0/', $text, $missing);
    expect($missing[1] ?? $text)
        ->toBe('org.osgi.service.prefs')
        ->and($text)
        ->toContain('needs Eclipse Preferences Mechanism');

    $folder = sys_get_temp_dir().'/stasimon-framework-'.getmypid();
    mkdir("{$folder}/configuration", recursive: true);
    file_put_contents(
        "{$folder}/configuration/config.ini",
        'osgi.bundles='.
            implode(',', array_map(fn (string $path): string => "reference\\:file\\:{$path}@start", $all)).
            "\neclipse.ignoreApp=true\nosgi.noShutdown=true\n",
    );
    $process = new Process(['java', '-jar', Osgi::FRAMEWORK, '-configuration', "{$folder}/configuration", '-consoleLog']);
    $process->start();
    $all = fn (): string => $process->getOutput().$process->getErrorOutput();
    $process->waitUntil(fn (): bool => str_contains($all(), "Require-Bundle: {$missing[1]}"));
    $process->stop(0);
    (new Process(['rm', '-rf', $folder]))->run();
    expect($all())->toContain("Unresolved requirement: Require-Bundle: {$missing[1]}");
});
