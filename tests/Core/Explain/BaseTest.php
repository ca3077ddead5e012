<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Game\BaseChoice;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\LoaderBuild;
use Stasimon\Core\Game\Support;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Place\UnplaceableFile;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Once;
use Stasimon\Core\Plan\OwnChange;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanDocument;
use Stasimon\Core\Plan\Restore;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;

function definition(string $id = 'ferrywright'): GameDefinition
{
    return GameDefinition::read((string) file_get_contents(dirname(__DIR__, 3)."/games/{$id}.json"));
}

/** @param  array<string, mixed>  $document */
function package(array $document): Package
{
    return (new CatalogueReader())->package(Node::ofJson(json_encode($document, JSON_THROW_ON_ERROR)));
}

function capstan(): Package
{
    return package([
        'id' => 'capstan',
        'kind' => 'loader',
        'releases' => [
            ['version' => '47.2.0', 'needs' => [['id' => 'ferrywright', 'range' => '=3.2.1']]],
            ['version' => '47.3.2', 'needs' => [['id' => 'ferrywright', 'range' => '=3.2.1']]],
            ['version' => '51.0.1', 'needs' => [['id' => 'ferrywright', 'range' => '=3.4.1']]],
        ],
    ]);
}

it('lists the builds for a version and prefers the recommended one', function (): void {
    $choice = new BaseChoice(definition(), definition()->packages()[0]);
    $builds = $choice->builds(capstan(), ['Slipway' => ['47.2.0'], 'Tidepool' => ['47.3.2']], '3.2.1');
    expect(array_map(fn (LoaderBuild $build): string => trim("{$build->version} {$build->words()}"), $builds))
        ->toBe(['47.3.2 newest', '47.2.0 recommended by Slipway'])
        ->and(BaseChoice::preferred($builds)?->version)
        ->toBe('47.2.0');
});

it('offers the newest build where none is recommended yet', function (): void {
    $builds = (new BaseChoice(definition(), definition()->packages()[0]))->builds(capstan(), ['Slipway' => ['47.2.0']], '3.4.1');
    expect(BaseChoice::preferred($builds)?->version)->toBe('51.0.1')->and($builds[0]->isRecommended())->toBeFalse();
});

it('knows which runtimes are enough, version by version', function (string $version, array $enough): void {
    // Common practice: from one game generation on runtime 17 or newer is needed, and 8 will not do.
    $runtimes = (new BaseChoice(definition(), definition()->packages()[0]))->runtimes($version);
    expect(array_keys(array_filter($runtimes)))->toBe($enough);
})->with([['2.7.5', ['v11', 'v8']], ['3.2.1', ['v21', 'v17']], ['3.4.1', ['v21']]]);

it('knows what a package is for', function (): void {
    $package = package([
        'id' => 'm',
        'kind' => 'mod',
        'releases' => [
            [
                'version' => '1.0',
                'needs' => [['id' => 'ferrywright', 'range' => '=3.2.1'], ['anyOf' => [['id' => 'halyard'], ['id' => 'capstan']]]],
            ],
            ['version' => '2.0', 'needs' => [['id' => 'ferrywright', 'range' => '=3.2.2']]],
        ],
    ]);
    expect(Support::of($package, definition()))
        ->toBe([['3.2.1', 'capstan'], ['3.2.1', 'halyard'], ['3.2.2', '']])
        ->and(Support::of($package, definition('nightpost')))
        ->toBe([]);
});

it('keeps a plan as it is written down', function (): void {
    $plan = new Plan(
        new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', '17', 4096),
        [new Want('fogbank', '^2')],
        [],
        ['fogbank' => Channel::Beta],
        [new Waiver('a', '1', Relation::Needs, 'b')],
        once: new Once(true, new Restore(4, ['fogbank' => '2.0.0'], true), ['gulls' => '3'], ['options.toml' => OwnChange::asIn(7)]),
    );
    expect(PlanDocument::read(PlanDocument::write($plan)))->toEqual($plan);
});

it('lets what was waived about a loader or a runtime lapse when it changes', function (): void {
    $plan = (new Plan(new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', '8', 4096)))
        ->waiving(new Waiver('ferrywright', '3.2.1', Relation::Needs, 'java'))
        ->waiving(new Waiver('fogbank', '2.1.0', Relation::Needs, 'halyard'));
    expect($plan->onRuntime('21')->waivers)
        ->toHaveCount(1)
        ->and($plan->onBuild('0.16.9')->onRuntime('21')->waivers)
        ->toBe([]);
});

it('places each kind where the game has it', function (): void {
    expect((new Placement(definition()))->pathOf(Kind::Mod, 'fogbank-2.1.0.zip'))
        ->toBe('mods/fogbank-2.1.0.zip')
        ->and((new Placement(definition('nightpost')))->pathOf(Kind::Mod, 'pneumatic.zip'))
        ->toBe('plugins/pneumatic.zip')
        ->and((new Placement(definition('nightpost')))->pathOf(Kind::Expansion, 'north.zip'))
        ->toBe('north.zip');
});

it('places nothing outside its folder', function (string $name): void {
    expect(fn () => (new Placement(definition()))->pathOf(Kind::Mod, $name))->toThrow(UnplaceableFile::class, 'not a file name');
})->with(['../evil.zip', '/etc/passwd', 'a/b.zip', 'C:\\x.zip', '..', '', "a\0.zip", str_repeat('a', 201), '.hidden']);

it('has no place for a kind that the game does not know', function (): void {
    expect(fn () => (new Placement(definition('nightpost')))->pathOf(Kind::ShaderPack, 'a.zip'))->toThrow(
        UnplaceableFile::class,
        'no folder for shader packs',
    );
});
