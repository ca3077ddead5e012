<?php

declare(strict_types=1);

namespace Standins\Game;

/**
 * What happens between the launch button and a world that is up, in the phases that a modded launch has. Whatever fails
 * is in the files that it finds: their descriptors, their classes and assemblies, and what they say that they do.
 */
final class Game
{
    /** What the game itself takes of the memory, in megabytes. */
    private const OWN_MEMORY = 900;

    /** How many of something shared there are. */
    private const SHARED = 16;

    /** What the graphics driver here can do. */
    private const DRIVER = ['blending', 'mipmaps', 'instancing'];

    private readonly Log $log;

    private readonly Runtime $platform;

    /** @var list<int> that are taken */
    private array $numbers = [];

    /** @var array<string, ModFile> mods and libraries by id */
    private array $mods = [];

    /** @var array<string, mixed>|null */
    private ?array $loaderSays = null;

    /** @var array<string, array<string, mixed>> what loaders that were merged into the game say, by id */
    private array $merged = [];

    /** @var array<string, string> expansions that are in the folder, and their versions */
    private array $expansions = [];

    /** @var array<string, string> id => version, of what is for the other side alone */
    private array $leftOut = [];

    private string $phase = 'starting';

    /** @var array<string, array{ModFile, string}> */
    private array $waiting = [];

    /**
     * @param  array{string, string}  $game  id and version
     * @param  array{string, string}  $runtime
     * @param  array{string, string}|null  $loader
     * @param  int  $memory  in megabytes
     * @param  int  $pace  milliseconds that a step of work takes
     */
    public function __construct(
        private readonly string $dir,
        private readonly array $game,
        private readonly array $runtime,
        private readonly ?array $loader,
        private readonly int $memory,
        private readonly int $pace,
        private readonly Outing $outing,
    ) {
        $this->log = new Log($dir);
        $this->platform = $runtime[0] === 'java' ? new Java($runtime[1]) : new Dotnet($runtime[1]);
    }

    public function launch(): int
    {
        if (function_exists('pcntl_signal')) {
            pcntl_async_signals(true);
            pcntl_signal(SIGQUIT, fn () => $this->log->raw(...$this->platform->threads($this->waiting)));
        }
        try {
            $this->startRuntime();
            $this->readArchives();
            if ($this->loader !== null) {
                $this->checkLoader();
                $this->checkRelations();
            }
            $this->loadClasses();
            $this->startEarly();
            $this->startMods();
            $this->readPacks();
            $this->reportWhatIsMissing();
            if ($this->outing->side === 'client') {
                $this->drawFirstFrame();
            }
            match (true) {
                $this->outing->port !== null => $this->lobby()->open($this->outing->port),
                $this->outing->joins !== '' => $this->lobby()->join($this->outing->joins),
                $this->outing->played => (new Session($this->dir, $this->log, $this->savedWith()))->play(),
                default => $this->enterWorld(),
            };
        } catch (Stop $stop) {
            if ($stop->getCode() < 128) {
                $this->log->say('error', 'launch', "stopping with exit code {$stop->getCode()}");
            }

            return $stop->getCode();
        }

        return 0;
    }

    /** @param  list<string>  $errors */
    private function stopAt(string $logger, array $errors): void
    {
        foreach ($errors as $error) {
            $this->log->say('error', $logger, $error);
        }
        if ($errors !== []) {
            throw new Stop('', 1);
        }
    }

    /** @param  list<string>  $thrown  an exception and its frames, or nothing */
    private function throwing(string $logger, array $thrown): void
    {
        if ($thrown === []) {
            return;
        }
        $this->log->say('error', $logger, $thrown[0]);
        $this->log->raw(...array_slice($thrown, 1));
        $this->report($thrown);
        throw new Stop('', 1);
    }

