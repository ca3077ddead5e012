<?php

declare(strict_types=1);

use App\Depots\Catalogue\DepotCatalogue;
use App\Disk\Folder;
use App\Drafts\Bases;
use App\Drafts\Drafting;
use App\Games\Games;
use App\Models\Instance;
use App\Rehearsals\Culprits\CulpritSearch;
use App\Rehearsals\Log\Reading;
use Stasimon\Core\Plan\Plan;
use Tests\Support\Archives;
use Tests\Support\World;

// Every failure here comes out of files on disk: what the demo's packages hold, or what a person did to an instance's
// folder by hand. docs/failures.md lists the same kinds.

beforeEach(function (): void {
    World::depots();
    config(['stasimon.patience' => 2.0]);
});

/**
 * An instance of Ferrywright, applied.
 *
 * @param  array<string, string>  $wants  package => range
 */
function ferry(
    array $wants,
    ?string $build = null,
    ?string $runtime = null,
    string $version = '3.2.1',
    string $loader = 'halyard',
    ?int $memory = null,
): Instance {
    $version === '1.4.9' ? World::gameArchive() : null;

    return placed('ferrywright', [$version, $loader, $build, $runtime, $memory], $wants);
}

/** @param  array<string, string>  $wants */
function train(array $wants, ?string $version = '8801', ?string $runtime = '6', ?int $memory = null): Instance
{
    return placed('nightpost', [$version, 'frankline', null, $runtime, $memory], $wants);
}

/**
 * @param  array{?string, ?string, ?string, ?string, ?int}  $base
 * @param  array<string, string>  $wants
 */
function placed(string $game, array $base, array $wants): Instance
{
    $definition = app(Games::class)->get($game);
    $instance = Instance::query()->create([
        'name' => 'Trouble',
        'plan' => (new Bases($definition, new DepotCatalogue($definition)))->plan(...$base),
    ]);
    app(Drafting::class)->step(
        $instance,
        fn (Plan $plan): Plan => array_reduce(
            array_keys($wants),
            fn (Plan $plan, string $id): Plan => $plan->wanting($id, $wants[$id]),
            $plan,
        ),
    );

    return World::apply($instance);
}

/** Changes a file that was placed, as a person would by hand. */
function byHand(Instance $instance, string $file, Closure $change): Instance
{
    $path = (new Folder($instance))->live($file);
    $bytes = is_file($path) ? (string) file_get_contents($path) : '';
    is_file($path) && unlink($path);
    is_dir(dirname($path)) || mkdir(dirname($path), 0o755, true);
    $new = $change($bytes);
    $new === null || file_put_contents($path, $new);

    return $instance;
}

/** The file of a release, as the depot has it. */
function fromDepot(string $file): string
{
    return (string) file_get_contents(config('stasimon.demo_depots.Slipway')."/files/{$file}.zip");
}

/** Changes the content of one entry of an archive. */
function inArchive(string $bytes, string $entry, Closure $change): string
{
    $file = (string) tempnam(sys_get_temp_dir(), 'zip');
    file_put_contents($file, $bytes);
    $zip = new ZipArchive();
    $zip->open($file);
    $content = $change((string) $zip->getFromName($entry));
    $content === null ? $zip->deleteName($entry) : $zip->addFromString($entry, $content);
    $zip->close();
    $bytes = (string) file_get_contents($file);
    unlink($file);

    return $bytes;
}

