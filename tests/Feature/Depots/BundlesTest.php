<?php

declare(strict_types=1);

// Bundles of Debian's packages, indexed by Debian's bnd, given out by nginx. Judges: the framework itself on which sets of them are whole,
// and what our reading of the files says, which the framework judges in tests/Reference/FrameworkTest.php.

use App\Depots\DepotFailure;
use App\Depots\ReleaseRow;
use App\Games\Taught\TaughtGames;
use Illuminate\Support\Facades\DB;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Symfony\Component\Process\Process;
use Tests\Support\Elsewhere;
use Tests\Support\Osgi;
use Tests\Support\World;

/** A catalogue's relation, its versions in three numbers as an index has them. */
function inThree(array $relation): string
{
    return (string) preg_replace_callback(
        '/(?<=["[(,])\d+(?:\.\d+)?(?=["\]),])/',
        fn (array $found): string => $found[0].str_repeat('.0', 2 - substr_count($found[0], '.')),
        (string) json_encode($relation),
    );
}

it('says of indexed bundles what the framework does', function (): void {
    World::depot();
    app(TaughtGames::class)->teach((string) file_get_contents(base_path('docs/formats/examples/osgi/game.json')));
    [$web, $folder] = Elsewhere::folder();
    $bundles = Osgi::real();
    foreach ($bundles as $bundle) {
        copy($bundle, "{$folder}/".basename($bundle));
    }
    $names = array_map(basename(...), $bundles);
    (new Process(['bnd', 'index', '-n', 'Real bundles', ...$names], $folder, timeout: 300))->mustRun();
    $web->sent();
    $depot = Elsewhere::read(Elsewhere::depot($web));
    expect($depot->only(['protocol', 'name', 'problem']))->toBe(['protocol' => 'bundles', 'name' => 'Real bundles', 'problem' => null]);
    $size = array_sum(array_map(fn (string $name): int => (int) filesize("{$folder}/{$name}"), $names));
    expect($web->sent()['bytes'])->toBeLessThan($size / 4);
    $said = $files = [];
    foreach (DB::table('listed_files')->where('depot_id', $depot->id)->whereNotNull('said')->get() as $file) {
        $said[$file->path] = json_decode($file->said, true)['release'];
        expect($file->sha256)->toBe(hash_file('sha256', "{$folder}/{$file->path}"));
    }
    $of = fn (array $release, string $what): array => collect($release[$what] ?? [])->map(inThree(...))->unique()->sort()->values()->all();
    foreach (Osgi::document($bundles)['packages'] as $package) {
        foreach ($package['kind'] === 'library' || $package['kind'] === 'mod' ? $package['releases'] : [] as $release) {
            $name = $release['files'][0]['name'];
            foreach (['needs', 'suggests', 'provides'] as $what) {
                expect($of($said[$name], $what))->toBe($of($release, $what), "{$name} {$what}");
            }
            $files[$name] = $said[$name];
        }
    }
    expect(count($files))->toBeGreaterThan(40);
    $sets = Osgi::sets($bundles, 8, new Randomizer(new Mt19937(32)));
    $judged = Osgi::judged($sets);
    $whole = 0;
    foreach ($sets as $number => $set) {
        $document = Osgi::document([Osgi::FRAMEWORK, ...$set]);
        foreach ($document['packages'] as $i => $package) {
            foreach ($package['releases'] as $j => $release) {
                $indexed = $files[$release['files'][0]['name'] ?? ''] ?? null;
                if ($indexed !== null) {
                    $document['packages'][$i]['releases'][$j] = $indexed + ['files' => $release['files']];
                }
            }
        }
        expect(Osgi::hasLineUp($document))->toBe($judged[$number] === [], implode(' ', array_map(basename(...), $set)));
        $whole += $judged[$number] === [] ? 1 : 0;
    }
    expect($whole)->toBeGreaterThan(0)->toBeLessThan(8);
});

it('reads an index at its own address, packed, and tells what is wrong with one', function (): void {
    World::depot();
    app(TaughtGames::class)->teach((string) file_get_contents(base_path('docs/formats/examples/osgi/game.json')));
    [$web, $folder] = Elsewhere::folder();
    mkdir("{$folder}/pool");
    copy(Osgi::real()[0], "{$folder}/pool/one.jar");
    mkdir("{$folder}/lists");
    $index = fn (string $url): string => '<repository xmlns="http://www.osgi.org/xmlns/repository/v1.0.0" name="Two"><resource>'.
        '<capability namespace="osgi.identity"><attribute name="osgi.identity" value="one"/>'.
        '<attribute name="version" value="1.2.0"/></capability>'.
        '<capability namespace="osgi.content"><attribute name="url" value="'.$url.'"/></capability>'.
        '<requirement namespace="osgi.wiring.package"><directive name="filter" value="(&amp;(osgi.wiring.package=a.b)(version&gt;=1.1.0)'.
        '(!(version&gt;=2.0.0)))"/></requirement><requirement namespace="osgi.ee"><directive name="filter" value="(&amp;(osgi.ee=JavaSE)'.
        '(version=1.8))"/></requirement></resource></repository>';
    file_put_contents("{$folder}/lists/all.xml.gz", gzencode($index('../pool/one.jar')));
    $depot = Elsewhere::read(Elsewhere::depot($web, '/lists/all.xml.gz'));
    $release = ReleaseRow::query()->where('depot_id', $depot->id)->sole();
    // It says no digest, so the file came once for one.
    expect([$release->package_id, $release->version, $release->file_path, $release->file_sha256])
        ->toBe(['one', '1.2.0', 'pool/one.jar', hash_file('sha256', "{$folder}/pool/one.jar")])
        ->and(json_decode((string) DB::table('sources')->where('depot_id', $depot->id)->value('document'))->releases[0]->needs)
        ->toContainEqual((object) ['id' => 'pkg.a.b', 'range' => '[1.1.0,2.0.0)']);
    $wrong = ['http://198.51.100.7/one.jar' => 'another host', 'none.jar' => 'status 404', '../../../etc/passwd' => 'no ZIP archive'];
    foreach ($wrong as $url => $why) {
        file_put_contents("{$folder}/lists/all.xml.gz", gzencode($index($url)));
        Elsewhere::read($depot);
        expect(DB::table('listed_files')->where('depot_id', $depot->id)->where('gone', false)->value('problem'))->toContain($why);
    }
    file_put_contents("{$folder}/lists/all.xml.gz", substr((string) gzencode($index('one.jar')), 0, 200));
    expect(fn () => Elsewhere::read($depot))->toThrow(DepotFailure::class);
});
