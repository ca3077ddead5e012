<?php

declare(strict_types=1);

// The measuring half of bench/pages, which starts everything that this needs.

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\Depot;
use App\Depots\Sync\Depots;
use App\Depots\Sync\Synchronising;
use App\Disk\Applying;
use App\Disk\Folder;
use App\Drafts\Bases;
use App\Drafts\Drafting;
use App\Drafts\LineUps;
use App\Findings\Looking;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Task;
use App\Work\Liveness;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Plan\Plan;

require __DIR__.'/../vendor/autoload.php';
$application = require __DIR__.'/../bootstrap/app.php';
$application->make(Kernel::class)->bootstrap();
ini_set('memory_limit', '2G');

$options = getopt('', ['web:', 'great:', 'instances:']);
$site = "http://127.0.0.1:{$options['web']}";
$now = fn (): float => hrtime(true) / 1e9;

// Reading a depot.
$address = "http://127.0.0.1:{$options['great']}";
$depot = Depot::query()->create(['slug' => 'great', 'name' => Depots::provisional($address), 'url' => $address, 'place' => 9]);
$task = function (?Instance $instance = null): Task {
    $task = Task::query()->create(['kind' => $instance === null ? 'sync' : 'apply', 'state' => 'running', 'instance_id' => $instance?->id]);
    app(Liveness::class)->hold($task->id);

    return $task;
};
$start = $now();
app(Synchronising::class)->run($depot, $task());
$seconds = $now() - $start;
$releases = DB::table('releases')->where('depot_id', $depot->id)->count();
printf(
    "reading %s releases of %s packages: %.1f s, %s releases a second\n",
    number_format($releases),
    number_format(DB::table('sources')->where('depot_id', $depot->id)->count()),
    $seconds,
    number_format($releases / $seconds),
);
printf("memory for that: %.0f MB at most\n", memory_get_peak_usage() / 1e6);
$start = $now();
app(Synchronising::class)->run($depot->refresh(), $task());
printf("reading it again, with nothing new: %.2f s\n", $now() - $start);
// The peer: the same rows from a file, with no indexes to keep and nothing looked at.
$rows = tempnam(sys_get_temp_dir(), 'rows');
chmod($rows, 0o644);
$psql = sprintf('psql -h 127.0.0.1 -p %s -U stasimon stasimon -q', env('DB_PORT'));
shell_exec("{$psql} -c \"\\copy (select * from releases) to '{$rows}'\" -c 'create table peer (like releases)'");
$start = $now();
shell_exec("{$psql} -c \"\\copy peer from '{$rows}'\"");
printf(
    "for comparison, PostgreSQL copying the bare rows of the releases from a file: %.2f s, so reading takes %.0f times as long\n",
    $now() - $start,
    $seconds / ($now() - $start),
);
DB::statement('drop table peer');
unlink($rows);
DB::statement('analyze');

// Instances of 200 mods.
$game = app(Games::class)->get('ferrywright');
$mods = DB::table('releases')
    ->where('depot_id', $depot->id)
    ->whereRaw("package_id not like '%-base-%'")
    ->groupBy('package_id')
    ->orderByRaw("substring(package_id from '[0-9]+$')::int")
    ->limit(180)
    ->pluck('package_id')
    ->all();
$make = function (string $name) use ($game, $mods): Instance {
    $plan = (new Bases($game, new DepotCatalogue($game)))->plan('3.2.1', 'halyard', null, null, null);
    $instance = Instance::query()->create(['name' => $name, 'plan' => $plan]);
    app(Drafting::class)->step(
        $instance,
        fn (Plan $plan): Plan => array_reduce($mods, fn (Plan $plan, string $id): Plan => $plan->wanting($id), $plan),
    );

    return $instance->refresh();
};
$apply = function (Instance $instance) use ($task, $now): float {
    app(LineUps::class)->forget();
    $start = $now();
    app(Applying::class)->run($instance, $of = $task($instance));
    $of->update(['state' => 'done']);

    return $now() - $start;
};
$bytes = fn (): int => (int) shell_exec('du -sk '.escapeshellarg((string) config('stasimon.var')).' --exclude=depots --exclude=logs');
$empty = $bytes();
$first = $make('First');
printf("applying %d mods, all of them fetched: %.1f s\n", count($mods), $apply($first));
$one = $bytes() - $empty;
$times = $copies = [];
for ($i = 1; $i < (int) $options['instances']; $i++) {
    $instance = $make("Number {$i}");
    $times[] = $apply($instance);
    $second ??= $bytes() - $empty - $one;
    if ($i <= 7) {
        $copy = (new Folder($instance))->live().'-copy';
        $start = $now();
        exec('cp -al '.escapeshellarg((new Folder($instance))->live()).' '.escapeshellarg($copy));
        $copies[] = $now() - $start;
        exec('rm -rf '.escapeshellarg($copy));
    }
}
sort($times);
sort($copies);
$median = fn (array $of): float => $of[intdiv(count($of), 2)];
printf(
    'applying them again from the store, resolving and looking included: %.2f s; cp -al of the same tree: %.3f s; asked for: at most %.2f '.
    "s\n",
    $median($times),
    $median($copies),
    2 * $median($copies) + 1,
);
printf(
    "disk of the first instance with the store: %s kB; of the second: %s kB, %.1f %%\n",
    number_format($one),
    number_format($second ?? 0),
    (100 * ($second ?? 0)) / $one,
);
// What others say and what launches have shown, of packages all over the depot.
$noticed = DB::table('packages')->orderByRaw('md5(id)')->limit(2_000)->pluck('id')->all();
$list = DB::table('notice_lists')->insertGetId(['name' => 'A large list']);
$notices = [];
foreach ([['list_id', $list, 2_000], ['by', 'launch', 5_000]] as [$column, $value, $count]) {
    for ($i = 0; $i < $count; $i++) {
        $notices[] = [
            $column => $value,
            'package_id' => $noticed[$i % count($noticed)],
            'kind' => $column === 'by' ? 'caution' : ['broken', 'caution', 'apart', 'fine'][$i % 4],
            'text' => 'what was found out, number '.$i,
            'releases' => '>='.(2 + ($i % 3)).'.0.0',
            'beside' => $column !== 'by' && $i % 4 === 2 ? json_encode([$noticed[($i + 7) % count($noticed)] => '*']) : null,
        ];
    }
}
foreach (array_chunk($notices, 500) as $portion) {
    foreach ([0, 1] as $kind) {
        $of = array_values(array_filter($portion, fn (array $one): bool => isset($one[['list_id', 'by'][$kind]])));
        $of === [] || DB::table('notices')->insert($of);
    }
}
printf("notices of a list and of launches: %s\n", number_format(count($notices)));
foreach (
    Instance::query()
        ->with(['placed', 'draft', 'lastRehearsal'])
        ->get() as $instance
) {
    app(Looking::class)->over($instance);
}

