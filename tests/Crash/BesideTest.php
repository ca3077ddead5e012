<?php

declare(strict_types=1);

use App\Access\Access;
use App\Access\OpeningKind;
use App\Depots\Depot;
use App\Depots\Sync\Depots;
use App\Depots\Sync\ReadingBeside;
use App\Depots\Sync\Synchronising;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;
use Tests\Support\World;

/** @return array<string, string> table => digest of its rows */
function readWith(string $address, int $large): array
{
    foreach (['sources', 'releases', 'packages', 'mentions', 'notices', 'holdings', 'identities'] as $table) {
        DB::table($table)->delete();
    }
    DB::table('depots')->delete();
    $depot = Depot::query()->create(['slug' => 'great', 'name' => Depots::provisional($address), 'url' => $address, 'place' => 9]);
    app()->make(Synchronising::class, ['large' => $large])->run($depot, $task = World::task(null, 'sync'));
    $digest = "md5(string_agg(one::text, ' ' order by one::text))";
    $rows = fn (string $sql): string => (string) DB::scalar("select {$digest} from ({$sql}) as one");

    return [
        'sources' => $rows('select local_id, package_id, document, page, problems, usable from sources'),
        'releases' => $rows('select package_id, version, published_at, file_name, file_sha256 from releases'),
        'packages' => $rows('select id, kind, name, document, supports, games from packages'),
        'mentions' => $rows('select package_id, mentioned, relation from mentions'),
        'sequence' => (string) $depot->refresh()->sequence,
        'told' => "{$task->refresh()->done} of {$task->total}",
    ];
}

it('reads the same with a process beside it, and with one that ends without having read', function (): void {
    $folder = sys_get_temp_dir().'/great-'.getmypid();
    $port = (int) explode(':', (string) stream_socket_get_name($free = stream_socket_server('tcp://127.0.0.1:0'), false))[1];
    fclose($free);
    (new Process([PHP_BINARY, 'bench/depot.php', '--out', $folder, '--packages', '1300', '--releases', '3000', '--files', '1']))->mustRun();
    $server = new Process([PHP_BINARY, '-S', "127.0.0.1:{$port}", 'standins/depot/server.php'], base_path(), ['DEPOT_FOLDER' => $folder]);
    $server->disableOutput();
    $server->start();
    while (! is_resource($there = @stream_socket_client("tcp://127.0.0.1:{$port}"))) {
        expect($server->isRunning())->toBeTrue();
        usleep(20_000);
    }
    fclose($there);
    app(Access::class)->open(OpeningKind::Host, "127.0.0.1:{$port}", 1);
    try {
        $alone = readWith("http://127.0.0.1:{$port}", PHP_INT_MAX);
        $beside = readWith("http://127.0.0.1:{$port}", 1_000);
        // What the other process reads by itself: so many packages, and to its end.
        $depot = Depot::query()->sole();
        DB::table('sources')->delete();
        $other = new ReadingBeside($depot, 0, $depot->sequence);
        while ($other->isRunning()) {
            usleep(20_000);
        }
        expect($other->isThrough())->toBeTrue()->and($other->done())->toBe(DB::table('sources')->count())->toBeGreaterThan(1_000);
        $other->stop();
        // The other process finds no database.
        putenv('DB_PORT=1');
        $_ENV['DB_PORT'] = $_SERVER['DB_PORT'] = '1';
        $failed = readWith("http://127.0.0.1:{$port}", 1_000);
    } finally {
        $server->stop();
        $port = config('database.connections.pgsql.port');
        putenv("DB_PORT={$port}");
        $_ENV['DB_PORT'] = $_SERVER['DB_PORT'] = $port;
    }
    expect(DB::table('sources')->count())
        ->toBeGreaterThan(1_000)
        ->and($alone['told'])
        ->toMatch('/^(\d+) of \1$/')
        ->and($beside)
        ->toBe($alone)
        ->and($failed)
        ->toBe($alone);
});
