<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Catalogue\Replacement;
use Stasimon\Core\Merge\MergedArchive;
use Stasimon\Core\Merge\Part;
use Stasimon\Core\Merge\RawZip;
use Stasimon\Core\Merge\UnmergeableArchive;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Tests\Support\World;
use Tests\Support\ZipBytes;

beforeEach(function (): void {
    $this->folder = sys_get_temp_dir().'/stasimon-merge-'.getmypid();
    exec('rm -rf '.escapeshellarg($this->folder));
    mkdir($this->folder);
});
afterEach(fn () => exec('rm -rf '.escapeshellarg($this->folder)));

/** @param  array<string, string>  $files */
function zippedTo(string $to, array $files): string
{
    $zip = new ZipArchive();
    $zip->open($to, ZipArchive::CREATE | ZipArchive::OVERWRITE);
    foreach ($files as $name => $text) {
        $zip->addFromString((string) $name, $text);
        strlen($text) % 3 === 0 ? $zip->setCompressionName((string) $name, ZipArchive::CM_STORE) : null;
    }
    $zip->close();

    return $to;
}

/**
 * @param  list<string>  $archives
 * @return array<string, list<string>>
 */
function merged(array $archives, string $to): array
{
    $handle = fopen($to, 'wb');
    $by = MergedArchive::write(
        array_map(fn (string $path): Part => new Part(basename($path, '.zip'), basename($path), fopen($path, 'rb')), $archives),
        $handle,
    );
    fclose($handle);

    return $by;
}

it('holds what a plain script of unzip and zip makes, and the same bytes each time, whatever was merged between', function (): void {
    $dice = new Randomizer(new Mt19937(3));
    $archives = [];
    for ($n = 0; $n < 12; $n++) {
        $files = ["own/{$n}.class" => $dice->getBytes($dice->getInt(0, 900)), "info/ü{$n}.txt" => "n {$n}"];
        for ($i = 0; $i < 30; $i++) {
            $files['game/'.$dice->getInt(0, 60).'.class'] = str_repeat("of {$n} ", $dice->getInt(0, 200));
        }
        $files +=
            $n % 3 === 0
                ? [
                    'META-INF/MANIFEST.MF' => "Manifest-Version: 1.0\r\nMain-Class: Game\r\n\r\nName: game/1.class\r\nSHA-256-Digest: ".
                        "x\r\n\r\n",
                    'META-INF/GAME.SF' => 'x',
                    'META-INF/game.rsa' => 'y',
                    'META-INF/SIG-1' => 'z',
                    'META-INF/services/x' => "kept {$n}",
                ]
                : [];
        $archives[] = zippedTo("{$this->folder}/mod{$n}.zip", $files);
    }
    $seen = [];
    for ($round = 0; $round < 200; $round++) {
        $chosen = [
            $archives[0],
            ...array_map(fn (int $n): string => $archives[$n + 1], $dice->pickArrayKeys(array_slice($archives, 1), $dice->getInt(1, 10))),
        ];
        $key = implode(' ', array_map(basename(...), $chosen));
        $by = merged($chosen, "{$this->folder}/out.zip");
        $digest = hash_file('sha256', "{$this->folder}/out.zip");
        expect($seen[$key] ?? $digest)->toBe($digest);
        $seen[$key] = $digest;
        if ($round >= 8) {
            continue;
        }
        // The old way, by hand: all into one folder, one after another, and away with what signs it.
        exec(
            "cd {$this->folder} && rm -rf by-hand && mkdir by-hand && cd by-hand && for one in ".
                implode(' ', $chosen).
                '; do unzip -qo $one; done && unzip -qo '.
                $archives[0].
                ' META-INF/MANIFEST.MF && rm -f META-INF/*.SF META-INF/*.rsa META-INF/SIG-*',
            $said,
            $exit,
        );
        exec("cd {$this->folder} && rm -rf ours && mkdir ours && cd ours && unzip -qo ../out.zip && unzip -tq ../out.zip", $said, $check);
        expect([$exit, $check])->toBe([0, 0], implode("\n", $said));
        $hand = World::tree("{$this->folder}/by-hand");
        $ours = World::tree("{$this->folder}/ours");
        expect(file_get_contents("{$this->folder}/ours/META-INF/MANIFEST.MF"))
            ->toBe("Manifest-Version: 1.0\r\nMain-Class: Game\r\n\r\n")
            ->and(array_diff_key($ours, ['META-INF/MANIFEST.MF' => 1]))
            ->toBe(array_diff_key($hand, ['META-INF/MANIFEST.MF' => 1]));
        foreach ($by as $ids) {
            expect(count($ids))->toBeGreaterThan(1);
        }
    }
});

