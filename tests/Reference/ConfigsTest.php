<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Config\ConfigSyntax;
use Stasimon\Core\Config\Toml;
use Stasimon\Core\Config\UnreadableToml;
use Symfony\Component\Process\Process;

/*
 * Whether a config can be read, and in which line not: beside readers that none of us wrote. JSON: jq; TOML: tomllib of
 * Python; XML: libxml2 through xmllint where it is there, and expat of Python; INI: configparser of Python; properties:
 * java.util.Properties.
 */

/** Documents of a kind, each with a few changes that a hand makes: a sign lost, doubled, moved, a line torn. */
function mutated(string $kind, int $count): array
{
    $dice = new Randomizer(new Mt19937(17));
    $word = fn (): string => implode('', array_map(fn (): string => chr($dice->getInt(97, 122)), range(1, $dice->getInt(2, 8))));
    $value = fn (): string => [
        (string) $dice->getInt(-50, 5000),
        'true',
        '"'.$word().' '.$word().'"',
        $dice->getInt(0, 9).'.'.$dice->getInt(0, 99),
        '["'.$word().'", "'.$word().'"]',
    ][$dice->getInt(0, 4)];
    $lines = fn (string $between): array => array_map(
        fn (int $n): string => $word().$n.$between.$value(),
        range(1, $dice->getInt(3, 12)),
    );
    $made = [];
    for ($i = 0; $i < $count; $i++) {
        $text = match ($kind) {
            'json' => "{\n".
                implode(",\n", array_map(fn (string $line): string => '  "'.str_replace('=', '": ', $line), $lines('='))).
                ",\n  \"inner\": {\n    \"a\": [1,\n 2]\n  }\n}\n",
            'toml' => implode("\n", $lines(' = '))."\n[{$word()}]\n".implode("\n", $lines(' = '))."\n",
            'xml' => "<?xml version=\"1.0\"?>\n<settings>\n".
                implode("\n", array_map(fn (int $n): string => "  <{$word()}{$n} a=\"{$word()}\">".$word()."</{$word()}>", [])).
                implode(
                    "\n",
                    array_map(function (int $n) use ($word): string {
                        $name = $word().$n;

                        return "  <{$name} a=\"{$word()}\">{$word()} &amp; {$word()}</{$name}>";
                    }, range(1, $dice->getInt(2, 8))),
                ).
                "\n</settings>\n",
            'yaml' => "{$word()}: 1.10 # {$word()}\n".
                implode("\n", $lines(': ')).
                "\n{$word()}:\n  - {$value()}\n  - {{$word()}: {$value()}, 7: x}\n{$word()}:\n  on: 'it''s'\n  text: |\n    {$word()}\n   ".
                "  {$word()}\n? {$word()}\n: &a {$value()}\nlast: *a\n".
                ($dice->getInt(0, 3) === 0 ? "---\n{$word()}: ~\n" : ''),
            'ini' => "[{$word()}]\n".implode("\n", $lines('='))."\n[{$word()}x]\n".implode("\n", $lines(' = '))."\n",
            default => "# {$word()}\n".implode("\n", $lines('='))."\nname=\\u00e9t\\u00e9 \\\n  {$word()}\n",
        };
        for ($change = $dice->getInt(0, 2); $change > 0 && strlen($text) > 2; $change--) {
            // What the first line of XML may say, readers take more or less exactly.
            $at = $dice->getInt($kind === 'xml' ? min(22, strlen($text) - 2) : 0, strlen($text) - 2);
            $text = match ($dice->getInt(0, 4)) {
                0 => substr($text, 0, $at).substr($text, $at + 1),
                1 => substr($text, 0, $at).$text[$at].substr($text, $at),
                2 => substr($text, 0, $at).['"', '{', ']', '<', '=', ',', '\\', "\n", '[', ':'][$dice->getInt(0, 9)].substr($text, $at),
                3 => substr($text, 0, $at),
                default => substr($text, 0, $at).$text[$at + 1].$text[$at].substr($text, $at + 2),
            };
        }
        $made[] = $text;
    }

    return $made;
}

