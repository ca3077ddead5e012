<?php

declare(strict_types=1);

// The tree of Debian's packages in Maven's layout, given out by nginx. Judge: Maven's own model builder (Debian package
// libmaven3-core-java), asked by tests/Reference/maven/Judge.java about the same POMs.

use App\Depots\ReleaseRow;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Evidence\Repository\Coordinates;
use Symfony\Component\Process\Process;
use Tests\Support\Elsewhere;
use Tests\Support\World;

const TREE = '/usr/share/maven-repo';

/** @return array<string, list<string>> group:artifact:version of what is a file => what Maven says that it needs when it runs */
function mavenSays(): array
{
    $classes = sys_get_temp_dir().'/maven-judge';
    $jars = implode(':', (array) glob('/usr/share/maven/lib/*.jar'));
    is_dir($classes) || mkdir($classes);
    (new Process(['javac', '-nowarn', '-d', $classes, '-cp', $jars, dirname(__DIR__, 2).'/Reference/maven/Judge.java']))->mustRun();
    $judge = new Process(['java', '-cp', "{$classes}:{$jars}", 'Judge', TREE], timeout: 300);
    $judge->setInput((string) shell_exec('cd '.TREE." && find . -name '*.pom' -printf '%P\\n'"));
    $said = [];
    foreach (explode("\n", trim($judge->mustRun()->getOutput())) as $line) {
        $fields = explode("\t", $line);
        if ($fields[1] === 'failed' || ! is_file(TREE.'/'.substr($fields[0], 0, -4).'.jar')) {
            continue;
        }
        $needs = [];
        foreach (array_slice($fields, 3) as $dependency) {
            [$group, $artifact, $version, $type, , $scope, $optional] = explode(':', $dependency);
            if (in_array($scope, ['compile', 'runtime'], true) && $optional === 'false' && $type !== 'pom') {
                $needs[] = Coordinates::id($group, $artifact).' '.$version;
            }
        }
        sort($needs);
        $said[$fields[1]] = array_values(array_unique($needs));
    }

    return $said;
}

it('reads a whole tree as Maven reads it', function (): void {
    World::depot();
    $web = Elsewhere::given(TREE);
    $depot = Elsewhere::read(Elsewhere::depot($web));
    expect($depot->only(['protocol', 'problem']))->toBe(['protocol' => 'maven', 'problem' => null]);
    $judged = mavenSays();
    expect(count($judged))->toBeGreaterThan(300);
    $ours = $digests = [];
    foreach (DB::table('listed_files')->where('depot_id', $depot->id)->whereNotNull('said')->get() as $file) {
        $of = Coordinates::ofPath(substr($file->path, 0, -4).'.pom');
        $said = json_decode($file->said, true);
        $words = array_map(fn (array $need): string => $need['id'].' '.($need['range'] ?? ''), $said['release']['needs'] ?? []);
        sort($words);
        $ours[$of->words()] = $words;
        expect($file->sha256)->toBe(hash_file('sha256', TREE."/{$file->path}"));
    }
    expect(array_diff_key($judged, $ours))->toBe([]);
    foreach ($judged as $coordinates => $needs) {
        expect($ours[$coordinates])->toBe($needs, $coordinates);
    }
    // Read again: what it shows has no mark of its age, and what is shown is what was there; no file comes again.
    $web->sent();
    Elsewhere::read($depot);
    expect($web->sent()['bytes'])->toBeLessThan(2_000_000);
});