    /** @param  list<string>  $thrown */
    private function report(array $thrown): void
    {
        is_dir("{$this->dir}/reports") || mkdir("{$this->dir}/reports");
        $mods = array_map(fn (ModFile $mod): string => "  {$mod->id} {$mod->version} {$mod->file}", array_values($this->mods));
        file_put_contents(
            "{$this->dir}/reports/crash.txt",
            implode("\n", [
                "-- {$this->game[0]} crash report --",
                "Game: {$this->game[0]} {$this->game[1]}",
                'Loader: '.implode(' ', $this->loader ?? ['none']),
                'Runtime: '.implode(' ', $this->runtime).", {$this->memory} MB",
                "While: {$this->phase}",
                '',
                ...$thrown,
                '',
                'Mods:',
                ...$mods,
                '',
            ]),
        );
        $this->log->info('launch', 'report written to reports/crash.txt');
    }

    private function phase(string $logger, string $words): void
    {
        $this->phase = $words;
        $this->log->info($logger, $words);
    }

    private function work(int $steps = 1): void
    {
        usleep($this->pace * 1000 * $steps);
    }

    private function startRuntime(): void
    {
        $this->phase('runtime', "{$this->runtime[0]} {$this->runtime[1]}, {$this->memory} MB");
        $this->work(4);
        $refused = $this->platform->refuses($this->game[1]);
        if ($refused !== []) {
            $this->log->raw(...$refused);
            throw new Stop('', 1);
        }
    }

    private function readArchives(): void
    {
        $this->phase('archives', 'reading what is in the folders');
        $errors = $files = [];
        foreach (['loader', 'mods', 'plugins'] as $folder) {
            foreach (glob("{$this->dir}/{$folder}/*.zip") ?: [] as $path) {
                $file = "{$folder}/".basename($path);
                $read = ModFile::read($path, $file);
                if (is_string($read)) {
                    $errors[] = "cannot read {$file}: {$read}";
                } elseif ($folder === 'loader') {
                    $this->loaderSays = $read->says;
                } else {
                    $files[$read->id][] = $file;
                    $this->mods[$read->id] = $read;
                }
            }
        }
        foreach (glob("{$this->dir}/expansions/*.txt") ?: [] as $path) {
            $this->expansions[basename($path, '.txt')] = trim((string) file_get_contents($path));
        }
        $this->readMerged();
        $this->log->info('archives', count($this->mods).' mods and libraries found');
        $this->stopAt('archives', $errors);
        $doubled = array_filter($files, fn (array $list): bool => count($list) > 1);
        $this->stopAt(
            'archives',
            array_map(fn (string $id): string => "{$id} is there more than once: ".implode(', ', $doubled[$id]), array_keys($doubled)),
        );
        $foreign = $this->outing->side === 'client' ? 'server' : 'client';
        foreach ($this->mods as $id => $mod) {
            if ($mod->says['side'] === $foreign && $mod->does === [] && $this->outing->side === 'server') {
                $this->log->info('archives', "{$id} is for the {$foreign} alone and is left out");
                // Who asks for it does so on the other side.
                $this->leftOut[$id] = $mod->version;
                unset($this->mods[$id]);
            }
        }
    }

    /** So old that it reads no folder: mods are in its own archive. */
    private function readMerged(): void
    {
        if (is_file("{$this->dir}/ferrywright.jar")) {
            $merged = ModFile::merged("{$this->dir}/ferrywright.jar", 'ferrywright.jar');
            is_string($merged) && $this->throwing('archives', [$merged]);
            foreach (is_array($merged) ? $merged : [] as $mod) {
                $mod->says['type'] === 'loader' ? ($this->merged[$mod->id] = $mod->says) : ($this->mods[$mod->id] ??= $mod);
            }
            $this->loaderSays = $this->merged[$this->loader[0] ?? ''] ?? $this->loaderSays;
        }
    }

    private function checkLoader(): void
    {
        [$id, $version] = $this->loader ?? ['', ''];
        if ($this->loaderSays === null || $this->loaderSays['id'] !== $id || $this->loaderSays['version'] !== $version) {
            $this->stopAt('loader', ["the launcher asks for {$id} {$version}; there is none"]);
        }
        $this->phase('loader', "{$id} {$version} on {$this->game[0]} {$this->game[1]}");
        $this->work(3);
        $this->stopAt(
            'loader',
            Relations::ofLoader($this->game, $this->loaderSays, $this->merged, "{$this->dir}/ferrywright.jar", $this->mods),
        );
    }

