<?php

declare(strict_types=1);

// Whether what strangers and large folders can make costly costs what its size does: each at four sizes, side by side in one run:
// php bench/proportional.php   (needs the database that bin/start runs; leaves nothing in it)

use App\Disk\Folder;
use App\Models\Instance;
use App\Worlds\Backups;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Game\FailureSignature;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanChange;
use Stasimon\Core\Plan\PlanDocument;
use Stasimon\Core\Resolve\Want;

require __DIR__.'/../vendor/autoload.php';
$application = require __DIR__.'/../bootstrap/app.php';
$application->make(Kernel::class)->bootstrap();
ini_set('memory_limit', '-1');

$var = sys_get_temp_dir().'/stasimon-bench-'.getmypid();
config(['stasimon.var' => $var]);

/** @param  array<int, callable(): int>  $sizes  size => what is done, and how many bytes it left */
function curve(string $what, array $sizes): void
{
    $first = null;
    foreach ($sizes as $size => $do) {
        $start = hrtime(true);
        $bytes = $do();
        $seconds = (hrtime(true) - $start) / 1e9;
        $first ??= $seconds / $size;
        printf(
            "%-46s %9s  %9.3f s  %6.2f times as much for each as at first  %9s KB\n",
            $what,
            number_format($size),
            $seconds,
            $seconds / $size / $first,
            number_format($bytes / 1000),
        );
    }
}

$plan = fn (int $wants): Plan => new Plan(
    new Base('game', '1.0', 'loader', '1', 'java', '17', 2048),
    array_map(fn (int $i): Want => new Want("mod-{$i}", '*'), range(1, $wants)),
);
$thirty = function (int $wants) use ($plan): int {
    [$now, $kept] = [$plan($wants), 0];
    for ($step = 1; $step <= 30; $step++) {
        $next = $now->wanting("mod-{$step}", ">=1.{$step}");
        $kept +=
            strlen(PlanChange::between(PlanDocument::write($next), PlanDocument::write($now))) +
            strlen(PlanChange::between(PlanDocument::write($now), PlanDocument::write($next)));
        $now = $next;
    }

    return $kept;
};
curve(
    '30 steps of a draft, by its wants',
    array_combine($wants = [1_000, 2_000, 4_000, 8_000], array_map(fn (int $n): Closure => fn (): int => $thirty($n), $wants)),
);

$definition = function (int $versions): string {
    $game = json_decode((string) file_get_contents(base_path('games/ferrywright.json')), true);
    $game['versions'] = array_map(
        fn (int $i): array => ['version' => "9.{$i}", 'line' => 'nine', 'note' => str_repeat('n', 60)],
        range(1, $versions),
    );
    $game['here'] = [];

    return (string) json_encode($game);
};
curve(
    'a definition read, by its versions',
    array_combine(
        $counts = [600, 1_200, 2_400, 4_800],
        array_map(
            fn (int $n): Closure => function () use ($definition, $n): int {
                GameDefinition::read($json = $definition($n));

                return strlen($json);
            },
            $counts,
        ),
    ),
);

$slow = FailureSignature::read(Node::ofJson('{"kind": "missing", "pattern": "~^(a+)+!$~"}'));
$line = str_repeat('a', 4_000).'b';
curve(
    'lines that a pattern cannot be done with',
    array_combine(
        $lines = [12_500, 25_000, 50_000, 100_000],
        array_map(
            fn (int $n): Closure => function () use ($slow, $line, $n): int {
                for ($i = 0; $i < $n; $i++) {
                    $slow->catch($line);
                }

                return 0;
            },
            $lines,
        ),
    ),
);

DB::beginTransaction();
try {
    curve(
        'a backup after another, by files',
        array_combine(
            $counts = [1_000, 2_000, 4_000, 8_000],
            array_map(function (int $files): Closure {
                $instance = Instance::query()
                    ->create([
                        'name' => "Bench {$files}",
                        'plan' => new Plan(new Base('ferrywright', '1.9.2', 'halyard', '0.16.9', 'java', '21', 2048)),
                    ])
                    ->refresh();
                $folder = (new Folder($instance))->live('worlds/Isle');
                mkdir("{$folder}/parts", recursive: true);
                file_put_contents("{$folder}/world.json", '{}');
                for ($n = 0; $n < $files; $n++) {
                    file_put_contents("{$folder}/parts/{$n}.dat", "part {$n}");
                }
                app(Backups::class)->make($instance, 'first');
                file_put_contents("{$folder}/parts/0.dat", 'changed');

                return fn (): int => strlen((string) json_encode(app(Backups::class)->make($instance, 'second')->files ?? []));
            }, $counts),
        ),
    );
} finally {
    DB::rollBack();
    exec('rm -rf '.escapeshellarg($var));
}
