<?php

declare(strict_types=1);

use Stasimon\Core\Evidence\Assembly;
use Stasimon\Core\Evidence\ClassLevel;
use Stasimon\Core\Evidence\Evidence;
use Stasimon\Core\Game\Failure;
use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;
use Tests\Support\Logs;

// What the Java platform itself prints and compiles, beside what we read out of it. Needs a JDK (Debian: default-jdk-headless)
// and, for assemblies, monodis (Debian: mono-utils).

require_once __DIR__.'/../../standins/content/ClassFile.php';
require_once __DIR__.'/../../standins/content/Assembly.php';

function tool(string $name): string
{
    $found = (new ExecutableFinder())->find($name);
    $found === null && test()->markTestSkipped("{$name} is not installed.");

    return (string) $found;
}

/** A folder with Java sources compiled, each of its stages over what the stages before left. */
function compiled(array ...$stages): string
{
    $folder = sys_get_temp_dir().'/java-'.uniqid();
    mkdir($folder);
    foreach ($stages as $sources) {
        foreach ($sources as $file => $source) {
            is_dir(dirname("{$folder}/{$file}")) || mkdir(dirname("{$folder}/{$file}"), recursive: true);
            file_put_contents("{$folder}/{$file}", $source);
        }
        (new Process([tool('javac'), '-nowarn', ...array_keys($sources)], $folder))->mustRun();
    }

    return $folder;
}

/** @param  list<string>  $arguments */
function java(string $folder, array $arguments): string
{
    $process = new Process([tool('java'), ...$arguments], $folder, timeout: 60);
    $process->run();

    return $process->getErrorOutput().$process->getOutput();
}

const BANK = 'package fog; public class Bank { public static void main(String[] args) throws Exception { %s } }';

it('recognises what java prints', function (Closure $folder, array $arguments, Failure $kind, array $suspects, string $target): void {
    $dir = $folder();
    $output = java($dir, $arguments);
    $found = Logs::diagnosed($output);
    (new Illuminate\Filesystem\Filesystem())->deleteDirectory($dir);
    expect($found)
        ->not->toBe([], $output)
        ->and($found[0]->kind)
        ->toBe($kind, $output)
        ->and($found[0]->suspects)
        ->toBe($suspects, $output)
        ->and($found[0]->get('target'))
        ->toBe($target, $output);
})->with([
    'a class of a newer level' => [
        function (): string {
            $folder = compiled();
            mkdir("{$folder}/fog");
            file_put_contents("{$folder}/fog/Bank.class", Standins\Content\ClassFile::bytes('fog/Bank', 99));

            return $folder;
        },
        ['-cp', '.', 'fog.Bank'],
        Failure::RuntimeTooOld,
        ['fogbank'],
        '',
    ],
    'a method that is not there any more' => [
        fn () => compiled(
            [
                'oakum/sky/Layers.java' => 'package oakum.sky; public class Layers { public static void mist(float f) {} }',
                'fog/Bank.java' => sprintf(BANK, 'oakum.sky.Layers.mist(1f);'),
            ],
            ['oakum/sky/Layers.java' => 'package oakum.sky; public class Layers { }'],
        ),
        ['-cp', '.', 'fog.Bank'],
        Failure::MissingMember,
        ['fogbank'],
        'oakum-api',
    ],
    'a field that is not there any more' => [
        fn () => compiled(
            [
                'oakum/sky/Layers.java' => 'package oakum.sky; public class Layers { public static int depth = 1; }',
                'fog/Bank.java' => sprintf(BANK, 'System.out.println(oakum.sky.Layers.depth);'),
            ],
            ['oakum/sky/Layers.java' => 'package oakum.sky; public class Layers { }'],
        ),
        ['-cp', '.', 'fog.Bank'],
        Failure::MissingMember,
        ['fogbank'],
        '',
    ],
    'a class that is not there any more' => [
        function (): string {
            $folder = compiled([
                'oakum/sky/Layers.java' => 'package oakum.sky; public class Layers { public static void mist(float f) {} }',
                'fog/Bank.java' => sprintf(BANK, 'oakum.sky.Layers.mist(1f);'),
            ]);
            unlink("{$folder}/oakum/sky/Layers.class");

            return $folder;
        },
        ['-cp', '.', 'fog.Bank'],
        Failure::MissingClass,
        ['fogbank'],
        'oakum-api',
    ],
    'too little heap' => [
        fn () => compiled([
            'fog/Bank.java' => sprintf(
                BANK,
                'long[][] all = new long[4000][]; for (int i = 0; i < 4000; i++) { all[i] = new long[1_000_000]; }',
            ),
        ]),
        ['-Xmx16m', '-cp', '.', 'fog.Bank'],
        Failure::OutOfMemory,
        [],
        '',
    ],
    'more heap than any machine has' => [fn () => compiled(), ['-Xms3000g', '-Xmx3000g', '-version'], Failure::MachineMemory, [], ''],
    'a truncated archive' => [
        function (): string {
            $folder = compiled();
            file_put_contents("{$folder}/fogbank-2.1.0.zip", "PK\x03\x04 and then nothing");

            return $folder;
        },
        ['-jar', 'fogbank-2.1.0.zip'],
        Failure::Unreadable,
        ['fogbank'],
        '',
    ],
    'calls without end' => [
        fn () => compiled([
            'fog/Bank.java' => 'package fog; public class Bank { static void turn() { turn(); } public static void main(String[] a) { '.
                'turn(); } }',
        ]),
        ['-Xss256k', '-cp', '.', 'fog.Bank'],
        Failure::Endless,
        ['fogbank'],
        '',
    ],
    'something that is not there' => [
        fn () => compiled(['fog/Bank.java' => sprintf(BANK, 'String s = System.getProperty("none"); s.length();')]),
        ['-cp', '.', 'fog.Bank'],
        Failure::Crash,
        ['fogbank'],
        '',
    ],
    // Who asked for the class is in the trace of the root cause, not in that of what passed it on.
    'a cause' => [
        fn () => compiled([
            'oakum/boot/Stage.java' => 'package oakum.boot; public class Stage { public static void main(String[] a) { try { '.
                'fog.Bank.main(a); } catch (Exception e) { throw new IllegalStateException("stage", e); } } }',
            'fog/Bank.java' => sprintf(BANK, 'Class.forName("demo.nowhere.Hold");'),
        ]),
        ['-cp', '.', 'oakum.boot.Stage'],
        Failure::MissingClass,
        ['fogbank'],
        '',
    ],
]);

