<?php

declare(strict_types=1);

use Stasimon\Core\Config\ConfigMerge;
use Stasimon\Core\Pack\Pack;
use Stasimon\Core\Pack\PackFile;
use Stasimon\Core\Pack\PackUpdate;
use Stasimon\Core\Pack\Sides;
use Stasimon\Core\Pack\Signature;
use Stasimon\Core\Pack\UnusablePack;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Share\Carried;
use Stasimon\Core\Share\CarriedFile;
use Stasimon\Core\Share\HandOff;
use Stasimon\Core\Share\HandOffFile;

/**
 * @param  array<string, string>  $wanted  id => version, or "version range"
 * @param  array<string, string>  $brought
 * @param  list<string>  $off
 */
function lineUpOf(array $wanted, array $brought = [], array $off = []): HandOff
{
    $want = fn (string $id, string $said): Want => new Want($id, explode(' ', $said, 2)[1] ?? '*');
    $wants = array_map($want, array_keys($wanted), $wanted);

    return new HandOff(
        'Grand Archipelago',
        new Plan(
            new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', '21', 4096),
            $wants,
            array_map(fn (string $id): Want => new Want($id), $off),
        ),
        array_map(fn (string $said): string => explode(' ', $said)[0], $wanted) + $brought,
    );
}

it('keeps what is one\'s own, takes what the pack changed, and contests what both did', function (): void {
    $was = lineUpOf(
        [
            'same' => '1',
            'updated' => '1',
            'dropped' => '1',
            'dropped-kept' => '1',
            'mine-changed' => '1',
            'both' => '1',
            'pinned' => '1',
            'off' => '1',
            'off-changed' => '1',
            'taken-out' => '1',
        ],
        ['lib' => '1'],
    );
    $now = lineUpOf(
        [
            'same' => '1',
            'updated' => '2',
            'new' => '1',
            'mine-changed' => '1',
            'both' => '2',
            'pinned' => '2',
            'off' => '1',
            'off-changed' => '2',
            'taken-out' => '2',
        ],
        ['lib' => '2'],
    );
    $mine = lineUpOf(
        [
            'same' => '1',
            'updated' => '1',
            'dropped' => '1',
            'dropped-kept' => '1.5',
            'mine-changed' => '1.2',
            'both' => '1.5',
            'pinned' => '1 =1',
            'added' => '7',
        ],
        ['lib' => '1'],
        ['off', 'off-changed'],
    );
    $update = PackUpdate::of($was, $now, $mine);
    $said = [];
    foreach ($update->lines as $line) {
        $said[$line->id] = ($line->isContested ? 'contested, ' : '').($line->takesPack ? 'pack' : 'mine');
    }
    expect($said)->toBe([
        'both' => 'contested, pack',
        'dropped-kept' => 'contested, mine',
        'off-changed' => 'contested, mine',
        'pinned' => 'contested, mine',
        'taken-out' => 'contested, mine',
        'added' => 'mine',
        'dropped' => 'pack',
        'mine-changed' => 'mine',
        'new' => 'pack',
        'off' => 'mine',
        'updated' => 'pack',
    ]);
    $plan = $update->plan();
    expect(array_map(fn (Want $want): string => "{$want->id} {$want->range}", $plan->wants))
        ->toBe(['same *', 'updated *', 'new *', 'both *', 'dropped-kept *', 'mine-changed *', 'pinned =1', 'added *'])
        ->and(array_map(fn (Want $want): string => $want->id, $plan->off))
        ->toBe(['off', 'off-changed'])
        ->and(
            array_intersect_key($plan->once->restore->versions, array_flip(['updated', 'both', 'pinned', 'mine-changed', 'lib', 'added'])),
        )
        ->toEqual(['updated' => '2', 'both' => '2', 'pinned' => '1', 'mine-changed' => '1.2', 'lib' => '2', 'added' => '7']);
    // A person may say otherwise of what is contested, and of nothing else.
    $other = $update->plan(
        new Sides(['both' => false, 'dropped-kept' => true, 'taken-out' => true, 'added' => true, 'dropped' => false]),
    );
    expect($other->wants('dropped-kept'))
        ->toBeFalse()
        ->and($other->wants('taken-out'))
        ->toBeTrue()
        ->and($other->wants('added'))
        ->toBeTrue()
        ->and($other->wants('dropped'))
        ->toBeFalse()
        ->and($other->once->restore->versions['both'])
        ->toBe('1.5')
        ->and(PackUpdate::of($was, $was, $mine)->plan()->wants)
        ->toEqual(array_merge(array_filter($mine->plan->wants, fn (Want $want): bool => $want->id !== 'added'), [new Want('added')]))
        ->and(PackUpdate::of($was, $now, $was)->plan()->wants)
        ->toEqual($now->plan->wants);
});

