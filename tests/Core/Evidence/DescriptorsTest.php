<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Config\Toml;
use Stasimon\Core\Config\UnreadableToml;
use Stasimon\Core\Document\CapabilityFilter;
use Stasimon\Core\Document\Expression;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Document\UnusableExpression;
use Stasimon\Core\Evidence\Descriptor\ArchiveCatalogue;
use Stasimon\Core\Evidence\Descriptor\Clauses;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\Descriptors;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Evidence\Proposal;
use Stasimon\Core\Game\DescriptorRule;
use Stasimon\Core\Version\OsgiVersion;
use Stasimon\Core\Version\UnusableVersion;
use Tests\Support\Archives;
use Tests\Support\Osgi;

/** @param  array<string, mixed>  $rule */
function ruleOf(array $rule): DescriptorRule
{
    return DescriptorRule::read(
        Node::ofJson(
            (string) json_encode($rule + ['path' => 'about', 'id' => 'id', 'version' => 'version', 'needs' => 'needs', 'kind' => 'kind']),
        ),
    );
}

/**
 * @param  array<string, string>  $files
 * @param  array<string, mixed>  $rule
 */
function describedIn(array $files, array $rule): Described
{
    $path = Archives::file($files);
    try {
        return (new Descriptors([ruleOf($rule)]))->of($path, 'it.zip');
    } finally {
        unlink($path);
    }
}

it('reads the same of an archive in every format', function (string $format, string $text, array $more = []): void {
    $said = describedIn(['about' => $text], ['format' => $format] + $more);
    expect([$said->id, $said->version, $said->release()['needs'] ?? [], $said->kind])->toBe([
        'tide-clock',
        '1.4.0',
        [['id' => 'gulls', 'range' => '^2'], ['id' => 'oakum']],
        Kind::Mod,
    ]);
})->with([
    'json' => ['json', '{"id": "Tide-Clock", "version": "1.4.0", "needs": {"gulls": "^2", "oakum": "*"}}'],
    'yaml' => ['yaml', "id: Tide-Clock\nversion: 1.4.0\nneeds:\n  gulls: ^2\n  oakum: '*'\n"],
    'toml' => ['toml', "id = 'Tide-Clock'\nversion = \"1.4.0\" # the newest\n[needs]\ngulls = \"^2\"\noakum = \"*\"\n"],
    'properties' => [
        'properties',
        "id=Tide-Clock\nversion: 1.4.0\nneeds = gulls \\\n  ^2\n",
        ['needs' => "[{id: 'gulls', range: replace(needs, '/^\\S+\\s+/', '')}, {id: 'oakum'}]"],
    ],
    'xml' => [
        'xml',
        '<mod id="Tide-Clock"><version>1.4.0</version><needs><need id="gulls" range="^2"/><need id="oakum"/></needs></mod>',
        ['needs' => 'needs.need'],
    ],
    'manifest' => [
        'manifest',
        "Manifest-Version: 1.0\r\nId: Tide-Clock\r\nVersion: 1.4.0\r\nNeeds: gulls;range=\"^2\",oak\r\n um\r\n\r\n",
        ['clauses' => ['Needs'], 'needs' => 'needs[].{id: name, range: attributes.range}'],
    ],
    'headers' => [
        'headers',
        "Id: Tide-Clock\r\nVersion: 1.4.0\r\nNeeds: gulls\r\n ^2\r\nneeds: oakum *\r\n\r\nVersion: 9.9.9\r\n",
        ['needs' => "needs[].{id: replace(@, '/ .*/', ''), range: replace(@, '/.* /', '')}"],
    ],
]);

