<?php

declare(strict_types=1);

use App\Instances\Finding;
use App\Instances\Level;
use App\Models\PlacedRelease;
use App\View\LineUpPage;

/** @return LineUpPage of one mod that was asked for, one library with two findings, and the base */
function lineUpPage(string $only, bool $asTheatre = false): LineUpPage
{
    $placed = collect();
    foreach (['ferrywright' => 'game', 'java' => 'runtime', 'halyard' => 'loader', 'gulls' => 'mod', 'kedge-bones' => 'library'] as $id => $kind) {
        $one = new PlacedRelease;
        [$one->package_id, $one->kind, $one->name, $one->version] = [$id, $kind, ucfirst($id), '1.0.0'];
        $one->because = ['wanted' => $kind !== 'library', 'needed' => $kind === 'library' ? [['id' => 'gulls', 'range' => '>=1']] : []];
        $placed->push($one);
    }
    $findings = [new Finding(Level::Stops, 'stops', '', 'kedge-bones'), new Finding(Level::Info, 'says', '', 'kedge-bones'), new Finding(Level::Look, 'of all', '')];

    return new LineUpPage($placed, $findings, $only, $asTheatre);
}

it('lets through what the filter asks for', function (string $only, array $ids): void {
    expect(lineUpPage($only)->rows()->pluck('package_id')->values()->all())->toBe($ids);
})->with([['', ['halyard', 'gulls', 'kedge-bones']], ['asked', ['gulls']], ['findings', ['kedge-bones']]]);

it('marks a package with its most serious finding', function (): void {
    expect(lineUpPage('')->marks->map(fn (Finding $finding): string => $finding->level->value)->all())->toBe(['kedge-bones' => 'stops']);
});

it('keeps the filter when the face changes, and the face when the filter changes', function (): void {
    expect(lineUpPage('asked')->address(asTheatre: true))->toBe(['view' => 'theatre', 'only' => 'asked'])
        ->and(lineUpPage('asked', true)->address(only: ''))->toBe(['view' => 'theatre'])
        ->and(lineUpPage('')->address(only: 'findings'))->toBe(['only' => 'findings']);
});

it('dims in the theatre what the filter does not let through', function (): void {
    $seats = collect(lineUpPage('asked', true)->theatre()->seats())->keyBy('id');
    expect($seats['gulls']['shown'])->toBeTrue()->and($seats['gulls']['rests'])->toBe(['kedge-bones'])->and($seats['kedge-bones']['shown'])->toBeFalse();
});