it('says what becomes of a config: gone, new, merged by key or by line, or left as it is', function (): void {
    $of = fn (string $path, ?string $was, ?string $mine, ?string $now): array => [
        ($merge = ConfigMerge::of($path, $was, $mine, $now))->text,
        count($merge->contested),
    ];
    expect($of('config/a.cfg', "a\nb\nc\nd\n", "a\nB\nc\nd\n", "a\nb\nc\nD\n"))
        ->toBe(["a\nB\nc\nD\n", 0])
        ->and($of('config/a.cfg', "a\nb\n", "a\nx\n", "a\ny\n"))
        ->toBe(["a\nx\n", 1])
        ->and($of('config/a.cfg', "a\n", "a\n", null))
        ->toBe([null, 0])
        ->and($of('config/a.cfg', "a\n", "b\n", null))
        ->toBe(["b\n", 1])
        ->and($of('config/a.cfg', null, null, "a\n"))
        ->toBe(["a\n", 0])
        ->and($of('config/a.cfg', "a\n", null, "b\n"))
        ->toBe([null, 1])
        ->and($of('config/a.bin', "a\0", "b\0", "c\0"))
        ->toBe(["b\0", 1])
        ->and($of('config/a.json', '{"x": 1, "y": 1}', '{"x": 2, "y": 1}', '{"x": 1, "y": 3}'))
        ->toBe(['{"x": 2, "y": 3}', 0])
        ->and(
            ConfigMerge::of(
                'a.json',
                '{"a": {"b": 1, "c": 1}, "d": [1]}',
                '{"a": {"b": 2, "c": 1}, "d": [1, 2]}',
                '{"a": {"b": 3, "c": 5}, "d": [1,  2]}',
            )->contested,
        )
        ->toBe([['/a/b', '2', '3']])
        ->and(
            $of(
                'config/a.json',
                "{\n  \"x\": 1,\n  \"y\": 1,\n  \"z\": 1\n}\n",
                "{\n  \"x\": 2,\n  \"y\": 1,\n  \"z\": 1\n}\n",
                "{\n  \"x\": 1,\n  \"y\": 1,\n  \"z\": 3\n}\n",
            ),
        )
        ->toBe(["{\n  \"x\": 2,\n  \"y\": 1,\n  \"z\": 3\n}\n", 0])
        ->and(
            $of(
                'config/a.yml',
                "# loud\na: 1\nb: 1\nc: 1\nd: 1\n",
                "# loud\na: 2\nb: 1\nc: 1\nd: 1\n",
                "# loud\na: 1\nb: 1\nc: 1\nd: {e: 1}\n",
            ),
        )
        ->toBe(["# loud\na: 2\nb: 1\nc: 1\nd: {e: 1}\n", 0])
        ->and($of('config/a.yml', "a: 1\nb: 1\n", "a: 2\nb: 1\n", "a: 1\nb: [1, x]\n"))
        ->toBe(["a: 2\nb: [1, x]\n", 0])
        ->and($of('config/a.yml', "a: 1\nb: 1\n", "a: 2\nb: 1\n", "a: 3\nb: 1\n"))
        ->toBe(["a: 2\nb: 1\n", 1])
        // What a tag or an alias stands for is nobody's to say: line by line.
        ->and($of('config/a.yml', "a: &x 1\n", "a: &x 1\nb: *x\n", "a: &x 1\n"))
        ->toBe(["a: &x 1\nb: *x\n", 0])
        ->and($of('config/a.json', '{"x": 1', '{"x": 1', '{"x": 2'))
        ->toBe(['{"x": 2', 0]);
});

