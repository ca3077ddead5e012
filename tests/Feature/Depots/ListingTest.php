<?php

declare(strict_types=1);

use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\ReleaseRow;
use App\Depots\SourceProblems;
use App\Games\Games;
use App\Games\Taught\TaughtGames;
use Illuminate\Support\Facades\DB;
use Tests\Support\Elsewhere;
use Tests\Support\World;

/** @return array<string, array<string, list<string>>> mod or library => version => what it needs, of one depot */
function needsOf(Depot $depot, array $ids): array
{
    $needs = [];
    $documents = DB::table('sources')->where('depot_id', $depot->id)->whereIn('local_id', $ids)->pluck('document', 'local_id');
    foreach ($documents as $id => $json) {
        $package = json_decode($json);
        foreach (in_array($package->kind, ['mod', 'library'], true) ? $package->releases : [] as $release) {
            $words = fn (object $need): string => implode(' or ', array_map(
                fn (object $one): string => $one->id.' '.($one->range ?? '*'),
                $need->anyOf ?? [$need],
            ));
            $said = array_map($words, $release->needs ?? []);
            // An archive names its loader, and the depot only in which versions; the same mod is called neither older nor newer by that.
            $said = array_filter($said, fn (string $one): bool => preg_match('/^(\S+) \*$/', $one) !== 1);
            sort($said);
            $needs[$id]['v'.$release->version] = $said;
        }
    }
    ksort($needs);

    return array_map(function (array $of): array {
        ksort($of);

        return $of;
    }, $needs);
}

it('says of archives what the depot says that has them and speaks our protocol', function (): void {
    $slipway = World::depot();
    [$web, $folder] = Elsewhere::folder();
    exec('cp '.escapeshellarg(config('stasimon.var').'/depots/slipway/files').'/*.zip '.escapeshellarg($folder));
    $web->list();
    $depot = Elsewhere::read(Elsewhere::depot($web));
    expect($depot->only(['protocol', 'name', 'problem', 'moderated']))
        ->toBe(['protocol' => 'listing', 'name' => "Files at {$web->address}", 'problem' => null, 'moderated' => false]);
    $ids = DB::table('sources')->where('depot_id', $depot->id)->where('usable', true)->pluck('local_id')->all();
    $said = needsOf($depot, $ids);
    // Two of them, whose versions are days, say so in a descriptor that the game's definition does not read.
    $known = array_intersect_key(needsOf($slipway, $ids), $said);
    foreach ($known as $id => $versions) {
        $known[$id] = array_intersect_key($versions, $said[$id]);
    }
    $differ = array_keys(array_filter($said, fn (array $one, string $id): bool => $one !== $known[$id], ARRAY_FILTER_USE_BOTH));
    // Two whose archives say otherwise than their pages, and one that is several files, of which this is the first.
    expect(count($said))
        ->toBeGreaterThan(150)
        ->and($differ)
        ->toBe(['paper-lanterns', 'salt-works', 'signal-flags'])
        ->and(DB::table('listed_files')->whereNotNull('problem')->pluck('path')->all())
        ->toContain('tide-mills-0.4.4.zip');
});

it('keeps up with a folder, asking again for nothing that it has seen', function (): void {
    World::depot();
    [$web, $folder] = Elsewhere::folder();
    foreach (range(1, 30) as $i) {
        Elsewhere::mod("{$folder}/mods/heron-{$i}.0.0.zip", 'heron', "{$i}.0.0", ['needs' => ['oakum-api' => '>=1.0']]);
    }
    Elsewhere::mod("{$folder}/bittern-1.0.0.zip", 'bittern', '1.0.0');
    $web->list();
    $web->sent();
    $depot = Elsewhere::read(Elsewhere::depot($web));
    $size = array_sum(array_map(filesize(...), (array) glob("{$folder}/*/*.zip")));
    expect(ReleaseRow::query()->where('depot_id', $depot->id)->count())
        ->toBe(31)
        ->and($web->sent()['bytes'])
        ->toBeLessThan($size / 20);
    // Nothing has changed: one question.
    Elsewhere::read($depot);
    expect($web->sent()['questions'])->toBe(1);
    // A game is taught, by whose definition a file that said nothing is something; and then by another definition something else.
    $zip = new ZipArchive();
    $zip->open("{$folder}/skiff.zip", ZipArchive::CREATE);
    $zip->addFromString('row.json', '{"id": "skiff", "version": "1.0.0", "other": "wherry"}');
    $zip->close();
    file_put_contents("{$folder}/123", 'no archive');
    $web->list();
    Elsewhere::read($depot);
    $others = ReleaseRow::query()->where('depot_id', $depot->id)->where('package_id', '<>', 'heron');
    $known = fn (): array => (clone $others)->pluck('package_id')->sort()->values()->all();
    expect($known())->toBe(['bittern']);
    $taught = json_decode(app(Games::class)->document('ferrywright'));
    [$taught->id, $taught->name, $taught->descriptors[0]->path] = ['rowing', 'Rowing', 'row.json'];
    foreach (['id' => ['bittern', 'skiff'], 'other' => ['bittern', 'wherry']] as $from => $is) {
        $taught->descriptors[0]->id = $from;
        app(TaughtGames::class)->teach((string) json_encode($taught));
        $web->sent();
        Elsewhere::read($depot);
        expect($web->sent()['questions'])->toBeGreaterThan(31)->and($known())->toBe($is);
        Elsewhere::read($depot);
        expect($web->sent()['questions'])->toBe(1);
    }
    array_map(unlink(...), ["{$folder}/skiff.zip", "{$folder}/123"]);
    // One goes, one comes, one becomes another mod, and one another file of the same release.
    unlink("{$folder}/mods/heron-1.0.0.zip");
    Elsewhere::mod("{$folder}/mods/heron-31.0.0.zip", 'heron', '31.0.0');
    Elsewhere::mod("{$folder}/bittern-1.0.0.zip", 'egret', '1.0.0');
    Elsewhere::mod("{$folder}/mods/heron-2.0.0.zip", 'heron', '2.0.0', ['name' => 'A heron']);
    $web->list();
    Elsewhere::read($depot);
    $releases = ReleaseRow::query()->where('depot_id', $depot->id)->get();
    expect($releases->pluck('package_id')->unique()->sort()->values()->all())
        ->toBe(['egret', 'heron'])
        ->and($releases->where('package_id', 'heron')->pluck('version')->sort(SORT_NATURAL)->values()->all())
        ->toBe(array_map(fn (int $i): string => "{$i}.0.0", range(2, 31)))
        ->and($releases->firstWhere('version', '2.0.0')->file_sha256)
        ->toBe(hash_file('sha256', "{$folder}/mods/heron-2.0.0.zip"));
    // What was there before is there again.
    Elsewhere::mod("{$folder}/bittern-1.0.0.zip", 'bittern', '2.0.0');
    $web->list();
    Elsewhere::read($depot);
    expect(ReleaseRow::query()->where('depot_id', $depot->id)->where('package_id', '<>', 'heron')->pluck('version', 'package_id')->all())
        ->toBe(['bittern' => '2.0.0']);
});