$failures = [
    'the runtime is too old for the game' => [
        fn () => ferry(['gulls' => '*'], runtime: '8'),
        'ferrywright',
        'needs Java 17 or newer. It was started on 8.',
        'Use Java 21',
    ],
    'a mod is compiled for a newer runtime' => [
        fn () => ferry(['radar-sweep' => '*'], runtime: '17'),
        'radar-sweep',
        'Radar Sweep 3.0.0 needs Java 21 or newer.',
        'Use Java 21',
    ],
    'the loader build is below what a mod needs' => [
        fn () => ferry(['signal-flags' => '*'], build: '0.16.4'),
        'signal-flags',
        'needs Halyard 0.16.9 or newer and below 0.17.0. This instance has 0.16.4.',
        'Use Halyard 0.16.9',
    ],
    'the file of a library is gone' => [
        fn () => byHand(ferry(['gulls' => '*']), 'mods/kedge-bones-3.0.7.zip', fn () => null),
        'gulls',
        'Its file is not in the instance',
        'Put back the file of Kedge Bones',
    ],
    'the file of a library that only a library needs is gone' => [
        fn () => byHand(ferry(['harbour-lamps' => '*']), 'mods/oakum-api-1.6.0.zip', fn () => null),
        'lantern-render',
        'Lantern Render 1.0.0 needs Oakum API. It is in the line-up',
        'Put back the file of Oakum API',
    ],
    'a library has another version, put there by hand' => [
        fn () => byHand(
            byHand(ferry(['gulls' => '*']), 'mods/kedge-bones-3.0.7.zip', fn () => null),
            'mods/kedge-bones-2.8.1.zip',
            fn () => fromDepot('kedge-bones-2.8.1'),
        ),
        'gulls',
        'needs Kedge Bones 3.0.0 or newer. This instance has 2.8.1.',
        'Take mods/kedge-bones-2.8.1.zip out, into the bin',
    ],
    'the loader is gone' => [
        fn () => byHand(ferry(['gulls' => '*']), 'loader/halyard-0.16.4.zip', fn () => null),
        null,
        'its file is not in the instance',
        'Put the files back as they were',
    ],
    'two mods exclude each other' => [
        fn () => byHand(ferry(['slick-hull' => '*', 'gulls' => '*']), 'mods/clear-wake-1.2.0.zip', fn () => fromDepot('clear-wake-1.2.0')),
        'slick-hull',
        'refuses to run beside Clear Wake 1.2.0',
        'Take mods/clear-wake-1.2.0.zip out, into the bin',
    ],
    'a mod is there twice' => [
        fn () => byHand(ferry(['gulls' => '*', 'ballast' => '*']), 'mods/ballast-1.0.0.zip', fn () => fromDepot('ballast-1.0.0')),
        'ballast',
        'is in the folder more than once',
        'Take mods/ballast-1.0.0.zip out, into the bin',
    ],
    'an archive is cut short' => [
        fn () => byHand(ferry(['gulls' => '*']), 'mods/gulls-2.0.0.zip', fn (string $bytes) => substr($bytes, 0, 5000)),
        'gulls',
        'cannot be read: java.util.zip.ZipException: zip END header not found',
        'Put the files back as they were',
    ],
    'an archive has a wrong checksum' => [
        fn () => byHand(
            ferry(['gulls' => '*']),
            'mods/gulls-2.0.0.zip',
            fn (string $bytes) => substr_replace($bytes, "\x00\x01\x02", intdiv(strlen($bytes), 2), 3),
        ),
        'gulls',
        'invalid entry CRC',
        'Put the files back as they were',
    ],
    'an archive has no descriptor' => [
        fn () => byHand(
            ferry(['gulls' => '*']),
            'mods/gulls-2.0.0.zip',
            fn (string $bytes) => inArchive($bytes, 'ferry.mod.json', fn () => null),
        ),
        'gulls',
        'it has no usable ferry.mod.json',
        'Put the files back as they were',
    ],
    'a class is damaged' => [
        fn () => byHand(
            ferry(['gulls' => '*']),
            'mods/gulls-2.0.0.zip',
            fn (string $bytes) => inArchive($bytes, 'demo/gulls/Gulls.class', fn (string $class) => 'XXXX'.substr($class, 4)),
        ),
        'gulls',
        'java.lang.ClassFormatError: Incompatible magic value',
        'Put the files back as they were',
    ],
    'a mod for another loader lies in the folder' => [
        fn () => byHand(ferry(['gulls' => '*']), 'mods/rope-and-tar-7.1.0.zip', fn () => fromDepot('rope-and-tar-7.1.0')),
        'rope-and-tar',
        'is made for Capstan, not for Halyard',
        'Take mods/rope-and-tar-7.1.0.zip out, into the bin',
    ],
    'a file that never was a mod lies among them' => [
        fn () => byHand(ferry(['gulls' => '*']), 'mods/sketches.zip', fn () => Archives::bytes(['sketch.txt' => 'a ferry'])),
        null,
        'The file mods/sketches.zip cannot be read',
        'Take mods/sketches.zip out, into the bin',
    ],
    'a mod calls what an older library has not' => [
        fn () => ferry(['mistbows' => '*', 'oakum-api' => '<1.5.0']),
        'mistbows',
        'Mistbows 1.0.0 asks Oakum API for mist, which it does not have in this release. This instance has 1.4.2.',
        'Use Oakum API 1.6.0',
    ],
    'a mod reads a field that an older library has not' => [
        fn () => ferry(['sandbars' => '*', 'oakum-api' => '<1.6.0']),
        'sandbars',
        'for DEPTH',
        'Turn Sandbars off',
    ],
    'a mod calls a library that it does not declare' => [
        fn () => ferry(['crowsnests' => '*', 'gulls' => '*']),
        'crowsnests',
        'calls gimbal.Axis, which nothing here holds',
        'Add Gimbal',
    ],
    'a mod calls what nobody has' => [
        fn () => ferry(['stowaways' => '*', 'gulls' => '*']),
        'stowaways',
        'calls demo.nowhere.Hold, which nothing here holds',
        'Use Stowaways 0.8.0',
    ],
    'two mods replace the same thing' => [
        fn () => ferry(['paintpots' => '*', 'varnish' => '*', 'gulls' => '*']),
        'varnish',
        'both replace ferry.ship.Hull.paint',
        'Turn Varnish off',
    ],
    'two old mods take the same number' => [
        fn () => ferry(['tin-funnels' => '*', 'oil-slicks' => '*'], version: '1.4.9', loader: 'capstan', runtime: '8'),
        'tin-funnels',
        'both take the number 166',
        'Turn Tin Funnels off',
    ],
    'there is too little memory' => [
        fn () => ferry(['treasuries' => '*', 'gulls' => '*'], memory: 4096),
        null,
        'The game ran out of memory. It was given 4,096 MB.',
        'Give it 8 GB',
    ],
    'a config cannot be understood' => [
        fn () => byHand(ferry(['lampoil' => '*', 'gulls' => '*']), 'config/lampoil.json', fn () => "{\n  \"hours\": 9,\n"),
        'lampoil',
        'config/lampoil.json cannot be understood, from line 2 on',
        'Set config/lampoil.json aside; the game makes a new one',
    ],
    'a mod calls what only a server has' => [
        fn () => ferry(['harbourmasters' => '*', 'gulls' => '*']),
        'harbourmasters',
        'a part of the game that only a server has',
        'Turn Harbourmasters off',
    ],
    'native code fails at the graphics driver' => [
        fn () => ferry(['glitter' => '*', 'gulls' => '*']),
        'glitter',
        'Code outside the runtime failed, in libferrygl.so, called by Glitter 1.1.0',
        'Use Glitter 1.0.0',
    ],
    'a mod waits for ever' => [
        fn () => ferry(['curfews' => '*', 'gulls' => '*']),
        'curfews',
        'waits for something that does not come',
        'Turn Curfews off',
    ],
    'two mods wait for each other' => [
        fn () => ferry(['floodgates' => '*', 'lockkeepers' => '*', 'gulls' => '*']),
        '*',
        'wait for each other',
        null,
    ],
    'a mod takes for granted what is not there' => [
        fn () => ferry(['figureheads' => '*', 'gulls' => '*']),
        'figureheads',
        'Figureheads 1.1.0 failed: Cannot invoke',
        'Use Figureheads 1.0.0',
    ],
    'three mods together use up what there is' => [
        fn () => ferry(['foghorns' => '*', 'bellringers' => '*', 'semaphores' => '*', 'gulls' => '*']),
        'semaphores',
        'no signal channel is left',
        'Turn Semaphores off',
    ],
    'the framework is too old for the game' => [
        fn () => train(['lamp-signals' => '*'], version: '8812', runtime: '6'),
        'nightpost',
        'Nightpost 8812 needs .NET 8 or newer',
        'Use .NET 8',
    ],
    'a mod is made for a newer framework' => [
        fn () => train(['dynamos' => '*']),
        'dynamos',
        'Dynamos 1.0.0 needs .NET 8 or newer. It was started on 6.',
        'Use .NET 8',
    ],
    'an assembly is not there' => [
        fn () => train(['philately' => '*', 'lamp-signals' => '*']),
        'philately',
        'needs the assembly WaxAndSeal, which nothing here holds',
        'Add Wax and Seal',
    ],
    'an assembly is older than what a mod was built against' => [
        fn () => train(['couriers' => '*', 'dead-letters' => '*']),
        'couriers',
        'was built against DeadLetters 9.0.0.0. This instance has 1.2.0.',
        'Use Couriers 1.0.0',
    ],
    'an assembly has no such method' => [
        fn () => train(['franking' => '*']),
        'franking',
        'Franking 1.1.0 asks Wax and Seal for Emboss, which it does not have in this release.',
        'Use Franking 1.0.0',
    ],
    'an assembly has no such type' => [
        fn () => train(['telegrams' => '*']),
        'telegrams',
        'calls WaxAndSeal.Tape, which Wax and Seal does not have in this release.',
        'Use Telegrams 1.0.0',
    ],
    'an assembly is damaged' => [
        fn () => byHand(
            train(['lamp-signals' => '*']),
            'plugins/lamp-signals-2.0.0.zip',
            fn (string $bytes) => inArchive($bytes, 'LampSignals.dll', fn (string $dll) => substr($dll, 0, 300)),
        ),
        'lamp-signals',
        'Bad IL format',
        'Put the files back as they were',
    ],
    'managed code reaches outside its memory' => [
        fn () => train(['searchlights' => '*', 'lamp-signals' => '*']),
        'searchlights',
        'Code outside the runtime failed, called by Searchlights 1.1.0',
        'Use Searchlights 1.0.0',
    ],
    'managed code has too little memory' => [
        fn () => train(['mailbags' => '*', 'lamp-signals' => '*'], memory: 3072),
        null,
        'The game ran out of memory. It was given 3,072 MB.',
        'Give it 6 GB',
    ],
];

