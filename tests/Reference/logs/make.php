<?php

declare(strict_types=1);

/*
 * Makes the logs of this folder anew: php tests/Reference/logs/make.php
 *
 * Each is what a real program printed, made by the logging libraries and runtimes of Debian 12: default-jdk-headless,
 * liblog4j2-java, liblogback-java, libslf4j-java, libjackson2-databind-java, libgoogle-gson-java, libyaml-snake-java,
 * mono-runtime, mono-mcs, python3, nodejs. The program is ours (src/);
 * what it is made to do, and what that has to be read as, is written below and kept in expected.json. Not part of bin/test,
 * which reads what is here.
 */

use Symfony\Component\Process\Process;

require __DIR__.'/../../../vendor/autoload.php';

$work = sys_get_temp_dir().'/stasimon-logs-'.getmypid();
mkdir($work);
$jars = array_map(fn (string $name): string => "/usr/share/java/{$name}.jar", [
    'slf4j-api',
    'log4j-api',
    'log4j-core',
    'logback-classic',
    'logback-core',
    'jackson-core',
    'jackson-databind',
    'jackson-annotations',
    'gson',
    'snakeyaml',
]);
$sources = glob(__DIR__.'/src/*/*.java') ?: [];
$sources = [...$sources, ...glob(__DIR__.'/src/*/*/*.java') ?: []];
foreach (['old', 'new'] as $release) {
    (new Process([
        'javac',
        '-nowarn',
        '-d',
        "{$work}/bells-{$release}",
        ...glob(__DIR__."/bells/{$release}/oakum/bell/*.java") ?: [],
    ]))->mustRun();
}
// The mod is compiled against the old release of a library, and runs with the new one.
(new Process(['javac', '-nowarn', '-d', "{$work}/classes", '-cp', implode(':', ["{$work}/bells-old", ...$jars]), ...$sources]))->mustRun();
mkdir("{$work}/classes/META-INF/services", recursive: true);

