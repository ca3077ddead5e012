<?php

declare(strict_types=1);

use Tests\Support\Archives;
use Tests\Support\World;

/** @return array{is: string, act: string, action: string} what the door says of a file */
function broughtFile(string $name, string $bytes): array
{
    $file = ['name' => $name, 'size' => strlen($bytes), 'head' => base64_encode(substr($bytes, 0, 4096))];

    return test()
        ->postJson('/door', ['files' => [$file]])
        ->assertOk()
        ->json(0);
}

it('says what a file is, and which form takes it', function (string $name, Closure $bytes, string $is, string $route): void {
    $brought = broughtFile($name, $bytes());
    expect($brought['is'])->toContain($is)->and($brought['action'])->toBe($route === '' ? '' : route($route));
})->with([
    'a definition' => ['x', fn () => (string) file_get_contents(base_path('games/ferrywright.json')), 'definition', 'games.store'],
    'a log by its name' => ['last.log', fn () => 'no line of a log', 'a log', 'logs.store'],
    'a log by its lines' => [
        'out',
        fn () => (string) file_get_contents(base_path('tests/Reference/logs/logback-nothing-warned.log')),
        'a log',
        'logs.store',
    ],
    'a list of names' => ['mods.txt', fn () => "Gulls\nLong Piers\n", '2 names', 'wishes.store'],
    'a long text' => ['read.txt', fn () => str_repeat("Gulls and piers\n", 400), 'a file', 'shelf.begin'],
    'a picture' => ['a.bin', fn () => "\x89PNG\r\n\x1a\n", 'a picture', 'hand-offs.store'],
    'a pack' => ['a', fn () => Archives::bytes(['pack.json' => '{}']), 'a pack', 'packs.store'],
    'a whole instance' => ['a', fn () => Archives::bytes(['whole.json' => '{}']), 'a whole instance', 'wholes.receive'],
    'an archive' => ['a', fn () => Archives::bytes(['pack.json.txt' => '{}']), 'an archive', 'shelf.begin'],
    'anything else' => ['a.dll', fn () => "MZ\0\0", 'a file', 'shelf.begin'],
    'cut in the middle of a name' => ['a', fn () => "PK\x03\x04", 'an archive', 'shelf.begin'],
    'nothing' => ['a.zip', fn () => '', 'empty', ''],
]);

it('says what text is', function (string $text, string $is, string $route): void {
    $brought = $this->postJson('/door', ['text' => $text])->assertOk()->json(0);
    expect($brought['is'])->toContain($is)->and($brought['action'])->toBe($route === '' ? '' : route($route));
})->with([
    'an address' => [' https://depot.example/x ', 'an address', 'depots.store'],
    'names' => ["Gulls\n\nFogbank Weather\n", '2 names', 'wishes.store'],
    'one line of a failure' => ['java.lang.NoSuchMethodError: x', 'a log', 'logs.store'],
    'a definition' => ['{"format": "stasimon/game"}', 'definition', 'games.store'],
    'what no page takes' => ['{"format": "stasimon/order"}', 'which no page takes', ''],
    'a long text' => [str_repeat('many words in one line ', 30), 'nothing is known', ''],
    'nothing' => ['  ', 'empty', ''],
]);

it('hands on whose page it was, and takes names where they are pasted', function (): void {
    World::depot();
    $instance = World::instance(['gulls']);
    $names = "Long Piers\nclear wke\nzzzz qqqq";
    $told = $this->postJson('/door', ['text' => $names, 'instance' => $instance->id])->assertOk()->json(0);
    expect($told['is'])->toContain('3 names');
    $this->post($told['action'], $told['fields'] + [$told['field'] => $names])
        ->assertRedirect("/instances/{$instance->id}/draft")
        ->assertSessionHas('said', '2 are in the draft. Nothing is called like “zzzz qqqq”.');
    $wants = array_column($instance->refresh()->draft->plan->wants, 'id');
    expect($wants)->toContain('long-piers', 'clear-wake', 'gulls');
    $says = 'Nothing is called like “zzzz qqqq”. Nothing was added.';
    $this->post($told['action'], ['text' => 'zzzz qqqq'])->assertSessionHasErrors(['refused' => $says]);
    $list = $this->postJson('/door', ['text' => $names])->assertOk()->json(0);
    $this->post($list['action'], $list['fields'] + [$list['field'] => $names])->assertRedirect();
    $this->get('/wishes')->assertSee('Pasted');
    $file = $this->postJson('/door', ['files' => [['name' => 'a', 'size' => 1, 'head' => '***']], 'instance' => $instance->id]);
    expect($file->assertOk()->json('0.fields.instance'))->toBe($instance->id);
    $this->postJson('/door', ['files' => 'x'])->assertStatus(422);
});
