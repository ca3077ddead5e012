<?php

declare(strict_types=1);

use App\Configs\ConfigSettings;
use App\Disk\Folder;
use App\Models\Instance;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

beforeEach(function (): void {
    World::depots();
});

/** Takes a remedy as its button does, and applies. */
function remedyTaken(Instance $instance, string $label): Instance
{
    test()->nextRequest();
    $page = (string) test()->get("/instances/{$instance->id}")->assertOk()->getContent();
    $forms = preg_split('/<form /', $page) ?: [];
    $form = array_values(array_filter($forms, fn (string $one): bool => str_contains($one, '<span>'.$label)))[0] ?? '';
    expect($form)->not->toBe('', "no button \"{$label}\"");
    preg_match('/action="([^"]+)"/', $form, $action);
    preg_match_all('/name="([^"_]+)" value="([^"]*)"/', $form, $fields);
    test()->post($action[1], array_combine($fields[1], array_map(html_entity_decode(...), $fields[2])))->assertRedirect();

    return World::apply($instance);
}

it('asks which of two shader packs is active, sets it, and the game goes by it', function (): void {
    $instance = World::applied(['sunlit-decks', 'grey-north', 'gulls']);
    $file = (new Folder($instance))->live('config/shaders.properties');
    expect(is_file($file))->toBeFalse();
    $log = fn (): string => (string) file_get_contents((new Folder($instance))->log(World::rehearsed($instance)->number));
    expect($log())->toContain('light by no shader pack');
    $this->get("/instances/{$instance->id}")->assertSee('Which of 2 shader packs is active is not said');
    $instance = remedyTaken($instance, 'Have Grey North be the active one');
    expect(file_get_contents($file))->toBe("pack=grey-north-1.0.4.zip\n")->and($log())->toContain('light by grey-north-1.0.4.zip');
    test()->nextRequest();
    $this->get("/instances/{$instance->id}")->assertDontSee('Which of 2 shader packs');
    // One that goes leaves a setting that names what is not there.
    $this->post("/instances/{$instance->id}/draft/remove", ['id' => 'grey-north']);
    test()->nextRequest();
    $this->get("/instances/{$instance->id}/draft")->assertSee('Sunlit Decks is here and not active')
        ->assertSee('names grey-north-1.0.4.zip, which is not here');
});

it('sets what a list says a package needs, and leaves every other byte', function (): void {
    $instance = World::applied(['gulls']);
    $file = (new Folder($instance))->live('config/gulls.json');
    File::ensureDirectoryExists(dirname($file));
    file_put_contents($file, "{\n  \"flock\": 40,\n  \"noise\": \"loud\"\n}\n");
    DB::table('notices')->insert([
        'package_id' => 'gulls', 'kind' => 'setting', 'text' => 'more of them stop the clock', 'by' => 'person',
        'file' => 'config/gulls.json', 'key' => 'flock', 'value' => '12',
    ]);
    test()->nextRequest();
    $this->get("/instances/{$instance->id}")->assertSee('Gulls needs a setting: flock = 12 in config/gulls.json');
    $instance = remedyTaken($instance, 'Set flock to 12');
    expect(file_get_contents($file))->toBe("{\n  \"flock\": 12,\n  \"noise\": \"loud\"\n}\n");
    test()->nextRequest();
    $this->get("/instances/{$instance->id}")->assertDontSee('needs a setting');
});

it('sets nothing outside of the configs, whatever a stranger names', function (string $file): void {
    $instance = World::applied(['gulls']);
    $before = World::tree((new Folder($instance))->live());
    $this->post("/instances/{$instance->id}/draft/set-config", ['file' => $file, 'setting' => 'a', 'value' => 'b'])->assertStatus(422);
    expect(World::tree((new Folder($instance))->live()))->toBe($before)->and($instance->refresh()->draft)->toBeNull();
    DB::table('notices')->insert(['package_id' => 'gulls', 'kind' => 'setting', 'text' => 'x', 'by' => 'person', 'file' => $file,
        'key' => 'a', 'value' => 'b']);
    test()->nextRequest();
    $this->get("/instances/{$instance->id}")->assertOk()->assertSee('needs a setting')->assertDontSee('Set a to b');
    expect(app(ConfigSettings::class)->value($instance, $file, 'a'))->toBeNull();
})->with([
    '../config/a.json', '/etc/passwd.ini', 'config/../worlds/Isles/world.json', 'worlds/Isles/world.json', 'mods/gulls.json', 'a.json',
    'config/./a.json', 'config//a.json', 'config\\a.json', '.stasimon.json',
]);