/** What a reader says of each text: the line that it cannot read, 0 where it can, -1 where it does not say which. */
function judged(string $python, array $texts): array
{
    $process = new Process(
        ['/usr/bin/python3', '-c', $python."\nimport json,sys\nprint(json.dumps([judge(text) for text in json.load(sys.stdin)]))"],
        input: (string) json_encode($texts),
        timeout: 300,
    );
    $process->mustRun();

    return json_decode($process->getOutput(), true);
}

it('agrees with others on what can be read, and on the line where not', function (string $kind, string $python): void {
    $syntax = ConfigSyntax::ofPath("a.{$kind}");
    $texts = mutated($kind, (int) (getenv('STASIMON_CASES') ?: 400));
    $lines = $right = $broken = 0;
    foreach (judged($python, $texts) as $n => $line) {
        // Where that reader breaks down itself it says nothing.
        if ($line === -2) {
            continue;
        }
        $wrong = $syntax?->wrong($texts[$n]);
        expect($wrong !== null)->toBe(
            $line !== 0,
            "{$kind} {$n}: line {$line} there, ".($wrong === null ? 'fine' : "{$wrong->line} {$wrong->why}")." here\n{$texts[$n]}",
        );
        $broken += $line !== 0 ? 1 : 0;
        if ($line > 0 && $wrong !== null) {
            $lines++;
            $right += $wrong->line === $line ? 1 : 0;
        }
    }
    // Neither all nor none of them is broken, so both verdicts are tested.
    expect($broken)
        ->toBeGreaterThan(count($texts) / 10)
        ->toBeLessThan(count($texts) * 0.9)
        ->and($lines === 0 ? 1.0 : $right / $lines)
        ->toBeGreaterThanOrEqual(0.9, "{$kind}: {$right} of {$lines}");
})->with([
    'JSON' => [
        'json',
        "import json as j\ndef judge(t):\n    def no(x): raise ValueError(x)\n    try:\n        j.loads(t, parse_constant=no)\n        ".
        "return 0\n    except j.JSONDecodeError as e:\n        return e.lineno\n    except ValueError:\n        return -1",
    ],
    'TOML' => [
        'toml',
        "import tomllib,re\ndef judge(t):\n    try:\n        tomllib.loads(t)\n        return 0\n    except tomllib.TOMLDecodeError as ".
        "e:\n        m=re.search(r'at line (\\d+)', str(e))\n        return int(m.group(1)) if m else -1",
    ],
    'XML' => [
        'xml',
        "from xml.parsers import expat\ndef judge(t):\n    p=expat.ParserCreate()\n    try:\n        p.Parse(t, True)\n        return 0\n ".
        "   except expat.ExpatError as e:\n        return e.lineno",
    ],
    'INI' => [
        'ini',
        "import configparser,re\ndef judge(t):\n    c=configparser.ConfigParser(interpolation=None, strict=False, allow_no_value=False, ".
            "empty_lines_in_values=False)\n    try:\n        ".
            "c.read_string('[top]\\n'+t)\n        return 0\n".
            "    except (AttributeError, AssertionError):\n".
            "        return -2\n    except configparser.Error as e:\n        ".
            "m=re.search(r'\\[line\\s+(\\d+)\\]|line: (\\d+)', str(e))\n        ".
            'return int(m.group(1) or m.group(2))-1 if m else -1',
    ],
]);

it('judges YAML as npm\'s reader does, but for what the two readers themselves see otherwise', function (): void {
    // Two readers: libyaml (YAML 1.1), which this goes by, and npm's yaml (YAML 1.2).
    $texts = mutated('yaml', (int) (getenv('STASIMON_CASES') ?: 400));
    $node =
        "import {parseAllDocuments} from 'yaml'; import {readFileSync} from 'node:fs'; ".
        'console.log(JSON.stringify(JSON.parse(readFileSync(0)).map(t => [].concat(parseAllDocuments(t)).flatMap(d => { try { d.toJS(); '.
        'return d.errors.map(e => e.linePos?.[0].line ?? -1) } catch { return [-1] } })[0] ?? 0)))';
    $said = json_decode(
        (new Process(['node', '--input-type=module', '-e', $node], dirname(__DIR__, 2), input: (string) json_encode($texts), timeout: 300))
            ->mustRun()
            ->getOutput(),
        true,
    );
    $both = $missed = $harsh = 0;
    foreach ($said as $n => $line) {
        $wrong = ConfigSyntax::Yaml->wrong($texts[$n]);
        $both += $wrong !== null && $line !== 0 ? 1 : 0;
        $missed += $wrong === null && $line !== 0 ? 1 : 0;
        $harsh += $wrong !== null && $line === 0 ? 1 : 0;
    }
    expect($both)
        ->toBeGreaterThan(intdiv(count($texts), 5))
        ->and($harsh / count($texts))
        ->toBeLessThan(0.01, "{$harsh} of ".count($texts))
        ->and($missed / count($texts))
        ->toBeLessThan(0.02);
});

