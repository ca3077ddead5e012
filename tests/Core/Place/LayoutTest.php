<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Replacement;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\KindPlace;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Place\Bringing;
use Stasimon\Core\Place\Content;
use Stasimon\Core\Place\ContentFolder;
use Stasimon\Core\Place\LaidFile;
use Stasimon\Core\Place\Layout;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Place\UnplaceableFile;

/** @param  array<string, string>  $files  path => digest */
function brings(string $package, array $files, string ...$needs): Bringing
{
    return new Bringing($package, array_values($needs), array_map(fn (string $digest): Content => new Content($digest, 1), $files));
}

/** @param  list<LaidFile>  $laid
 *  @return array<string, string> path => winner and whom it lies over */
function winners(array $laid): array
{
    return array_column(
        array_map(fn (LaidFile $file): array => [$file->path, implode(' over ', [$file->package, ...$file->over])], $laid),
        1,
        0,
    );
}

it('lays a file of two packages once, and says who stands back', function (): void {
    $both = [brings('roofs', ['a.json' => '1', 'b.json' => '2']), brings('clay', ['a.json' => '3'])];
    expect(winners(Layout::of($both)))
        ->toBe(['a.json' => 'roofs over clay', 'b.json' => 'roofs'])
        ->and(winners(Layout::of($both, ['roofs', 'clay'])))
        ->toBe(['a.json' => 'clay over roofs', 'b.json' => 'roofs']);
});

it('has a package win over what it needs, whatever their names', function (): void {
    expect(winners(Layout::of([brings('aa', ['x' => '1'], 'zz'), brings('zz', ['x' => '2'])])))
        ->toBe(['x' => 'aa over zz'])
        // Needs in a circle end.
        ->and(winners(Layout::of([brings('a', ['x' => '1'], 'b'), brings('b', ['x' => '2'], 'a')])))
        ->toHaveCount(1);
});

it('does not call it an overlap when both bring the same', function (): void {
    expect(Layout::of([brings('a', ['x' => '1']), brings('b', ['x' => '1'])])[0]->over)->toBe([]);
});

it('takes names for one that a file system may take for one', function (): void {
    expect(winners(Layout::of([brings('a', ['Data/X.json' => '1']), brings('b', ['data/x.json' => '2'])])))->toBe([
        'data/x.json' => 'b over a',
    ]);
});

it('finds the folder that is the content', function (array $paths, string $folder, ?string $said, array $expected): void {
    $entries = array_map(fn (int $i, string $path): ArchiveEntry => new ArchiveEntry($i, $path, 1), array_keys($paths), $paths);
    expect(array_keys(ContentFolder::of($entries, new KindPlace($folder, true), $said, 'x.zip')))->toBe($expected);
})->with([
    'all of it' => [['a.json', 'b/c.json'], 'scripts', null, ['a.json', 'b/c.json']],
    'one folder around everything' => [['pack-1.0/a.json', 'pack-1.0/b/c.json'], 'scripts', null, ['a.json', 'b/c.json']],
    'a folder named like the place, among others' => [['README.md', 'sources/a.txt', 'scripts/a.json'], 'scripts', null, ['a.json']],
    'the same below a folder around everything' => [['pack/README.md', 'pack/scripts/a.json'], 'scripts', null, ['a.json']],
    'the folder that the depot names' => [['pack/README.md', 'pack/game/a/b.json', 'pack/sources/x'], '.', 'pack/game', ['a/b.json']],
    'the game\'s own folder keeps its folders' => [['plugins/a.dll', 'data/b.json'], '.', null, ['plugins/a.dll', 'data/b.json']],
]);

