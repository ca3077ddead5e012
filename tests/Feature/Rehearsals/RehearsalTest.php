<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Models\Rehearsal;
use App\Refusal\Refusal;
use App\Rehearsals\Launch\Output;
use App\Rehearsals\Log\Reading;
use App\Rehearsals\Rehearse;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** @return list<string> */
function messages(Rehearsal $rehearsal): array
{
    return array_map(fn ($line): string => $line->message, iterator_to_array(app(Reading::class)->log($rehearsal)->each(), false));
}

it('launches cleanly, keeps the log and the world', function (): void {
    $instance = World::applied(['fogbank', 'gulls', 'cargo-manifest', 'timetables']);
    $rehearsal = World::rehearsed($instance);
    expect($rehearsal->state->value)
        ->toBe('clean')
        ->and($rehearsal->exit_code)
        ->toBe(0)
        ->and((new Folder($instance))->live('worlds/rehearsal/world.json'))
        ->toBeFile();
    $messages = messages($rehearsal);
    $ready = fn (string $id): int => (int) array_key_first(
        array_filter($messages, fn (string $message): bool => str_contains($message, " {$id} ") && str_contains($message, 'ready')),
    );
    expect($ready('oakum-api'))->toBeLessThan($ready('fogbank'))->and($ready('kedge-bones'))->toBeGreaterThan(0);
});

it('stops a launch that hangs, and keeps what it said', function (): void {
    $instance = World::applied(['gulls']);
    $games = sys_get_temp_dir().'/games-'.uniqid();
    mkdir($games);
    $definition = json_decode((string) file_get_contents(base_path('games/ferrywright.json')), true);
    $definition['launch'] = ['sh', '-c', 'echo waiting; sleep 30'];
    file_put_contents("{$games}/ferrywright.json", json_encode($definition));
    app()->instance(App\Games\Games::class, new App\Games\Games($games));
    $rehearsal = $instance
        ->rehearsals()
        ->create(['number' => 1, 'state' => 'waiting', 'plan' => $instance->plan])
        ->load('instance');
    // The person presses Stop once it has said something.
    pcntl_async_signals(true);
    pcntl_signal(SIGALRM, function () use ($rehearsal): void {
        in_array('waiting', messages($rehearsal), true) ? app(Rehearse::class)->stop($rehearsal) : pcntl_alarm(1);
    });
    pcntl_alarm(1);
    $start = microtime(true);
    app(App\Rehearsals\Rehearsing::class)->run($rehearsal);
    pcntl_signal(SIGALRM, SIG_DFL);
    expect(microtime(true) - $start)
        ->toBeLessThan(30)
        ->and($rehearsal->refresh()->state->value)
        ->toBe('stopped')
        ->and(messages($rehearsal))
        ->toContain('waiting');
});

it('does not begin what a person stopped while it was about to', function (): void {
    $instance = World::applied(['gulls']);
    $rehearsal = $instance
        ->rehearsals()
        ->create(['number' => 1, 'state' => 'waiting', 'plan' => $instance->plan])
        ->load('instance');
    // What is asked first is whether it was stopped; what is kept first comes after it.
    Rehearsal::updating(fn (Rehearsal $row) => app(Rehearse::class)->stop($row));
    app(App\Rehearsals\Rehearsing::class)->run($rehearsal);
    expect($rehearsal->fresh()->state->value)
        ->toBe('stopped')
        ->and(messages($rehearsal))
        ->toBe([]);
});

it('runs one thing at a time, and nothing before a draft is applied', function (): void {
    $instance = World::applied(['gulls']);
    World::task($instance);
    expect(fn () => app(Rehearse::class)->start($instance))->toThrow(Refusal::class, 'being applied');
    expect(fn () => app(Rehearse::class)->start(World::instance(['gulls'])))->toThrow(Refusal::class, 'Apply the draft first');
});

it('checks in the game what our resolver would have refused', function (array $files, string $says): void {
    // The stand-in shares no code with the core: it has to come to its own verdict on a folder it has not seen.
    $dir = sys_get_temp_dir().'/game-'.uniqid();
    foreach ($files as $file) {
        $folder = $dir.(str_starts_with($file, 'halyard') ? '/loader' : '/mods');
        is_dir($folder) || mkdir($folder, recursive: true);
        file_put_contents(
            "{$folder}/{$file}.zip",
            (string) file_get_contents(config('stasimon.demo_depots.Slipway')."/files/{$file}.zip"),
        );
    }
    $game = new Symfony\Component\Process\Process([
        'php',
        base_path('standins/game/launch.php'),
        '--dir',
        $dir,
        '--game',
        'ferrywright:3.2.1',
        '--runtime',
        'java:17',
        '--loader',
        'halyard:0.16.4',
        '--memory',
        '4096',
        '--pace',
        '0',
    ]);
    expect($game->run())->toBe(1)->and($game->getOutput())->toContain($says);
    Illuminate\Support\Facades\File::deleteDirectory($dir);
})->with([
    [['halyard-0.16.4', 'fogbank-2.1.0', 'mist-layers-1.8.0'], 'asks for oakum-api >=1.5.0 <2.0.0; there is none'],
    [['halyard-0.16.4', 'slick-hull-0.8.0', 'clear-wake-1.2.0'], 'refuses to run beside clear-wake'],
    [['halyard-0.16.4', 'rope-and-tar-7.1.0'], 'is made for capstan, not for halyard'],
    [['halyard-0.16.4', 'fogbound-0.9.0'], 'asks for ferrywright =3.1.4; found 3.2.1'],
    [['halyard-0.16.4', 'gulls-2.0.0', 'kedge-bones-2.8.1'], 'asks for kedge-bones >=3.0.0; found 2.8.1'],
    [['halyard-0.16.9'], 'asks for halyard 0.16.4; there is none'],
]);

it('keeps of a very long output its beginning and its end, and says how much is left out', function (): void {
    $log = (string) tempnam(sys_get_temp_dir(), 'output');
    $output = new Output($log, 1_000, 500);
    $lines = array_map(fn (int $n): string => "line {$n} ".str_repeat('.', $n % 40)."\n", range(1, 400));
    foreach (array_chunk($lines, 7) as $portion) {
        $output->add(implode('', $portion));
    }
    $output->close();
    $whole = implode('', $lines);
    $kept = (string) file_get_contents($log);
    expect(str_starts_with($kept, substr($whole, 0, 1_000)))
        ->toBeTrue()
        ->and(preg_match('/\n… ([\d,]+) bytes are left out here …\n/', $kept, $said))
        ->toBe(1)
        ->and((int) str_replace(',', '', $said[1]))
        ->toBe(strlen($whole) - 1_500);
    // What has no lines ends as it ended, to the last byte.
    $one = new Output($log, 10, 5);
    $one->add('0123456789'.str_repeat('x', 50).'abcde');
    $one->close();
    expect(file_get_contents($log))->toBe("0123456789\n… 50 bytes are left out here …\nabcde");
    unlink($log);
    // The end begins with a whole line.
    $end = explode($said[0], $kept)[1];
    expect(str_ends_with($whole, "\n{$end}"))->toBeTrue()->and(strlen($end))->toBeGreaterThan(400)->toBeLessThanOrEqual(500);
});
