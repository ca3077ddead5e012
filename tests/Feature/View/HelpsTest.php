<?php

declare(strict_types=1);

use App\View\Guide\Guide;
use App\View\Guide\Helps;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

/** How many sentences a text has. */
function sentencesIn(string $text): int
{
    return preg_match_all('/[.!?](?= |$)/', $text);
}

it('explains in two sentences, knows each key that a page asks for, and leads to a section that is there', function (): void {
    $asked = [];
    foreach (File::allFiles(resource_path('views')) as $view) {
        preg_match_all('/<x-help [^>]*key="([a-z-]+)"/', $view->getContents(), $found);
        array_push($asked, ...$found[1]);
    }
    $sections = array_column(app(Guide::class)->sections(), 'id');
    expect(array_diff($asked, array_keys(Helps::all())))->toBe([])->and(array_diff(array_keys(Helps::all()), $asked))->toBe([]);
    foreach (Helps::all() as $key => [$text, $section]) {
        expect(sentencesIn($text))->toBe(2, $key)->and($sections)->toContain($section);
    }
});

it('explains each finding in two sentences, where it stands', function (): void {
    $rules = [...config('findings.each_time'), ...config('findings.settled')];
    foreach ($rules as $rule) {
        expect(sentencesIn($rule::help()))->toBe(2, $rule);
    }
    expect(count(array_unique(array_map(fn (string $rule): string => $rule::help(), $rules))))->toBe(count($rules));
    World::depot();
    $instance = World::applied(['signal-flags']);
    World::rehearsed($instance);
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('popovertarget', false)
        ->assertSee('only the next rehearsal shows whether it helped');
});