it('recognises two threads that wait for each other in what java prints when it is asked', function (): void {
    $dir = compiled([
        'oakum/boot/Stage.java' => 'package oakum.boot; public class Stage { public static void hold(Object a, Object b) throws Exception '.
            '{ synchronized (a) { Thread.sleep(400); synchronized (b) { System.out.println("never"); } } } }',
        'fog/Bank.java' => sprintf(
            BANK,
            'final Object a = new Object(), b = new Object(); Thread t = new Thread(() -> { try { oakum.boot.Stage.hold(b, a); } catch '.
            '(Exception e) { } }, "worker-1"); t.setDaemon(true); t.start(); System.out.println("begun"); synchronized (a) { '.
            'Thread.sleep(400); synchronized (b) { System.out.println("never"); } }',
        ),
    ]);
    $process = new Process([tool('java'), '-cp', '.', 'fog.Bank'], $dir, timeout: 30);
    $process->start();
    $process->waitUntil(fn (string $type, string $text): bool => str_contains($text, 'begun'));
    askUntil($process, 'Found one Java-level deadlock');
    $process->stop(1);
    $found = Logs::diagnosed($process->getOutput());
    (new Illuminate\Filesystem\Filesystem())->deleteDirectory($dir);
    expect($found)
        ->not->toBe([], $process->getOutput())
        ->and($found[0]->kind)
        ->toBe(Failure::Deadlock)
        ->and(collect($found[0]->suspects)->sort()->values()->all())
        ->toBe(['fogbank', 'oakum-api']);
});

it('reads the level that javac writes', function (int $release): void {
    // The Java Virtual Machine Specification, table 4.1-A: 52 is Java SE 8, 55 is 11, 61 is 17, 65 is 21.
    $levels = [8 => 52, 11 => 55, 17 => 61, 21 => 65];
    $dir = compiled();
    file_put_contents("{$dir}/Bank.java", 'public class Bank { }');
    $javac = new Process([tool('javac'), '-nowarn', '--release', (string) $release, 'Bank.java'], $dir);
    $javac->run();
    if (! $javac->isSuccessful() && str_contains($javac->getErrorOutput().$javac->getOutput(), 'not supported')) {
        // This compiler is older than the release; the table itself is checked all the same.
        expect(ClassLevel::javaFor($levels[$release]))->toBe($release);

        return;
    }
    $level = Evidence::levelOf((string) file_get_contents("{$dir}/Bank.class", false, null, 0, 8));
    expect($level)->toBe($levels[$release])->and(ClassLevel::javaFor((int) $level))->toBe($release);
})->with([8, 11, 17, 21]);

it('writes demo classes that javap reads, and demo assemblies that monodis reads', function (): void {
    $dir = compiled();
    mkdir("{$dir}/fog");
    file_put_contents(
        "{$dir}/fog/Bank.class",
        Standins\Content\ClassFile::bytes('fog/Bank', 61, ['raise(F)V', 'DEPTH:I'], ['oakum/sky/Layers.mist(F)V']),
    );
    expect((new Process([tool('javap'), '-v', 'fog/Bank.class'], $dir))->mustRun()->getOutput())->toContain(
        'major version: 61',
        'public native void raise(float)',
        'public int DEPTH',
        'oakum/sky/Layers.mist:(F)V',
    );
    $bytes = Standins\Content\Assembly::bytes(
        'WaxAndSeal',
        '2.0.0.0',
        '.NETCoreApp,Version=v8.0',
        ['WaxAndSeal.Stamp' => ['Press']],
        ['Albums' => '1.0.0.0'],
        [['Albums', 'Albums.Page', 'Turn']],
    );
    file_put_contents("{$dir}/a.dll", $bytes);
    $monodis = fn (string $part): string => (new Process([tool('monodis'), $part, 'a.dll'], $dir))->mustRun()->getOutput();
    expect($monodis('--assembly'))
        ->toContain('WaxAndSeal', '2.0.0.0')
        ->and($monodis('--assemblyref'))
        ->toContain('Albums')
        ->and($monodis('--typedef'))
        ->toContain('WaxAndSeal.Stamp')
        ->and($monodis('--memberref'))
        ->toContain('Turn')
        ->and(Assembly::frameworkOf($bytes))
        ->toBe(8);
    (new Illuminate\Filesystem\Filesystem())->deleteDirectory($dir);
});
