<?php

declare(strict_types=1);

use App\View\Places\Place;
use App\View\Places\Places;
use Illuminate\Support\Facades\Route;
use Symfony\Component\Finder\Finder;

it('has one list of places, which the routes, the keys of all views and the guide agree with', function (): void {
    $all = [...Places::house(), ...Places::instance()];
    $guide = (string) file_get_contents(base_path('docs/guide.md'));
    foreach ($all as $place) {
        expect(Route::has($place->route))->toBeTrue($place->route);
        $key = $place->key === '' ? '' : " `g {$place->key}`";
        expect(str_contains($guide, "| {$place->name}{$key} | {$place->help} |"))->toBeTrue($place->name);
    }
    $keys = array_filter(array_map(fn (Place $place): string => $place->key, $all));
    expect($keys)->toHaveCount(count(array_unique($keys)));
    $pressed = [];
    foreach (Finder::create()->files()->in(resource_path('views')) as $view) {
        preg_match_all('/data-(?:row)?key="([^"{]+)"/', $view->getContents(), $found);
        $pressed = [...$pressed, ...$found[1]];
    }
    expect($pressed)->not->toBe([])->and(array_diff($pressed, array_keys(Places::keys())))->toBe([]);
});
