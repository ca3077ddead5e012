<?php

declare(strict_types=1);

// Whether the pages of the demo say what is so, with the demo running (bin/start): php bench/truth.php [--load]
//
// Without --load, both ways: what Find says of every package in every instance beside what the draft with it comes to, and where
// each proposed repair of a draft that cannot be leads. With it, the sentences of every page of every instance: at rest, then with
// twenty busy loops beside and a page's budget of 10 ms, and again after: what is said under load is said at rest, too, or it says
// that it is being worked out; and within a minute all of it is there. Nothing of the demo is changed.

use App\Depots\PackageRow;
use App\Drafts\Outcomes;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use App\Drafts\Steps\TakeRemedy;
use App\Find\Finder;
use App\Models\Instance;
use App\Refusal\Refusal;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Explain\Fit;

require __DIR__.'/../vendor/autoload.php';
$app = require __DIR__.'/../bootstrap/app.php';
$isLoaded = in_array('--load', $argv, true);
$app->make(Kernel::class)->bootstrap();
config(['stasimon.page_seconds' => 30.0]);

/** The instance as a page sees it, nothing remembered. */
function seen(string $id): Instance
{
    app()->forgetScopedInstances();

    return Instance::query()
        ->with(['placed', 'draft', 'lastRehearsal'])
        ->findOrFail($id);
}

$only = array_values(array_filter($argv, fn (string $word): bool => str_starts_with($word, 'only=')));
$instances = Instance::query()
    ->whereNull('put_away_at')
    ->whereNull('problem')
    ->when($only !== [], fn ($query) => $query->where('name', substr($only[0], 5)))
    ->orderBy('name')
    ->pluck('name', 'id')
    ->all();
if (! $isLoaded) {
    [$asked, $repairs, $wrong] = [0, 0, []];
    foreach ($instances as $id => $name) {
        $instance = seen((string) $id);
        $ids = PackageRow::query()
            ->whereNotIn('kind', ['game', 'runtime', 'loader'])
            ->orderBy('id')
            ->pluck('id')
            ->all();
        $before =
            $instance->draft === null ? $instance->versions() : app(Outcomes::class)->outcome($instance)->versions ?? $instance->versions();
        foreach (array_chunk($ids, 25) as $some) {
            foreach (app(Finder::class)->verdictsOf(seen((string) $id), $some) as $package => $verdict) {
                if (in_array($verdict->fit, [Fit::There, Fit::Brought, Fit::Off], true)) {
                    continue;
                }
                DB::beginTransaction();
                $said = "{$name}: {$package}, \"{$verdict->text}\"";
                $asked++;
                try {
                    app(Steps::class)->take(seen((string) $id), new Add([(string) $package]));
                    $outcome = app(Outcomes::class)->outcome(seen((string) $id));
                } catch (Refusal $refusal) {
                    $wrong[] = "{$said}: {$refusal->getMessage()}";
                    DB::rollBack();

                    continue;
                }
                if (str_starts_with($verdict->text, 'fits')) {
                    ($outcome->versions[$package] ?? null) === $verdict->version ||
                        ($wrong[] = "{$said}, comes to ".($outcome->versions[$package] ?? 'nothing'));
                    $verdict->fit !== Fit::Now ||
                        array_diff_assoc($before, $outcome->versions ?? []) === [] ||
                        ($wrong[] = "{$said}, and something else changes");
                } elseif ($outcome->versions !== null) {
                    $wrong[] = "{$said}, and can be added";
                } else {
                    foreach (array_keys($outcome->told->repairs ?? []) as $key) {
                        DB::beginTransaction();
                        app(Steps::class)->take(seen((string) $id), new TakeRemedy((string) $key));
                        app(Outcomes::class)->outcome(seen((string) $id))->versions !== null ||
                            ($wrong[] = "{$said}: the repair {$key} leads to nothing");
                        $repairs++;
                        DB::rollBack();
                    }
                }
                DB::rollBack();
            }
        }
        printf("%-40s %6d asked, %5d repairs tried, %d wrong so far\n", $name, $asked, $repairs, count($wrong));
    }
    echo implode("\n", array_slice($wrong, 0, 40)), "\n";
    exit($wrong === [] ? 0 : 1);
}

