<?php

declare(strict_types=1);

use Stasimon\Core\Config\ConfigSyntax;

it('says in which line a config cannot be read, and why', function (ConfigSyntax $syntax, string $text, int $line, string $why): void {
    $wrong = $syntax->wrong($text);
    expect([$wrong?->line, $wrong?->why])->toBe([$line, $why]);
})->with([
    'a tab that indents' => [ConfigSyntax::Yaml, "sound:\n\tloud: true\n", 2, 'a tab cannot indent'],
    'two keys of one name' => [ConfigSyntax::Yaml, "loud: 1\nquiet: 2\nloud: 3\n", 3, 'duplicate key "loud" detected'],
    'a list that does not end' => [ConfigSyntax::Yaml, "a: 1\nb: [1, 2\n", 2, "did not find expected ',' or ']'"],
    'bytes that are no UTF-8' => [ConfigSyntax::Yaml, "a: 1\nb: caf\xE9\nc: 2\n", 2, 'it is not UTF-8'],
    'the same in JSON' => [ConfigSyntax::Json, "{\n  \"a\": \"é\",\n  \"b\": \"\xC3\"\n}", 3, 'it is not UTF-8'],
    'no blank behind DOCTYPE' => [
        ConfigSyntax::Xml,
        "<?xml version=\"1.0\"?>\n<!DOCTYPEconf>\n<conf/>",
        2,
        'a blank is expected behind DOCTYPE',
    ],
    'an escape that a line tears' => [
        ConfigSyntax::Properties,
        "# \\u\na = 1\nb = \\u00\\\n  e\n",
        3,
        'after \\u four hexadecimal digits are expected',
    ],
    'a key in a place for a value' => [ConfigSyntax::Yaml, "a: ? x\n", 1, 'mapping keys are not allowed in this context'],
    'a zero behind the end' => [ConfigSyntax::Xml, "<a>\n</a>\n\0<b>", 3, 'it has a character that no XML has'],
    'half of a sign of four bytes' => [ConfigSyntax::Toml, "a = 1\n\nb = \"\xF0\x9F\x98\"\n", 3, 'it is not UTF-8'],
]);

it('reads what there is nothing wrong with', function (ConfigSyntax $syntax, string $text): void {
    expect($syntax->wrong($text))->toBeNull();
})->with([
    'a mark of the byte order' => [ConfigSyntax::Yaml, "\xEF\xBB\xBFloud: true\n"],
    'aliases and tags' => [ConfigSyntax::Yaml, "a: &x [1, 2]\nb: *x\nc: !colour red\n"],
    'nothing' => [ConfigSyntax::Yaml, ''],
    'a mark before JSON' => [ConfigSyntax::Json, "\xEF\xBB\xBF{}"],
    'Latin 1 where that is usual' => [ConfigSyntax::Properties, "caf\xE9=1\n"],
    'XML in Latin 1' => [ConfigSyntax::Xml, "<?xml version=\"1.0\" encoding=\"ISO-8859-1\"?>\n<a b=\"caf\xE9\"/>"],
    'XML in UTF-16' => [ConfigSyntax::Xml, "\xFF\xFE".mb_convert_encoding('<?xml version="1.0" encoding="UTF-16"?><a>é</a>', 'UTF-16LE')],
    'INI in windows-1252' => [ConfigSyntax::Ini, "[caf\xE9]\nname=\x80uro\n"],
    'an entity from elsewhere' => [ConfigSyntax::Xml, "<!DOCTYPE a SYSTEM \"a.dtd\">\n<a>&known;</a>"],
    'several documents, keys of all kinds, and a merge' => [
        ConfigSyntax::Yaml,
        "a: &x {b: 1}\nc: {<<: *x}\n7: seven\n~: none\n? [d, e]\n: f\ng:\t1\n---\n- {h, i}\n",
    ],
    'deep JSON' => [ConfigSyntax::Json, str_repeat('[', 600).str_repeat(']', 600)],
    'a line that goes on within an escape' => [ConfigSyntax::Properties, "a=\\u00\\\n   e9\nb = \\\\u\n"],
    'long TOML' => [
        ConfigSyntax::Toml,
        implode('', array_map(fn (int $i): string => "key{$i} = \"value é {$i}\"\n", range(1, 20_000))).
        'text = """'.
        str_repeat("a \"line\"\n", 40_000).
        "\"\"\"\n",
    ],
    // Longer than this reader takes at once: nobody is told that it is wrong.
    'what is long' => [ConfigSyntax::Yaml, str_repeat("- a\n", 300_000)],
    'what has many attributes' => [ConfigSyntax::Xml, '<a '.implode(' ', array_map(fn (int $i): string => "b{$i}=\"\"", range(1, 40_000)))],
]);

it('knows of what a name is a config', function (): void {
    $words = fn (string $path): ?string => ConfigSyntax::ofPath($path)?->word();
    expect(array_map($words, ['config/a.json', 'a.YAML', 'a.yml', 'a.toml', 'x/a.properties', 'a.xml', 'a.ini', 'a.cfg', 'a']))->toBe([
        'JSON',
        'YAML',
        'YAML',
        'TOML',
        'properties',
        'XML',
        'INI',
        null,
        null,
    ]);
});
