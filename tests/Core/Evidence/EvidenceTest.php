<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Evidence\ArchiveFacts;
use Stasimon\Core\Evidence\Assembly;
use Stasimon\Core\Evidence\Evidence;
use Stasimon\Core\Evidence\Manifest;
use Stasimon\Core\Evidence\RuntimeNeed;
use Stasimon\Core\Evidence\VersionResource;
use Stasimon\Core\Game\MemoryChoice;
use Stasimon\Core\Log\LogText;
use Stasimon\Core\Log\UnreadableLog;
use Tests\Support\Archives;
use Tests\Support\Logs;

require_once __DIR__.'/../../../standins/content/ClassFile.php';
require_once __DIR__.'/../../../standins/content/Assembly.php';

/** @param  array<string, string>  $entries */
function factsOf(array $entries): ArchiveFacts
{
    $file = Archives::file($entries);
    $facts = (new Evidence())->of($file);
    unlink($file);

    return $facts;
}

$class = fn (string $name, int $level): string => Standins\Content\ClassFile::bytes($name, $level);

it('finds the newest class, and says which it is', function () use ($class): void {
    $facts = factsOf([
        'fog/Bank.class' => $class('fog/Bank', 65),
        'fog/Old.class' => $class('fog/Old', 52),
        'fog/sea/Tide.class' => $class('fog/sea/Tide', 61),
        'readme.txt' => 'CAFEBABE',
    ]);
    expect([$facts->level, $facts->witness])
        ->toBe([65, 'fog/Bank.class'])
        ->and($facts->namespaces)
        ->toBe(['fog', 'fog.sea']);
    $need = RuntimeNeed::ofFacts('fogbank', 'Fogbank 2.1.0', $facts);
    // The Java Virtual Machine Specification, table 4.1-A: 65 is Java SE 21.
    expect([$need?->least, $need?->witness])
        ->toBe([21, 'fog/Bank.class, level 65'])
        ->and(ArchiveFacts::of($facts->kept()))
        ->toEqual($facts);
});

it('leaves classes for other runtimes in a multi-release archive aside', function () use ($class): void {
    // JAR File Specification, "Multi-release JAR files": what is below META-INF/versions/N is for Java N and newer alone.
    expect(
        factsOf([
            'fog/Bank.class' => $class('fog/Bank', 52),
            'META-INF/versions/21/fog/Bank.class' => $class('fog/Bank', 65),
            'module-info.class' => $class('module-info', 53),
        ])->level,
    )->toBe(52);
});

it('looks into libraries that are embedded', function () use ($class): void {
    $inner = Archives::file([
        'META-INF/MANIFEST.MF' => "Manifest-Version: 1.0\r\nImplementation-Version: 1.4.0\r\n",
        'knot/Math.class' => $class('knot/Math', 61),
    ]);
    $facts = factsOf([
        'fog/Bank.class' => $class('fog/Bank', 52),
        'META-INF/jars/knot-math.jar' => (string) file_get_contents($inner),
        'META-INF/jars/broken.jar' => 'no archive',
    ]);
    expect($facts->level)
        ->toBe(61)
        ->and($facts->witness)
        ->toBe('META-INF/jars/knot-math.jar, knot/Math.class')
        ->and($facts->embedded)
        ->toBe(['META-INF/jars/knot-math.jar' => '1.4.0', 'META-INF/jars/broken.jar' => ''])
        ->and($facts->namespaces)
        ->toContain('knot');
});

it('says nothing of what has no classes, or is no archive', function (): void {
    expect(factsOf(['pack.json' => '{}', 'Bank.class' => 'short', 'Other.class' => str_repeat('x', 40)])->level)
        ->toBe(0)
        ->and((new Evidence())->of(__FILE__))
        ->toEqual(new ArchiveFacts())
        ->and((new Evidence())->of('/nowhere'))
        ->toEqual(new ArchiveFacts())
        ->and(RuntimeNeed::ofFacts('pack', 'Pack', new ArchiveFacts()))
        ->toBeNull();
});

it('reads the framework that an assembly is made for', function (): void {
    $bytes = Standins\Content\Assembly::bytes(
        'WaxAndSeal',
        '2.0.0.0',
        '.NETCoreApp,Version=v8.0',
        ['WaxAndSeal.Stamp' => ['Press']],
        [],
        [],
    );
    $facts = factsOf(['WaxAndSeal.dll' => $bytes, 'native.dll' => 'MZ and nothing managed']);
    expect([$facts->framework, $facts->assemblies])
        ->toBe([8, ['WaxAndSeal']])
        ->and(RuntimeNeed::ofFacts('w', 'Wax', $facts)?->witness)
        ->toBe('WaxAndSeal.dll, made for .NET 8');
    for ($length = 0; $length < strlen($bytes); $length += 7) {
        expect(Assembly::frameworkOf(substr($bytes, 0, $length)))->toBeIn([null, 0, 8]);
    }
});