it('starts in a real runtime where a careless merge of a signed archive does not', function (): void {
    file_put_contents(
        "{$this->folder}/Main.java",
        'public class Main { public static void main(String[] a) { System.out.println("up with " + Hull.name()); } }',
    );
    file_put_contents("{$this->folder}/Hull.java", 'public class Hull { public static String name() { return "the game"; } }');
    exec(
        "cd {$this->folder} && javac -d base Main.java Hull.java && jar cfe game.jar Main -C base . && keytool -genkeypair -alias a ".
            '-keyalg RSA -storepass secret1 -keypass secret1 -dname CN=x -keystore keys -validity 30 2>/dev/null && jarsigner -keystore '.
            'keys -storepass secret1 game.jar a >/dev/null && java -jar game.jar 2>&1',
        $said,
        $exit,
    );
    expect([$exit, end($said)])->toBe([0, 'up with the game']);
    file_put_contents("{$this->folder}/Hull.java", 'public class Hull { public static String name() { return "a mod"; } }');
    exec(
        "cd {$this->folder} && javac -d mod Hull.java && (cd mod && zip -q ../mod.zip Hull.class) && cp game.jar careless.jar && (cd mod ".
            '&& zip -q ../careless.jar Hull.class) && java -jar careless.jar 2>&1',
        $careless,
        $exit,
    );
    expect($exit)->not->toBe(0)->and(implode("\n", $careless))->toContain('SecurityException');
    merged(["{$this->folder}/game.jar", "{$this->folder}/mod.zip"], "{$this->folder}/out.jar");
    exec("cd {$this->folder} && java -jar out.jar 2>&1", $ours, $exit);
    expect([$exit, $ours])->toBe([0, ['up with a mod']]);
});

it('takes the folder of a mod that is its content, and refuses what is damaged or leads out', function (): void {
    $base = zippedTo("{$this->folder}/base.zip", ['a.class' => 'base', 'b.class' => 'base']);
    $mod = zippedTo("{$this->folder}/mod.zip", ['readme.txt' => 'x', 'put in jar/a.class' => 'mod', 'put in jar/c/d.class' => 'mod']);
    $handle = fopen("{$this->folder}/out.zip", 'w+b');
    $by = MergedArchive::write(
        [new Part('game', 'the game', fopen($base, 'rb')), new Part('mod', 'mod.zip', fopen($mod, 'rb'), 'put in jar')],
        $handle,
    );
    exec("unzip -Z1 {$this->folder}/out.zip", $names);
    expect($names)
        ->toBe(['a.class', 'b.class', 'c/d.class'])
        ->and($by)
        ->toBe(['a.class' => ['game', 'mod']]);
    $bytes = (string) file_get_contents($mod);
    foreach (
        ['none' => 'no archive', 'cut' => substr($bytes, 0, -30), 'moved' => substr($bytes, 0, 10).substr($bytes, 14)] as $how => $spoiled
    ) {
        file_put_contents("{$this->folder}/{$how}.zip", $spoiled);
        expect(fn () => merged([$base, "{$this->folder}/{$how}.zip"], "{$this->folder}/out2.zip"))->toThrow(
            UnmergeableArchive::class,
            "{$how}.zip cannot be merged",
        );
    }
    zippedTo("{$this->folder}/out-of.zip", ['../x.class' => 'x']);
    expect(fn () => merged([$base, "{$this->folder}/out-of.zip"], "{$this->folder}/out2.zip"))->toThrow(UnsafeArchive::class);
});