    private function checkRelations(): void
    {
        $this->phase('relations', 'checking what each asks for');
        $there =
            [$this->game[0] => $this->game[1], (string) $this->loader[0] => (string) $this->loader[1]] +
            array_map(fn (ModFile $mod): string => $mod->version, $this->mods) +
            ($this->loaderSays['provides'] ?? []) +
            array_column($this->merged, 'version', 'id') +
            $this->expansions +
            $this->leftOut;
        foreach ($this->mods as $mod) {
            $there += $mod->says['provides'] ?? [];
        }
        $this->stopAt('loader', Relations::unmet($this->mods, $there));
        $this->stopAt('loader', Relations::refused($this->mods, $there));
    }

    private function loadClasses(): void
    {
        $this->phase('classes', 'loading classes');
        foreach ($this->mods as $mod) {
            $this->throwing($mod->id, $this->platform->cannotLoad($mod));
        }
        $this->work(2);
    }

    /** Before anything runs: what mods change in the game, the numbers they take, and their configs. */
    private function startEarly(): void
    {
        $this->phase('early', 'changing the game for the mods');
        $replaced = $numbers = [];
        foreach ($this->mods as $id => $mod) {
            foreach ($mod->does['replaces'] ?? [] as $what) {
                if (isset($replaced[$what])) {
                    $this->throwing('early', [
                        "ferry.loader.ChangeConflict: {$id} {$mod->version} replaces {$what}, which {$replaced[$what]} has replaced",
                        '    at ferry.loader.Changes.apply(Changes.java:88)',
                        '    at ferry.Main.main(Main.java:12)',
                    ]);
                }
                $replaced[$what] = "{$id} {$mod->version}";
            }
            $this->readConfig($mod);
        }
        // All have written their settings before the first of them stops it.
        foreach ($this->mods as $id => $mod) {
            foreach (isset($mod->does['numbers']) ? (new Settings($this->dir, $mod))->numbers() : [] as $name => $number) {
                if (isset($numbers[$number])) {
                    $this->stopAt('early', ["number {$number} is taken twice: {$numbers[$number]} and {$name} of {$id} {$mod->version}"]);
                }
                $numbers[$number] = "{$name} of {$id} {$mod->version}";
            }
        }
        $this->numbers = array_keys($numbers);
        $this->work(2);
    }

    private function readConfig(ModFile $mod): void
    {
        if (! isset($mod->does['config']) && ! isset($mod->does['numbers'])) {
            return;
        }
        $config = new Settings($this->dir, $mod);
        $config->establish();
        $line = $config->wrong();
        if ($line !== null) {
            $this->throwing('early', [
                "ferry.config.ConfigError: {$config->file} cannot be understood, from line {$line} on",
                ...$this->platform->frames($mod, 'configure'),
            ]);
        }
    }

    /** Initialises each mod after those it needs. */
    private function startMods(): void
    {
        $this->phase('start', 'starting '.count($this->mods).' mods and libraries');
        $registered = $aliases = $taken = $locks = [];
        foreach ($this->mods as $mod) {
            $registered += array_flip($mod->does['registers'] ?? []);
            $aliases += $mod->does['aliases'] ?? [];
            $locks += array_fill_keys((array) ($mod->does['holds'] ?? []), $mod);
        }
        $used = self::OWN_MEMORY;
        foreach ($this->inOrder() as $n => $mod) {
            $begin = microtime(true);
            $which = sprintf('%d of %d  %s %s', $n + 1, count($this->mods), $mod->id, $mod->version);
            $this->log->info('loader', "{$which} starting");
            $this->work(1 + (crc32($mod->id) % 3));
            for ($line = 0; $line < ($mod->does['chatters'] ?? 0); $line++) {
                $this->log->say('warn', $mod->id, "lamp {$line} has no oil");
            }
            $this->throwing($mod->id, $this->platform->cannotLink($mod, $this->mods, $this->outing->side));
            $this->throwing(
                $mod->id,
                array_diff($mod->does['looksUp'] ?? [], array_keys($registered)) === [] ? [] : $this->platform->nothingThere($mod),
            );
            if (($mod->does['sometimes'] ?? false) && crc32("{$this->outing->seed} {$mod->id}") % 2 === 1) {
                $this->throwing('weather', [
                    'java.lang.IllegalStateException: the wind has turned',
                    '    at ferry.weather.Wind.turn(Wind.java:40)',
                ]);
            }
            $used += (int) $mod->says['memory'];
            $this->throwing($mod->id, $used > $this->memory ? $this->platform->outOfMemory($mod) : []);
            $this->take($mod, $taken);
            $this->waitFor($mod, $locks);
            $this->log->info('loader', sprintf('%s ready in %d ms', $which, 1000 * (microtime(true) - $begin)));
        }
        $this->follow($aliases);
    }