// Pages, as a browser asks for them.
$jar = tempnam(sys_get_temp_dir(), 'jar');
$ask = function (string $path, ?array $post = null) use ($site, $jar): array {
    $curl = curl_init($site.$path);
    curl_setopt_array(
        $curl,
        [CURLOPT_RETURNTRANSFER => true, CURLOPT_COOKIEJAR => $jar, CURLOPT_COOKIEFILE => $jar, CURLOPT_TIMEOUT => 60] +
            ($post === null ? [] : [CURLOPT_POSTFIELDS => http_build_query($post)]),
    );
    $body = (string) curl_exec($curl);
    $answer = [curl_getinfo($curl, CURLINFO_RESPONSE_CODE), curl_getinfo($curl, CURLINFO_TOTAL_TIME), $body];
    curl_close($curl);

    return $answer;
};
$token = function () use ($ask): string {
    preg_match('/name="_token" value="([^"]+)"/', $ask('/depots')[2], $match);

    return $match[1];
};
$words = ['harbour', 'lantern guild', 'salted ferry', 'compas', 'weather', 'iron jetty works', 'shoal', '', 'nothern signal', 'tales'];
$some = DB::table('packages')
    ->where('kind', 'mod')
    ->whereRaw("games @> array['ferrywright']")
    ->inRandomOrder()
    ->limit(200)
    ->pluck('id')
    ->all();
$key = $token();
$pages = [
    'an answer with next to nothing in it (the running work)' => fn (int $i): array => [['/tasks']],
    'register of '.Instance::query()->count().' instances' => fn (int $i): array => [['/']],
    'the field, on the first page, as somebody types' => fn (int $i): array => [
        ['/anything/hits?q='.urlencode(substr($words[$i % count($words)], 0, 3 + $i % 5))],
    ],
    'the field, in an instance' => fn (int $i): array => [
        ["/anything/hits?instance={$first->id}&q=".urlencode(substr($words[$i % count($words)], 0, 3 + $i % 5))],
    ],
    'search with its first 25 verdicts, none given before' => fn (int $i): array => [
        ['', null, false],
        ["/instances/{$first->id}/find?q=".urlencode($words[$i % count($words)])],
    ],
    'search with 25 verdicts, as somebody types and filters' => fn (int $i): array => [
        ["/instances/{$first->id}/find?q=".urlencode($words[$i % count($words)])],
    ],
    'package page' => fn (int $i): array => [["/instances/{$first->id}/packages/".$some[$i % count($some)]]],
    'the next 25 verdicts, as somebody scrolls' => fn (int $i): array => [
        ['', null, false],
        ["/instances/{$first->id}/find?from=25&q=".urlencode($words[$i % count($words)])],
    ],
    'line-up of '.$first->placed()->count() => fn (int $i): array => [["/instances/{$first->id}"]],
    'draft step' => fn (int $i): array => [
        ["/instances/{$first->id}/draft/add", ['_token' => $key, 'ids' => [$some[$i % count($some)]]]],
        ["/instances/{$first->id}/draft/discard", ['_token' => $key], false],
    ],
    'draft step, with the page that it leads to' => fn (int $i): array => [
        ["/instances/{$first->id}/draft/add", ['_token' => $key, 'ids' => [$some[$i % count($some)]]]],
        ["/instances/{$first->id}/draft"],
        ["/instances/{$first->id}/draft/discard", ['_token' => $key], false],
    ],
    'line-up while there is a draft' => fn (int $i): array => [["/instances/{$first->id}"]],
];
printf("\n%-58s %9s %9s\n", 'whole answers of the server, in milliseconds', 'median', '95th');
foreach ($pages as $name => $steps) {
    if (str_contains($name, 'while there is')) {
        $ask("/instances/{$first->id}/draft/add", ['_token' => $key, 'ids' => [$mods[0], $some[0]]]);
    }
    $times = [];
    for ($i = -5; $i < 60; $i++) {
        $took = 0.0;
        foreach ($steps(max(0, $i)) as $step) {
            if ($step[0] === '') {
                DB::table('verdicts')->delete();

                continue;
            }
            [$status, $time] = $ask($step[0], $step[1] ?? null);
            if (! in_array($status, [200, 302], true)) {
                fwrite(STDERR, "{$name}: {$step[0]} answered {$status}\n");
            }
            $took += $step[2] ?? true ? $time : 0;
        }
        $i < 0 || ($times[] = 1000 * $took);
    }
    sort($times);
    printf("%-58s %9.0f %9.0f\n", $name, $times[intdiv(count($times), 2)], $times[(int) (0.95 * count($times))]);
}
unlink($jar);
