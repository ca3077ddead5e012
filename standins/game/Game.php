<?php

declare(strict_types=1);

namespace Standins\Game;

use ZipArchive;

final class Stop extends \Exception
{
}

/** What happens between the launch button and the main menu. */
final class Game
{
    /** Java release => the highest class-file version it reads: The Java Virtual Machine Specification, table 4.1-A. */
    private const READS = ['8' => 52, '11' => 55, '17' => 61, '21' => 65];

    /** Game version, from => the class-file version the game itself is built to. */
    private const BUILT_TO = ['0' => 52, '3.0' => 61, '3.4' => 65];

    private float $start;

    /** @var resource */
    private $log;

    /** @var array<string, array<string, mixed>> mods and libraries by id */
    private array $mods = [];

    /** @var array<string, mixed>|null */
    private ?array $loaderFile = null;

    private int $ready = 0;

    /**
     * @param  array{string, string}  $game  id and version
     * @param  array{string, string}  $runtime
     * @param  array{string, string}|null  $loader
     * @param  int  $memory  in megabytes
     * @param  int  $pace  milliseconds that a step of work takes
     */
    public function __construct(private string $dir, private array $game, private array $runtime, private ?array $loader, private int $memory, private int $pace)
    {
        $this->start = microtime(true);
        is_dir("{$dir}/logs") || mkdir("{$dir}/logs");
        $log = fopen("{$dir}/logs/latest.log", 'w');
        $log !== false || exit(74);
        $this->log = $log;
    }

    public function launch(): int
    {
        try {
            $this->checkRuntime();
            $this->readArchives();
            if ($this->loader !== null) {
                $this->checkLoader();
                $this->checkRelations();
            }
            $this->checkClassLevels();
            $this->checkMemory();
            $this->startMods();
            $this->enterWorld();
        } catch (Stop) {
            $this->say('error', 'launch', 'stopping with exit code 1');

            return 1;
        }

        return 0;
    }

    private function say(string $level, string $logger, string $message, string $thread = 'main'): void
    {
        $seconds = microtime(true) - $this->start;
        $time = sprintf('%02d:%06.3f', intdiv((int) $seconds, 60), fmod($seconds, 60));
        $line = sprintf("%s %-8s %-5s %-10s %s\n", $time, $thread, $level, $logger, $message);
        fwrite($this->log, $line);
        echo $line;
        flush();
    }

    /** @param  list<string>  $errors */
    private function stopAt(string $logger, array $errors): void
    {
        foreach ($errors as $error) {
            $this->say('error', $logger, $error);
        }
        if ($errors !== []) {
            throw new Stop;
        }
    }

    private function work(int $steps = 1): void
    {
        usleep($this->pace * 1000 * $steps);
    }

    private function checkRuntime(): void
    {
        $this->say('info', 'runtime', "{$this->runtime[0]} {$this->runtime[1]}, {$this->memory} MB");
        $this->work(4);
        if ($this->runtime[0] !== 'java') {
            return;
        }
        $level = 52;
        foreach (self::BUILT_TO as $from => $built) {
            $level = version_compare($this->game[1], (string) $from, '>=') ? $built : $level;
        }
        $reads = self::READS[$this->runtime[1]] ?? 0;
        if ($level > $reads) {
            $this->stopAt('runtime', ["{$this->game[0]} {$this->game[1]} is built to class level {$level}; java {$this->runtime[1]} reads up to {$reads}"]);
        }
    }

    private function readArchives(): void
    {
        $errors = [];
        $files = [];
        foreach (['loader', 'mods', 'plugins'] as $folder) {
            foreach (glob("{$this->dir}/{$folder}/*.zip") ?: [] as $file) {
                $short = "{$folder}/".basename($file);
                $read = $this->read($file);
                if (is_string($read)) {
                    $errors[] = "cannot read {$short}: {$read}";
                } elseif ($folder === 'loader') {
                    $this->loaderFile = $read;
                } else {
                    $files[$read['id']][] = $short;
                    $this->mods[$read['id']] = $read;
                }
            }
        }
        $this->say('info', 'archives', count($this->mods).' mods and libraries found');
        $this->stopAt('archives', $errors);
        $doubled = array_filter($files, fn (array $list): bool => count($list) > 1);
        $this->stopAt('archives', array_map(fn (string $id): string => "{$id} is there more than once: ".implode(', ', $doubled[$id]), array_keys($doubled)));
    }