/**
 * @return array<string, true> sentences of a page: the texts of its rows, paragraphs, headings and list entries, without what says how long
 *     ago something was
 */
function sentences(string $html): array
{
    $document = new DOMDocument();
    @$document->loadHTML('<?xml encoding="UTF-8">'.$html);
    $found = [];
    foreach ((new DOMXPath($document))->query('//main//tr | //main//p | //main//li | //main//h1 | //main//h2') ?: [] as $node) {
        $text = trim((string) preg_replace(['/\d+ (?:second|minute|hour)s? ago/', '/\s+/'], ['', ' '], $node->textContent));
        $text === '' ?: ($found[$text] = true);
    }

    return $found;
}

$http = $app->make(Illuminate\Contracts\Http\Kernel::class);
$page = function (string $address) use ($app, $http): string {
    // As in a process of its own.
    $app->forgetScopedInstances();
    foreach ($app->make('router')->getRoutes() as $route) {
        $route->flushController();
    }

    return (string) $http->handle(Request::create(config('app.url').$address))->getContent();
};
$addresses = ['/'];
foreach (array_keys($instances) as $id) {
    foreach (['', '/find', '/draft', '/rehearsals', '/move', '/files', '/worlds', '/order', '/base/build'] as $part) {
        $addresses[] = "/instances/{$id}{$part}";
    }
}
$pending = '/being worked out|not worked out|is looked for|not known yet|to be tried|takes too long|not yet/i';
$wait = function () use ($page, $addresses): float {
    for ($start = microtime(true); microtime(true) - $start < 120; usleep(500_000)) {
        $isOpen = fn (string $address): bool => preg_match('/being worked out/i', strip_tags($page($address))) === 1;
        $open = array_filter($addresses, $isOpen);
        if ($open === []) {
            break;
        }
    }

    return microtime(true) - $start;
};
$wait();
$rest = array_combine($addresses, array_map(fn (string $address): array => sentences($page($address)), $addresses));
$loops = array_map(fn (): mixed => proc_open(['sh', '-c', 'while :; do :; done'], [], $pipes), range(1, 20));
// As if nothing had been found out yet.
DB::table('verdicts')->delete();
DB::table('instances')->update(['look' => null, 'looked_at' => null]);
DB::table('drafts')->update(['outcome' => null]);
config(['stasimon.page_seconds' => 0.01]);
[$said, $open, $wrong] = [0, 0, []];
foreach ($addresses as $address) {
    foreach (sentences($page($address)) as $sentence => $_) {
        $said++;
        if (isset($rest[$address][$sentence])) {
            continue;
        }
        preg_match($pending, (string) $sentence) === 1 ? $open++ : ($wrong[] = "{$address}: {$sentence}");
    }
}
$filled = $wait();
$late = [];
config(['stasimon.page_seconds' => 30.0]);
foreach ($addresses as $address) {
    $now = sentences($page($address));
    foreach (array_keys(array_diff_key($rest[$address], $now) + array_diff_key($now, $rest[$address])) as $sentence) {
        $late[] = "{$address}: {$sentence}";
    }
}
array_map(function (mixed $loop): void {
    proc_terminate($loop, 9);
    proc_close($loop);
}, $loops);
printf(
    '%d pages, %d sentences under load: %d said that they are being worked out, %d said something else than at rest; all filled in after '.
    "%.1f s, %d otherwise than at rest\n",
    count($addresses),
    $said,
    $open,
    count($wrong),
    $filled,
    count($late),
);
echo implode(
    "\n",
    array_map(fn (string $line): string => mb_substr($line, 0, 240), [...array_slice($wrong, 0, 40), ...array_slice($late, 0, 20)]),
),
"\n";
exit($wrong === [] && $late === [] && $filled < 60 ? 0 : 1);
