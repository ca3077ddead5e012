<?php

declare(strict_types=1);

use Stasimon\Core\Config\Setting;
use Stasimon\Core\Config\UnwritableSetting;
use Symfony\Component\Yaml\Yaml;

/** A config read by a reader that is not ours: PHP's for JSON and INI, Symfony's for YAML. */
function readElsewhere(string $path, string $text): mixed
{
    return match (pathinfo($path, PATHINFO_EXTENSION)) {
        'json' => json_decode($text, true, flags: JSON_THROW_ON_ERROR),
        'yaml' => Yaml::parse($text),
        'ini' => parse_ini_string($text, true, INI_SCANNER_RAW),
        default => parse_ini_string(preg_replace('/^[!#].*$/m', '', $text), true, INI_SCANNER_RAW),
    };
}

it('sets a value, or adds it where it is not, and leaves the rest as it is', function (
    string $path,
    ?string $text,
    string $key,
    string $value,
    array $read,
): void {
    $setting = new Setting($path, $key);
    $new = $setting->with($text, $value);
    expect(readElsewhere($path, $new))->toEqual($read)->and($setting->in($new))->toBe($value);
    // Setting it once more changes nothing; taking its line or value away again leaves what was there.
    expect($setting->with($new, $value))->toBe($new);
    foreach (preg_split('/\R/', (string) $text) ?: [] as $line) {
        if (str_starts_with(ltrim($line), '#')) {
            expect($new)->toContain($line);
        }
    }
})->with([
    'json, there' => ['a.json', '{"pack": "old.zip", "n": [1, 2]}', 'pack', 'new.zip', ['pack' => 'new.zip', 'n' => [1, 2]]],
    'json, a number stays one' => ['a.json', '{"n": 4}', 'n', '8', ['n' => 8]],
    'json, a text stays one' => ['a.json', '{"n": "4"}', 'n', '8', ['n' => '8']],
    'json, deep' => ['a.json', '{"a": {"b": true}}', 'a.b', 'false', ['a' => ['b' => false]]],
    'json, new in what is there' => ['a.json', "{\n  \"a\": {\n    \"b\": 1\n  }\n}\n", 'a.c', '"y"', ['a' => ['c' => '"y"', 'b' => 1]]],
    'json, new and deep' => ['a.json', '{"z": 1}', 'a.b.c', 'true', ['a' => ['b' => ['c' => true]], 'z' => 1]],
    'json, none yet' => ['a.json', null, 'a.b', 'x', ['a' => ['b' => 'x']]],
    'yaml, there' => ['a.yaml', "# kept\nfog: thin\nwind:\n  force: 4\n", 'wind.force', '7', ['fog' => 'thin', 'wind' => ['force' => 7]]],
    'yaml, new' => ['a.yaml', 'fog: thin', 'wind.force', '7', ['fog' => 'thin', 'wind' => ['force' => 7]]],
    'yaml, with signs' => ['a.yaml', "fog: thin\n", 'say', 'a: b # c', ['fog' => 'thin', 'say' => 'a: b # c']],
    'ini, there' => ['a.ini', "[draw]\nfar=8\n; said\nnear=1\n", 'draw.far', '12', ['draw' => ['far' => '12', 'near' => '1']]],
    'ini, new in a section' => [
        'a.ini',
        "[draw]\nfar=8\n[sea]\nx=1\n",
        'draw.near',
        '1',
        ['draw' => ['near' => '1', 'far' => '8'], 'sea' => ['x' => '1']],
    ],
    'ini, before all sections' => ['a.ini', "[draw]\nfar=8\n", 'pack', 'b.zip', ['pack' => 'b.zip', 'draw' => ['far' => '8']]],
    'ini, a section of its own' => ['a.ini', 'x=1', 'sea.wind', '3', ['x' => '1', 'sea' => ['wind' => '3']]],
    'properties, there' => ['a.properties', "# kept\npack=old.zip\nfar = 8\n", 'pack', 'new.zip', ['pack' => 'new.zip', 'far' => '8']],
    'properties, a dot in its key' => ['a.properties', "draw.far=8\n", 'draw.far', '9', ['draw.far' => '9']],
    'properties, none yet' => ['a.properties', null, 'pack', 'new.zip', ['pack' => 'new.zip']],
    'toml, there' => ['a.toml', "# kept\n[draw]\nfar = 8\n", 'draw.far', '12', ['draw' => ['far' => '12']]],
    'toml, new' => ['a.toml', "[draw]\nfar = 8\n", 'open', 'true', ['open' => 'true', 'draw' => ['far' => '8']]],
]);

it('says so where it cannot be sure', function (string $path, string $text, string $key, string $value): void {
    expect(fn () => (new Setting($path, $key))->with($text, $value))->toThrow(UnwritableSetting::class, 'by hand');
})->with([
    ['a.json', '{"a": 1, "a": 2}', 'a', '3'],
    ['a.json', '{"a": [1]}', 'a.b', '3'],
    ['a.json', 'not at all', 'a', '3'],
    ['a.yaml', "a:\n  - 1\n", 'a.b', '3'],
    ['a.yaml', "{a: 1}\n", 'b', '3'],
    ['a.xml', '<a/>', 'a', '3'],
    ['a.txt', 'a=1', 'a', '3'],
    ['a.properties', "a=1\n", 'a', "3\nb=4"],
    ['a.ini', "a=1\n", "a\nb", '3'],
    ['a.toml', "a = \"\"\"\nlong\n\"\"\"\n", 'b', '3'],
]);

it('keeps the encoding and the ends of lines of what it changes', function (): void {
    $wide = "\xFF\xFE".mb_convert_encoding("pack=old\r\nfar=8\r\n", 'UTF-16LE', 'UTF-8');
    $new = (new Setting('a.ini', 'pack'))->with($wide, 'new');
    expect(substr($new, 0, 2))->toBe("\xFF\xFE")
        ->and(mb_convert_encoding(substr($new, 2), 'UTF-8', 'UTF-16LE'))->toBe("pack=new\r\nfar=8\r\n");
});
