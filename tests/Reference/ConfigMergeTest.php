<?php

declare(strict_types=1);

// Merges of settings, judged by readers that nobody here wrote: npm's yaml (schema "failsafe", by which 1.10 and 0755 stay what
// they are), Python's json, tomllib and configparser.

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Config\ConfigMerge;
use Symfony\Component\Process\Process;

/** How values are written that a writer would write otherwise. */
const WRITTEN = [
    'json' => [
        '1',
        '1.10',
        '-0.0',
        '1e3',
        '100000000000000000000',
        '"a\u00e9/b"',
        '"x \"y\" # z"',
        'true',
        'null',
        '[1, 2,  3]',
        '[]',
        '{}',
        '""',
    ],
    'yaml' => [
        '1',
        '1.10',
        '0755',
        'on',
        'No',
        '2026-11-30',
        '~',
        '"a: b # c"',
        "'it''s'",
        'plain words, all of them',
        '[a, b]',
        'http://x.example/y',
        '-1',
        '12345678901234567890',
        'a#b',
    ],
    'toml' => [
        '1',
        '1.10',
        '0o755',
        'true',
        '2026-11-30',
        '2026-11-30T10:00:00Z',
        '"a = b # c"',
        "'c:\\x'",
        '[1, 2]',
        '1_000',
        '""',
        '-0.5e3',
    ],
    'ini' => ['1', '1.10', '0755', 'on', 'a = b', 'plain words', '', '%x', 'a ; b'],
];

/**
 * @param  list<array{string, string, string}>  $entries  section, key (nothing for a comment), how the value is written or the comment
 */
function rendered(string $format, array $entries, string $indent): string
{
    $comments = ['json' => '', 'yaml' => '# ', 'toml' => '# ', 'ini' => '; '];
    $sections = [];
    foreach ($entries as [$section, $key, $said]) {
        $sections[$section][] =
            $key === ''
                ? $comments[$format].$said
                : match ($format) {
                    'json' => json_encode($key).': '.$said,
                    'yaml' => "{$key}: {$said}",
                    'toml' => "{$key} = {$said}",
                    'ini' => "{$key}={$said}",
                };
    }
    if ($format === 'json') {
        $of = fn (array $lines, string $by): string => implode(",\n", array_map(fn (string $line): string => $by.$line, $lines));
        $parts = [];
        foreach ($sections as $section => $lines) {
            $parts[] =
                $section === '' ? $of($lines, $indent) : "{$indent}\"{$section}\": {\n".$of($lines, $indent.$indent)."\n{$indent}}";
        }

        return "{\n".implode(",\n", $parts)."\n}\n";
    }
    $text = '';
    foreach ($sections as $section => $lines) {
        $by = $format === 'yaml' && $section !== '' ? $indent : '';
        $text .= $section === '' ? '' : ($format === 'yaml' ? "{$section}:\n" : "\n[{$section}]\n");
        $text .= implode('', array_map(fn (string $line): string => "{$by}{$line}\n", $lines));
    }

    return $text;
}

/**
 * @param  list<array{string, string, string}>  $entries
 * @return list<array{string, string, string}>
 */
function changedEntries(string $format, array $entries, Randomizer $dice, string $who): array
{
    $made = [];
    foreach ($entries as $number => [$section, $key, $said]) {
        $what = $dice->getInt(0, 11);
        if ($what === 0) {
            continue;
        }
        $isValue = $key !== '';
        $made[] = [$section, $key, $what === 1 && $isValue ? WRITTEN[$format][$dice->getInt(0, count(WRITTEN[$format]) - 1)] : $said];
        if ($what === 2) {
            $made[] = [$section, $dice->getInt(0, 3) === 0 ? 'new' : "{$who}-{$number}", WRITTEN[$format][$dice->getInt(0, 4)]];
        } elseif ($what === 3 && $format !== 'json') {
            $made[] = [$section, '', "{$who} {$number}"];
        }
    }
    $seen = [];

    // No key twice, and no section without any.
    return array_values(
        array_filter($made, function (array $entry) use (&$seen): bool {
            [$section, $key] = $entry;
            $isNew = $key === '' || ! isset($seen["{$section} {$key}"]);
            $seen["{$section} {$key}"] = true;

            return $isNew;
        }),
    );
}

/**
 * @param  list<array{string, string, string}>  $entries
 * @return array<string, string>
 */
function said(array $entries): array
{
    return array_column(
        array_map(fn (array $entry): array => [$entry[1] === '' ? "# {$entry[2]}" : "{$entry[0]}.{$entry[1]}", $entry[2]], $entries),
        1,
        0,
    );
}

/**
 * @param  list<string>  $texts
 * @return list<mixed> what each says; null where the judge cannot read it
 */
