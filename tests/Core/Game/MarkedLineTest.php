<?php

declare(strict_types=1);

use Stasimon\Core\Game\MarkedLine;

/** @param  list<array{string, string}>  $marks  group, text */
function markedPattern(string $line, array $marks): ?string
{
    return MarkedLine::of($line, array_map(fn (array $mark): array => ['group' => $mark[0], 'text' => $mark[1]], $marks))?->pattern;
}

it('finds the like of a marked line, and what is marked in it', function (string $line, array $marks, string $other, array $caught): void {
    $pattern = (string) markedPattern($line, $marks);
    expect(preg_match($pattern, $line))->toBe(1)->and(preg_match($pattern, $other, $found))->toBe(1);
    expect(array_filter($found, is_string(...), ARRAY_FILTER_USE_KEY))->toBe($caught);
})->with([
    'what is missing' => [
        'cannot load mod gulls 2.0.0: needs tides >=3 (after 12 ms)',
        [['package', 'gulls'], ['version', '2.0.0'], ['target', 'tides'], ['range', '>=3 ']],
        'cannot load mod fog-bank 1.4-beta: needs lamp.oil <2 (after 7 ms)',
        ['package' => 'fog-bank', 'version' => '1.4-beta', 'target' => 'lamp.oil', 'range' => '<2 '],
    ],
    'a file in quotation marks' => [
        'dlopen() "/opt/x/modules/lua.so" failed (undefined symbol: ndk_set)',
        [['file', '/opt/x/modules/lua.so'], ['what', 'ndk_set']],
        'dlopen() "/srv/y/echo.so" failed (undefined symbol: other_one)',
        ['file' => '/srv/y/echo.so', 'what' => 'other_one'],
    ],
    'signs that mean something in patterns' => ['a.b*c? [x] $1 /p/', [], 'a.b*c? [x] $22 /p/', []],
]);

it('makes no pattern of a mark that is not there, is there twice, or that nobody knows', function (array $marks): void {
    expect(markedPattern('cannot load gulls', $marks))->toBeNull();
})->with([[[['package', 'terns']]], [[['package', '']]], [[['colour', 'gulls']]], [[['package', 'load'], ['package', 'gulls']]]]);

it('takes not the line of something else', function (): void {
    expect(preg_match((string) markedPattern('cannot load gulls', [['package', 'gulls']]), 'could load gulls'))->toBe(0);
});
