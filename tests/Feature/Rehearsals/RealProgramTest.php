<?php

declare(strict_types=1);

// A program that we did not write, modded from end to end: Debian's libeclipse-osgi-java is the game, taught by
// docs/formats/examples/osgi/game.json; real bundles of Debian's packages are its mods (OSGi Core Release 8).

use App\Disk\Folder;
use App\Games\Games;
use App\Games\Taught\Agreements;
use App\Imports\Import;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Rehearsals\Log\Reading;
use App\Shelf\ShelfFile;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Symfony\Component\Process\Process;
use Tests\Support\Osgi;
use Tests\Support\World;

beforeEach(function (): void {
    World::depot();
    $this->post('/games', ['text' => (string) file_get_contents(base_path('docs/formats/examples/osgi/game.json'))])->assertRedirect(
        '/games/osgi',
    );
    $this->post('/games/osgi/agree', ['command' => app(Agreements::class)->of(app(Games::class)->get('osgi'))->digest()])->assertRedirect();
});

/** @param  list<string>  $paths  of bundles that go on the shelf beside the framework */
function shelved(array $paths): void
{
    foreach ($paths as $path) {
        // A copy: what is handed over is moved.
        copy($path, $copy = (string) tempnam(sys_get_temp_dir(), 'stasimon-bundle'));
        test()
            ->post('/shelf', ['game' => 'osgi', 'files' => [new UploadedFile($copy, basename($path), test: true)]])
            ->assertRedirect();
        expect(ShelfFile::query()->latest('id')->firstOrFail()->state->value)->toBe('ready', $path);
    }
}

/** The bundle that none of Debian's packages has, with the types that are asked of it (OSGi Compendium Release 8, 106). */
function preferences(): string
{
    $folder = sys_get_temp_dir().'/stasimon-prefs-'.getmypid();
    File::ensureDirectoryExists("{$folder}/org/osgi/service/prefs");
    $types = [
        'Preferences' => 'interface Preferences { Preferences node(String p); Preferences parent(); String name(); String absolutePath(); '.
            'boolean nodeExists(String p) throws BackingStoreException; void put(String k, String v); String get(String k, String d); '.
            'String[] keys() throws BackingStoreException; void flush() throws BackingStoreException; void sync() throws '.
            'BackingStoreException; }',
        'PreferencesService' => 'interface PreferencesService { Preferences getSystemPreferences(); Preferences getUserPreferences(String '.
            'n); String[] getUsers(); }',
        'BackingStoreException' => 'class BackingStoreException extends Exception { public BackingStoreException(String s) { super(s); } '.
            'public BackingStoreException(String s, Throwable c) { super(s, c); } }',
    ];
    foreach ($types as $name => $type) {
        file_put_contents("{$folder}/org/osgi/service/prefs/{$name}.java", "package org.osgi.service.prefs; public {$type}");
    }
    (new Process(['javac', '-d', $folder, ...glob("{$folder}/org/osgi/service/prefs/*.java") ?: []]))->mustRun();
    $zip = new ZipArchive();
    $zip->open($path = "{$folder}/prefs.jar", ZipArchive::CREATE);
    $zip->addFromString(
        'META-INF/MANIFEST.MF',
        "Manifest-Version: 1.0\r\nBundle-ManifestVersion: 2\r\nBundle-SymbolicName: org.osgi.service.prefs\r\nBundle-Version: ".
        "1.1.2\r\nExport-Package: org.osgi.service.prefs;version=\"1.1.2\"\r\n\r\n",
    );
    $zip->addGlob("{$folder}/org/osgi/service/prefs/*.class", 0, ['add_path' => 'org/osgi/service/prefs/', 'remove_all_path' => true]);
    $zip->close();

    return $path;
}

function framework(): Instance
{
    test()
        ->post('/instances', ['name' => 'Bundles', 'game' => 'osgi', 'version' => '3.18', 'loader' => 'org.eclipse.osgi'])
        ->assertRedirect();

    return Instance::query()->latest('created_at')->firstOrFail();
}

/** @return list<string> */
function debian(string ...$names): array
{
    return array_map(fn (string $name): string => "/usr/share/java/{$name}.jar", array_values($names));
}

