<?php

declare(strict_types=1);

use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;
use Stasimon\Core\Config\LineEnds;

/** As a form sends a text: HTML, 4.10.22.4. */
function asFormSends(string $text): string
{
    return (string) preg_replace('/\r\n|\r|\n/', "\r\n", $text);
}

it('gives a text that came back from a form unchanged all its ends of lines', function (): void {
    $dice = new Randomizer(new Xoshiro256StarStar(7));
    for ($case = 0; $case < (int) (getenv('STASIMON_CASES') ?: 2_000); $case++) {
        $text = '';
        for ($line = $dice->getInt(0, 12); $line > 0; $line--) {
            $text .= ['', 'a', 'b', 'a = 1', '[x]'][$dice->getInt(0, 4)].["\n", "\r\n", "\r"][$dice->getInt(0, 2)];
        }
        $text .= ['', 'end'][$dice->getInt(0, 1)];
        expect(LineEnds::kept($text, asFormSends($text)))->toBe($text);
    }
});

it('ends a changed or new line as the one in its place or before it', function (string $was, string $sent, string $kept): void {
    expect(LineEnds::kept($was, asFormSends($sent)))->toBe($kept);
})->with([
    'one changed among two kinds' => ["a\r\nb\nc\r\n", "a\nB\nc\n", "a\r\nB\nc\r\n"],
    'one new' => ["a\r\nb\nc\r\n", "a\nnew\nb\nc\n", "a\r\nnew\r\nb\nc\r\n"],
    'one gone' => ["a\r\nb\nc\r\nd", "a\nc\nd", "a\r\nc\r\nd"],
    'all new' => ["a\r\n", "x\ny\n", "x\r\ny\r\n"],
    'from nothing' => ['', "x\ny\n", "x\ny\n"],
]);
