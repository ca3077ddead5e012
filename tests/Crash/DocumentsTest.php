<?php

declare(strict_types=1);

use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\PackageRow;
use App\Depots\Sync\Synchronising;
use App\Models\Task;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\Support\Oddities;
use Tests\Support\World;

/** A package with every field that a depot can send, so that each has its turn. */
function wholePackage(): stdClass
{
    return json_decode(
        (string) json_encode([
            'id' => 'odd-one',
            'kind' => 'mod',
            'scheme' => 'semver',
            'syntax' => 'comparator',
            'name' => 'Odd One',
            'summary' => 'Odd',
            'categories' => ['odd'],
            'side' => 'both',
            'downloads' => 3,
            'licence' => 'MIT',
            'identity' => 'odd-one',
            'understudies' => ['gulls'],
            'notices' => [['kind' => 'broken', 'text' => 'It is odd.', 'version' => '1.0.0', 'understudy' => 'gulls']],
            'releases' => array_map(
                fn (string $version): array => [
                    'version' => $version,
                    'channel' => 'stable',
                    'published' => '2031-04-02T09:30:00Z',
                    'recommended' => false,
                    'notes' => 'Odd.',
                    'needs' => [
                        ['id' => 'ferrywright', 'range' => '>=3.2.0'],
                        ['anyOf' => [['id' => 'kedge-bones', 'range' => '*'], ['id' => 'oakum-api']]],
                    ],
                    'suggests' => [['id' => 'long-piers']],
                    'breaks' => [['id' => 'fogbank', 'range' => '<1', 'why' => 'odd']],
                    'provides' => [['id' => 'oddness', 'version' => '1.0.0']],
                    'files' => [
                        [
                            'name' => "odd-one-{$version}.zip",
                            'size' => 10,
                            'sha256' => str_repeat('a', 64),
                            'path' => "files/odd-one-{$version}.zip",
                            'content' => 'odd',
                        ],
                    ],
                ],
                ['1.0.0', '2.0.0', '3.0.0-beta'],
            ),
        ]),
    );
}

/** Changes one field, however deep, or takes it away, or puts one in. */
function mutate(mixed &$value, Oddities $odd, int $depth = 0): void
{
    $inside = is_array($value) || $value instanceof stdClass ? array_keys((array) $value) : [];
    if ($inside === [] || ($depth > 0 && $odd->dice->getInt(1, 4) === 1)) {
        $value = $odd->ofDocument();

        return;
    }
    $key = $odd->pick($inside);
    $gone = $odd->dice->getInt(1, 12) === 1;
    if ($value instanceof stdClass) {
        if ($gone) {
            unset($value->{$key});
        } else {
            mutate($value->{$key}, $odd, $depth + 1);
        }
    } elseif ($gone) {
        array_splice($value, (int) $key, 1);
    } else {
        mutate($value[$key], $odd, $depth + 1);
    }
}

it('reads a depot whose packages have any field missing, wrong, huge or odd, and no other package or instance notices', function (): void {
    World::depot();
    $instance = World::applied(['gulls', 'fogbank']);
    config(['stasimon.private_depots' => [...config('stasimon.private_depots'), '127.0.0.1:9']]);
    $depot = Depot::query()->create(['slug' => 'odd', 'name' => 'Odd', 'url' => 'http://127.0.0.1:9', 'place' => 9]);
    $odd = new Oddities((int) (getenv('STASIMON_SEED') ?: 11));
    $others = fn (): string => md5(
        (string) json_encode(
            DB::table('packages')
                ->where('id', '<>', 'odd-one')
                ->orderBy('id')
                ->get(['id', 'document', 'name', 'supports']),
        ),
    );
    $known = $others();
    $kept = 0;
    $sent = ['', 0];
    Http::fake(function (Request $request) use (&$sent) {
        return str_contains($request->url(), 'changes.json')
            ? Http::response(['sequence' => $sent[1], 'changes' => [['id' => 'odd-one', 'sequence' => $sent[1]]]])
            : Http::response($sent[0]);
    });
    for ($case = 1; $case <= (int) (getenv('STASIMON_CASES') ?: 120); $case++) {
        $package = wholePackage();
        for ($changes = $odd->dice->getInt(1, 3); $changes > 0; $changes--) {
            mutate($package, $odd);
        }
        $sent = [(string) json_encode($package, JSON_INVALID_UTF8_SUBSTITUTE | JSON_PARTIAL_OUTPUT_ON_ERROR), $case];
        try {
            app(Synchronising::class)->run($depot->refresh(), World::task());
        } catch (DepotFailure $failure) {
            $this->fail('The depot was given up for one package: '.$failure->getMessage().' '.$sent[0]);
        }
        expect($depot->refresh()->sequence)->toBe($case, $sent[0]);
        $kept += PackageRow::query()->whereKey('odd-one')->count();
        if ($case % 20 === 0) {
            expect($others())->toBe($known, $sent[0]);
        }
        foreach (
            array_filter([
                "/instances/{$instance->id}/find?q=odd",
                '/depots',
                PackageRow::query()->whereKey('odd-one')->exists() ? "/instances/{$instance->id}/packages/odd-one" : '',
            ]) as $page
        ) {
            $answer = $this->get($page);
            expect($answer->getStatusCode())->toBe(200, "{$page} with {$sent[0]} ".$answer->exception?->getMessage());
        }
    }
    // Refusing everything would have shown nothing.
    expect($kept)
        ->toBeGreaterThan($case / 3)
        ->and(Task::query()->where('state', 'failed')->count())
        ->toBe(0);
    $this->get("/instances/{$instance->id}")->assertOk();
    $this->get("/instances/{$instance->id}/find?q=gulls")
        ->assertOk()
        ->assertSee('asked for already');
});
