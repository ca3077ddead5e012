<?php

declare(strict_types=1);

// Keeps a game that is played: php keep.php FILE, in a session of its own. It starts the command that stands in the file,
// writes what the game prints into its log, asks the game to end when it is told to, and says at last how it ended. It needs
// neither the database nor anything else of Stasimon, so a game is played on while that is stopped and started again.

use App\Rehearsals\Launch\Output;
use App\Rehearsals\Launch\WholeLines;

require __DIR__.'/../../../vendor/autoload.php';

/** Seconds that a game has to end once it is asked to. */
const PATIENCE = 10.0;

/** @param  array<string, mixed>  $words */
function tell(string $file, array $words): void
{
    file_put_contents("{$file}.new", json_encode($words, JSON_THROW_ON_ERROR));
    rename("{$file}.new", $file);
}

$file = $argv[1];
/** @var array{command: list<string>, dir: string, log: string} $play */
$play = json_decode((string) file_get_contents($file), true, flags: JSON_THROW_ON_ERROR);
$output = new Output($play['log']);
$asked = 0.0;
$told = false;
pcntl_async_signals(true);
foreach ([SIGTERM, SIGINT, SIGHUP] as $signal) {
    pcntl_signal($signal, function () use (&$asked): void {
        $asked = $asked > 0.0 ? $asked : microtime(true);
    });
}
// "At once": the time that the game has to end is over already.
pcntl_signal(SIGUSR1, function () use (&$asked, &$told): void {
    [$asked, $told] = [microtime(true) - PATIENCE - 1, true];
});
$pipes = [];
$game = @proc_open($play['command'], [['file', '/dev/null', 'r'], ['pipe', 'w'], ['pipe', 'w']], $pipes, $play['dir']);
if ($game === false) {
    $output->add("The launch itself failed: {$play['command'][0]} cannot be started.\n");
    $output->close();
    tell("{$file}.ended", ['exit' => -1, 'asked' => false, 'at' => microtime(true)]);
    exit(1);
}
tell("{$file}.started", ['process' => getmypid(), 'game' => proc_get_status($game)['pid']]);
$open = ['out' => $pipes[1], 'error' => $pipes[2]];
array_map(fn ($pipe) => stream_set_blocking($pipe, false), $open);
$lines = new WholeLines;
$exit = null;
do {
    $status = proc_get_status($game);
    if (! $status['running'] && $exit === null) {
        $exit = $status['signaled'] ? 128 + $status['termsig'] : $status['exitcode'];
    }
    if ($asked > 0.0 && $exit === null) {
        $told || proc_terminate($game, SIGTERM);
        $told = true;
        microtime(true) - $asked > PATIENCE && proc_terminate($game, SIGKILL);
    }
    $ready = array_values($open);
    $none = null;
    $readable = $ready === [] ? 0 : (int) @stream_select($ready, $none, $none, 0, $exit === null ? 200_000 : 0);
    foreach ($readable > 0 ? $open : [] as $stream => $pipe) {
        $text = (string) fread($pipe, 1_000_000);
        $output->add($lines->of($stream, $text));
        if ($text === '' && feof($pipe)) {
            fclose($pipe);
            unset($open[$stream]);
        }
    }
    $ready === [] && $exit === null && usleep(200_000);
    // What its own children still hold open is not waited for once the game is gone.
} while ($exit === null || $readable > 0);
$output->add($lines->rest());
$output->close();
tell("{$file}.ended", ['exit' => $exit, 'asked' => $asked > 0.0, 'at' => microtime(true)]);
