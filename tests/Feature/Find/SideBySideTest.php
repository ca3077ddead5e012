<?php

declare(strict_types=1);

use App\Depots\Sync\Course;
use App\Find\Looks;
use App\Find\Query;
use Illuminate\Support\Facades\DB;
use Tests\Support\World;

beforeEach(fn () => World::depot());

it('has two that are marked stand side by side, and says what both come to', function (): void {
    $at = '/instances/'.World::applied(['gulls'])->id;
    $this->post("{$at}/find/pair", ['ids' => ['cargo-manifest', 'weather-glass']])
        ->assertRedirect("{$at}/packages/cargo-manifest/beside/weather-glass");
    $this->get("{$at}/packages/cargo-manifest/beside/weather-glass")
        ->assertOk()
        ->assertSeeInOrder(['Both:', 'nothing else changes', 'Cargo Manifest', 'Weather Glass', 'Follows the game', 'Needs here',
            'comes with it', 'Add Cargo Manifest', 'Add Weather Glass']);
    // What cannot be together is said too, and each stays to be had.
    DB::table('notices')->insert(['package_id' => 'cargo-manifest', 'kind' => 'apart', 'text' => 'they fight', 'by' => 'person',
        'beside' => '{"weather-glass":"*"}', 'binds' => true]);
    test()->nextRequest();
    $this->get("{$at}/packages/cargo-manifest/beside/weather-glass")
        ->assertSee('Both: not all of them can be here together')
        ->assertSee('They fight');
    foreach ([['gulls'], ['gulls', 'fogbank', 'weather-glass']] as $ids) {
        $this->from("{$at}/find")->post("{$at}/find/pair", ['ids' => $ids])->assertSessionHasErrors('refused');
    }
    $this->get("{$at}/packages/gulls/beside/nothing-at-all")->assertNotFound();
});

it('opens the releases behind a row, with those for this base and what each would be', function (): void {
    $instance = World::applied(['gulls', 'fogbank']);
    $this->get("/instances/{$instance->id}/find?q=fogbank")->assertSee('/packages/fogbank/releases', false);
    $rows = $this->get("/instances/{$instance->id}/packages/fogbank/releases")->assertOk()->assertDontSee('<html', false);
    $rows->assertSeeInOrder(['2.2.0-beta.1', 'beta', '2.1.0', 'is here', '2.0.3', 'All of them'])
        ->assertSee('Use exactly Fogbank Weather 2.0.3');
    $this->get("/instances/{$instance->id}/packages/great-cranes/releases")->assertSee('is for this base');
});

it('names similar ones that have something for this base, and not what is there', function (): void {
    $instance = World::applied(['gulls']);
    $page = (string) $this->get("/instances/{$instance->id}/packages/fogbank")->assertOk()->getContent();
    preg_match_all('#/packages/fogbank/beside/([a-z-]+)#', $page, $similar);
    expect($similar[1])->not->toBeEmpty()->not->toContain('gulls')->not->toContain('fogbank');
    $subjects = fn (string $id): array => json_decode((string) DB::table('packages')->where('id', $id)->value('categories'), true);
    foreach (array_unique($similar[1]) as $id) {
        expect(array_intersect($subjects('fogbank'), $subjects($id)))->not->toBe([])
            ->and(DB::table('packages')->where('id', $id)->whereRaw("supports && '{ferrywright 3.2.1 halyard}'")->exists())->toBeTrue();
    }
});

it('shows what narrows a search as chips, each of which can be taken off alone', function (): void {
    $instance = World::instance([]);
    $this->get("/instances/{$instance->id}/find?q=fog&kind=mod&fit=now&side=both")
        ->assertSeeInOrder(['Not only: fits now', 'Not only: mods', 'Not only: both sides'])
        ->assertSee('/find?q=fog&amp;side=both&amp;fit=now"', false);
    $this->get("/instances/{$instance->id}/find?q=fog")->assertDontSee('Not only:');
});

it('knows what came since somebody last looked, and not what was there then', function (): void {
    $instance = World::instance([]);
    $newer = fn (): array => DB::table('package_course')->where('newest_at', '>', app(Looks::class)->before('ferrywright'))
        ->pluck('package_id')->all();
    $this->get("/instances/{$instance->id}/find")->assertOk();
    expect(app(Looks::class)->before('ferrywright'))->toBeNull();
    // An hour later there is another look, which begins after that.
    DB::table('package_course')->update(['newest_at' => now()->subHours(2)]);
    DB::table('looks')->update(['at' => now()->subHour()]);
    DB::table('packages')->where('id', 'fogbank')->update(['published_at' => '2032-01-01']);
    app(Course::class)->note();
    $this->get("/instances/{$instance->id}/find")->assertOk();
    expect($newer())->toBe(['fogbank']);
    $this->get("/instances/{$instance->id}/find?new=look")->assertSee('Fogbank Weather')->assertSee('1 package')->assertDontSee('Gulls');
    // Typing on is the same look.
    $this->get("/instances/{$instance->id}/find?new=look&q=fog", ['X-Fragment' => 'results'])->assertSee('Fogbank Weather');
    expect(Query::of(['new' => 'never'])->new)->toBe('');
});

it('says how downloads rise once they were counted before, and sorts by it', function (): void {
    $instance = World::instance([]);
    $this->get("/instances/{$instance->id}/find?q=fogbank")->assertDontSee(' days</span>', false);
    $downloads = DB::table('packages')->where('id', 'fogbank')->value('downloads');
    $count = fn (string $id, int $then): int => DB::table('package_course')->where('package_id', $id)
        ->update(['downloads_then' => $then, 'then_at' => now()->subDays(9)]);
    $count('fogbank', $downloads - 1204);
    $count('gulls', 0);
    $this->get("/instances/{$instance->id}/find?q=fogbank")->assertSee('+1,204 in 9 days');
    $this->get("/instances/{$instance->id}/packages/fogbank")->assertSee('+1,204 in 9 days');
    $this->get("/instances/{$instance->id}/find?sort=rising")->assertSeeInOrder(['Gulls', 'Fogbank Weather']);
    // Half a month on, the earlier count is kept beside the newer.
    DB::table('package_course')->where('package_id', 'fogbank')->update(['then_at' => now()->subDays(16)]);
    app(Course::class)->note();
    $kept = DB::table('package_course')->where('package_id', 'fogbank')->first();
    expect([$kept->downloads_before, $kept->downloads_then])->toBe([$downloads - 1204, $downloads]);
    $this->get("/instances/{$instance->id}/find?q=fogbank")->assertSee('+1,204 in 16 days');
});