it('reads manifests as the specification has them', function (): void {
    // JAR File Specification, "JAR Manifest" and "Notes on Manifest and Signature Files": names in any case, a line that is
    // longer than 72 bytes goes on after a space, a blank line ends the main section, line ends may be CR, LF or both.
    $main = Manifest::main(
        "Manifest-Version: 1.0\r\nImplementation-Title: a title that is so long that it does not fit in seve\r\n nty-two ".
        "bytes\r\nMulti-Release: true\r\n\r\nName: fog/Bank.class\r\nSealed: true\r\n",
    );
    expect($main['implementation-title'])
        ->toBe('a title that is so long that it does not fit in seventy-two bytes')
        ->and($main['multi-release'])
        ->toBe('true')
        ->and($main)
        ->not->toHaveKey('sealed')
        ->and(Manifest::main("A: 1\rB: 2\nno header\nC:3"))
        ->toBe(['a' => '1', 'b' => '2', 'c' => '3']);
});

it('adds memory up and says how', function (): void {
    $rule = Logs::game()->memoryRule;
    $choices = [new MemoryChoice(2048, '', false), new MemoryChoice(4096, '', true), new MemoryChoice(8192, '', false)];
    $few = $rule->over([Kind::Game, Kind::Runtime, Kind::Loader, ...array_fill(0, 5, Kind::Mod)]);
    $many = $rule->over([...array_fill(0, 180, Kind::Mod), ...array_fill(0, 14, Kind::Library)]);
    // Common practice, no source: 2 GB is typically not enough for a modded game, 4 GB the least for a large modpack, 8 GB comfortable.
    expect($few->recommended)
        ->toBeGreaterThan(2048)
        ->and($few->choice($choices)->megabytes)
        ->toBe(4096)
        ->and($many->least)
        ->toBeGreaterThan(4000)
        ->toBeLessThan(4500)
        ->and($many->choice($choices)->megabytes)
        ->toBe(8192)
        ->and($few->sum())
        ->toBe('1,800 MB for the game with a loader, 5 mods at 12.5 MB: 1,863 MB at least, 2,795 MB to be at ease');
});

/** What a log that somebody hands over is read as. */
function poured(string $bytes, int $most = 1_000_000): string
{
    [$from, $to] = [(string) tempnam(sys_get_temp_dir(), 'log'), (string) tempnam(sys_get_temp_dir(), 'log')];
    file_put_contents($from, $bytes);
    try {
        (new LogText($most))->pour($from, $to);

        return (string) file_get_contents($to);
    } finally {
        unlink($from);
        unlink($to);
    }
}

it('reads logs in any encoding and wrapping', function (string $bytes): void {
    expect(poured($bytes))->toBe("Fähre 3 läuft aus\nund kommt an\n");
})->with([
    'UTF-8' => ["Fähre 3 läuft aus\nund kommt an\n"],
    'UTF-8 with a mark' => ["\xEF\xBB\xBFFähre 3 läuft aus\nund kommt an\n"],
    'UTF-16, little end first' => ["\xFF\xFE".mb_convert_encoding("Fähre 3 läuft aus\nund kommt an\n", 'UTF-16LE')],
    'UTF-16, without a mark' => [mb_convert_encoding("Fähre 3 läuft aus\nund kommt an\n", 'UTF-16LE')],
    'UTF-16, big end first' => ["\xFE\xFF".mb_convert_encoding("Fähre 3 läuft aus\nund kommt an\n", 'UTF-16BE')],
    'one byte a letter' => [mb_convert_encoding("Fähre 3 läuft aus\nund kommt an\n", 'Windows-1252')],
    'gzip' => [(string) gzencode("Fähre 3 läuft aus\nund kommt an\n")],
    'zip' => [fn () => Archives::bytes(['readme.md' => str_repeat('x', 500), 'latest.log' => "Fähre 3 läuft aus\nund kommt an\n"])],
]);

it('keeps letters whole where portions meet', function (string $encoding): void {
    $text = str_repeat("Größe: 12 Ä\n", 30_000);
    expect(poured((string) mb_convert_encoding($text, $encoding, 'UTF-8')))->toBe($text);
})->with(['UTF-8', 'UTF-16LE', 'Windows-1252']);

it('refuses with a sentence what unpacks to too much, or holds nothing', function (string $bytes, string $says): void {
    expect(fn () => poured($bytes, 100_000))->toThrow(UnreadableLog::class, $says);
})->with([
    'a bomb' => [(string) gzencode(str_repeat('0', 5_000_000)), 'longer than'],
    'an archive cut short' => ["PK\x03\x04 nothing", 'cut short'],
    'an empty archive' => [fn () => Archives::bytes(['folder/' => '']), 'no file in the archive'],
]);

it('reads no version out of what is damaged, cut off or no executable', function (): void {
    $file = glob('/usr/lib/mono/4.5/System.Xml.dll')[0];
    $bytes = (string) file_get_contents($file);
    expect(VersionResource::of($bytes)['strings']['ProductName'] ?? '')
        ->toBe('Mono Common Language Infrastructure')
        ->and(VersionResource::of('MZ'))
        ->toBeNull()
        ->and(VersionResource::of(''))
        ->toBeNull();
    $dice = new Random\Randomizer(new Random\Engine\Mt19937(7));
    for ($case = 0; $case < 300; $case++) {
        $broken = substr($bytes, 0, $dice->getInt(0, 2_000)).$dice->getBytes(200).substr($bytes, -$dice->getInt(0, 3_000));
        $said = VersionResource::of($broken);
        expect($said === null || preg_match('/^[\d.]+$/', $said['fileVersion']) === 1)->toBeTrue();
    }
});