$logback = function (string $name, string $pattern) use ($work): string {
    file_put_contents(
        $file = "{$work}/{$name}.xml",
        '<configuration><appender name="A" class="ch.qos.logback.core.ConsoleAppender"><encoder><pattern>'.
            htmlspecialchars($pattern).
            '</pattern></encoder></appender><root level="info"><appender-ref ref="A"/></root></configuration>',
    );

    return "-Dlogback.configurationFile={$file}";
};
$log4j = function (string $name, string $layout) use ($work): string {
    file_put_contents(
        $file = "{$work}/log4j-{$name}.xml",
        '<Configuration status="error"><Appenders><Console name="A">'.
            $layout.
            '</Console></Appenders><Loggers><Root level="info"><AppenderRef ref="A"/></Root></Loggers></Configuration>',
    );

    return "-Dlog4j2.configurationFile={$file}";
};
$pattern = fn (string $text): string => '<PatternLayout pattern="'.htmlspecialchars($text).'"/>';
$simple = '/usr/share/java/slf4j-simple.jar';
$family = [
    'plain' => ['-Dsay=plain'],
    'jul' => ['-Dsay=jul', '-Duser.language=en'],
    'jul-german' => ['-Dsay=jul', '-Duser.language=de', '-Duser.country=DE'],
    'jul-japanese' => ['-Dsay=jul', '-Duser.language=ja', '-Dstdout.encoding=UTF-8', '-Dstderr.encoding=UTF-8', '-Dfile.encoding=UTF-8'],
    'jul-one-line' => ['-Dsay=jul', '-Djava.util.logging.SimpleFormatter.format=[%1$tF %1$tT] [%4$-7s] %5$s %6$s%n'],
    'slf4j-simple' => ['-Dsay=slf4j', 'simple'],
    'logback' => ['-Dsay=slf4j', $logback('default', '%d{HH:mm:ss.SSS} [%thread] %-5level %logger{36} - %msg%n')],
    'logback-iso' => ['-Dsay=slf4j', $logback('iso', '%d{ISO8601} %-5level [%thread] %logger: %msg%n')],
    'logback-root-first' => ['-Dsay=slf4j', $logback('root', '%date %level [%thread] %logger{10} [%file:%line] %msg%n%rEx')],
    'logback-colour' => ['-Dsay=slf4j', $logback('colour', '%gray(%d{HH:mm:ss}) %highlight(%-5level) %cyan(%logger{15}) - %msg %n')],
    'log4j' => ['-Dsay=log4j', $log4j('default', $pattern('%d{HH:mm:ss.SSS} [%t] %-5level %logger{36} - %msg%n'))],
    'log4j-slash' => ['-Dsay=log4j', $log4j('slash', $pattern('[%d{HH:mm:ss}] [%t/%level]: (%logger{1}) %msg%n%xEx{full}'))],
    'log4j-level-first' => ['-Dsay=log4j', $log4j('first', $pattern('%-5p %c{1} %m%n'))],
    'log4j-columns' => ['-Dsay=log4j', $log4j('columns', $pattern('%d | %-5p | %t | %c | %m%n'))],
    'log4j-json' => ['-Dsay=log4j', $log4j('json', '<JsonLayout compact="true" eventEol="true" stacktraceAsString="true"/>')],
];
$failing = [
    ['nothing', 'uncaught', 'crash', 'fogbank', 'NullPointerException'],
    ['library', 'uncaught', 'crash', 'oakum-api', 'NumberFormatException'],
    ['wrapped', 'logged', 'crash', 'fogbank', 'UnsupportedOperationException'],
    ['twice', 'logged', 'crash', 'fogbank', 'UnsupportedOperationException'],
    ['inner', 'logged-then-words', 'crash', 'fogbank', 'Gone'],
    ['lines', 'logged', 'crash', 'fogbank', 'IllegalArgumentException'],
    ['suppressed', 'logged', 'crash', 'fogbank', 'IllegalStateException'],
    ['late', 'logged', 'crash', 'fogbank', 'NumberFormatException'],
    ['class', 'thread', 'missing-class', 'fogbank', 'NoClassDefFoundError'],
    ['library', 'storm', 'crash', 'fogbank', 'UnsupportedOperationException'],
];
$clean = [['none', 'fine'], ['nothing', 'warned'], ['twice', 'informed'], ['library', 'survived'], ['wrapped', 'again']];
$expected = [];
$run = function (string $name, array $command, array $expects) use (&$expected, $work): void {
    $process = new Process($command, $work, ['JAVA_TOOL_OPTIONS' => false, 'LC_ALL' => 'C.UTF-8'], timeout: 60);
    $process->run();
    // Both streams as a terminal shows them is what a person hands over; what is written to both comes out in this order.
    $text = $process->getOutput().$process->getErrorOutput();
    $lines = explode("\n", str_replace($work, '/games/ferry', $text));
    // A trace of a thousand equal calls says what its first forty say.
    $kept = [];
    $equal = 0;
    foreach ($lines as $number => $line) {
        $equal = $line !== '' && $line === ($lines[$number - 1] ?? null) ? $equal + 1 : 0;
        if ($equal < 40) {
            $kept[] = $line;
        }
    }
    file_put_contents(__DIR__."/{$name}.log", implode("\n", $kept));
    $expected[$name] = ['exit' => $process->getExitCode()] + $expects;
    echo "{$name}: {$process->getExitCode()}\n";
};
foreach ($family as $name => $options) {
    $says = in_array('simple', $options, true) ? ["/usr/share/java/slf4j-api.jar:{$simple}"] : [implode(':', $jars)];
    $java = ['java', '-Xmx48m', '-cp', "{$work}/classes:{$says[0]}", ...array_diff($options, ['simple']), 'ferry.Game'];
    foreach ($failing as [$fault, $how, $kind, $culprit, $exception]) {
        $run(
            "{$name}-{$fault}-{$how}",
            [...$java, $fault, $how],
            ['family' => $name, 'fails' => true, 'kind' => $kind, 'culprit' => $culprit, 'says' => $exception],
        );
    }
    foreach ($clean as [$fault, $how]) {
        $run("{$name}-{$fault}-{$how}", [...$java, $fault, $how], ['family' => $name, 'fails' => false]);
    }
}
// What reads files, listens, and is linked, in four layouts; as a user who may not do everything, where the test is run by root.
$faults = [
    'Files.jackson' => ['bad-config', 'fogbank', '3'],
    'Files.cut' => ['bad-config', 'fogbank', '3'],
    'Files.gson' => ['bad-config', 'fogbank', '3'],
    'Files.yaml' => ['bad-config', 'fogbank', '3'],
    'Files.tab' => ['bad-config', 'fogbank', '2'],
    'Files.xml' => ['bad-config', 'fogbank', 'density'],
    'Files.properties' => ['bad-config', 'fogbank', 'xxxx'],
    'Files.port' => ['port-taken', 'fogbank', 'BindException'],
    'Files.denied' => ['no-permission', '', '/etc/fogbank.txt'],
    'Files.deniedPath' => ['no-permission', '', '/etc/fogbank'],
    'Files.full' => ['disk-full', '', 'No space left'],
    'Files.fullPath' => ['disk-full', '', 'No space left'],
    'Files.many' => ['too-many-files', '', 'Too many open files'],
    'Files.manyPaths' => ['too-many-files', '', 'Too many open files'],
    'Files.longName' => ['path-too-long', '', 'fogfog'],
    'Files.longPath' => ['path-too-long', '', 'fogfog'],
    'Files.provider' => ['crash', 'fogbank', 'fog.Rung'],
    'Linked.method' => ['missing-member', 'fogbank', 'toll'],
    'Linked.field' => ['missing-member', 'fogbank', 'weight'],
    'Linked.unwritten' => ['missing-member', 'fogbank', 'muffle'],
    'Linked.hidden' => ['missing-member', 'fogbank', 'hide'],
    'Linked.hiddenField' => ['missing-member', 'fogbank', 'tone'],
    'Linked.hiddenClass' => ['missing-member', 'fogbank', 'Clapper'],
    'Linked.turned' => ['missing-member', 'fogbank', 'swing'],
    'Linked.unturned' => ['missing-member', 'fogbank', 'rest'],
    'Linked.became' => ['missing-member', 'fogbank', 'Rope'],
    'Linked.shut' => ['missing-member', 'fogbank', 'Cast'],
    'Linked.implemented' => ['missing-member', 'fogbank', 'Ringer'],
];
file_put_contents("{$work}/classes/META-INF/services/oakum.bell.Bell", "fog.Rung\n");
file_put_contents(
    "{$work}/xml.properties",
    "handlers=java.util.logging.ConsoleHandler\njava.util.logging.ConsoleHandler.formatter=java.util.logging.XMLFormatter\n",
);
$layouts = [
    'plain' => ['-Dsay=plain'],
    'jul-xml' => ['-Dsay=jul', "-Djava.util.logging.config.file={$work}/xml.properties"],
    'log4j-slash' => $family['log4j-slash'],
    'logback' => $family['logback'],
];
(new Process(['chmod', '-R', 'a+rwX', $work]))->mustRun();
foreach ($layouts as $name => $options) {
    foreach ($faults as $fault => [$kind, $culprit, $says]) {
        if (
            $name === 'jul-xml'
                ? in_array($fault, ['Files.yaml', 'Files.denied', 'Files.provider', 'Linked.became', 'Linked.hidden'], true)
                : true
        ) {
            $command = [
                'java',
                '-Xmx48m',
                "-Dfolder={$work}",
                '-cp',
                "{$work}/classes:{$work}/bells-new:".implode(':', $jars),
                ...$options,
                'ferry.Game',
                $fault,
                $name === 'plain' ? 'uncaught' : 'logged',
            ];
            $run(
                "linked-{$name}-".strtr(strtolower($fault), '.', '-'),
                ['runuser', '-u', 'nobody', '--', 'prlimit', '--nofile=120', ...$command],
                ['family' => $name.' (files, links)', 'fails' => true, 'kind' => $kind, 'culprit' => $culprit, 'says' => $says],
            );
        }
    }
    if ($name === 'jul-xml') {
        foreach ($clean as [$fault, $how]) {
            $run(
                "linked-{$name}-{$fault}-{$how}",
                ['java', '-cp', "{$work}/classes:".implode(':', $jars), ...$options, 'ferry.Game', $fault, $how],
                ['family' => $name.' (files, links)', 'fails' => false],
            );
        }
    }
}
// Threads that wait for each other: the runtime says so when it is asked.
foreach (['plain', 'logback'] as $name) {
    $command = implode(
        ' ',
        array_map(escapeshellarg(...), [
            'java',
            '-cp',
            "{$work}/classes:".implode(':', $jars),
            ...$layouts[$name],
            'ferry.Game',
            'Knot.tie',
            'uncaught',
        ]),
    );
    $run(
        "deadlock-{$name}",
        ['bash', '-c', "{$command} & sleep 3; kill -QUIT \$!; sleep 1; kill -KILL \$!; wait \$!"],
        ['family' => 'deadlock', 'fails' => true, 'kind' => 'deadlock', 'culprit' => 'fogbank', 'says' => 'fog maker and Weather-7'],
    );
}
$java = ['java', '-cp', "{$work}/classes:".implode(':', $jars), '-Dsay=plain'];
file_put_contents("{$work}/empty.jar", base64_decode('UEsFBgAAAAAAAAAAAAAAAAAAAAAAAA=='));
file_put_contents("{$work}/broken.jar", 'PK');
$starts = [
    'heap-size' => [['java', '-Xmx4Q', 'ferry.Game'], 'not-started', '-Xmx4Q'],
    'option' => [['java', '-XX:+UseFogGC', 'ferry.Game'], 'not-started', 'UseFogGC'],
    'option-unknown' => [['java', '-fog', 'ferry.Game'], 'not-started', '-fog'],
    'collectors' => [['java', '-XX:+UseSerialGC', '-XX:+UseG1GC', 'ferry.Game'], 'not-started', 'collector'],
    'main-class' => [[...$java, 'ferry.Gone'], 'not-started', 'ferry.Gone'],
    'jar' => [['java', '-jar', 'gone.jar'], 'not-started', 'gone.jar'],
    'manifest' => [['java', '-jar', 'empty.jar'], 'unreadable', 'empty.jar'],
    'broken-jar' => [['java', '-jar', 'broken.jar'], 'unreadable', 'broken.jar'],
    'agent' => [['java', '-javaagent:gone.jar', 'ferry.Game'], 'not-started', 'gone.jar'],
    'module' => [['java', '--add-modules', 'ferry.gone', 'ferry.Game'], 'not-started', 'ferry.gone'],
    'heap-order' => [['java', '-Xms900m', '-Xmx100m', 'ferry.Game'], 'not-started', 'heap size'],
];
foreach ($starts as $name => [$command, $kind, $says]) {
    $run("start-{$name}", $command, ['family' => 'start', 'fails' => true, 'kind' => $kind, 'culprit' => '', 'says' => $says]);
}
foreach (['heap' => 'Java heap space', 'array' => 'Requested array size', 'endless' => 'StackOverflowError'] as $fault => $says) {
    $run(
        "memory-{$fault}",
        ['java', '-Xmx48m', ...array_slice($java, 1), 'ferry.Game', $fault, 'uncaught'],
        [
            'family' => 'memory',
            'fails' => true,
            'kind' => $fault === 'endless' ? 'endless' : 'out-of-memory',
            'culprit' => $fault === 'endless' ? 'fogbank' : '',
            'says' => $says,
        ],
    );
}
// A heap that is full, and a runtime that was told to crash then: one cause.
$run(
    'memory-heap-crash',
    [
        'java',
        '-Xmx48m',
        '-XX:+CrashOnOutOfMemoryError',
        '-XX:-CreateCoredumpOnCrash',
        '-XX:ErrorFile=hs.log',
        ...array_slice($java, 1),
        'ferry.Game',
        'heap',
        'uncaught',
    ],
    ['family' => 'memory', 'fails' => true, 'kind' => 'out-of-memory', 'culprit' => '', 'says' => 'Java heap space'],
);
file_put_contents(
    "{$work}/Trouble.cs",
    <<<'CS'
    using System;
    namespace WaxAndSeal { public class Seal {
        public static void Break() { object wax = null; wax.ToString(); }
        public static void Wrapped() { try { Break(); } catch (Exception e) { throw new InvalidOperationException("the seal is broken", e);
            } }
    } }
    public static class Program { public static int Main(string[] a) {
        Console.WriteLine("Post 1.4.0 starts");
        switch (a[0]) {
            case "uncaught": WaxAndSeal.Seal.Break(); break;
            case "wrapped": WaxAndSeal.Seal.Wrapped(); break;
            case "printed": try { WaxAndSeal.Seal.Wrapped(); } catch (Exception e) {
                Console.WriteLine("[20:00:01 ERR] The game stops\n" + e); return 1; } break;
            case "warned": try { WaxAndSeal.Seal.Wrapped(); } catch (Exception e) {
                Console.WriteLine("[20:00:01 WRN] No seal today\n" + e); Console.WriteLine("[20:00:02 INF] good bye"); } break;
            case "number": int.Parse("many"); break;
        }
        return 0;
    } }
    CS
    ,
);
(new Process(['mcs', '-out:'.$work.'/trouble.exe', "{$work}/Trouble.cs"]))->mustRun();
foreach (
    [
        'uncaught' => ['wax-and-seal', 'NullReferenceException'],
        'wrapped' => ['wax-and-seal', 'NullReferenceException'],
        'printed' => ['wax-and-seal', 'NullReferenceException'],
        'number' => ['', 'FormatException'],
    ] as $fault => [$culprit, $says]
) {
    $run(
        "mono-{$fault}",
        ['mono', "{$work}/trouble.exe", $fault],
        ['family' => 'mono', 'fails' => true, 'kind' => 'crash', 'culprit' => $culprit, 'says' => $says],
    );
}
foreach (['warned', 'none'] as $fault) {
    $run("mono-{$fault}", ['mono', "{$work}/trouble.exe", $fault], ['family' => 'mono', 'fails' => false]);
}
// What the runtimes print when code outside of them fails.
$java = implode(
    ' ',
    array_map(escapeshellarg(...), [
        'java',
        '-XX:ErrorFile=hs_err.log',
        '-cp',
        "{$work}/classes:".implode(':', $jars),
        '-Dsay=plain',
        'ferry.Game',
        'Knot.tie',
        'uncaught',
    ]),
);
$native = ['family' => 'native', 'fails' => true, 'kind' => 'native-crash', 'culprit' => ''];
$run('native-java', ['bash', '-c', "{$java} & sleep 2; kill -SEGV \$!; wait \$!"], $native + ['says' => 'libc.so']);
$run('native-java-report', ['cat', 'hs_err.log'], $native + ['says' => 'libc.so']);
file_put_contents(
    "{$work}/Native.cs",
    'public static class Native { [System.Runtime.InteropServices.DllImport("libc")] static extern int strlen(System.IntPtr at); public '.
    'static int Main() { System.Console.WriteLine("Post 1.4.0 starts"); return strlen((System.IntPtr) 8); } }',
);
(new Process(['mcs', "-out:{$work}/native.exe", "{$work}/Native.cs"]))->mustRun();
$run('mono-native', ['bash', '-c', "mono {$work}/native.exe; exit \$?"], $native + ['says' => 'SIGSEGV']);

require __DIR__.'/net.php';
foreach (net($work) as $name => [$command, $expects]) {
    $run($name, $command, $expects);
}
// Programs whose traces name files: Python prints the exception behind its trace, Node before it.
require __DIR__.'/scripts.php';
foreach (scripts($work) as $name => [$command, $expects]) {
    $run($name, $command, $expects);
}
ksort($expected);
file_put_contents(__DIR__.'/expected.json', json_encode($expected, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES)."\n");
(new Process(['rm', '-rf', $work]))->run();
