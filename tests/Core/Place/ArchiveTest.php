<?php

declare(strict_types=1);

use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\ArchiveLimits;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Tests\Support\ZipBytes;

/** An archive of one name. */
function named(string $name): ZipBytes
{
    return (new ZipBytes())->add($name);
}

function nest(int $depth): string
{
    $bytes = named('leaf.txt')->bytes();
    for ($i = 1; $i < $depth; $i++) {
        $bytes = (new ZipBytes())->add("inner-{$i}.zip", $bytes)->bytes();
    }

    return $bytes;
}

/** @return array<string, array{ZipBytes|string, string}> what is wrong => the archive, and a part of the sentence */
function hostile(): array
{
    static $made = null;

    return $made ??= madeHostile();
}

/** @return array<string, array{ZipBytes|string, string}> */
function madeHostile(): array
{
    $wide = (new ZipBytes())->add('a.txt');
    for ($i = 0; $i < 60; $i++) {
        $wide->add("f{$i}.txt");
    }
    $overlapping = (new ZipBytes())->add('kernel.bin', str_repeat('x', 4000), ['method' => 0]);
    for ($i = 0; $i < 20; $i++) {
        $overlapping->add('kernel.bin', str_repeat('x', 4000), ['method' => 0, 'at' => 0]);
    }
    $good = (new ZipBytes())->add('a.txt', str_repeat('some text ', 400))->bytes();

    return [
        'a path that leads out' => [named('../evil.txt'), 'leads out of its folder'],
        'a path that leads out further in' => [named('mods/../../evil.txt'), 'leads out of its folder'],
        'a path that leads out with backslashes' => [named('..\\..\\evil.txt'), 'leads out of its folder'],
        'a path that is only dots' => [named('..'), 'leads out of its folder'],
        'an absolute path' => [named('/etc/cron.d/evil'), 'absolute path'],
        'an absolute path with a backslash' => [named('\\Windows\\evil.dll'), 'absolute path'],
        'a network path' => [named('//server/share/evil'), 'absolute path'],
        'a drive' => [named('C:/Windows/evil.dll'), 'drive'],
        'a drive without a slash' => [named('C:evil.dll'), 'drive'],
        'a hidden stream' => [named('readme.txt:evil'), 'hidden stream'],
        'a link' => [(new ZipBytes())->add('config', '/etc', ['mode' => 0o120777]), 'a link to somewhere else'],
        'a link, and a file through it' => [
            (new ZipBytes())->add('here', '/tmp', ['mode' => 0o120777])->add('here/evil.txt'),
            'a link to somewhere else',
        ],
        'a device' => [(new ZipBytes())->add('disk', '', ['mode' => 0o060644]), 'neither a file nor a folder'],
        'a pipe' => [(new ZipBytes())->add('pipe', '', ['mode' => 0o010644]), 'neither a file nor a folder'],
        'a device name' => [named('mods/CON'), 'name of a device'],
        'a device name with an extension' => [named('nul.txt'), 'name of a device'],
        'a numbered device name' => [named('saves/com1.json'), 'name of a device'],
        'a device name with a raised number' => [named('COM¹'), 'name of a device'],
        'names that differ in case' => [(new ZipBytes())->add('Readme.txt')->add('README.TXT'), 'one name on some systems'],
        'folders that differ in case' => [(new ZipBytes())->add('Mods/a.txt')->add('mods/b.txt'), 'one name on some systems'],
        'names that differ in how letters are composed' => [
            (new ZipBytes())->add("caf\u{00e9}.txt")->add("cafe\u{0301}.txt"),
            'one name on some systems',
        ],
        'names that fold to one' => [(new ZipBytes())->add('straße.txt')->add('STRASSE.txt'), 'one name on some systems'],
        'an entry that is there twice' => [(new ZipBytes())->add('a.txt', 'one')->add('a.txt', 'two'), 'twice'],
        'an entry that is there twice, spelled otherwise' => [(new ZipBytes())->add('a/b.txt', 'one')->add('a//./b.txt', 'two'), 'twice'],
        'a file that is a folder too' => [(new ZipBytes())->add('a')->add('a/b.txt'), 'twice'],
        'a name that is too long' => [named(str_repeat('n', 300)), 'longer than 255 bytes'],
        'a path that is too long' => [named(str_repeat('folder/', 200).'a.txt'), 'longer than 1000 bytes'],
        'a name that ends with a dot' => [named('mods/evil.'), 'dot or a space'],
        'a folder that ends with a space' => [named('mods /evil.txt'), 'dot or a space'],
        'a name with a line break' => [named("a\nb.txt"), 'cannot be seen'],
        'a name that reads backwards' => [named("gnp.\u{202e}exe.png"), 'cannot be seen'],
        'an empty name' => [named(''), 'not a text'],
        'a large file out of nothing' => [(new ZipBytes())->add('zero.bin', str_repeat("\0", 70_000_000)), 'more than 100 times'],
        'many large files out of nothing' => [
            (new ZipBytes())->add('a.bin', $zeros = str_repeat("\0", 40_000_000))->add('b.bin', $zeros),
            'more than 100 times',
        ],
        'a size beyond all' => [(new ZipBytes())->add('a.bin', 'x', ['size' => 4_294_000_000]), 'larger than 4000 MB'],
        'too many entries' => [$wide, 'more than 50 entries'],
        'entries over one another' => [$overlapping, 'over one another'],
        'archives in archives in archives' => [nest(5), 'more than 3 deep'],
        'an archive inside that is hostile' => [
            (new ZipBytes())->add('lib/inner.jar', named('../evil.txt')->bytes()),
            'lib/inner.jar, is not taken',
        ],
        'an archive inside that is a bomb' => [
            (new ZipBytes())->add('inner.zip', (new ZipBytes())->add('zero.bin', str_repeat("\0", 70_000_000))->bytes()),
            'more than 100 times',
        ],
        'an encrypted entry' => [(new ZipBytes())->add('a.txt', 'secret', ['flags' => 1]), 'encrypted'],
        'a file cut short' => [substr($good, 0, -30), 'cut short'],
        'a file cut to its first bytes' => [substr($good, 0, 25), 'cut short'],
        'nothing at all' => ['', 'cut short'],
        'a web page' => ['<!doctype html><title>Not found</title>', 'cut short'],
        'a wrong CRC' => [(new ZipBytes())->add('a.txt', 'content', ['crc' => 1234]), 'damaged'],
        'a CRC that is wrong in the data' => [
            (new ZipBytes())->add('a.bin', str_repeat('abc', 900), ['raw' => substr((string) gzdeflate(str_repeat('abd', 900)), 0)]),
            'damaged',
        ],
        'data that cannot be unpacked' => [
            (new ZipBytes())->add('a.txt', str_repeat('text', 900), ['raw' => str_repeat("\xff", 60)]),
            'damaged',
        ],
        'a file that is larger than it says' => [
            (new ZipBytes())->add('a.txt', 'x', ['raw' => (string) gzdeflate(str_repeat('x', 90_000)), 'size' => 10]),
            'a.txt',
        ],
        'a file that is smaller than it says' => [(new ZipBytes())->add('a.txt', 'short', ['size' => 4000]), 'a.txt'],
        'two names for one file' => [(new ZipBytes())->add('a.txt', 'content', ['localName' => 'b.txt']), 'do not agree'],
        'an unknown way of packing' => [(new ZipBytes())->add('a.txt', 'content', ['method' => 97]), 'a.txt'],
    ];
}