function judgedSettings(string $format, array $texts): array
{
    $python =
        "import json, sys, tomllib, configparser\ndef ini(t):\n    p = configparser.ConfigParser(interpolation=None, delimiters=('=',), ".
        "comment_prefixes=(';',), strict=True)\n    p.optionxform = str\n    p.read_string('[]\\n' + t)\n    return {s: dict(p.items(s)) ".
        "for s in p.sections()}\n".
        "read = {'json': lambda t: json.loads(t, parse_float=lambda x: 'f' + x, parse_int=lambda x: 'i' + x), 'toml': lambda t: ".
            "tomllib.loads(t, parse_float=lambda x: 'f' + x), 'ini': ini}['{$format}']\n".
        "def judge(t):\n    try: return read(t)\n    except Exception: return None\nprint(json.dumps([judge(t) for t in ".
        'json.load(sys.stdin)], default=str))';
    $node =
        "import {parse} from 'yaml'; import {readFileSync} from 'node:fs'; console.log(JSON.stringify(JSON.parse(readFileSync(0)).map(t ".
        "=> { try { return parse(t, {schema: 'failsafe'}) } catch { return null } })))";
    $process =
        $format === 'yaml'
            ? new Process(['node', '--input-type=module', '-e', $node], dirname(__DIR__, 2))
            : new Process(['python3', '-c', $python]);

    return json_decode(
        $process->setInput(json_encode($texts, JSON_THROW_ON_ERROR))->mustRun()->getOutput(),
        true,
        flags: JSON_THROW_ON_ERROR,
    );
}

it('merges settings as their values say, keeps each comment, and takes every line from one of the three', function (string $format): void {
    $cases = (int) (getenv('STASIMON_CASES') ?: 250);
    [$made, $expected, $free, $contested] = [[], [], 0, 0];
    for ($seed = 1; $seed <= $cases; $seed++) {
        $dice = new Randomizer(new Mt19937($seed));
        $entries = [];
        foreach (['', 'sound', 'view.far'] as $section) {
            for ($n = $dice->getInt(2, 6); $n > 0; $n--) {
                $entries[] = [$section, "key{$n}", WRITTEN[$format][$dice->getInt(0, count(WRITTEN[$format]) - 1)]];
                if ($format !== 'json' && $dice->getInt(0, 2) === 0) {
                    $entries[] = [$section, '', "about {$section} {$n}"];
                }
            }
        }
        [$mine, $theirs] = [changedEntries($format, $entries, $dice, 'mine'), changedEntries($format, $entries, $dice, 'theirs')];
        if (count(array_unique(array_column($mine, 0))) < 3 || count(array_unique(array_column($theirs, 0))) < 3) {
            continue;
        }
        [$was, $ours, $now] = [
            rendered($format, $entries, '  '),
            rendered($format, $mine, $dice->getInt(0, 5) === 0 && $format === 'json' ? "\t" : '  '),
            rendered($format, $theirs, '  '),
        ];
        $merge = ConfigMerge::of("a.{$format}", $was, $ours, $now);
        [$before, $a, $b] = [said($entries), said($mine), said($theirs)];
        $isFree = true;
        $should = [];
        foreach (array_keys($a + $b) as $key) {
            $value = ($before[$key] ?? null) === ($a[$key] ?? null) ? $b[$key] ?? null : $a[$key] ?? null;
            $isFree =
                $isFree &&
                (($before[$key] ?? null) === ($a[$key] ?? null) ||
                    ($before[$key] ?? null) === ($b[$key] ?? null) ||
                    ($a[$key] ?? null) === ($b[$key] ?? null));
            $should += $value === null ? [] : [$key => $value];
        }
        expect($isFree || $merge->contested !== [])->toBeTrue(
            "seed {$seed}: both changed one value and nobody says so\n{$was}\n{$ours}\n{$now}\n{$merge->text}",
        );
        $free += $isFree ? 1 : 0;
        if ($merge->contested !== []) {
            $contested += $isFree ? 1 : 0;

            continue;
        }
        $made[$seed] = (string) $merge->text;
        $expected[$seed] = $should;
        foreach (array_filter(array_keys($should), fn (string $key): bool => str_starts_with($key, '# ')) as $comment) {
            expect(str_contains((string) $merge->text, substr($comment, 2)))->toBeTrue("seed {$seed}: {$comment}");
        }
        // Keys are as they are written on one of the sides, and so are values; so no line is anybody's own.
        foreach (explode("\n", (string) $merge->text) as $line) {
            $parts = preg_match('/^(\s*[^=:]+[=:] ?)(.*?)(,?)$/D', $line, $found) === 1 ? [$found[1], $found[2]] : [$line];
            foreach ($parts as $part) {
                expect(str_contains($was.$ours.$now, $part))->toBeTrue("seed {$seed}: {$line}");
            }
        }
    }
    $clean = array_map(function (array $should) use ($format): string {
        $entries = [];
        foreach ($should as $key => $value) {
            if (! str_starts_with($key, '# ')) {
                $entries[] = [substr($key, 0, (int) strrpos($key, '.')), substr($key, strrpos($key, '.') + 1), $value];
            }
        }
        usort($entries, fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return rendered($format, $entries, '  ');
    }, $expected);
    // A section of which every key went stays as one without any.
    $full = function (mixed $said) use (&$full): mixed {
        return is_array($said) ? array_filter(array_map($full, $said), fn (mixed $part): bool => $part !== [] && $part !== '') : $said;
    };
    expect($full(judgedSettings($format, array_values($made))))
        ->toEqual($full(judgedSettings($format, array_values($clean))))
        // What need not be contested mostly is not: keys that come and go beside one another are, as lines.
        ->and($free)
        ->toBeGreaterThan(intdiv($cases, 5))
        ->and($contested / $free)
        ->toBeLessThan(0.3, "{$contested} of {$free}");
})->with(['json', 'yaml', 'toml', 'ini']);