it('blames the right package for what fails, and its first remedy makes the launch clean', function (
    Closure $trouble,
    ?string $blamed,
    string $sentence,
    ?string $remedy,
): void {
    $rehearsal = World::rehearsed($trouble());
    $reading = app(Reading::class);
    $findings = $reading->findings($rehearsal);
    expect($rehearsal->state->value)->toBe('failed')->and($findings)->not->toBeEmpty();
    expect(stripos($findings[0]->sentence, $sentence))->not->toBeFalse("\"{$findings[0]->sentence}\" does not say \"{$sentence}\"");
    $blamed === '*' || expect($findings[0]->diagnosis->suspects[0] ?? null)->toBe($blamed);
    expect($findings[0]->diagnosis->quotes)->not->toBeEmpty();
    $texts = array_map(fn ($counsel): string => $counsel->text, $findings[0]->remedies);
    $remedy === null || expect($texts[0] ?? null)->toBe($remedy);

    $reading->take($rehearsal->instance, $reading->diagnoses($rehearsal), $findings[0]->remedies[0]->key);
    World::apply($rehearsal->instance);
    $after = World::rehearsed($rehearsal->instance);
    expect($after->state->value)->toBe('clean', json_encode(json_decode((string) $after->reading)->errors ?? null).' after '.$texts[0]);
})->with($failures);