it('says of an archive that old games could not read what is wrong with it', function (ZipBytes $mod, string $why): void {
    file_put_contents("{$this->folder}/odd.zip", $mod->bytes());
    $base = zippedTo("{$this->folder}/base.zip", ['a.class' => 'base']);
    expect(fn () => merged([$base, "{$this->folder}/odd.zip"], "{$this->folder}/out.zip"))->toThrow(
        UnmergeableArchive::class,
        "odd.zip cannot be merged: {$why}",
    );
})->with([
    'encrypted' => [fn () => (new ZipBytes())->add('a.class', 'x', ['flags' => 1]), 'a.class in it is encrypted'],
    'packed otherwise' => [
        fn () => (new ZipBytes())->add('a.class', 'x', ['method' => 12]),
        'a.class in it is encrypted, or packed in a way that those games do not read',
    ],
    'larger than 4 GB' => [fn () => (new ZipBytes())->add('a.class', 'x', ['size' => 0xFFFFFFFF]), 'a.class in it is larger'],
    'elsewhere' => [fn () => (new ZipBytes())->add('a.class')->add('b.class', 'x', ['at' => 7]), 'b.class is not where its list says'],
    'cut short' => [fn () => (new ZipBytes())->add('a.class', 'x', ['comp' => 90_000]), 'a.class is not whole'],
    'no path' => [fn () => (new ZipBytes())->add('a//b.class'), 'a//b.class in it is no path'],
]);

it('reads small archives in ZIP64, and ones with bytes before them, as unzip and Java do', function (): void {
    file_put_contents("{$this->folder}/one.txt", 'one');
    exec("cd {$this->folder} && zip -q plain.zip one.txt");
    $plain = (string) file_get_contents("{$this->folder}/plain.zip");
    $end = (int) strrpos($plain, "PK\x05\x06");
    $numbers = unpack('vcount/Vbytes/Voffset', substr($plain, $end + 10, 10));
    $record =
        "PK\x06\x06".pack('PvvVVPPPP', 44, 45, 45, 0, 0, $numbers['count'], $numbers['count'], $numbers['bytes'], $numbers['offset']);
    $large =
        substr($plain, 0, $end).
        $record.
        "PK\x06\x07".
        pack('VPV', 0, $end, 1).
        "PK\x05\x06".
        pack('vvvvVVv', 0, 0, 0xFFFF, 0xFFFF, 0xFFFFFFFF, 0xFFFFFFFF, 0);
    foreach (['large' => $large, 'before' => "#!/bin/sh\nexit\n{$plain}", 'both' => "before{$large}"] as $name => $bytes) {
        file_put_contents("{$this->folder}/{$name}.zip", $bytes);
    }
    foreach (['plain', 'large', 'before', 'both'] as $name) {
        $handle = fopen("{$this->folder}/{$name}.zip", 'rb');
        $entries = RawZip::entries($handle, $name);
        $entry = array_values($entries)[0];
        fseek($handle, $entry->offset);
        $bytes = (string) fread($handle, $entry->packed);
        expect($entries)
            ->toHaveCount(1, $name)
            ->and($entry->method === 8 ? gzinflate($bytes) : $bytes)
            ->toBe('one', $name);
        exec("unzip -p {$this->folder}/{$name}.zip 2>/dev/null", $said);
        expect($said)->toBe(['one'], $name);
        $said = [];
    }
});