it('has a mod of such a folder applied, and takes none that is another than is listed', function (): void {
    World::depot();
    [$web, $folder] = Elsewhere::folder();
    Elsewhere::mod("{$folder}/some where/heron-1.0.0.zip", 'heron', '1.0.0');
    Elsewhere::mod("{$folder}/mods/heron-1.0.0.zip", 'heron', '1.0.0');
    Elsewhere::mod("{$folder}/mods/egret-1.0.0.zip", 'egret', '1.0.0');
    $web->list();
    Elsewhere::read(Elsewhere::depot($web));
    $instance = World::apply(World::instance(['heron']));
    expect($instance->placed()->where('package_id', 'heron')->value('sha256'))
        ->toBe(hash_file('sha256', "{$folder}/mods/heron-1.0.0.zip"));
    file_put_contents("{$folder}/mods/egret-1.0.0.zip", str_repeat('x', (int) filesize("{$folder}/mods/egret-1.0.0.zip")));
    expect(fn () => World::apply(World::instance(['egret'])))->toThrow(DepotFailure::class, 'the SHA-256 differs');
});

it('tells which files cannot be used, and why, and reads the others', function (): void {
    World::depot();
    [$web, $folder] = Elsewhere::folder();
    Elsewhere::mod("{$folder}/heron-1.0.0.zip", 'heron', '1.0.0');
    Elsewhere::mod("{$folder}/with blanks.zip", 'egret', '1.0.0');
    Elsewhere::mod("{$folder}/again.zip", 'heron', '1.0.0', ['name' => 'The same once more']);
    Elsewhere::mod("{$folder}/gone.zip", 'bittern', '1.0.0');
    file_put_contents("{$folder}/readme.txt", 'of herons');
    file_put_contents("{$folder}/broken.zip", 'of herons');
    file_put_contents("{$folder}/empty.zip", '');
    $web->list();
    unlink("{$folder}/gone.zip");
    $depot = Elsewhere::read(Elsewhere::depot($web));
    expect(ReleaseRow::query()->where('depot_id', $depot->id)->pluck('package_id')->all())->toBe(['heron']);
    $why = collect(app(SourceProblems::class)->byDepot()[$depot->id]['first'])->pluck('why', 'local_id')->all();
    expect($why)->toMatchArray([
        'with blanks.zip' => 'Its name has more in it than letters, digits and . _ + - /.',
        'readme.txt' => 'It is no ZIP archive, of which alone parts are read.',
        'gone.zip' => "Files at {$web->address} lists gone.zip, and answers with status 404 when it is asked for it.",
    ])
        ->and($why['broken.zip'])
        ->toContain('it has no directory at its end')
        ->and($why['heron'])
        ->toContain('listed twice')
        ->and($why)
        ->toHaveKey('empty.zip');
    $this->get('/depots')->assertOk()->assertSee('gone.zip')->assertSee('a folder of files');
    // What was not there is asked for again, and comes.
    Elsewhere::mod("{$folder}/gone.zip", 'bittern', '1.0.0');
    $web->list();
    Elsewhere::read($depot);
    expect(ReleaseRow::query()->where('depot_id', $depot->id)->where('package_id', 'bittern')->exists())->toBeTrue();
});

it('says what is wrong with a place from which nothing can come', function (string $rule, string $sums, string $why): void {
    World::depot();
    [$web, $folder] = Elsewhere::folder($rule);
    Elsewhere::mod("{$folder}/heron-1.0.0.zip", 'heron', '1.0.0');
    $web->list();
    $sums === '' || file_put_contents("{$folder}/SHA256SUMS", $sums);
    $sums === 'none' && unlink("{$folder}/SHA256SUMS");
    $depot = Elsewhere::depot($web);
    expect(fn () => Elsewhere::read($depot))->toThrow(DepotFailure::class, $why);
    expect($depot->refresh()->problem)->toContain($why);
})->with([
    'no list, and folders that are not shown' => ['autoindex off;', 'none', 'it has neither a depot.json nor a SHA256SUMS'],
    'a list that is none' => ['', '<html>of herons</html>', 'something that is not a depot\'s (SHA256SUMS)'],
    'no parts of files' => ['max_ranges 0;', '', 'does not give out parts of files'],
    'files that nobody may read' => ['location ~ zip$ { return 503; }', '', 'answered with status 503'],
]);
