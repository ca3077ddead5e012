<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Findings\Finding;
use App\Findings\Looking;
use App\Models\Instance;
use Tests\Support\World;

it('sets a finding aside until it says something else, lists it, and heeds it again', function (): void {
    World::depot();
    $instance = World::applied(['signal-flags']);
    World::rehearsed($instance);
    $look = fn (): array => app(Looking::class)->over(
        Instance::query()->with(['placed', 'draft', 'lastRehearsal', 'watch'])->findOrFail($instance->id),
    )->findings();
    $finding = array_values(array_filter($look(), fn (Finding $one): bool => str_starts_with($one->title, 'Rehearsal 1')))[0];
    $this->get('/')->assertOk()->assertSee('Rehearsal 1 stopped')->assertSee('set aside');
    $at = "/instances/{$instance->id}";
    $this->post("{$at}/findings/aside", ['key' => $finding->key()])->assertRedirect();
    $this->nextRequest();
    $this->get('/')->assertOk()->assertDontSee('Rehearsal 1 stopped');
    $this->nextRequest();
    $this->get($at)
        ->assertOk()
        ->assertSee('but what was set aside')
        ->assertSeeInOrder(['Set aside', 'Rehearsal 1 stopped', 'heed it again']);
    $this->post("{$at}/findings/heed", ['key' => $finding->key()])->assertRedirect();
    $this->nextRequest();
    $this->get($at)->assertOk()->assertDontSee('but what was set aside')->assertSee('Rehearsal 1 stopped');

    // Another launch says something else, and is told.
    $this->post("{$at}/findings/aside", ['key' => $finding->key()]);
    World::rehearsed($instance->refresh());
    $this->nextRequest();
    $this->get($at)->assertOk()->assertSee('Rehearsal 2 stopped');
    $this->from($at)->post("{$at}/findings/aside", ['key' => 'no such'])->assertStatus(409);
    expect((new Folder($instance))->live())->toBeDirectory();
});