    /** @return array<string, mixed>|string the descriptor with the highest class level added, or what is wrong */
    private function read(string $file): array|string
    {
        $zip = new ZipArchive;
        if ($zip->open($file, ZipArchive::RDONLY) !== true) {
            return 'not an archive, or cut short';
        }
        $descriptor = json_decode((string) $zip->getFromName('ferry.mod.json'), true);
        if (! is_array($descriptor) || ! isset($descriptor['id'], $descriptor['version'])) {
            return 'it has no usable ferry.mod.json';
        }
        $descriptor['level'] = 0;
        $descriptor['draws'] = json_decode((string) $zip->getFromName('draws.json'), true) ?: [];
        for ($i = 0; $i < $zip->numFiles; $i++) {
            if (str_ends_with((string) $zip->getNameIndex($i), '.class')) {
                $head = unpack('Nmagic/nminor/nmajor', (string) $zip->getFromIndex($i, 8));
                if ($head === false || $head['magic'] !== 0xCAFEBABE) {
                    return 'the class '.$zip->getNameIndex($i).' has no header';
                }
                $descriptor['level'] = max($descriptor['level'], $head['major']);
            }
        }

        return $descriptor;
    }

    private function checkLoader(): void
    {
        [$id, $version] = $this->loader;
        if ($this->loaderFile === null || $this->loaderFile['id'] !== $id || $this->loaderFile['version'] !== $version) {
            $this->stopAt('loader', ["the launcher asks for {$id} {$version}; there is none"]);
        }
        $this->say('info', 'loader', "{$id} {$version} on {$this->game[0]} {$this->game[1]}");
        $this->work(3);
        $range = $this->loaderFile['needs'][$this->game[0]] ?? '*';
        if (! self::within($this->game[1], $range)) {
            $this->stopAt('loader', ["{$id} {$version} asks for {$this->game[0]} {$range}; found {$this->game[1]}"]);
        }
        $runs = [$id, ...array_keys($this->loaderFile['provides'] ?? [])];
        $foreign = array_filter($this->mods, fn (array $mod): bool => $mod['loaders'] !== [] && array_intersect($runs, $mod['loaders']) === []);
        $this->stopAt('loader', array_values(array_map(fn (array $mod): string => "{$mod['id']} {$mod['version']} is made for ".implode(' or ', $mod['loaders']).", not for {$id}", $foreign)));
    }

    private function checkRelations(): void
    {
        $there = [$this->game[0] => $this->game[1], $this->loader[0] => $this->loader[1]] + array_map(fn (array $mod): string => $mod['version'], $this->mods) + ($this->loaderFile['provides'] ?? []);
        foreach ($this->mods as $mod) {
            $there += $mod['provides'] ?? [];
        }
        $errors = [];
        foreach ($this->mods as $mod) {
            $who = "{$mod['id']} {$mod['version']}";
            foreach ($mod['needs'] as $target => $range) {
                if (! isset($there[$target])) {
                    $errors[] = "{$who} asks for {$target} {$range}; there is none";
                } elseif (! self::within($there[$target], $range)) {
                    $errors[] = "{$who} asks for {$target} {$range}; found {$there[$target]}";
                }
            }
            foreach ($mod['needsOneOf'] as $choices) {
                $met = array_filter($choices, fn (string $range, string $target): bool => isset($there[$target]) && self::within($there[$target], $range), ARRAY_FILTER_USE_BOTH);
                if ($met === []) {
                    $errors[] = "{$who} asks for ".array_key_first($choices).' '.reset($choices).'; there is none';
                }
            }
        }
        $this->stopAt('loader', $errors);
        foreach ($this->mods as $mod) {
            foreach ($mod['breaks'] as $target => $range) {
                if (isset($there[$target]) && self::within($there[$target], $range)) {
                    $errors[] = "{$mod['id']} {$mod['version']} refuses to run beside {$target} {$there[$target]}";
                }
            }
        }
        $this->stopAt('loader', $errors);
    }