it(
    'is what a real runtime asks of it: the manifest first, folders by their names, and a mod above what is for newer runtimes',
    function (): void {
        file_put_contents(
            "{$this->folder}/Main.java",
            'import java.io.*; import java.util.jar.*; public class Main { public static void main(String[] a) throws Exception { '.
            'System.out.println(Hull.name() + " " + (Main.class.getResource("/pkg/") != null) + " " + (new JarInputStream(new '.
            'FileInputStream(a[0])).getManifest() != null)); } }',
        );
        $hull = fn (string $says) => file_put_contents(
            "{$this->folder}/Hull.java",
            "public class Hull { public static String name() { return \"{$says}\"; } }",
        );
        $hull('old');
        exec(
            "cd {$this->folder} && mkdir -p base/pkg base/META-INF/versions/9 && echo x > base/pkg/x.txt && javac -d base Main.java ".
                'Hull.java',
        );
        $hull('newer');
        exec(
            "cd {$this->folder} && javac -d base/META-INF/versions/9 Hull.java && printf 'Multi-Release: true\nMain-Class: Main\n' > ".
                'm.txt && jar cfm game.jar m.txt -C base . && java -jar game.jar game.jar',
            $said,
            $exit,
        );
        expect([$exit, $said])->toBe([0, ['newer true true']]);
        $hull('a mod');
        exec("cd {$this->folder} && mkdir mod && javac -d mod Hull.java && (cd mod && zip -q ../mod.zip Hull.class)");
        merged(["{$this->folder}/game.jar", "{$this->folder}/mod.zip"], "{$this->folder}/out.jar");
        exec("cd {$this->folder} && java -jar out.jar out.jar 2>&1 && unzip -tqq out.jar", $ours, $exit);
        expect([$exit, $ours])->toBe([0, ['a mod true true']]);
    },
);

it('refuses one thing that is a file here and a folder there, and takes away what is made obsolete to the letter', function (): void {
    $base = zippedTo("{$this->folder}/base.zip", ['a' => 'file', 'Notes.txt' => 'x', 'notes.txt' => 'y']);
    $mod = zippedTo("{$this->folder}/mod.zip", ['a/b' => 'x']);
    expect(fn () => merged([$base, $mod], "{$this->folder}/out.zip"))->toThrow(
        UnmergeableArchive::class,
        'it has a/b, and base.zip has a as a file.',
    );
    $handle = fopen("{$this->folder}/out.zip", 'w+b');
    MergedArchive::write([new Part('base', 'base.zip', fopen($base, 'rb'), without: [Replacement::ofPath('notes.txt')])], $handle);
    exec("unzip -Z1 {$this->folder}/out.zip", $names);
    expect($names)->toBe(['Notes.txt', 'a']);
});

it('refuses a game whose own manifest cannot be read: nothing would start it', function (): void {
    file_put_contents("{$this->folder}/game.zip", (new ZipBytes())->add('META-INF/MANIFEST.MF', 'x', ['raw' => "\xFF\xFF\xFF"])->bytes());
    expect(fn () => merged(["{$this->folder}/game.zip"], "{$this->folder}/out.zip"))->toThrow(
        UnmergeableArchive::class,
        'its manifest cannot be read',
    );
});

it('makes no archive of more files than the games of that time read', function (): void {
    $many = new ZipBytes();
    for ($n = 0; $n < 40_000; $n++) {
        $many->add("a/{$n}", '', ['method' => 0]);
    }
    $more = new ZipBytes();
    for ($n = 0; $n < 30_000; $n++) {
        $more->add("b/{$n}", '', ['method' => 0]);
    }
    file_put_contents("{$this->folder}/many.zip", $many->bytes());
    file_put_contents("{$this->folder}/more.zip", $more->bytes());
    expect(fn () => merged(["{$this->folder}/many.zip", "{$this->folder}/more.zip"], "{$this->folder}/out.zip"))->toThrow(
        UnmergeableArchive::class,
        'more than 65,534 files',
    );
});