it('is a file that says the same again, and refuses what lies', function (): void {
    $file = sys_get_temp_dir().'/stasimon-pack-'.getmypid().'.zip';
    $contents = ['config/sound.json' => '{"loud": 1}', 'config/deep/x.cfg' => "a=1\n"];
    $pack = new Pack(
        'grand-archipelago',
        '5',
        lineUpOf(['gulls' => '2.0.0'], ['kedge-bones' => '3.0.7']),
        'Everything at once.',
        'MIT',
        'Gulls are new.',
        new Carried(array_map(fn (string $text): string => hash('sha256', $text), $contents)),
    );
    $document = PackFile::document($pack);
    PackFile::write($file, $document, $contents);
    $opened = PackFile::open($file, 'it');
    expect([$opened->pack, $opened->configs, $opened->document, $opened->signature, $opened->picture])->toEqual([
        $pack,
        $contents,
        $document,
        null,
        null,
    ]);
    $first = hash_file('sha256', $file);
    PackFile::write($file, $document, array_reverse($contents));
    expect(hash_file('sha256', $file))->toBe($first);
    $bomb = "{$file}.bomb";
    $large = fopen($bomb, 'wb');
    ftruncate($large, 240_000_000);
    fclose($large);
    $spoil = function (Closure $how) use ($file, $pack, $contents, $document): Closure {
        return function () use ($how, $file, $pack, $contents, $document): void {
            PackFile::write($file, $document, $contents);
            $zip = new ZipArchive();
            $zip->open($file);
            $how($zip, (array) json_decode(PackFile::document($pack)));
            $zip->close();
            PackFile::open($file, 'it');
        };
    };
    $said = fn (array $changes): Closure => $spoil(
        fn (ZipArchive $zip, array $document) => $zip->addFromString('pack.json', (string) json_encode((object) ($changes + $document))),
    );
    expect($spoil(fn (ZipArchive $zip) => $zip->addFromString('configs/config/sound.json', 'changed')))
        ->toThrow(UnusablePack::class, 'its digest is another one')
        ->and($spoil(fn (ZipArchive $zip) => $zip->deleteName('configs/config/deep/x.cfg')))
        ->toThrow(UnusablePack::class, 'which is not in it')
        ->and($spoil(fn (ZipArchive $zip) => $zip->deleteName('pack.json')))
        ->toThrow(UnusablePack::class, 'no "pack.json"')
        ->and($spoil(fn (ZipArchive $zip) => $zip->addFromString('../outside', 'x')))
        ->toThrow(UnsafeArchive::class)
        ->and(
            $spoil(function (ZipArchive $zip): void {
                foreach (range(1, 100_050) as $n) {
                    $zip->addFromString("configs/config/{$n}", '');
                }
            }),
        )
        ->toThrow(UnsafeArchive::class, 'entries')
        ->and($spoil(fn (ZipArchive $zip) => $zip->addFile($bomb, 'configs/config/bomb.cfg')))
        ->toThrow(UnsafeArchive::class)
        ->and($said(['id' => '../x']))
        ->toThrow(UnusablePack::class, 'Its id is none')
        ->and($said(['revision' => 2]))
        ->toThrow(UnusablePack::class, 'revision 1')
        ->and($said(['releases' => []]))
        ->toThrow(UnusablePack::class, 'which releases')
        ->and($said(['version' => '']))
        ->toThrow(UnusablePack::class, 'no version');
    foreach (['../mods/x.jar', '/etc/passwd', 'config/../../x', 'alone', 'config//x', 'config\\x', 'C:/x/y'] as $path) {
        expect($said(['configs' => [['path' => $path, 'sha256' => str_repeat('0', 64)]]]))->toThrow(
            UnusablePack::class,
            'no path in a folder',
        );
    }
    foreach ([['notes' => "a\0b"], ['unknown' => ['deep' => ["a\0b" => 1]]], ['summary' => "\0"]] as $fields) {
        expect($said($fields))->toThrow(UnusablePack::class, 'the character U+0000');
    }
    expect(fn () => PackFile::read('{"format": "stasimon/pack", "revision": 1e999}'))->toThrow(UnusablePack::class, 'larger than any');
    unlink($file);
    unlink($bomb);
});