it('reads TOML as its specification has it', function (string $toml, mixed $expected): void {
    expect(Toml::read($toml))->toBe($expected);
})->with([
    // The TOML specification, version 1.0.0: examples of "Keys", "String", "Integer", "Array", "Table", "Array of Tables".
    [
        "name = \"Orange\"\nphysical.color = \"orange\"\nsite.\"google.com\" = true\n",
        ['name' => 'Orange', 'physical' => ['color' => 'orange'], 'site' => ['google.com' => true]],
    ],
    ["str = \"I'm a string. \\\"You can quote me\\\". Name\\tJos\\u00E9\"\n", ['str' => "I'm a string. \"You can quote me\". Name\tJosé"]],
    [
        "str1 = \"\"\"\nRoses are red\nViolets are blue\"\"\"\nwinpath = 'C:\\Users\\nodejs'\n",
        ['str1' => "Roses are red\nViolets are blue", 'winpath' => 'C:\\Users\\nodejs'],
    ],
    ["a = 1_000\nb = 0xDEADBEEF\nc = 0b1101\nd = 6.626e-34\n", ['a' => 1000, 'b' => 0xDEADBEEF, 'c' => 13, 'd' => 6.626e-34]],
    ["integers = [ 1, 2, 3, ] # last\nnested = [ [ 1, 2 ], [\"a\"] ]\n", ['integers' => [1, 2, 3], 'nested' => [[1, 2], ['a']]]],
    [
        "[dog.\"tater.man\"]\ntype.name = \"pug\"\npoint = { x = 1, y = 2 }\n",
        ['dog' => ['tater.man' => ['type' => ['name' => 'pug'], 'point' => ['x' => 1, 'y' => 2]]]],
    ],
    [
        "[[fruits]]\nname = \"apple\"\n[fruits.physical]\ncolor = \"red\"\n[[fruits.varieties]]\nname = \"red ".
        "delicious\"\n[[fruits.varieties]]\nname = \"granny smith\"\n[[fruits]]\nname = \"banana\"\n",
        [
            'fruits' => [
                [
                    'name' => 'apple',
                    'physical' => ['color' => 'red'],
                    'varieties' => [['name' => 'red delicious'], ['name' => 'granny smith']],
                ],
                ['name' => 'banana'],
            ],
        ],
    ],
    [
        "regex2 = '''I [dw]on't need \\d{2} apples'''\nlines  = '''\nThe first newline is\ntrimmed in raw strings.\n'''\n",
        ['regex2' => "I [dw]on't need \\d{2} apples", 'lines' => "The first newline is\ntrimmed in raw strings.\n"],
    ],
    ["odt = 1979-05-27T07:32:00Z\n", ['odt' => '1979-05-27T07:32:00Z']],
]);

it('refuses TOML that the specification calls invalid, with the line', function (string $toml, int $line): void {
    expect(fn () => Toml::read($toml))->toThrow(UnreadableToml::class, "in line {$line}");
})->with([
    ["a = 1\nkey = # INVALID\n", 2],
    ["name = \"Tom\"\nname = \"Pradyun\"\n", 2],
    ["[fruit]\na = 1\n[fruit]\n", 3],
    ["first = \"Tom\" last = \"Preston-Werner\"\n", 1],
    ["a = \"open\n", 1],
    [str_repeat('a = [', 1).str_repeat('[', 100), 1],
    ["a = 1\nb = {x = 1 y = 2}\n", 2],
    ["fruit = []\n\n[[fruit]]\n", 3],
    ["fruit = 1\n[[fruit]]\n", 2],
    [implode('.', array_fill(0, 200, 'a'))." = 1\n", 1],
]);

it('reads clauses with quoted texts, types, directives and several names', function (): void {
    // OSGi Core Release 8, section 3.2.4 and 3.6.
    expect(
        Clauses::read('it', 'com.acme.foo;com.acme.bar;version="[1.23,1.24)";resolution:=optional,org.osgi.util;v:List<String>="a,b\,c"'),
    )
        ->toBe([
            [
                'name' => 'com.acme.foo',
                'own' => null,
                'attributes' => ['version' => '[1.23,1.24)'],
                'directives' => ['resolution' => 'optional'],
            ],
            [
                'name' => 'com.acme.bar',
                'own' => null,
                'attributes' => ['version' => '[1.23,1.24)'],
                'directives' => ['resolution' => 'optional'],
            ],
            ['name' => 'org.osgi.util', 'own' => null, 'attributes' => ['v' => ['a', 'b,c']], 'directives' => []],
        ])
        ->and(fn () => Clauses::read('It', 'a;b="open'))
        ->toThrow(UnreadableDescriptor::class, 'header It');
});

it('reads what a filter asks', function (string $filter, array $expected): void {
    expect(array_map(fn (array $one): array => [$one['value'], $one['range']], CapabilityFilter::alternatives($filter, 'osgi.ee')))->toBe(
        $expected,
    );
})->with([
    ['(&(osgi.ee=JavaSE)(version=1.8))', [['JavaSE', '[1.8]']]],
    ['(|(&(osgi.ee=JavaSE)(version>=1.6))(&(osgi.ee=OSGi/Minimum)(version=1.2)))', [['JavaSE', '[1.6,)'], ['OSGi/Minimum', '[1.2]']]],
    ['(&(osgi.ee=x)(version>=1.0)(!(version>=2.0)))', [['x', '[1.0,2.0)']]],
    ['(&(osgi.ee=x)(!(version<=1.0))(version<=2))', [['x', '(1.0,2]']]],
    ['(&(osgi.ee=x)(version=1', []],
    ['', []],
]);