    private function checkClassLevels(): void
    {
        $reads = self::READS[$this->runtime[1]] ?? 0;
        $errors = [];
        foreach ($this->runtime[0] === 'java' ? $this->mods : [] as $mod) {
            if ($mod['level'] > $reads) {
                $errors[] = "{$mod['id']} {$mod['version']} is built to class level {$mod['level']}; java {$this->runtime[1]} reads up to {$reads}";
            }
        }
        $this->stopAt('classes', $errors);
    }

    private function checkMemory(): void
    {
        $need = 900 + array_sum(array_column($this->mods, 'memory'));
        if ($need > $this->memory) {
            $this->stopAt('memory', ["out of memory: {$need} MB asked for, {$this->memory} MB given"]);
        }
    }

    /** Initialises each mod after those it needs. */
    private function startMods(): void
    {
        $started = [];
        foreach (array_keys($this->mods) as $id) {
            $this->startMod((string) $id, $started);
        }
    }

    /** @param  array<string, true>  $started */
    private function startMod(string $id, array &$started): void
    {
        if (isset($started[$id])) {
            return;
        }
        $started[$id] = true;
        foreach (array_keys(array_intersect_key($this->mods[$id]['needs'], $this->mods)) as $needed) {
            $this->startMod((string) $needed, $started);
        }
        $begin = microtime(true);
        $this->work(1 + crc32($id) % 3);
        $this->say('info', 'loader', sprintf('%d of %d  %s %s ready in %d ms', ++$this->ready, count($this->mods), $id, $this->mods[$id]['version'], (microtime(true) - $begin) * 1000));
    }

    /** Each part of the picture is drawn in one way; two that do not know of each other leave it in pieces. The game cannot say whose it was. */
    private function drawFirstFrame(): void
    {
        $drawn = [];
        foreach ($this->mods as $mod) {
            foreach ($mod['draws'] as $part => $way) {
                $before = $drawn[$part] ?? $way;
                if ($before !== $way || $way === '') {
                    $this->stopAt('picture', ["the {$part} cannot be drawn", 'at ferry.picture.Frame.draw(Frame:212)', 'at ferry.picture.Loop.turn(Loop:88)']);
                }
                $drawn[$part] = $way;
            }
        }
        $this->say('info', 'picture', 'first frame drawn', 'client');
    }

    private function enterWorld(): void
    {
        $this->drawFirstFrame();
        is_dir("{$this->dir}/worlds/rehearsal") || mkdir("{$this->dir}/worlds/rehearsal", 0o755, true);
        file_put_contents("{$this->dir}/worlds/rehearsal/world.json", json_encode([
            'game' => $this->game[1],
            'mods' => array_map(fn (array $mod): string => $mod['version'], $this->mods),
        ], JSON_PRETTY_PRINT));
        $this->work(5);
        $this->say('info', 'world', 'world "rehearsal" is up', 'server');
        $this->say('info', 'launch', 'main menu reached; leaving as asked');
    }

    /** Comparators joined by spaces, all of which have to hold. */
    private static function within(string $version, string $range): bool
    {
        foreach (explode(' ', $range) as $comparator) {
            preg_match('/^(>=|<=|<|>|=|)(.*)$/', $comparator, $match);
            [, $operator, $limit] = $match;
            if ($limit !== '*' && ! version_compare($version, $limit, $operator === '' ? '=' : $operator)) {
                return false;
            }
        }

        return true;
    }
}
