<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Models\Instance;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

beforeEach(function (): void {
    World::depot();
    World::gameArchive();
});

function numbersIn(Instance $instance, string $mod): array
{
    preg_match_all('/^number\.([^=]+)=(\d+)$/m', (string) file_get_contents((new Folder($instance))->live("config/{$mod}.cfg")), $lines);

    return array_combine($lines[1], array_map(intval(...), $lines[2]));
}

it('finds two that claim one number before the launch does, and moves the fewest lines, as a draft, until it is clean', function (): void {
    $instance = World::applied(['tin-funnels', 'oil-slicks'], '1.4.9', 'capstan', null, '8');
    $this->get("/instances/{$instance->id}/numbers")
        ->assertOk()
        ->assertSee('No config claims a number yet');
    // The first launch writes the configs, and stops.
    $failed = World::rehearsed($instance);
    expect($failed->state->value)->toBe('failed');
    $this->get("/instances/{$instance->id}/rehearsals/{$failed->number}")
        ->assertOk()
        ->assertSee('Who claims which number')
        ->assertSee("/instances/{$instance->id}/numbers", false);
    expect(numbersIn($instance, 'tin-funnels') + numbersIn($instance, 'oil-slicks'))->toBe([
        'funnel' => 166,
        'flowing oil' => 166,
        'still oil' => 167,
    ]);
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('The number 166 is claimed twice');
    // The failed launch says the same, so it is said once, with what helps in the configs.
    $this->get("/instances/{$instance->id}")->assertDontSee("Rehearsal {$failed->number} stopped");
    $this->get("/instances/{$instance->id}/numbers")
        ->assertOk()
        ->assertSee('One is claimed more than')
        ->assertSee('Give other')
        ->assertSee('Free: 159 to 165, 168 to 4095.');
    $this->post("/instances/{$instance->id}/numbers")->assertRedirect();
    expect(numbersIn($instance, 'tin-funnels'))->toBe(['funnel' => 166]);
    $instance = World::apply($instance->refresh());
    expect(numbersIn($instance, 'tin-funnels'))
        ->toBe(['funnel' => 168])
        ->and(numbersIn($instance, 'oil-slicks'))
        ->toBe(['flowing oil' => 166, 'still oil' => 167]);
    expect(World::rehearsed($instance)->state->value)->toBe('clean');
    $this->get("/instances/{$instance->id}/numbers")
        ->assertOk()
        ->assertSee('No two claim the same');
    $this->post("/instances/{$instance->id}/numbers")
        ->assertStatus(409)
        ->assertSee('nothing has to move');
});

it('never moves what a world uses: then the pair goes, both of it, and nothing where there is no way', function (): void {
    $instance = World::applied(['tin-funnels', 'oil-slicks'], '1.4.9', 'capstan', null, '8');
    World::rehearsed($instance);
    $folder = new Folder($instance);
    file_put_contents($folder->live('config/tin-funnels.cfg'), "# mine\r\nnumber.funnel = 166\r\n");
    File::ensureDirectoryExists($folder->live('worlds/Long Shore'));
    file_put_contents($folder->live('worlds/Long Shore/world.json'), '{"mods": {"tin-funnels": "0.4.0"}, "numbers": [168]}');
    $world = fn (array $numbers) => file_put_contents(
        $folder->live('worlds/Long Shore/world.json'),
        json_encode(['mods' => ['tin-funnels' => '0.4.0'], 'numbers' => $numbers]),
    );
    // 168 is of a mod that is not here, and may come back.
    $this->get("/instances/{$instance->id}/numbers")
        ->assertOk()
        ->assertSee('169');
    // Which of the two that clash a world uses nobody can tell, so neither moves.
    $world([166]);
    $this->get("/instances/{$instance->id}/numbers")
        ->assertOk()
        ->assertSee('There is no way');
    $this->post("/instances/{$instance->id}/numbers")
        ->assertStatus(409)
        ->assertSee('Turn a mod off');
    // A pair of which a world uses the second stays as a whole; the line keeps its blanks and its end.
    $world([167]);
    $this->post("/instances/{$instance->id}/numbers")->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect(file_get_contents($folder->live('config/tin-funnels.cfg')))->toBe("# mine\r\nnumber.funnel = 168\r\n");
    $this->get('/instances/'.World::applied(['gulls'])->id.'/numbers')->assertNotFound();
});

it('says that a pair is torn apart, and puts it together again', function (): void {
    $instance = World::applied(['oil-slicks'], '1.4.9', 'capstan', null, '8');
    World::rehearsed($instance);
    file_put_contents((new Folder($instance))->live('config/oil-slicks.cfg'), "number.flowing oil=300\nnumber.still oil=167\n");
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('flowing oil and still oil are torn apart')
        ->assertSee('They take the numbers 300 and 167, and the second has to follow the first.');
    $this->get("/instances/{$instance->id}/numbers")
        ->assertSee('have to follow one another, and do not')
        ->assertSee('Give other');
    $this->post("/instances/{$instance->id}/numbers")->assertRedirect();
    $instance = World::apply($instance->refresh());
    ['flowing oil' => $first, 'still oil' => $second] = numbersIn($instance, 'oil-slicks');
    expect($second)->toBe($first + 1);
    $this->nextRequest();
    $this->get("/instances/{$instance->id}")->assertDontSee('torn apart');
});
