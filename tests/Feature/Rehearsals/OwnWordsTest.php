<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Models\Instance;
use App\Sharing\GivenHandOff;
use Illuminate\Http\UploadedFile;
use Opis\JsonSchema\Validator;
use Stasimon\Core\Game\OwnWords;
use Stasimon\Core\Share\HandOffDocument;
use Stasimon\Core\Share\HandOffFile;
use Stasimon\Core\Share\UnusableHandOff;
use Tests\Support\World;

it('launches an instance with what a person adds, shows it as it will run, and hands none of it on unasked', function (): void {
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
    $this->get("/instances/{$instance->id}/hand-off.json")
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

it('starts nothing in a folder that is not there, and says where it stands', function (): void {
    World::depot();
    $instance = World::applied(['gulls']);
    $this->post("/instances/{$instance->id}/about/launching", ['folder' => 'mods/none'])->assertRedirect();
    $this->post("/instances/{$instance->id}/rehearsals")->assertRedirect();
    expect($instance->rehearsals()->firstOrFail()->problem)
        ->toStartWith('mods/none, in which the game is to be started, is no folder of the instance')
        ->toContain('How it is launched');
});

it('hands it on only where somebody says so, and asks whoever gets it', function (): void {
    World::depot();
    $giver = World::applied(['gulls']);
    $giver->update(['launching' => $words = new OwnWords(['nice'], ['--pace', '1'], ['BELLS' => 'seven'], 'mods')]);
    $archive = function (array $said) use ($giver): string {
        $file = $this->post("/instances/{$giver->id}/hand-off.zip", $said)->assertOk()->baseResponse->getFile()->getPathname();
        copy($file, $copy = "{$file}.copy.zip");

        return $copy;
    };
    $silent = HandOffFile::open($without = $archive([]), 'it');
    $saying = HandOffFile::open($with = $archive(['launching' => '1']), 'it');
    $schema = (string) file_get_contents(base_path('docs/formats/hand-off.schema.json'));
    expect($silent->carried->launching->isNothing())
        ->toBeTrue()
        ->and($saying->carried->launching)
        ->toEqual($words)
        ->and((new Validator())->validate(json_decode($saying->document), $schema)->isValid())
        ->toBeTrue();
    $this->post('/hand-offs', ['file' => new UploadedFile($with, 'mine.zip', test: true)])->assertRedirect();
    $given = GivenHandOff::query()->firstOrFail();
    $this->get("/hand-offs/{$given->id}")
        ->assertOk()
        ->assertSeeInOrder(['launches it with more', 'before the command: nice', 'with BELLS=seven', 'in the folder mods']);
    $this->post("/hand-offs/{$given->id}/make", ['name' => 'Without'])->assertRedirect();
    $this->post("/hand-offs/{$given->id}/make", ['name' => 'With', 'launching' => '1'])->assertRedirect();
    expect(Instance::query()->where('name', 'Without')->firstOrFail()->launching->isNothing())
        ->toBeTrue()
        ->and(Instance::query()->where('name', 'With')->firstOrFail()->launching)
        ->toEqual($words);
    array_map(unlink(...), [$without, $with]);
});

it('refuses a hand-off whose words could be no part of a launch', function (array $launching, string $why): void {
    $document = fn (array $words): string => (string) json_encode(['format' => 'stasimon/hand-off', 'launching' => $words]);
    expect(fn () => HandOffDocument::carried($document($launching)))->toThrow(UnusableHandOff::class, $why);
})->with([
    [['before' => ["a\nb"]], 'cannot be seen'],
    [['environment' => ['NO-NAME' => 'x']], 'the name of no variable'],
    [['folder' => '../../out'], 'one below'],
    [['after' => array_fill(0, 51, 'x')], 'At most 50'],
    [['after' => 'x'], 'a list is expected'],
]);
