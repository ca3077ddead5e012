<?php

declare(strict_types=1);

// Values replaced in real settings: those that lie on a Debian machine, and those that come with the demo's games. Judges: PHP's own
// reader of JSON, and libyaml.

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Config\ConfigMerge;
use Stasimon\Core\Config\ConfigSyntax;
use Stasimon\Core\Config\Encoded;
use Stasimon\Core\Config\Spans;
use Stasimon\Core\Config\TextDifference;
use Stasimon\Core\Document\Quiet;
use Symfony\Component\Finder\Finder;

it('changes no byte outside of a value that is replaced, in settings as they are found', function (): void {
    $root = dirname(__DIR__, 2);
    $folders = array_filter(['/etc', '/usr/share', "{$root}/games", "{$root}/docs/formats", "{$root}/node_modules"], is_dir(...));
    $found = Finder::create()
        ->files()
        ->in($folders)
        ->name('/\.(json|ya?ml|toml|ini|properties)$/')
        ->size('< 100k')
        ->ignoreUnreadableDirs()
        ->depth('< 6');
    $dice = new Randomizer(new Mt19937(29));
    $read = fn (ConfigSyntax $syntax, string $text): mixed => $syntax === ConfigSyntax::Json
        ? json_decode($text, true, 512, JSON_BIGINT_AS_STRING)
        : ($syntax === ConfigSyntax::Yaml
            ? @yaml_parse($text)
            : null);
    [$files, $known, $kinds] = [0, 0, []];
    foreach ($found as $file) {
        if ($known >= (int) (getenv('STASIMON_CASES') ?: 250)) {
            break;
        }
        $text = $file->getContents();
        $syntax = ConfigSyntax::ofPath($file->getFilename()) ?? throw new LogicException();
        $files++;
        $spans = Spans::of($syntax, $text);
        $values = array_filter($spans->at ?? [], fn (array $at): bool => ($at[1] ?? 0) > 0);
        if ($spans === null || count($values) < 2) {
            continue;
        }
        $known++;
        $kinds[$syntax->name] = ($kinds[$syntax->name] ?? 0) + 1;
        [$one, $other] = array_map(strval(...), $dice->pickArrayKeys($values, 2));
        $new = in_array($syntax, [ConfigSyntax::Json, ConfigSyntax::Toml], true) ? '"nine 9"' : 'nine9';
        $changed = $spans->with([$one => $new]);
        [$at, $length] = $values[$one];
        $made = Spans::of($syntax, $changed);
        $told = $file->getPathname()." {$one}";
        expect($changed)
            ->toBe(substr($text, 0, $at).$new.substr($text, $at + $length), $told)
            ->and($made?->value($one))
            ->toBe($new, $told)
            ->and(array_keys($made->at ?? []))
            ->toBe(array_keys($spans->at), $told)
            ->and(
                array_filter(
                    array_keys($values),
                    fn (int|string $key): bool => (string) $key !== $one && $made?->value((string) $key) !== $spans->value((string) $key),
                ),
            )
            ->toBe([], $told);
        // Who reads it sees that one value changed, and in a merge both that two have changed.
        $was = $read($syntax, $text);
        if (is_array($was)) {
            $is = $read($syntax, $changed);
            $at = &$was;
            foreach (array_slice(explode('/', $one), 1) as $part) {
                $at = &$at[strtr($part, ['~1' => '/', '~0' => '~'])];
            }
            $at = trim($new, '"');
            unset($at);
            expect($is)->toEqual($was, $told);
        }
        $theirs = $spans->with([$other => $new]);
        $merge = ConfigMerge::of($file->getFilename(), $text, $changed, $theirs);
        expect($merge->contested)->toBe([], $told)->and($merge->text)->toBe($spans->with([$one => $new, $other => $new]), $told);
        // What was written over is taken back alone, byte for byte.
        $difference = TextDifference::of($syntax, $text, $changed);
        expect($difference->places())
            ->toHaveCount(1, $told)
            ->and($difference->takenBack(0))
            ->toBe($text, $told)
            ->and(Encoded::read($syntax, $text)?->with($text))
            ->toBe($text, $told);
    }
    expect($known)->toBeGreaterThan(100)->and($kinds)->toHaveKey('Json');
});

// Judge: the C library's iconv. What it does not take is no text here, or is taken for windows-1252, which has no byte that is wrong.
it('reads and writes characters as the C library does', function (): void {
    $dice = new Randomizer(new Mt19937(37));
    [$cases, $texts] = [(int) (getenv('STASIMON_CASES') ?: 1_000), 0];
    for ($case = 0; $case < $cases; $case++) {
        $text = implode(
            '',
            array_map(
                fn (): string => mb_chr(
                    [$dice->getInt(32, 126), $dice->getInt(0xA0, 0xFF), $dice->getInt(0x100, 0x24F), $dice->getInt(0x1F300, 0x1F5FF)][
                        min(3, $dice->getInt(0, 6))
                    ],
                ),
                range(1, $dice->getInt(1, 12)),
            ),
        );
        [$name, $mark] = [
            ['UTF-8', ''],
            ['UTF-8', "\xEF\xBB\xBF"],
            ['UTF-16LE', "\xFF\xFE"],
            ['UTF-16BE', "\xFE\xFF"],
            ['WINDOWS-1252', ''],
            ['ISO-8859-2', ''],
            ['KOI8-R', ''],
        ][$case % 7];
        $head = in_array($name, ['ISO-8859-2', 'KOI8-R'], true) ? "<?xml version=\"1.0\" encoding=\"{$name}\"?>" : '';
        $bytes = Quiet::ask(fn (): string|false => iconv('UTF-8', $name, $head.$text))[0];
        $read = Encoded::read($head === '' ? null : ConfigSyntax::Xml, $bytes === false ? "{$head}\xFF" : $mark.$bytes);
        if ($bytes === false) {
            // It has a character that this encoding does not have: so it is said.
            $plain = Encoded::read($head === '' ? null : ConfigSyntax::Xml, $head === '' ? "\xF8" : $head);
            expect($plain?->with($head.$text))
                ->toBeNull()
                ->and($plain?->unwritable($head.$text)[0] ?? '')
                ->toBeIn(mb_str_split($text));

            continue;
        }
        $texts++;
        if ($name === 'WINDOWS-1252' && preg_match('//u', $bytes) === 1) {
            continue;
        }
        expect($read?->text)
            ->toBe($head.$text, bin2hex($bytes))
            ->and($read?->with($head.$text))
            ->toBe($mark.$bytes);
    }
    expect($texts)->toBeGreaterThan($cases / 2);
});
