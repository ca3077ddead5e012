<?php

declare(strict_types=1);

namespace Standins\Game;

/** A game that somebody plays: it goes on, saves its world now and then, and leaves when it is asked to. */
final class Session
{
    /** Seconds of play between two times that the world is saved. */
    private const SAVED = 2.0;

    private bool $leaves = false;

    /** @param  array<string, mixed>  $world  what the world says of itself when it is saved */
    public function __construct(private readonly string $dir, private readonly Log $log, private array $world)
    {
        if (function_exists('pcntl_signal')) {
            pcntl_async_signals(true);
            pcntl_signal(SIGTERM, function (): void {
                $this->leaves = true;
            });
        }
    }

    public function play(): void
    {
        $world = $this->choose();
        $this->log->info('world', "opening the world \"{$world}\"");
        // Those that a list names, in its order, and then the others; what is read last counts.
        $packs = array_map(basename(...), glob("{$this->dir}/worlds/".addcslashes($world, '*?[\\').'/datapacks/*.zip') ?: []);
        $listed = array_intersect(array_map(trim(...), @file("{$this->dir}/worlds/{$world}/datapacks/order.txt") ?: []), $packs);
        foreach ([...$listed, ...array_diff($packs, $listed)] as $pack) {
            $this->log->info('world', "this world reads {$pack}");
        }
        $day = 0;
        for ($saved = 0.0; ! $this->leaves; usleep(50_000)) {
            if (microtime(true) - $saved >= self::SAVED) {
                $this->save($world, ++$day);
                $saved = microtime(true);
            }
        }
        $this->save($world, $day + 1);
        $this->log->info('launch', 'leaving as asked');
    }

    /** The world that was saved last; a new one where there is none. */
    private function choose(): string
    {
        $worlds = array_filter(
            glob("{$this->dir}/worlds/*/world.json") ?: [],
            fn (string $file): bool => basename(dirname($file)) !== 'rehearsal',
        );
        usort($worlds, fn (string $a, string $b): int => filemtime($b) <=> filemtime($a));

        return $worlds === [] ? 'First Crossing' : basename(dirname($worlds[0]));
    }

    private function save(string $world, int $day): void
    {
        $folder = "{$this->dir}/worlds/{$world}";
        is_dir($folder) || mkdir($folder, 0o755, true);
        file_put_contents("{$folder}/world.json", json_encode($this->world + ['day' => $day], JSON_PRETTY_PRINT));
        file_put_contents("{$folder}/harbour.dat", random_bytes(256), FILE_APPEND);
        $this->log->info('world', "day {$day}, world \"{$world}\" saved", 'server');
    }
}