it('refuses every hostile archive with a sentence, and writes nothing', function (string $case): void {
    [$archive, $sentence] = hostile()[$case];
    $path = $archive instanceof ZipBytes ? $archive->write() : (string) tempnam(sys_get_temp_dir(), 'zip');
    $archive instanceof ZipBytes || file_put_contents($path, $archive);
    $limits = $case === 'too many entries' ? new ArchiveLimits(entries: 50) : new ArchiveLimits();
    // Without what other tests make there meanwhile; no entry of these archives has such a name.
    $there = fn (): array => preg_grep(
        '~/(?:php\w{6}|zip\w{6}|pack\w{6}|stasimon-[^/]+)$~',
        glob(sys_get_temp_dir().'/*') ?: [],
        PREG_GREP_INVERT,
    ) ?:
    [];
    $before = $there();
    try {
        Archive::read($path, 'gift.zip', $limits);
        $said = null;
    } catch (UnsafeArchive $refused) {
        $said = $refused->getMessage();
    }
    expect($said)
        ->toContain($sentence)
        ->toStartWith('gift.zip')
        ->toEndWith('Nothing of it was unpacked.')
        ->and(preg_match('/[\x00-\x1f\x{202e}]/u', (string) $said))
        ->toBe(0);
    expect(array_diff($there(), $before))->toBe([]);
    unlink($path);
})->with(array_keys(hostile()));

