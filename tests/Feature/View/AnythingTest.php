<?php

declare(strict_types=1);

use App\Models\WishList;
use App\View\Anything\Anything;
use App\View\Anything\Hit;
use Illuminate\Support\Facades\DB;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** @return list<string> what was found, each as "word: title" */
function hitsOf(string $words, ?App\Models\Instance $here = null): array
{
    return array_map(fn (Hit $hit): string => "{$hit->what}: {$hit->title}", app(Anything::class)->find($words, $here));
}

it('finds whatever has a name: each with a word for what it is, and where it leads', function (): void {
    $instance = World::applied(['gulls']);
    WishList::query()->create(['name' => 'Winter 50% off', 'game' => 'ferrywright', 'lines' => []]);
    DB::table('seen_worlds')->insert(['instance_id' => $instance->id, 'name' => 'Long Shore', 'seen_at' => now()]);
    expect(hitsOf('harb'))
        ->toContain('instance: Harbour Lights')
        ->and(hitsOf('gull'))
        ->toContain('package: Gulls')
        ->not->toContain('file: mods/gulls-2.0.0.zip')
        ->and(hitsOf('gull', $instance))
        ->toContain('package: Gulls', 'file: mods/gulls-2.0.0.zip')
        ->and(hitsOf('50%'))
        ->toBe(['wish list: Winter 50% off'])
        ->and(hitsOf('long sh'))
        ->toContain('world: Long Shore')
        ->and(hitsOf('waiv'))
        ->toContain('word: waiver')
        ->and(hitsOf('culprit'))
        ->toContain('guide: Finding the culprit')
        ->and(hitsOf('depots'))
        ->toContain('page: Depots')
        ->and(hitsOf('hist', $instance))
        ->toContain('page: History of Harbour Lights')
        ->and(hitsOf(' '))
        ->toBe([])
        ->and(hitsOf("\0%_"))
        ->toBe([]);
    foreach (app(Anything::class)->find('harb', $instance) as $hit) {
        $hit->isAct || $this->get($hit->address)->assertOk();
    }
});

it('does what is said, and only what can be done', function (): void {
    $instance = World::applied(['gulls']);
    $first = World::instance(['gulls']);
    $first->update(['name' => 'Harbour Dusk']);
    expect(hitsOf('rehearse harbour'))
        ->toContain('act: Rehearse Harbour Lights')
        ->not->toContain('act: Rehearse Harbour Dusk')
        ->and(hitsOf('rehe', $instance))
        ->toContain('act: Rehearse Harbour Lights')
        ->and(hitsOf('rehe'))
        ->not->toContain('act: Rehearse Harbour Lights');
    $act = app(Anything::class)->find('rehearse harbour lights', null)[0];
    $this->post($act->address)->assertRedirect();
    expect($instance->rehearsals()->count())->toBe(1);
});

it('answers as a page and as a fragment, and says when there is nothing', function (): void {
    World::applied(['gulls']);
    $this->get('/anything/hits?q=harbour')->assertOk()->assertSee('Harbour Lights')->assertDontSee('<html', false);
    $this->get('/anything?q=zzzz')->assertOk()->assertSee('Nothing here is called like');
    $this->get('/anything?q='.urlencode('<script>'))->assertOk()->assertDontSee('<script>"', false);
    $this->get('/guide')->assertOk()->assertSee('Finding the culprit')->assertSee('one relation of one release that is disregarded');
});
