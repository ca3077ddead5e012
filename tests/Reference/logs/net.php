<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;

/**
 * A program for mono whose library is another one than it was built against: types, methods, fields and native libraries that are
 * not there, told as a trace, as one line, or as a warning, and with the same words in launches that go on.
 *
 * @return array<string, array{list<string>, array<string, mixed>}> name => command, and what it has to be read as
 */
function net(string $work): array
{
    $folder = "{$work}/net";
    is_dir($folder) || mkdir($folder);
    $old =
        'namespace WaxAndSeal { public class Seal { public static int Depth = 3; public static void Press() {} } public class Wax { '.
        'public int Heat() { return 1; } } }';
    $new = 'namespace WaxAndSeal { public class Seal { public static void Hold() {} } }';
    $mod = <<<'CS'
    using System; using System.Runtime.InteropServices;
    namespace Franking {
        public static class Stamp {
            public static void Method() { WaxAndSeal.Seal.Press(); }
            public static void Field() { Console.WriteLine(WaxAndSeal.Seal.Depth); }
            public static void Type() { Console.WriteLine(new WaxAndSeal.Wax().Heat()); }
            [DllImport("frankpress")] static extern int press();
            public static void Library() { press(); }
            [DllImport("libc")] static extern int no_such_entry();
            public static void Entry() { no_such_entry(); }
            public static void Made() { Ink.Flow(); }
        }
        static class Ink { static int drops = int.Parse("many"); public static void Flow() { Console.WriteLine(drops); } }
    }
    CS;
    $post = <<<'CS'
    using System; using System.Threading;
    public static class Post {
        static void Say(string level, string text) { Console.WriteLine("[20:00:01 " + level + "] " + text); }
        static void Do(string fault) {
            switch (fault) {
                case "method": Franking.Stamp.Method(); break; case "field": Franking.Stamp.Field(); break;
                    case "type": Franking.Stamp.Type(); break;
                case "library": Franking.Stamp.Library(); break; case "entry": Franking.Stamp.Entry(); break;
                    case "made": Franking.Stamp.Made(); break;
            }
        }
        public static int Main(string[] a) {
            Say("INF", "Post 1.4.0 starts");
            switch (a[1]) {
                case "uncaught": Do(a[0]); return 0;
                case "line": try { Do(a[0]); } catch (Exception e) { Say("ERR", "Franking could not be started: " + e.Message); return 1; }
                    return 0;
                case "typed": try { Do(a[0]); } catch (Exception e) {
                    Say("ERR", "Franking could not be started: " + e.GetType() + ": " + e.Message); return 1; } return 0;
                case "warning": try { Do(a[0]); } catch (Exception e) { Say("WRN", "Franking could not be started: " + e.Message);
                    return 1; } return 0;
                case "survived": try { Do(a[0]); } catch (Exception e) { Say("WRN", "Franking is left out: " + e.Message); }
                    Say("INF", "The train leaves"); return 0;
                case "printed": try { Do(a[0]); } catch (Exception e) { Say("ERR", "The game stops\n" + e); return 1; } return 0;
                case "error": Say("ERR", "The timetable has no trains, so nothing can be sorted"); return 1;
                case "noted": Say("ERR", "The timetable has no trains, so none is shown"); Say("INF", "The train leaves"); return 0;
            }
            return 0;
        }
    }
    CS;
    foreach (['Old' => $old, 'WaxAndSeal' => $new, 'Franking' => $mod, 'Post' => $post] as $name => $source) {
        file_put_contents("{$folder}/{$name}.cs", $source);
    }
    $compile = fn (string ...$arguments) => (new Process(['mcs', '-nowarn:649', ...$arguments], $folder))->mustRun();
    $compile('-target:library', '-out:WaxAndSeal.dll', 'Old.cs');
    $compile('-target:library', '-out:Franking.dll', '-r:WaxAndSeal.dll', 'Franking.cs');
    $compile('-out:post.exe', '-r:Franking.dll', 'Post.cs');
    // Built against the old release, and run with the new one.
    $compile('-target:library', '-out:WaxAndSeal.dll', 'WaxAndSeal.cs');
    $kinds = [
        'method' => ['missing-member', 'Press'],
        'field' => ['missing-member', 'Depth'],
        'type' => ['missing-class', 'WaxAndSeal.Wax'],
        'library' => ['missing-library', 'frankpress'],
        'entry' => ['missing-library', 'no_such_entry'],
        'made' => ['crash', 'FormatException'],
    ];
    $runs = [];
    foreach ($kinds as $fault => [$kind, $says]) {
        foreach (['uncaught', 'printed', 'typed', 'line', 'warning'] as $how) {
            // What is looked for when a method is compiled fails in the caller's frame; one line names who could not be started.
            $isInTrace = in_array($fault, ['library', 'entry', 'made'], true);
            // Of what made a type fail, one line says the type and no cause.
            $expects = [
                'family' => 'mono-linked',
                'fails' => true,
                'kind' => $kind,
                'culprit' => $isInTrace || in_array($how, ['line', 'typed', 'warning'], true) ? 'franking' : '',
                'says' => $fault === 'made' && in_array($how, ['line', 'typed', 'warning'], true) ? 'Ink' : $says,
                'launched' => true,
            ];
            $runs["mono-linked-{$fault}-{$how}"] = [['mono', "{$folder}/post.exe", $fault, $how], $expects];
        }
        $runs["mono-linked-{$fault}-survived"] = [
            ['mono', "{$folder}/post.exe", $fault, 'survived'],
            ['family' => 'mono-linked', 'fails' => false],
        ];
    }
    $runs['mono-linked-error-line'] = [
        ['mono', "{$folder}/post.exe", '', 'error'],
        ['family' => 'mono-linked', 'fails' => true, 'kind' => 'crash', 'culprit' => '', 'says' => 'has no trains', 'launched' => true],
    ];
    $runs['mono-linked-error-noted'] = [['mono', "{$folder}/post.exe", '', 'noted'], ['family' => 'mono-linked', 'fails' => false]];

    return $runs;
}