it('gives each a folder of its own, where the game wants that', function (array $paths, ?string $said, array $expected): void {
    $entries = array_map(fn (int $i, string $path): ArchiveEntry => new ArchiveEntry($i, $path, 1), array_keys($paths), $paths);
    expect(array_keys(ContentFolder::of($entries, new KindPlace('scripts', true, true), $said, 'x.zip', 'bells')))->toBe($expected);
})->with([
    'the one that is around everything' => [['Bells/a.lua', 'Bells/b/c.lua'], null, ['Bells/a.lua', 'Bells/b/c.lua']],
    'one called like it, where there is none' => [['a.lua', 'b/c.lua'], null, ['bells/a.lua', 'bells/b/c.lua']],
    'the one in a folder named like the place' => [['README.md', 'scripts/Bells/a.lua'], null, ['Bells/a.lua']],
    'the one that is named' => [['pack/Bells/a.lua', 'pack/README.md'], 'pack/Bells', ['Bells/a.lua']],
]);

it('says that a named folder is not there', function (): void {
    ContentFolder::of([new ArchiveEntry(0, 'a.txt', 1)], new KindPlace('.', true), 'game', 'x.zip');
})->throws(UnsafeArchive::class, 'the folder "game" that its page names is not in it');

it('keeps the names that an instance needs for itself', function (string $path): void {
    $game = GameDefinition::read((string) file_get_contents(dirname(__DIR__, 3).'/games/nightpost.json'));
    $placement = new Placement($game);
    expect($placement->isOwn('Config/a.json'))->toBeTrue()->and($placement->isOwn('plugins/a.dll'))->toBeFalse();
    $placement->pathWithin($placement->placeOf(Kind::Expansion, 'x.zip'), $path);
})
    ->with(['.stasimon.json', 'plan.pending', 'LOGS/latest.log'])
    ->throws(UnplaceableFile::class, 'kept for other things');

it('lays nothing that another release makes obsolete', function (): void {
    $covers = fn (string $pattern, string $path): bool => Replacement::ofPath($pattern)?->covers($path) ??
        throw new LogicException($pattern);
    expect($covers('scripts/old/', 'scripts/old/a/b.json'))
        ->toBeTrue()
        ->and($covers('scripts/old/', 'scripts/older.json'))
        ->toBeFalse()
        ->and($covers('a/*.json', 'a/x.json'))
        ->toBeTrue()
        ->and($covers('a/*.json', 'a/b/x.json'))
        ->toBeFalse()
        ->and($covers('a/x.json', 'a/x.json.txt'))
        ->toBeFalse()
        ->and($covers('A/x', 'a/X'))
        ->toBeTrue()
        ->and($covers('a.c', 'abc'))
        ->toBeFalse();
    foreach (['*a*a*a*a*a*a', '/etc', '../x', 'a/../b', '', "a\x00"] as $none) {
        expect(Replacement::ofPath($none))->toBeNull();
    }
    $old = new Bringing(
        'old',
        [],
        ['scripts/a' => new Content('1', 1), 'scripts/b' => new Content('2', 1)],
        [Replacement::ofPath('scripts/a')],
    );
    expect(winners(Layout::of([$old, brings('new', ['scripts/c' => '3'])])))->toBe(['scripts/b' => 'old', 'scripts/c' => 'new']);
});

it('says who brings a folder where a file is to be', function (): void {
    expect(fn () => Layout::of([brings('roofs', ['data' => '1']), brings('clay', ['data/x.json' => '2'])]))
        ->toThrow(UnplaceableFile::class, 'clay brings a folder where roofs brings the file "data"')
        ->and(fn () => Layout::of([brings('roofs', ['data' => '1', 'data/x.json' => '2'])]))
        ->toThrow(UnplaceableFile::class, 'roofs brings "data" both as a file and as a folder');
});

it('places nothing that leads too deep or is too long', function (string $path): void {
    $placement = new Placement(GameDefinition::read((string) file_get_contents(dirname(__DIR__, 3).'/games/nightpost.json')));
    expect(fn () => $placement->pathWithin(new KindPlace('scripts', true), $path))->toThrow(UnplaceableFile::class, 'folders deep');
})->with([str_repeat('a/', 70).'x', implode('/', array_fill(0, 20, str_repeat('long', 50)))]);