it('orders versions as OSGi does', function (): void {
    // OSGi Core Release 8, section 3.2.5: missing numbers are 0, and a qualifier is compared as a text.
    $chain = ['0', '0.0.0.a', '1.0.0', '1.0.0.10', '1.0.0.9', '1.0.0.R1', '1.0.0.v2', '1.0.1', '1.2', '1.10', '2', '10.0'];
    foreach (array_keys($chain) as $i) {
        foreach (array_keys($chain) as $j) {
            expect(OsgiVersion::of($chain[$i])->compare(OsgiVersion::of($chain[$j])) <=> 0)->toBe($i <=> $j, "{$chain[$i]} {$chain[$j]}");
        }
    }
    expect(OsgiVersion::of('1')->compare(OsgiVersion::of('01.0.0')))->toBe(0);
    foreach (['', '1.x', '1.0.0.', '1.0-SNAPSHOT', '1.0.0.a b'] as $bad) {
        expect(fn () => OsgiVersion::of($bad))->toThrow(UnusableVersion::class);
    }
});

it('refuses hostile and odd descriptors with a sentence', function (string $format, string $text, string $why): void {
    $start = hrtime(true);
    expect(fn () => describedIn(['about' => $text], ['format' => $format]))->toThrow(UnreadableDescriptor::class, $why);
})->with([
    ['yaml', 'a: [', 'it is not YAML'],
    ['yaml', str_repeat("- a\n", 60_000), 'longer than 200,000 bytes'],
    ['xml', '<a><b></a>', 'it is not XML'],
    ['xml', str_repeat('<a>', 70).str_repeat('</a>', 70), 'nested too deep'],
    ['toml', "a = \n", 'in line 1'],
    ['executable', 'MZ and no more', 'no executable that says its version'],
    'long' => ['json', str_repeat(' ', 1_100_000).'{}', 'longer than 1,000,000 bytes'],
    'deep' => ['json', '{"id":'.str_repeat('[', 200).str_repeat(']', 200).'}', 'not JSON'],
    'entities' => ['xml', '<?xml version="1.0"?><!DOCTYPE m [<!ENTITY a "&b;&b;"><!ENTITY b "&a;&a;">]><m id="&a;"/>', 'document type'],
    'many attributes' => [
        'xml',
        '<m '.implode(' ', array_map(fn (int $i): string => "a{$i} = 'v>'", range(1, 501))).'/>',
        'more than 500 attributes',
    ],
    'the same of two bytes a character' => [
        'xml',
        "\xff\xfe".
        mb_convert_encoding('<m '.implode(' ', array_map(fn (int $i): string => "a{$i}=\"\"", range(1, 501))).'/>', 'UTF-16LE'),
        '',
    ],
    'many elements' => ['xml', '<m>'.str_repeat('<a/>', 8_001).'</m>', 'more than 8,000 elements'],
    'laughing yaml' => [
        'yaml',
        "a: &a [x,x,x,x,x,x,x,x,x,x]\nb: &b [*a,*a,*a,*a,*a,*a,*a,*a,*a,*a]\nc: &c [*b,*b,*b,*b,*b,*b,*b,*b,*b,*b]\nd: &d ".
        "[*c,*c,*c,*c,*c,*c,*c,*c,*c,*c]\ne: &e [*d,*d,*d,*d,*d,*d,*d,*d,*d,*d]\nf: [*e,*e,*e,*e,*e,*e,*e,*e,*e,*e]\n",
        'values',
    ],
    'no text' => ['toml', "\xff\xfe", 'UTF-8'],
    'no version' => ['json', '{"id": "a"}', 'no version'],
    'no such version' => ['json', '{"id": "a", "version": "one"}', 'is not a version'],
    'no such range' => ['json', '{"id": "a", "version": "1.0.0", "needs": {"b": ">>1"}}', 'what it says of b cannot be used'],
    'no assembly' => ['assembly', 'MZ'.str_repeat("\0", 200), 'not an assembly'],
]);

it('takes no expression that could run for ever, or that is none, and says where it stands', function (
    string $expression,
    string $why,
): void {
    expect(fn () => ruleOf(['format' => 'json', 'needs' => $expression]))->toThrow(UnusableDocument::class, "/needs: {$why}");
})->with([
    ['['.str_repeat('@, ', 9).'@]'.str_repeat('.[@, @, @, @]', 5), 'the lists that it makes'],
    [implode(' | ', array_fill(0, 9, '{a: @, b: @}')), 'the lists that it makes'],
    ['to_string(to_string(to_string(to_string(@))))', 'the lists that it makes'],
    ['needs[', 'it is not a JMESPath expression'],
    ['run(@)', 'there is no function "run"; there are lower, replace'],
    ["replace(@,' .*$','')", 'replace is given no pattern'],
    [str_repeat('a', 2_001), 'an expression of at most'],
]);

it('joins no long text between many', function (): void {
    $expression = Expression::read(Node::ofJson('"join(glue, items)"'));
    expect($expression->of(['glue' => '-', 'items' => ['a', 'b']]))
        ->toBe('a-b')
        ->and(fn () => $expression->of(['glue' => str_repeat('x', 10_000), 'items' => array_fill(0, 1_000, 'y')]))
        ->toThrow(UnusableExpression::class, 'too long');
});