it('agrees with jq on whether JSON can be read', function (): void {
    $folder = sys_get_temp_dir().'/stasimon-jq-'.getmypid();
    mkdir($folder);
    foreach ($texts = mutated('json', 60) as $n => $text) {
        file_put_contents("{$folder}/{$n}.json", $text);
    }
    exec("cd {$folder} && for n in $(seq 0 59); do jq -e 'true' \$n.json >/dev/null 2>&1 && echo 1 || echo 0; done", $said);
    exec('rm -r '.escapeshellarg($folder));
    foreach ($texts as $n => $text) {
        expect(ConfigSyntax::Json->wrong($text) === null)->toBe($said[$n] === '1', "{$n}\n{$text}");
    }
});

it('agrees with java.util.Properties on what cannot be read', function (): void {
    $folder = sys_get_temp_dir().'/stasimon-properties-'.getmypid();
    mkdir($folder);
    foreach ($texts = mutated('properties', 300) as $n => $text) {
        file_put_contents("{$folder}/{$n}", $text);
    }
    file_put_contents(
        "{$folder}/Judge.java",
        'import java.io.*; import java.util.*; public class Judge { public static void main(String[] a) throws Exception { for (int n = '.
        '0; n < 300; n++) { try (Reader r = new FileReader(a[0] + "/" + n)) { new Properties().load(r); System.out.println(1); } catch '.
        '(IllegalArgumentException e) { System.out.println(0); } } } }',
    );
    exec('java '.escapeshellarg("{$folder}/Judge.java").' '.escapeshellarg($folder).' 2>&1', $said);
    exec('rm -r '.escapeshellarg($folder));
    expect($said)
        ->toHaveCount(300)
        ->and(array_count_values($said))
        ->toHaveKeys(['0', '1']);
    foreach ($texts as $n => $text) {
        expect(ConfigSyntax::Properties->wrong($text) === null)->toBe($said[$n] === '1', "{$n}\n{$text}");
    }
});

/** Documents of a few keys, so that tables are begun, gone on with and written over in every way. */
function crowdedToml(int $count): array
{
    $dice = new Randomizer(new Mt19937(23));
    $key = fn (int $most): string => implode(
        '.',
        array_map(fn (): string => ['a', 'b', 'c'][$dice->getInt(0, 2)], range(1, $dice->getInt(1, $most))),
    );
    $value = function (int $depth) use (&$value, $dice, $key): string {
        return match ($dice->getInt(0, 7)) {
            0 => '[]',
            1 => '[1, 2]',
            2 => '[{'.$key(1).' = 1}]',
            3, 4 => '{'.
                implode(
                    ', ',
                    array_map(
                        fn (): string => $key(2).' = '.($depth < 2 ? $value($depth + 1) : 1),
                        array_fill(0, $dice->getInt(0, 2), 0),
                    ),
                ).
                '}',
            default => (string) $dice->getInt(0, 9),
        };
    };

    return array_map(
        fn (): string => implode(
            "\n",
            array_map(
                fn (): string => match ($dice->getInt(0, 9)) {
                    0, 1, 2 => "[{$key(3)}]",
                    3, 4 => "[[{$key(2)}]]",
                    default => "{$key(2)} = {$value(0)}",
                },
                range(1, $dice->getInt(1, 5)),
            ),
        )."\n",
        range(1, $count),
    );
}

