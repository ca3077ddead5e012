<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Models\OwnWords;
use Tests\Support\World;

it('launches an instance with what a person adds, shows it as it will run, and hands none of it on', function (): void {
    World::depot();
    $instance = World::applied(['gulls']);
    $told = sys_get_temp_dir().'/stasimon-told-'.bin2hex(random_bytes(4));
    $wrapper = "{$told}.sh";
    file_put_contents($wrapper, "#!/bin/sh\necho \"\$BELLS \$PWD\" > {$told}\nexec \"\$@\"\n");
    chmod($wrapper, 0o755);
    $this->post("/instances/{$instance->id}/about/launching", [
        'before' => $wrapper,
        'after' => "--pace\n1",
        'environment' => 'BELLS=seven = 7',
        'folder' => 'mods',
    ])->assertRedirect();
    $this->get("/instances/{$instance->id}/about")
        ->assertOk()
        ->assertSee("{$wrapper} php {standins}/game/launch.php")
        ->assertSee('--pace 1')
        ->assertSee('BELLS');
    expect(World::rehearsed($instance->refresh())->state->value)
        ->toBe('clean')
        ->and(file_get_contents($told))
        ->toBe('seven = 7 '.(new Folder($instance))->live('mods')."\n");
    $this->get("/instances/{$instance->id}/hand-off")
        ->assertOk()
        ->assertDontSee(basename($wrapper));
});

it('refuses what could be no part of a launch, and keeps what was there', function (array $fields, string $why): void {
    World::depot();
    $instance = World::applied(['gulls']);
    $instance->update(['launching' => new OwnWords(['nice'])]);
    $this->from("/instances/{$instance->id}/about")
        ->post("/instances/{$instance->id}/about/launching", $fields)
        ->assertSessionHasErrors();
    expect(session('errors')->first())
        ->toContain($why)
        ->and($instance->refresh()->launching)
        ->toEqual(new OwnWords(['nice']));
})->with([
    [['environment' => 'no variable'], 'is no variable'],
    [['folder' => '../other'], 'one below'],
    [['before' => "a\x07b"], 'cannot be seen'],
    [['after' => implode("\n", range(1, 51))], 'At most 50'],
]);

it('starts nothing where the wrapper is no program of the machine, and says where it stands', function (string $wrapper): void {
    World::depot();
    $instance = World::applied(['gulls']);
    $this->post("/instances/{$instance->id}/about/launching", ['before' => $wrapper])->assertRedirect();
    $this->post("/instances/{$instance->id}/rehearsals")->assertRedirect();
    expect($instance->rehearsals()->firstOrFail()->problem)
        ->toStartWith("{$wrapper}, which you have put before the game's command, is no program of this machine")
        ->toContain('How it is launched');
})->with(['no-such-wrapper', '/etc/passwd', 'mods/none']);