    /** @param  array<string, string>  $aliases */
    private function follow(array $aliases): void
    {
        foreach (array_keys($aliases) as $alias) {
            $seen = [];
            for ($at = $alias; isset($aliases[$at]); $at = $aliases[$at]) {
                $this->throwing('registry', isset($seen[$at]) ? $this->platform->endless($this->game[0]) : []);
                $seen[$at] = true;
            }
        }
    }

    /** @param  array<string, int>  $taken */
    private function take(ModFile $mod, array &$taken): void
    {
        foreach ($mod->does['takes'] ?? [] as $what => $many) {
            $taken[$what] = ($taken[$what] ?? 0) + $many;
            $this->throwing(
                'registry',
                $taken[$what] > self::SHARED
                    ? [
                        "java.lang.IllegalStateException: no {$what} is left",
                        '    at ferry.registry.Pool.take(Pool.java:33)',
                        '    at ferry.Main.main(Main.java:12)',
                    ]
                    : [],
            );
        }
    }

    /**
     * A lock that nobody gives is waited for without end, and so is one whose holder waits for what this one holds.
     *
     * @param  array<string, ModFile>  $locks  lock => who holds it
     */
    private function waitFor(ModFile $mod, array $locks): void
    {
        $lock = $mod->does['awaits'] ?? null;
        $holder = $lock === null ? null : $locks[$lock] ?? null;
        if (
            $lock === null ||
            ($holder === null
                ? ! ($mod->does['stubborn'] ?? false)
                : ! isset($mod->does['holds'], $holder->does['awaits']) || $holder->does['awaits'] !== $mod->does['holds'])
        ) {
            return;
        }
        $this->waiting = ['main' => [$mod, $lock]] + ($holder === null ? [] : ['worker-1' => [$holder, $holder->does['awaits']]]);
        for ($until = time() + 900; time() < $until; usleep(50_000)) {
        }
    }

    /** @return list<ModFile> */
    private function inOrder(): array
    {
        $order = [];
        $visit = function (string $id) use (&$visit, &$order): void {
            if (isset($order[$id])) {
                return;
            }
            $order[$id] = false;
            foreach (array_keys(array_intersect_key($this->mods[$id]->says['needs'], $this->mods)) as $needed) {
                $visit((string) $needed);
            }
            unset($order[$id]);
            $order[$id] = $this->mods[$id];
        };
        // As it is told, where it is told; whatever is not named comes after.
        $told = array_intersect(
            array_filter(explode("\n", (string) @file_get_contents("{$this->dir}/start-order.txt"))),
            array_map(strval(...), array_keys($this->mods)),
        );
        foreach ([...$told, ...array_keys($this->mods)] as $id) {
            $visit((string) $id);
        }

        return array_values(array_filter($order));
    }

