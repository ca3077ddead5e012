<?php

declare(strict_types=1);

use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Evidence\Repository\BundleIndex;
use Stasimon\Core\Evidence\Repository\Coordinates;
use Stasimon\Core\Evidence\Repository\DirectoryPage;
use Stasimon\Core\Evidence\Repository\EffectivePom;
use Stasimon\Core\Evidence\Repository\Feed;
use Stasimon\Core\Evidence\Repository\Pom;

it('knows a folder by the pages that common servers make of it, and no other page', function (string $page, array $files): void {
    $read = DirectoryPage::read($page, '/mods/');
    expect($read?->files)->toBe($files)->and($read?->folders)->toBe(['old']);
})->with([
    'nginx' => [
        '<html><head><title>Index of /mods/</title></head><body><h1>Index of /mods/</h1><hr><pre><a href="../">../</a>'."\n".
        '<a href="old/">old/</a>     01-Mar-2026 10:00       -'.
        "\n".'<a href="a%20b.zip">a b.zip</a>   01-Mar-2026 10:00    1234'."\n</pre>",
        ['a b.zip' => '01-Mar-2026 10:00 1234'],
    ],
    'Apache' => [
        '<title>Index of /mods</title><table><tr><th><a href="?C=N;O=D">Name</a></th></tr><tr><td><a href="/">Parent</a></td></tr>'.
        '<tr><td><a href="old/">old/</a></td></tr><tr><td><a href="a.zip">a.zip</a></td><td>2026-03-01 10:00</td>'.
        '<td>1.2K</td></tr></table>',
        ['a.zip' => 'a.zip2026-03-01 10:001.2K'],
    ],
    'Python' => [
        '<title>Directory listing for /mods/</title><h1>Directory listing for /mods/</h1><ul><li><a href="old/">old/</a></li>'.
        '<li><a href="a.zip">a.zip</a></li><li><a href="http://198.51.100.7/b.zip">b</a></li><li><a href="..%2fc.zip">c</a></li></ul>',
        ['a.zip' => 'a.zip'],
    ],
    'a document' => [
        '[{"name":"old","type":"directory","mtime":"x"},{"name":"a.zip","type":"file","mtime":"Sun, 01 Mar 2026 10:00:00 GMT","size":7}]',
        ['a.zip' => 'Sun, 01 Mar 2026 10:00:00 GMT 7'],
    ],
]);

it('takes no other page for a folder, and one of any length', function (): void {
    foreach (['', '<h1>My mods</h1><a href="a.zip">a</a>', '{"a": 1}', '[1, 2]', '["a"]'] as $page) {
        expect(DirectoryPage::read($page, '/'))->toBeNull();
    }
    // A list of elements that is asked for its next one goes through all before it: this would not end.
    $links = implode("\n", array_map(fn (int $n): string => "<a href=\"{$n}.zip\">{$n}</a> {$n}", range(1, 60_000)));
    $read = DirectoryPage::read("<title>Index of /</title><pre>{$links}</pre>", '/');
    expect(count($read->files))->toBe(60_000)->and($read->files['59999.zip'])->toBe('59999');
});

it('reads a POM with what it rests on, and refuses what rests on itself or on too much', function (): void {
    $own = '<groupId>g</groupId><artifactId>a</artifactId><version>1</version>';
    $pom = fn (string $more): Pom => Pom::read("<project>{$own}{$more}</project>");
    $parent = "<parent>{$own}</parent>";
    $itself = $pom($parent);
    expect(fn () => EffectivePom::of($itself, fn (): Pom => $itself))->toThrow(UnusableDocument::class, 'parents above one another');
    $import = "<dependencyManagement><dependencies><dependency>{$own}".
        '<type>pom</type><scope>import</scope></dependency></dependencies></dependencyManagement>';
    $imports = $pom($import);
    expect(fn () => EffectivePom::of($imports, fn (): Pom => $imports))->toThrow(UnusableDocument::class, 'leads too far');
    // Properties that stand in one another grow no further than a version can.
    $grown = $pom('<properties><a>${b}${b}</a><b>${a}${a}</b></properties><name>${a}</name>');
    expect(strlen(EffectivePom::of($grown, fn () => throw new LogicException())->name))->toBeLessThan(100_000);
    foreach (['<!DOCTYPE project [<!ENTITY a "b">]><project/>', '<project', 'of herons', '<settings/>'] as $text) {
        expect(fn () => Pom::read($text))->toThrow(UnusableDocument::class);
    }
    $paths = ['org/moles/a/1/a-1.pom' => 'org.moles:a:1', 'a/1/a-1.pom' => null, 'org/../a/1/a-1.pom' => null, 'g/a/1/b-1.pom' => null];
    foreach ($paths as $at => $is) {
        expect(Coordinates::ofPath($at)?->words())->toBe($is);
    }
});

it('says of an index of bundles what its filters let in', function (string $filter, string $says): void {
    $requirement = '<requirement namespace="osgi.wiring.package"><directive name="filter" value="'.
        htmlspecialchars($filter).'"/></requirement>';
    $xml = '<repository xmlns="http://www.osgi.org/xmlns/repository/v1.0.0"><resource><capability namespace="osgi.identity">'.
        '<attribute name="osgi.identity" value="one"/></capability><capability namespace="osgi.content">'.
        '<attribute name="url" value="x.jar"/>'.
        "</capability>{$requirement}</resource><resource/></repository>";
    $resources = iterator_to_array(BundleIndex::read($xml)->resources());
    expect($resources)->toHaveCount(1)->and(str_replace("\r\n ", '', $resources[0]->manifest))->toContain("Import-Package: {$says}\r\n");
})->with([
    ['(osgi.wiring.package=a.b)', 'a.b'],
    ['(&(osgi.wiring.package=a.b)(version>=1.1.0))', 'a.b;version="1.1.0"'],
    ['(&(osgi.wiring.package=a.b)(version>=1.1.0)(!(version>=2.0.0)))', 'a.b;version="[1.1.0,2.0.0)"'],
    ['(&(osgi.wiring.package=a.b)(&(version>=1.1.0)(version<=2.0.0)))', 'a.b;version="[1.1.0,2.0.0]"'],
    ['(&(osgi.wiring.package=a.b)(!(version<=1.1.0))(!(version>=2.0.0)))', 'a.b;version="(1.1.0,2.0.0)"'],
    ['(&(osgi.wiring.package=a.b)(version=1.1.0))', 'a.b;version="[1.1.0,1.1.0]"'],
    ['(&(osgi.wiring.package=a.b)(!(version>=2.0.0)))', 'a.b;version="[0.0.0,2.0.0)"'],
]);

it('refuses what is no index and no feed', function (): void {
    foreach (['', '<a/>', '<repository/>', "\x1f\x8bnothing", '<!DOCTYPE a><repository/>'] as $text) {
        expect(fn () => BundleIndex::read($text))->toThrow(UnusableDocument::class);
    }
    $broken = '<repository xmlns="http://www.osgi.org/xmlns/repository/v1.0.0"><resource>';
    expect(fn () => iterator_to_array(BundleIndex::read($broken)->resources()))->toThrow(UnusableDocument::class);
    foreach (['', '<html/>', '<rss/>', '<feed'] as $text) {
        expect(fn () => Feed::read($text))->toThrow(UnusableDocument::class);
    }
});
