<?php

declare(strict_types=1);

// Values replaced in real settings: those that lie on a Debian machine, and those that come with the demo's games. Judges: PHP's own
// reader of JSON, and libyaml.

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Config\ConfigMerge;
use Stasimon\Core\Config\Spans;
use Stasimon\Core\Config\Syntax;
use Symfony\Component\Finder\Finder;

it('changes no byte outside of a value that is replaced, in settings as they are found', function (): void {
    $root = dirname(__DIR__, 2);
    $folders = array_filter(['/etc', '/usr/share', "{$root}/games", "{$root}/docs/formats", "{$root}/node_modules"], is_dir(...));
    $found = Finder::create()->files()->in($folders)->name('/\.(json|ya?ml|toml|ini|properties)$/')->size('< 100k')->ignoreUnreadableDirs()->depth('< 6');
    $dice = new Randomizer(new Mt19937(29));
    $read = fn (Syntax $syntax, string $text): mixed => $syntax === Syntax::Json ? json_decode($text, true, 512, JSON_BIGINT_AS_STRING) : ($syntax === Syntax::Yaml ? @yaml_parse($text) : null);
    [$files, $known, $kinds] = [0, 0, []];
    foreach ($found as $file) {
        if ($known >= (int) (getenv('STASIMON_CASES') ?: 250)) {
            break;
        }
        $text = $file->getContents();
        $syntax = Syntax::ofPath($file->getFilename()) ?? throw new LogicException;
        $files++;
        $spans = Spans::of($syntax, $text);
        $values = array_filter($spans->at ?? [], fn (array $at): bool => ($at[1] ?? 0) > 0);
        if ($spans === null || count($values) < 2) {
            continue;
        }
        $known++;
        $kinds[$syntax->name] = ($kinds[$syntax->name] ?? 0) + 1;
        [$one, $other] = array_map(strval(...), $dice->pickArrayKeys($values, 2));
        $new = in_array($syntax, [Syntax::Json, Syntax::Toml], true) ? '"nine 9"' : 'nine9';
        $changed = $spans->with([$one => $new]);
        [$at, $length] = $values[$one];
        $made = Spans::of($syntax, $changed);
        $told = $file->getPathname()." {$one}";
        expect($changed)->toBe(substr($text, 0, $at).$new.substr($text, $at + $length), $told)->and($made?->value($one))->toBe($new, $told)
            ->and(array_keys($made->at ?? []))->toBe(array_keys($spans->at), $told)
            ->and(array_filter(array_keys($values), fn (int|string $key): bool => (string) $key !== $one && $made?->value((string) $key) !== $spans->value((string) $key)))->toBe([], $told);
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
    }
    expect($known)->toBeGreaterThan(100)->and($kinds)->toHaveKey('Json');
});
