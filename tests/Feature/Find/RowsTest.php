<?php

declare(strict_types=1);

use App\Console\Demo\Demo;
use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\PackageRow;
use App\Drafts\Bases;
use App\Drafts\LineUps;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use App\Find\Finder;
use App\Games\Games;
use App\Models\Instance;
use App\Models\WhyThere;
use Stasimon\Core\Explain\Fit;
use Stasimon\Core\Explain\Verdict;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Changes;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/**
 * An instance as it is after an apply, as far as Find looks at it: its files are left out.
 *
 * @param  array{?string, ?string, ?string, ?string, ?int}  $base
 * @param  array<string, string>  $wants  package id => range
 */
function settled(string $name, string $game, array $base, array $wants): Instance
{
    $definition = app(Games::class)->get($game);
    $plan = (new Bases($definition, new DepotCatalogue($definition)))->plan(...$base);
    foreach ($wants as $id => $range) {
        $plan = $plan->wanting($id, $range);
    }
    $instance = Instance::query()->create(['name' => $name, 'plan' => $plan]);
    $names = PackageRow::query()->pluck('name', 'id');
    $lineUp = app(LineUps::class)->lineUpOf($plan, $instance->load(['placed', 'draft']))->resolved?->versions() ?? [];
    expect($lineUp)->not->toBe([], $name);
    foreach ($lineUp as $id => $version) {
        $instance->placed()->create([
            'package_id' => (string) $id,
            'name' => $names[$id] ?? $id,
            'kind' => PackageRow::query()->find($id)->kind ?? 'runtime',
            'version' => $version,
            'side' => 'both',
            'because' => new WhyThere(),
            'size' => 0,
        ]);
    }
    test()->nextRequest();

    return Instance::query()->with(['placed', 'draft', 'lastRehearsal'])->findOrFail($instance->id);
}

/**
 * What is wrong with a verdict, beside what adding the package comes to; nothing where it is right.
 */
function contradicted(Instance $instance, string $id, Verdict $verdict): string
{
    $plan = app(Steps::class)->change($instance, new Add([$id]))($instance->plan);
    $added = app(LineUps::class)->lineUpOf($plan, $instance)->resolved?->versions();
    $isSaidToFit = in_array($verdict->fit, [Fit::Now, Fit::AfterChange], true) && preg_match('/^(needs|held by)/', $verdict->text) === 0;
    if ($added === null || ! $isSaidToFit) {
        return match (true) {
            $added === null && $isSaidToFit => 'cannot be added',
            $added !== null => 'can be added',
            $verdict->fit === Fit::Not => '',
            app(LineUps::class)->lineUpOf(stepFirst($plan, $verdict), $instance)->resolved === null => 'that step does not help',
            default => '',
        };
    }
    $changes = Changes::between($instance->versions(), $added);
    $unsaid = array_filter($changes->change, fn ($one): bool => ! str_contains($verdict->text, "{$one->from} → {$one->to}"));

    return match (true) {
        ($added[$id] ?? '') !== $verdict->version => 'is another release: '.($added[$id] ?? 'none'),
        str_starts_with($verdict->text, 'fits') !== ($verdict->fit === Fit::Now) => 'fits, or not quite',
        ($changes->change === [] && $changes->remove === []) !== ($verdict->fit === Fit::Now) => 'something else changes, or nothing',
        $unsaid !== [] => 'changes unsaid',
        default => '',
    };
}

/** The plan with the step that a verdict names done as well. */
function stepFirst(Plan $plan, Verdict $verdict): Plan
{
    foreach ($plan->wants as $want) {
        if (str_starts_with($verdict->text, 'held by') && str_ends_with($verdict->text, " to {$want->range}")) {
            return $plan->ranging($want->id, '*');
        }
    }
    preg_match('/^needs (\S+).* (\S+); this has /', $verdict->text, $said);

    return match ($said[1] ?? '') {
        '' => $plan,
        'Java' => $plan->onRuntime($said[2]),
        default => $plan->onBuild($said[2]),
    };
}

it('says in every row of Find what adding it does, in every instance of the demo', function (): void {
    World::secondDepot();
    [$seen, $wrong] = [[], []];
    foreach (Demo::INSTANCES as [$name, $game, $base, $wants]) {
        $instance = settled($name, $game, $base, array_fill_keys($wants, '*'));
        $ids = PackageRow::query()
            ->whereRaw('games @> array[?]', [$game])
            ->whereNotIn('kind', ['game', 'runtime', 'loader'])
            ->orderBy('id')
            ->pluck('id')
            ->all();
        if (getenv('STASIMON_CASES') === false) {
            // Some in every run, others each day; all of them on demand.
            $ids = array_values(array_filter($ids, fn (string $id): bool => crc32($id.$name.date('z')) % 4 === 0));
        }
        foreach (array_chunk($ids, 20) as $some) {
            foreach (app(Finder::class)->verdictsOf($instance, $some) as $id => $verdict) {
                $seen[$verdict->fit->value] = true;
                if (in_array($verdict->fit, [Fit::Now, Fit::AfterChange, Fit::Not], true)) {
                    $fault = contradicted($instance, (string) $id, $verdict);
                    $fault === '' || ($wrong[] = "{$name}, {$id}: \"{$verdict->text}\", and {$fault}");
                }
            }
        }
    }
    expect($wrong)->toBe([])->and($seen)->toHaveKeys(['now', 'not']);
});