it('reads what a repository says beside its files, and refuses what is not as it says', function (): void {
    World::depot();
    [$web, $folder] = Elsewhere::folder();
    $deploy = function (string $artifact, string $version, string $more = '', ?string $sum = null) use ($folder): string {
        $file = "{$folder}/repo/org/moles/{$artifact}/{$version}/{$artifact}-{$version}";
        Elsewhere::mod("{$file}.jar", "x-{$artifact}", $version);
        if ($artifact !== 'heron') {
            $zip = new ZipArchive();
            $zip->open("{$file}.jar");
            $zip->deleteName('ferry.mod.json');
            $zip->close();
        }
        $name = "<groupId>org.moles</groupId><artifactId>{$artifact}</artifactId><version>{$version}</version>";
        file_put_contents("{$file}.pom", "<project><modelVersion>4.0.0</modelVersion>{$name}{$more}</project>");
        $sum === null || file_put_contents("{$file}.jar.{$sum}", hash_file($sum, "{$file}.jar"));

        return "{$file}.jar";
    };
    $needs = fn (string $artifact, string $version): string => '<dependencies><dependency><groupId>org.moles</groupId><artifactId>'.
        "{$artifact}</artifactId><version>{$version}</version></dependency></dependencies>";
    $deploy('rope', '1.0', sum: 'sha256');
    $deploy('rope', '2.0', sum: 'sha1');
    $deploy('heron', '1.0.0', $needs('rope', '[1.0,2.0)'));
    $deploy('stern', '1.0', $needs('heron', '1.0.0'));
    $deploy('old', '1.0', '<distributionManagement><relocation><artifactId>stern</artifactId></relocation></distributionManagement>');
    $deploy('child', '1.0', '<parent><groupId>org.moles</groupId><artifactId>nobody</artifactId><version>1</version></parent>');
    file_put_contents($deploy('bent', '1.0', sum: 'sha1'), 'x', FILE_APPEND);
    $web->sent();
    $depot = Elsewhere::read(Elsewhere::depot($web, '/repo'));
    $found = ReleaseRow::query()->where('depot_id', $depot->id)->get()
        ->map(fn (ReleaseRow $row): string => "{$row->package_id} {$row->version}");
    expect($depot->protocol)->toBe('maven')->and($found->sort()->values()->all())->toBe([
        'org.moles+old 1.0', 'org.moles+rope 1.0', 'org.moles+rope 2.0', 'org.moles+stern 1.0', 'x-heron 1.0.0',
    ]);
    $said = DB::table('sources')->where('depot_id', $depot->id)->pluck('document', 'local_id');
    // What the archive says itself is the game's word; others find it by its coordinates.
    expect(json_decode($said['x-heron'])->releases[0])
        ->provides->toEqual([(object) ['id' => 'org.moles+heron', 'version' => '1.0.0']])
        ->and(json_decode($said['org.moles+stern'])->releases[0]->needs)
        ->toEqual([(object) ['id' => 'org.moles+heron', 'range' => '1.0.0']])
        ->and(DB::table('listed_files')->whereNotNull('problem')->pluck('problem', 'path')->all())
        ->toBe([
            'repo/org/moles/bent/1.0/bent-1.0.jar' => 'It is not what the digest beside it says.',
            'repo/org/moles/child/1.0/child-1.0.jar' => 'Its POM cannot be used: it rests on org.moles:nobody:1: '.
                "Artifacts at {$web->address}/repo lists repo/org/moles/nobody/1/nobody-1.pom, ".
                'and answers with status 404 when it is asked for it.',
        ]);
    // One artifact alone, by its metadata, where no folder is shown.
    $metadata = "{$folder}/repo/org/moles/rope/maven-metadata.xml";
    file_put_contents($metadata, '<metadata><groupId>org.moles</groupId><artifactId>rope</artifactId>'.
        '<versioning><versions><version>1.0</version><version>2.0</version></versions></versioning></metadata>');
    $hidden = Elsewhere::given($folder, 'autoindex off;');
    $depot->delete();
    $one = Elsewhere::read(Elsewhere::depot($hidden, '/repo/org/moles/rope'));
    expect($one->protocol)->toBe('maven')->and(ReleaseRow::query()->where('depot_id', $one->id)->pluck('version')->sort()->values()->all())
        ->toBe(['1.0', '2.0']);
});