it('finds what no log names by launching with fewer mods', function (array $culprits): void {
    $rehearsal = World::rehearsed(ferry(array_fill_keys(['gulls', 'long-piers', 'weather-glass', 'fogbank', ...$culprits], '*')));
    // It may say what happened; it does not say whose fault that is.
    expect(
        array_merge(
            ...array_map(
                fn ($read): array => [...$read->diagnosis->suspects, ...$read->remedies],
                app(Reading::class)->findings($rehearsal),
            ),
        ),
    )->toBe([]);
    $this->post("/instances/{$rehearsal->instance_id}/rehearsals/{$rehearsal->number}/culprits")->assertRedirect();
    $search = CulpritSearch::query()->firstOrFail();
    expect(collect($search->culprits)->sort()->values()->all())->toBe($culprits);
    $this->get("/instances/{$rehearsal->instance_id}/culprits/{$search->id}")
        ->assertOk()
        ->assertSee('Turn');
    preg_match(
        '/name="remedy" value="([^"]+)"/',
        (string) $this->get("/instances/{$rehearsal->instance_id}/culprits/{$search->id}")->getContent(),
        $key,
    );
    $this->post("/instances/{$rehearsal->instance_id}/culprits/{$search->id}/remedy", [
        'remedy' => html_entity_decode($key[1]),
    ])->assertRedirect();
    World::apply($rehearsal->instance);
    expect(World::rehearsed($rehearsal->instance)->state->value)->toBe('clean');
})->with([
    'drawing in two ways' => [['brass-binnacle', 'glass-compass']],
    'names that lead in a circle' => [['bynames', 'nicknames']],
    'what cannot be drawn' => [['hourglasses']],
]);

it('is told of in docs/failures.md, kind by kind', function () use ($failures): void {
    $table = (string) file_get_contents(base_path('docs/failures.md'));
    foreach (array_keys($failures) as $name) {
        expect($table)->toContain($name);
    }
    expect(count($failures))->toBeGreaterThanOrEqual(25);
});