it('carries files, a picture and a signature, each of which has to be what it is said to be', function (): void {
    $folder = sys_get_temp_dir().'/stasimon-carried-'.getmypid();
    @mkdir($folder);
    file_put_contents("{$folder}/own.zip", $own = random_bytes(400_000));
    $picture = imagecreatetruecolor(400, 400);
    ob_start();
    imagepng($picture);
    $picture = (string) ob_get_clean();
    $carried = new Carried([], [new CarriedFile(hash('sha256', $own), 'own.zip', strlen($own), 'own', '1.0', 'mod', 'Own')]);
    $pack = new Pack('p', '1', lineUpOf(['gulls' => '2.0.0', 'own' => '1.0']), carried: $carried, picture: hash('sha256', $picture));
    $document = PackFile::document($pack);
    $secret = sodium_crypto_sign_secretkey(sodium_crypto_sign_keypair());
    $write = fn (string $document, string $signature, string $picture) => PackFile::write(
        "{$folder}/p.zip",
        $document,
        [],
        [hash('sha256', $own) => "{$folder}/own.zip"],
        $picture,
        $signature,
    );
    $write($document, Signature::of($document, $secret)->document(), $picture);
    $opened = PackFile::open("{$folder}/p.zip", 'p.zip');
    $out = fopen("{$folder}/out.zip", 'wb');
    $opened->container->extract($carried->files[0], $out);
    fclose($out);
    expect($opened->pack)
        ->toEqual($pack)
        ->and($opened->picture)
        ->toBe($picture)
        ->and($opened->signature?->key)
        ->toBe(sodium_crypto_sign_publickey_from_secretkey($secret))
        ->and(file_get_contents("{$folder}/out.zip"))
        ->toBe($own);
    // Another reader of Ed25519 agrees: openssl, with the key as SubjectPublicKeyInfo (RFC 8410, section 4).
    $said = json_decode($opened->signature->document());
    file_put_contents("{$folder}/key.der", hex2bin('302a300506032b6570032100').base64_decode($said->key));
    file_put_contents("{$folder}/sig", base64_decode($said->signature));
    file_put_contents("{$folder}/doc", $document);
    exec(
        "openssl pkeyutl -verify -pubin -keyform DER -inkey {$folder}/key.der -rawin -in {$folder}/doc -sigfile {$folder}/sig 2>&1",
        $words,
        $exit,
    );
    expect($exit)->toBe(0, implode(' ', $words));
    $other = str_replace('"1"', '"2"', $document);
    expect(fn () => [$write($other, Signature::of($document, $secret)->document(), $picture), PackFile::open("{$folder}/p.zip", 'p.zip')])
        ->toThrow(UnusablePack::class, 'changed after it was signed')
        ->and(fn () => [$write($document, '{}', $picture), PackFile::open("{$folder}/p.zip", 'p.zip')])
        ->toThrow(UnusablePack::class, 'signature cannot be read')
        ->and(
            fn () => [
                $write($document, Signature::of($document, $secret)->document(), $picture.'x'),
                PackFile::open("{$folder}/p.zip", 'p.zip'),
            ],
        )
        ->toThrow(UnusablePack::class, 'picture is not what');
    $write($document, Signature::of($document, $secret)->document(), $picture);
    $zip = new ZipArchive();
    $zip->open("{$folder}/p.zip");
    $zip->addFromString('files/'.hash('sha256', $own), substr($own, 1).'x');
    $zip->close();
    expect(fn () => PackFile::open("{$folder}/p.zip", 'p.zip'))
        ->toThrow(UnusablePack::class, 'own.zip is not what it is said to be')
        ->and(fn () => HandOffFile::open("{$folder}/p.zip", 'p.zip'))
        ->toThrow(Stasimon\Core\Share\UnusableHandOff::class, 'is a pack');
    array_map(unlink(...), glob("{$folder}/*") ?: []);
    rmdir($folder);
});