it('gives the functions of its own what they promise', function (string $expression, mixed $expected): void {
    expect(
        Expression::read(Node::ofJson((string) json_encode($expression)))->of(['a' => 'Ab', 'b' => '', 'm' => ['x' => '1', 'y' => '2']]),
    )->toBe($expected);
})->with([
    ['lower(a)', 'ab'],
    ["replace(a, '/b/', 'c')", 'Ac'],
    ["either(b, c, 'z')", 'z'],
    ['pairs(m)', [['id' => 'x', 'range' => '1'], ['id' => 'y', 'range' => '2']]],
    ['pairs(a)', null],
]);

it('makes a catalogue that the resolver reads, with what nothing describes beside it', function (): void {
    $bundle = fn (string $name, string $version, string $more): string => Archives::file([
        'META-INF/MANIFEST.MF' => "Manifest-Version: 1.0\nBundle-ManifestVersion: ".
        "2\nBundle-SymbolicName: {$name};singleton:=true\nBundle-Version: {$version}\n{$more}\n",
    ]);
    $files = [
        'a.jar' => $bundle(
            'org.Example.A',
            '1.0.0',
            'Import-Package: org.example.b;version="[1.2,2)",org.example.c;resolution:=optional,javax.xml.parsers',
        ),
        'b.jar' => $bundle('org.example.b', '1.2.0.v2', 'Export-Package: org.example.b;version=1.2.0.v2'),
        'again.jar' => $bundle('org.example.b', '1.2.0.v2', 'Export-Package: org.example.b;version=1.2.0.v2'),
        'plain.jar' => Archives::file(['x.txt' => 'x']),
        'bad.jar' => $bundle('org.example.bad', '1.x', ''),
    ];
    $catalogue = new ArchiveCatalogue(Osgi::game());
    foreach ($files as $name => $path) {
        $catalogue->add($path, $name);
    }
    $document = $catalogue->document();
    array_map(unlink(...), $files);
    $packages = array_column($document['packages'], null, 'id');
    expect($packages['org.example.a']['releases'][0]['needs'])
        ->toBe([['id' => 'pkg.org.example.b', 'range' => '[1.2,2)'], ['id' => 'pkg.javax.xml.parsers']])
        ->and($packages['org.example.a']['releases'][0]['suggests'])
        ->toBe([['id' => 'pkg.org.example.c']])
        ->and($packages['org.example.a']['releases'][0]['descriptor'])
        ->toBe('META-INF/MANIFEST.MF')
        ->and($packages['org.example.a']['releases'][0]['files'][0])
        ->toHaveKeys(['name', 'size', 'sha256'])
        ->and($packages['org.example.b']['releases'])
        ->toHaveCount(1)
        ->and(array_column($packages['org.example.b']['releases'][0]['files'], 'name'))
        ->toBe(['b.jar'])
        ->and(array_column($document['unread'], 'file'))
        ->toBe(['plain.jar', 'bad.jar'])
        ->and($document['unread'][1]['why'])
        ->toContain('"1.x" is not a version')
        ->and((new CatalogueReader())->read((string) json_encode($document))->package('pkg.org.example.b')?->releases)
        ->toBe([]);
});

it('proposes name, version, kind and folder of what says nothing, and why', function (string $file, array $inside, array $expected): void {
    $path = Archives::file(array_fill_keys($inside, 'x'));
    $proposal = Proposal::of($path, $file, [Kind::Mod, Kind::ResourcePack, Kind::ShaderPack], []);
    unlink($path);
    expect([$proposal->id, $proposal->name, $proposal->version, $proposal->kind, $proposal->content])
        ->toBe($expected)
        ->and($proposal->why)
        ->not->toBe([]);
})->with([
    ['Tide_Clock-v2.1.3.zip', ['a.class'], ['tide-clock', 'Tide Clock', '2.1.3', Kind::Mod, '']],
    ['paperLanterns 0.3 (1).zip', ['assets/x.png'], ['paper-lanterns', 'Paper Lanterns', '0.3', Kind::ResourcePack, '']],
    ['waves.zip', ['waves-main/shaders/sea.frag'], ['waves', 'Waves', '1.0.0', Kind::ShaderPack, 'waves-main']],
    ['漢字-1.2.zip', ['x/readme.md'], ['han-zi', '漢字', '1.2', Kind::Mod, 'x']],
    // As long as names of files can be: what is proposed is an id, a name and a version all the same.
    [
        str_repeat('漢', 80).'-'.str_repeat('1.', 60).'0.zip',
        ['x/readme.md'],
        [rtrim(substr(str_repeat('han-', 80), 0, 100), '-'), str_repeat('漢', 80), '1.0.0', Kind::Mod, 'x'],
    ],
]);
