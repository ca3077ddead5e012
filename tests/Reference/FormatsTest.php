<?php

declare(strict_types=1);

use Opis\JsonSchema\Validator;
use Stasimon\Core\Explain\Impossible;
use Stasimon\Core\Explain\ResolutionWriter;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Suggestion;
use Symfony\Component\Process\Process;
use Tests\Support\Answers;
use Tests\Support\Generated;

function conforms(string $json, string $schema): bool
{
    $file = dirname(__DIR__, 2)."/docs/formats/{$schema}.schema.json";

    return (new Validator())->validate(json_decode($json), (string) file_get_contents($file))->isValid();
}

it('ships examples and game definitions that conform to the schemas', function (string $file, string $schema): void {
    expect(conforms((string) file_get_contents(dirname(__DIR__, 2).'/'.$file), $schema))->toBeTrue();
})->with([
    ['docs/formats/examples/catalogue.json', 'catalogue'],
    ['docs/formats/examples/request.json', 'request'],
    ['docs/formats/examples/impossible.json', 'request'],
    ['games/ferrywright.json', 'game'],
    ['docs/formats/examples/osgi/game.json', 'game'],
    ['docs/formats/examples/native/game.json', 'game'],
    ['games/nightpost.json', 'game'],
    ['games/platforms/java.json', 'platform'],
    ['games/platforms/dotnet.json', 'platform'],
]);

it('has schemas that refuse what is wrong', function (string $json, string $schema): void {
    expect(conforms($json, $schema))->toBeFalse();
})->with([
    ['{"format": "stasimon/catalogue", "revision": 1}', 'catalogue'],
    ['{"format": "stasimon/catalogue", "revision": 1, "packages": [{"id": "A b", "kind": "mod", "releases": []}]}', 'catalogue'],
    ['{"format": "stasimon/request", "revision": 1, "want": [{}]}', 'request'],
    ['{"format": "stasimon/request", "revision": 1, "want": [], "policy": "best"}', 'request'],
    ['{"format": "stasimon/resolution", "revision": 1, "outcome": "resolved"}', 'resolution'],
    ['{"format": "stasimon/game", "revision": 1, "id": "x"}', 'game'],
    [
        '{"format": "stasimon/platform", "revision": 1, "id": "x", "frame": "/x/", "cause": "/y/", "signatures": [{"kind": "bad luck", '.
        '"pattern": "/z/"}]}',
        'platform',
    ],
]);

it('writes answers that conform', function (int $seed): void {
    $case = Generated::case($seed);
    expect(conforms((string) json_encode($case['catalogue']), 'catalogue'))
        ->toBeTrue()
        ->and(conforms((string) json_encode($case['request']), 'request'))
        ->toBeTrue();
    $answers = new Answers($case['catalogue'], $case['request']);
    $answer = $answers->resolve();
    $json =
        $answer instanceof Resolved
            ? ResolutionWriter::resolved($answer, Suggestion::of($answer, new Resolver($answers->catalogue)), 1.0)
            : ResolutionWriter::impossible(Impossible::of($answers->request, $answer, new Resolver($answers->catalogue)), 1.0);
    expect(conforms($json, 'resolution'))->toBeTrue();
})->with(range(1, 40));

it('writes what bin/stasimon check found in the check format', function (string $selection): void {
    $folder = dirname(__DIR__, 2).'/docs/formats/examples';
    $check = new Process(
        [
            dirname(__DIR__, 2).'/bin/stasimon',
            'check',
            '--catalogue',
            "{$folder}/catalogue.json",
            '--request',
            "{$folder}/request.json",
            '--selection',
            '-',
        ],
        input: $selection,
    );
    $check->run();
    expect(conforms($check->getOutput(), 'check'))->toBeTrue($check->getErrorOutput());
})->with([
    '{"selection": []}',
    '{"selection": [{"id": "nowhere", "version": "1"}]}',
    '{"selection": [{"id": "gulls", "version": "1.0.0"}, {"id": "fogbank", "version": "2.2.0"}]}',
]);