it('mods a real framework: what is missing is named before any launch, and what is whole comes up', function (): void {
    shelved([
        Osgi::FRAMEWORK,
        ...debian(
            'equinox-app',
            'equinox-registry',
            'equinox-common',
            'equinox-preferences',
            'eclipse-core-jobs',
            'eclipse-core-contenttype',
        ),
    ]);
    $instance = framework();
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['org.eclipse.core.contenttype']])->assertRedirect();
    // What the preferences need is in none of Debian's packages; the framework says the same, FrameworkTest.
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('org.osgi.service.prefs')
        ->assertSee('Eclipse Preferences Mechanism');

    shelved([preferences()]);
    $instance = World::apply($instance);
    expect($instance->versions())
        ->toHaveKeys(['org.eclipse.core.contenttype', 'org.eclipse.equinox.preferences', 'org.osgi.service.prefs'])
        ->and($instance->versions())
        ->not->toHaveKey('org.eclipse.equinox.app');
    $rehearsal = World::rehearsed($instance);
    $log = (string) file_get_contents((new Folder($instance))->log($rehearsal->number));
    expect($rehearsal->state->value)
        ->toBe('clean', $log)
        ->and($log)
        ->toContain('StartLevel: resuming bundle; org.eclipse.core.contenttype')
        ->not->toContain('Unresolved requirement');
    expect((string) file_get_contents((new Folder($instance))->live('configuration/config.ini')))->toContain(
        'reference\:file\:'.(new Folder($instance))->live('bundles/').'eclipse-core-contenttype.jar@start',
    );
});

it('diagnoses a real refusal: the right bundle, what it misses, and a remedy that works', function (): void {
    shelved([Osgi::FRAMEWORK, ...debian('equinox-registry', 'equinox-common', 'eclipse-core-jobs')]);
    $instance = framework();
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['org.eclipse.equinox.registry']])->assertRedirect();
    $instance = World::apply($instance);
    expect(World::rehearsed($instance)->state->value)->toBe('clean');

    // A bundle that is taken out of the folder behind Stasimon's back.
    unlink((new Folder($instance))->live('bundles/equinox-common.jar'));
    $rehearsal = Rehearsal::query()->findOrFail(World::rehearsed($instance)->id)->load('instance');
    $log = (string) file_get_contents((new Folder($instance))->log($rehearsal->number));
    expect($rehearsal->state->value)->toBe('failed', $log)->and($log)->toContain('Could not resolve module: org.eclipse.equinox.registry');
    $read = app(Reading::class)->findings($rehearsal)[0];
    expect($read->diagnosis->suspects[0])
        ->toBe('org.eclipse.equinox.registry')
        ->and($read->diagnosis->get('target'))
        ->toBe('org.eclipse.equinox.common')
        ->and($read->sentence)
        ->toContain('Extension Registry Support')
        ->toContain('Common Eclipse Runtime');
    $this->get("/instances/{$instance->id}/rehearsals/{$rehearsal->number}")
        ->assertOk()
        ->assertSee('says that something is not as it should be');
    $this->post("/instances/{$instance->id}/files/repair")->assertRedirect();
    expect(World::rehearsed(World::apply($instance->refresh()))->state->value)->toBe('clean');
    // It is started by its loader, so there is nothing to launch without.
    $this->post("/instances/{$instance->id}/rehearsals", ['plain' => '1'])
        ->assertStatus(409)
        ->assertSee('nothing to launch without it');
});

it('reads a folder with the framework and eleven real bundles, names what is missing, and launches what is whole', function (): void {
    $root = sys_get_temp_dir().'/stasimon-framework-folder-'.getmypid();
    config(['stasimon.folders' => [$root]]);
    $bundles = [
        'equinox-app',
        'equinox-registry',
        'equinox-common',
        'equinox-preferences',
        'eclipse-core-jobs',
        'eclipse-core-contenttype',
        'gson',
        'snakeyaml',
        'logback-core',
        'commons-cli',
        'commons-codec',
    ];
    foreach (['framework' => ['eclipse-osgi'], 'bundles' => $bundles] as $folder => $names) {
        File::ensureDirectoryExists("{$root}/{$folder}");
        array_map(fn (string $name): bool => copy("/usr/share/java/{$name}.jar", "{$root}/{$folder}/{$name}.jar"), $names);
    }
    try {
        $this->post('/folders', ['path' => $root])->assertRedirect();
        $import = Import::query()->latest('id')->firstOrFail();
        $this->get("/folders/{$import->id}")
            ->assertOk()
            ->assertSee('An OSGi framework')
            ->assertSee('Eclipse Content Mechanism')
            ->assertSee('In it');
        expect(collect($import->found->archives)->where('how', '!=', 'unknown')->where('how', '!=', 'unread')->count())->toBe(12);
        $this->post("/folders/{$import->id}/make", ['name' => 'From a folder'])->assertRedirect();
        $instance = Instance::query()->where('name', 'From a folder')->firstOrFail();
        $this->get("/instances/{$instance->id}/draft")
            ->assertOk()
            ->assertSee('org.osgi.service.prefs');
        shelved([preferences()]);
        $instance = World::apply($instance);
        $rehearsal = World::rehearsed($instance);
        $log = (string) file_get_contents((new Folder($instance))->log($rehearsal->number));
        expect($rehearsal->state->value)
            ->toBe('clean', $log)
            ->and(count(glob((new Folder($instance))->live('bundles/*.jar')) ?: []))
            ->toBeGreaterThanOrEqual(12)
            ->and($log)
            ->not->toContain('Unresolved requirement');
    } finally {
        File::deleteDirectory($root);
    }
});