    private function readPacks(): void
    {
        $packs = 0;
        $this->phase('packs', 'reading packs');
        foreach (['resourcepacks', 'datapacks', 'shaderpacks'] as $folder) {
            $packs += count(glob("{$this->dir}/{$folder}/*") ?: []);
        }
        $this->log->info('packs', "{$packs} packs");
        // The last in the list is drawn over the others.
        $order = array_filter(explode("\n", (string) @file_get_contents("{$this->dir}/pack-order.txt")));
        count($order) > 1 && $this->log->info('packs', 'on top: '.basename((string) end($order)));
        // Of shader packs one is used: that which the setting names, and none where it names none that is there.
        $shaders = array_map(basename(...), glob("{$this->dir}/shaderpacks/*") ?: []);
        if ($shaders !== []) {
            $says = (string) @file_get_contents("{$this->dir}/config/shaders.properties");
            $isSet = preg_match('/^pack\s*=\s*(.+?)\s*$/m', $says, $set) === 1;
            $this->log->info('packs', $isSet && in_array($set[1], $shaders, true) ? "light by {$set[1]}" : 'light by no shader pack');
        }
        $this->work(2);
    }

    /** Content that others ask for, and do without: a list of it is left for whoever wants to bring it. */
    private function reportWhatIsMissing(): void
    {
        $lines = [];
        foreach ($this->mods as $mod) {
            foreach (array_diff($mod->does['asksFor'] ?? [], array_map(strval(...), array_keys($this->mods))) as $asked) {
                $lines[] = "not there: {$asked}, which {$mod->id} asks for\n";
            }
        }
        if ($lines !== []) {
            is_dir("{$this->dir}/reports") || mkdir("{$this->dir}/reports");
            $this->log->say('warn', 'packs', count($lines).' things are not there, listed in reports/load.txt');
        }
        $lines === [] ? @unlink("{$this->dir}/reports/load.txt") : file_put_contents("{$this->dir}/reports/load.txt", implode('', $lines));
    }

    /**
     * Each part of the picture is drawn in one way; two that do not know of each other leave it in pieces. The game cannot say whose it
     * was.
     */
    private function drawFirstFrame(): void
    {
        $this->phase('picture', 'drawing the first frame');
        $drawn = [];
        foreach ($this->mods as $mod) {
            if (array_diff($mod->does['shades'] ?? [], self::DRIVER) !== []) {
                [$lines, $code] = $this->platform->nativeCrash($mod, 'libferrygl');
                $this->log->raw(...$lines);
                $this->report($lines);
                throw new Stop('', $code);
            }
            foreach ($mod->does['draws'] ?? [] as $part => $way) {
                $before = $drawn[$part] ?? $way;
                $this->throwing(
                    'picture',
                    $before !== $way || $way === ''
                        ? [
                            "the {$part} cannot be drawn",
                            '    at ferry.picture.Frame.draw(Frame.java:212)',
                            '    at ferry.picture.Loop.turn(Loop.java:88)',
                        ]
                        : [],
                );
                $drawn[$part] = $way;
            }
        }
        $this->log->info('picture', 'first frame drawn', 'client');
    }

    /** @return array<string, mixed> what a world says of the game that saved it */
    private function savedWith(): array
    {
        return ['game' => $this->game[1], 'mods' => array_map(fn (ModFile $mod): string => $mod->version, $this->mods)] +
            ($this->numbers === [] ? [] : ['numbers' => $this->numbers]);
    }

    private function lobby(): Lobby
    {
        $this->phase('world', $this->outing->joins === '' ? 'opening the world to players' : 'looking for a world to join');

        return Lobby::of($this->log, $this->game[1], implode(' ', $this->loader ?? ['none']), $this->mods);
    }

    private function enterWorld(): void
    {
        $this->phase('world', 'opening the world "rehearsal"');
        is_dir("{$this->dir}/worlds/rehearsal") || mkdir("{$this->dir}/worlds/rehearsal", 0o755, true);
        file_put_contents("{$this->dir}/worlds/rehearsal/world.json", json_encode($this->savedWith(), JSON_PRETTY_PRINT));
        $this->work(5);
        $this->log->info('world', 'world "rehearsal" is up', 'server');
        $isUp = $this->outing->side === 'client' ? 'main menu reached' : 'open to players';
        $this->log->info('launch', "{$isUp}; leaving as asked");
    }

    /** Comparators joined by spaces, all of which have to hold. */
}