/** Every kind of value, with a sign or two lost, doubled or put in that hardly anybody can see. */
function oddToml(int $count): array
{
    $dice = new Randomizer(new Mt19937(29));
    $sound = [
        'a = "x\u00e9y" # c',
        "b = '''\nraw\n'''",
        "c = \"\"\"\nab\\\n  cd \"\" e\"\"\"",
        'd = 1979-05-27T07:32:00Z',
        'e = 07:32:00.5',
        'f = 1979-05-27',
        'g = 0xDEAD_BEEF',
        'h = -1_000',
        'i = 6.02e+23',
        'j = [1, 2, [3, "x"], ]',
        'k = {x = 1, "y z" = [true, false]}',
        '"l m" = inf',
        'n.o.p = -nan',
        'q = 1979-05-27 07:32:00-07:00',
        '[r."s t"]',
        '[[u]]',
        'v = +0.0',
        'w = 0o755',
        'y = "tab\t\"q\""',
    ];
    $signs = [
        '"',
        "'",
        '[',
        ']',
        '{',
        '}',
        '=',
        '.',
        ',',
        '#',
        '\\',
        "\n",
        "\t",
        ' ',
        '_',
        '-',
        '+',
        ':',
        '0',
        '5',
        '9',
        'e',
        'T',
        'Z',
        "\x00",
        "\x07",
        "\x7f",
        "\r",
        'é',
        '"""',
        "'''",
        '\u',
    ];
    $made = [];
    while (count($made) < $count) {
        $text =
            implode(
                "\n",
                $dice->shuffleArray(array_map(fn (int $at): string => $sound[$at], $dice->pickArrayKeys($sound, $dice->getInt(1, 3)))),
            )."\n";
        for ($change = $dice->getInt(0, 2); $change > 0; $change--) {
            $at = $dice->getInt(0, mb_strlen($text));
            $text =
                mb_substr($text, 0, $at).
                ($dice->getInt(0, 2) > 0 ? $signs[$dice->getInt(0, count($signs) - 1)] : '').
                mb_substr($text, $at + $dice->getInt(0, 2));
        }
        // A second that is put in between two, RFC 3339 knows, and tomllib does not.
        if (! str_contains($text, ':60')) {
            $made[] = $text;
        }
    }

    return $made;
}

it('agrees with tomllib on which tables can be begun where, on odd values, and on what all of it says', function (callable $make): void {
    $python =
        "import tomllib\ndef plain(v):\n    if isinstance(v, dict): return {k: plain(x) for k, x in v.items()} or []\n    if ".
        "isinstance(v, list): return [plain(x) for x in v]\n    if isinstance(v, bool) or isinstance(v, str): return v\n    if ".
        "isinstance(v, int): return v if abs(v) < 2**53 else 'large'\n    return 'other'\ndef judge(t):\n    try:\n        return ".
        "{'says': plain(tomllib.loads(t))}\n    except tomllib.TOMLDecodeError:\n        return 0";
    $texts = $make((int) (getenv('STASIMON_CASES') ?: 1_000));
    $plain = function (mixed $value, mixed $theirs) use (&$plain): mixed {
        return match (true) {
            $theirs === 'other', $theirs === 'large' => $theirs,
            is_array($value) && is_array($theirs) => array_combine(
                array_keys($value),
                array_map(fn (int|string $key): mixed => $plain($value[$key], $theirs[$key] ?? null), array_keys($value)),
            ),
            default => $value,
        };
    };
    $sound = 0;
    foreach (judged($python, $texts) as $n => $theirs) {
        try {
            $says = Toml::read($texts[$n]);
        } catch (UnreadableToml) {
            $says = null;
        }
        expect($says === null ? 0 : ['says' => $plain($says, $theirs['says'] ?? null)])->toEqual($theirs, "{$n}\n{$texts[$n]}");
        $sound += $theirs === 0 ? 0 : 1;
    }
    expect($sound)
        ->toBeGreaterThan(count($texts) / 10)
        ->toBeLessThan(count($texts) * 0.9);
})->with(['tables' => ['crowdedToml'], 'values' => ['oddToml']]);
