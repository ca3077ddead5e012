<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Config\ConfigMerge;
use Stasimon\Core\Config\ConfigSyntax;
use Stasimon\Core\Config\Encoded;
use Stasimon\Core\Config\TextDifference;

// RFC 2781, 3.2; XML 1.0, 4.3.3; java.util.Properties (ISO-8859-1). That what says nothing is windows-1252 is common practice.
it('knows how the characters of a text are written', function (
    ?ConfigSyntax $syntax,
    string $bytes,
    ?string $text,
    string $encoding = '',
): void {
    $read = Encoded::read($syntax, $bytes);
    expect($read?->text)
        ->toBe($text)
        ->and($read?->words() ?? '')
        ->toBe($encoding)
        ->and($read?->with($read->text) ?? $bytes)
        ->toBe($bytes);
})->with([
    [null, 'plain', 'plain', 'UTF-8'],
    [null, 'Grønsund', 'Grønsund', 'UTF-8'],
    'with a mark' => [ConfigSyntax::Json, "\xEF\xBB\xBF{}", '{}', 'UTF-8'],
    'windows-1252' => [null, "Gr\xF8nsund \x80", 'Grønsund €', 'windows-1252'],
    'UTF-16, little end first' => [null, "\xFF\xFEa\0\xF8\0", 'aø', 'UTF-16'],
    'UTF-16, big end first' => [ConfigSyntax::Ini, "\xFE\xFF\0a", 'a', 'UTF-16'],
    'Java' => [ConfigSyntax::Properties, "a=\xF8\x80", "a=ø\u{80}", 'ISO-8859-1'],
    'XML that says so' => [
        ConfigSyntax::Xml,
        "<?xml version='1.0' encoding='ISO-8859-2'?><a>\xB3</a>",
        "<?xml version='1.0' encoding='ISO-8859-2'?><a>ł</a>",
        'ISO-8859-2',
    ],
    'no text' => [null, "a\0b", null],
    'half of a pair' => [null, "\xFF\xFE\x00\xD8", null],
    'an odd byte' => [null, "\xFF\xFEa\0b", null],
]);

it('writes what is put into a text as the text is written, or says which character cannot be', function (): void {
    $latin = Encoded::read(null, "\xF8\n");
    expect($latin?->with("æ€\n"))
        ->toBe("\xE6\x80\n")
        ->and($latin?->with("a\nł"))
        ->toBeNull()
        ->and($latin?->unwritable("a\nbł"))
        ->toBe(['ł', 2])
        ->and($latin?->unwritable("a\n"))
        ->toBeNull();
    expect(Encoded::read(ConfigSyntax::Properties, "a=\xF8")?->with('a=øł🌊'))->toBe("a=\xF8\\u0142\\uD83C\\uDF0A");
    $xml = fn (string $encoding, string $text): string => "<?xml version=\"1.0\" encoding=\"{$encoding}\"?>\n<a>{$text}</a>";
    $read = Encoded::read(ConfigSyntax::Xml, $xml('iso-8859-1', "\xF8"));
    expect($read?->unwritable($xml('iso-8859-1', 'ł')))
        ->toBe(['ł', 2])
        ->and($read?->with($xml('utf-8', 'ł')))
        ->toBe($xml('utf-8', 'ł'));
});

it('merges texts as they are written, and none that are written in two ways', function (): void {
    $merge = ConfigMerge::of('a.cfg', "\xF8=1\nb=1\nc=1\n", "\xF8=2\nb=1\nc=1\n", "\xF8=1\nb=1\nc=\xE6\n");
    expect($merge->text)->toBe("\xF8=2\nb=1\nc=\xE6\n")->and($merge->contested)->toBe([]);
    $wide = fn (string $text): string => "\xFF\xFE".mb_convert_encoding($text, 'UTF-16LE', 'UTF-8');
    expect(ConfigMerge::of('a.ini', $wide("a=1\nb=1\n"), $wide("a=2\nb=1\n"), $wide("a=1\nb=Ċ\n"))->text)->toBe($wide("a=2\nb=Ċ\n"));
    expect(ConfigMerge::of('a.cfg', "a=1\n\nb=1\n", "a=\xF8\n\nb=1\n", "a=1\n\nb=ø\n")->contested)->toBe([
        ['the whole of it', 'in windows-1252', 'in UTF-8'],
    ]);
    expect(ConfigMerge::of('a.cfg', "a=1\n\nb=1\n", "a=\xF8\n\nb=1\n", "a=1\n\nb=2\n")->text)->toBe("a=\xF8\n\nb=2\n");
});

it('takes back one place alone, and with all of them the text is what it was', function (): void {
    $dice = new Randomizer(new Mt19937(31));
    $makers = [
        [
            ConfigSyntax::Json,
            fn (array $pairs): string => '{'.
                implode(', ', array_map(fn (string $key, string $value): string => "\"{$key}\": {$value}", array_keys($pairs), $pairs)).
                '}',
        ],
        [
            ConfigSyntax::Toml,
            fn (array $pairs): string => implode(
                "\r\n",
                array_map(fn (string $key, string $value): string => "{$key} = {$value} # {$key}", array_keys($pairs), $pairs),
            ),
        ],
        [
            ConfigSyntax::Yaml,
            fn (array $pairs): string => "top:\n".
                implode('', array_map(fn (string $key, string $value): string => "  {$key}: {$value}\n", array_keys($pairs), $pairs)),
        ],
        [
            ConfigSyntax::Ini,
            fn (array $pairs): string => "[a]\n".
                implode('', array_map(fn (string $key, string $value): string => "{$key}={$value}\n", array_keys($pairs), $pairs)),
        ],
        [
            null,
            fn (array $pairs): string => implode(
                '',
                array_map(fn (string $key, string $value): string => "{$key} {$value}\n", array_keys($pairs), $pairs),
            ),
        ],
    ];
    $pairs = function () use ($dice): array {
        $keys = array_slice($dice->shuffleArray(['a', 'b', 'c', 'd', 'e', 'f']), 0, $dice->getInt(1, 6));
        ! $dice->getInt(0, 2) || sort($keys);

        return array_combine($keys, array_map(fn (): string => ['1', '2', '"x y"', '[1, 2]', 'true'][$dice->getInt(0, 4)], $keys));
    };
    $values = 0;
    for ($case = 0; $case < 400; $case++) {
        [$syntax, $make] = $makers[$case % 5];
        [$was, $now] = [$make($pairs()), $make($pairs())];
        for ($steps = 0; $now !== $was; $steps++) {
            $places = TextDifference::of($syntax, $was, $now)->places();
            $at = $dice->getInt(0, count($places) - 1);
            $taken = (string) TextDifference::of($syntax, $was, $now)->takenBack($at);
            // Of a value nothing but the value changes.
            if ($places[$at]->key !== []) {
                $values++;
                $same = strspn($now ^ $taken, "\0");
                [$from, $to] = [substr($now, $same), substr($taken, $same)];
                $end = strspn(strrev($from) ^ strrev($to), "\0");
                expect(strlen($to) - $end)
                    ->toBeLessThanOrEqual(strlen($places[$at]->was[0]))
                    ->and(strlen($from) - $end)
                    ->toBeLessThanOrEqual(strlen($places[$at]->now[0]));
            }
            expect($taken)->not->toBe($now);
            $now = $taken;
            expect($steps)->toBeLessThan(20);
        }
        expect(TextDifference::of($syntax, $was, $was)->places())
            ->toBe([])
            ->and(TextDifference::of($syntax, $was, $was)->takenBack(0))
            ->toBeNull();
    }
    expect($values)->toBeGreaterThan(200);
});