it('takes ordinary archives', function (ZipBytes $archive, array $paths): void {
    $read = Archive::read($archive->write(), 'mod.zip');
    expect(array_map(fn ($entry) => $entry->path, $read->entries))->toBe($paths);
})->with([
    'files and folders' => [
        fn () => (new ZipBytes())
            ->add('mods/', '', ['mode' => 0o040755])
            ->add('mods/a.txt')
            ->add('read me.txt'),
        ['mods/a.txt', 'read me.txt'],
    ],
    'none' => [fn () => new ZipBytes(), []],
    'backslashes, as some tools write them' => [fn () => (new ZipBytes())->add('mods\\a.txt', 'x', ['system' => 0]), ['mods/a.txt']],
    'a dot in front, as others do' => [fn () => (new ZipBytes())->add('./mods/a.txt'), ['mods/a.txt']],
    'names in other scripts' => [
        fn () => (new ZipBytes())->add('資料/渡し船.json')->add('Übersicht.md'),
        ['資料/渡し船.json', 'Übersicht.md'],
    ],
    'stored, empty and hidden files' => [
        fn () => (new ZipBytes())->add('.hidden', '')->add('a.bin', random_bytes(90), ['method' => 0]),
        ['.hidden', 'a.bin'],
    ],
    'dots inside names' => [
        fn () => (new ZipBytes())->add('a..b/c...d')->add('console.log')->add('common/nullable.txt')->add('com10.txt'),
        ['a..b/c...d', 'console.log', 'common/nullable.txt', 'com10.txt'],
    ],
    'text that packs very well' => [fn () => (new ZipBytes())->add('map.txt', str_repeat(' ', 30_000_000)), ['map.txt']],
    'a library inside' => [
        fn () => (new ZipBytes())->add('META-INF/jars/lib.jar', (new ZipBytes())->add('Lib.class')->bytes()),
        ['META-INF/jars/lib.jar'],
    ],
    'a name in the old code page' => [fn () => (new ZipBytes())->add("caf\u{00e9}.txt", 'x'), ["caf\u{00e9}.txt"]],
]);

it('takes every archive of the demo', function (): void {
    $out = sys_get_temp_dir().'/demo-'.uniqid();
    exec('php '.escapeshellarg(dirname(__DIR__, 3).'/standins/content/build.php').' --depot tidepool --out '.escapeshellarg($out));
    $files = glob("{$out}/files/*.zip") ?: [];
    foreach ($files as $file) {
        Archive::read($file, basename($file));
    }
    exec('rm -rf '.escapeshellarg($out));
    expect(count($files))->toBeGreaterThan(300);
});

it('unpacks what it has read', function (): void {
    $path = (new ZipBytes())->add('a/b.txt', 'the content')->write();
    $archive = Archive::read($path, 'mod.zip');
    $to = fopen('php://memory', 'w+b');
    $archive->unpack([$archive->entries[0]], fn () => $to, fn () => null);
    rewind($to);
    expect(stream_get_contents($to))->toBe('the content');
});

it('takes what is laid as it is though some systems could not unpack it, and not what is hostile all the same', function (
    ZipBytes $zip,
    ?string $says,
): void {
    $path = $zip->write();
    try {
        $said = null;
        try {
            Archive::lookInto($path, 'gift.zip');
        } catch (UnsafeArchive $refused) {
            $said = $refused->getMessage();
        }
        $says === null ? expect($said)->toBeNull() : expect($said)->toContain($says);
        // To be unpacked it is refused either way.
        expect(fn () => Archive::read($path, 'gift.zip'))->toThrow(UnsafeArchive::class);
    } finally {
        unlink($path);
    }
})->with([
    'LICENSE beside license/' => [fn (): ZipBytes => (new ZipBytes())->add('LICENSE')->add('license/mit.txt'), null],
    'names that differ in case' => [fn (): ZipBytes => (new ZipBytes())->add('a/B.class')->add('a/b.class'), null],
    'an entry twice' => [fn (): ZipBytes => (new ZipBytes())->add('a.txt', 'one')->add('a.txt', 'two'), null],
    'archives in archives, deep' => [fn (): ZipBytes => (new ZipBytes())->add('inner-5.zip', nest(5)), null],
    'a way out, twice' => [fn (): ZipBytes => (new ZipBytes())->add('../a.txt')->add('../a.txt'), 'leads out'],
    'a wrong sum, twice' => [fn (): ZipBytes => (new ZipBytes())->add('a.txt', 'one', ['crc' => 1])->add('a.txt', 'two'), 'damaged'],
]);
